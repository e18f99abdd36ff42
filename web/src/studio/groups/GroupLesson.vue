<script setup lang="ts">
import { Checkbox } from 'ant-design-vue'
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import { RouterLink } from 'vue-router'
import { useIntervalFn } from '@vueuse/core'
import type { GroupPlanAnswer, GroupRecord, LessonRecord } from '@halitus/core/contract'
import { instantOf } from '@halitus/core/time'
import { api } from '@/api/index.ts'
import { studioNow } from '@/base/clock.ts'
import { whenBehind } from '@/base/elsewhere.ts'
import { useNotices } from '@/base/notices.ts'
import Plate from '@/parts/Plate.vue'
import Quantity from '@/parts/Quantity.vue'
import { useListening } from '@/listening/index.ts'
import EchoRound from './EchoRound.vue'
import GroupThreads from './GroupThreads.vue'
import LongToneRound from './LongToneRound.vue'

/** A lesson for several: who plays when, what each reads, a round of long tones; then each has an own line and card. */
const props = defineProps<{ id: string }>()
const notices = useNotices()
const listening = useListening()
onBeforeUnmount(() => void listening.cancel())
const group = ref<GroupRecord>()
const names = ref(new Map<string, string>())
const plan = ref<GroupPlanAnswer>()
const failed = ref('')
const a4Hz = ref(440)
const minutes = ref(30)
const absent = ref<string[]>([])
const begun = ref<{ lessons: LessonRecord[]; at: number }>()
async function load() {
  try {
    const [{ groups }, { learners }, studio] = await Promise.all([api.groups(), api.learners(), api.studio()])
    a4Hz.value = studio.a4Hz
    group.value = groups.find((g) => g.id === props.id)
    names.value = new Map(learners.map((l) => [l.id, l.name]))
    plan.value = await api.groupPlan(props.id, minutes.value, absent.value)
    if (!begun.value) lessonsAre(plan.value.begun)
    failed.value = ''
  } catch (error) {
    failed.value = error instanceof Error ? error.message : 'This group can’t be shown.'
  }
}
watch([() => props.id, minutes, absent], load, { immediate: true, deep: true })
whenBehind(load)
const toggle = (id: string, here: boolean) =>
  (absent.value = here ? absent.value.filter((x) => x !== id) : [...absent.value, id])

async function begin() {
  const answer = await notices.attempt(() =>
    api.beginGroup(props.id, studioNow(), minutes.value, absent.value),
  )
  if (answer) lessonsAre(answer.lessons)
}
/** A lesson that is under way goes on after a reload, with who was there. */
function lessonsAre(all: LessonRecord[]) {
  const [one] = all
  if (!one) return
  begun.value = { lessons: all, at: instantOf(one.startsAt) }
  minutes.value = one.minutes
  absent.value = all.filter((l) => l.cancelled).map((l) => l.learnerId)
}
const passedS = ref<number>()
useIntervalFn(() => {
  if (begun.value)
    passedS.value = Math.min(60 * minutes.value, (instantOf(studioNow()) - begun.value.at) / 1000)
}, 1000)

/** Those who are there, each with a lesson of their own. */
const lessons = computed(() => begun.value?.lessons.filter((l) => !l.cancelled) ?? [])
</script>

<template>
  <main id="work" class="group">
    <template v-if="group">
      <header>
        <h1>{{ group.name }}</h1>
        <p class="soft">nobody silent for longer than two minutes</p>
        <Quantity id="g-minutes" v-model="minutes" :min="10" :max="90" :step="5" unit="min" />
      </header>
      <Plate v-if="plan && !begun" enter @click="begin">Begin</Plate>
      <p class="here" role="group" aria-label="Who is here">
        <Checkbox
          v-for="m in group.members"
          :key="m.learnerId"
          :checked="!absent.includes(m.learnerId)"
          :disabled="!!begun"
          @change="(e) => toggle(m.learnerId, !!e.target.checked)"
          >{{ names.get(m.learnerId) ?? m.learnerId }}</Checkbox
        >
      </p>
    </template>
    <p v-if="failed" class="caution" role="alert">{{ failed }}</p>
    <GroupThreads v-if="plan" :plan="plan" :passed-s="passedS" />
    <p v-if="plan" class="soft">
      thick: plays · dotted: fingers in silence · thin: listens · cane: all at once
    </p>
    <template v-if="plan">
      <LongToneRound :plan="plan" :lessons="lessons" :a4-hz="a4Hz" />
      <EchoRound :plan="plan" :lessons="lessons" :a4-hz="a4Hz" />
      <p v-if="!begun" class="soft">What is heard before the lesson begins is shown and not kept.</p>
    </template>
    <section v-if="begun">
      <h2>Each has an own line and card</h2>
      <ul class="round">
        <li v-for="l in lessons" :key="l.id">
          <b>{{ names.get(l.learnerId) }}</b>
          <RouterLink :to="{ name: 'plan', params: { id: l.id } }">Lesson</RouterLink>
          <RouterLink :to="{ name: 'home', params: { id: l.id } }">Card</RouterLink>
        </li>
      </ul>
    </section>
  </main>
</template>

<style scoped>
.group {
  flex: 1;
  overflow: auto;
  padding: 24px 28px;
  display: grid;
  gap: 14px;
  align-content: start;
}
header {
  display: flex;
  align-items: baseline;
  flex-wrap: wrap;
  gap: 8px 20px;
}
h1 {
  font-size: 34px;
}
.here {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 20px;
}
@media (max-width: 700px) {
  .group {
    padding: 14px;
  }
}
</style>
<style scoped src="./round.css"></style>
