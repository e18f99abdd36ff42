<script setup lang="ts">
import { Button, Checkbox } from 'ant-design-vue'
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import { RouterLink } from 'vue-router'
import { useIntervalFn } from '@vueuse/core'
import type { GroupPlanAnswer, GroupRecord, LessonRecord } from '@halitus/core/contract'
import { instrument } from '@halitus/core/instruments'
import { untilToneEnds } from '@halitus/core/sound'
import { api } from '@/api/index.ts'
import { studioNow } from '@/base/clock.ts'
import { useNotices } from '@/base/notices.ts'
import { useListening } from '@/listening/index.ts'
import Plate from '@/parts/Plate.vue'
import Quantity from '@/parts/Quantity.vue'
import GroupThreads from './GroupThreads.vue'

/** A lesson for several: who plays when, what each reads, a round of long tones; then each has an own line and card. */
const props = defineProps<{ id: string }>()
const notices = useNotices()
const listening = useListening()
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
    failed.value = ''
  } catch (error) {
    failed.value = error instanceof Error ? error.message : 'This group can’t be shown.'
  }
}
watch([() => props.id, minutes, absent], load, { immediate: true, deep: true })
const toggle = (id: string, here: boolean) =>
  (absent.value = here ? absent.value.filter((x) => x !== id) : [...absent.value, id])

async function begin() {
  const answer = await notices.attempt(() =>
    api.beginGroup(props.id, studioNow(), minutes.value, absent.value),
  )
  if (answer) begun.value = { lessons: answer.lessons.filter((l) => !l.cancelled), at: Date.now() }
}
const passedS = ref<number>()
useIntervalFn(() => {
  if (begun.value) passedS.value = Math.min(60 * minutes.value, (Date.now() - begun.value.at) / 1000)
}, 1000)

/** The round: whose turn it is, and how long each held; compared only among those who race. */
const turn = ref('')
const held = ref<Record<string, number>>({})
const rows = computed(() => plan.value?.threads ?? [])
const longest = computed(() =>
  Math.max(0, ...rows.value.filter((t) => t.races).map((t) => held.value[t.learner.id] ?? 0)),
)
async function listen(id: string) {
  if (listening.busy) return listening.stop()
  const who = rows.value.find((t) => t.learner.id === id)
  if (!who) return
  const inst = instrument(who.instrument)
  turn.value = id
  await listening.start({
    instrument: who.instrument,
    written: who.written ?? inst.teaching.firstNotes[0]!,
    ear: { transposition: inst.transposition, a4Hz: a4Hz.value },
    rule: () => untilToneEnds(),
    judge(measurement, provenance) {
      if (!measurement.tone) return 'No tone was heard.'
      // A stand-in is shown and counts for nothing.
      if (provenance !== 'simulated')
        held.value = { ...held.value, [id]: Math.round(10 * measurement.tone.lengthS) / 10 }
      const k = rows.value.findIndex((t) => t.learner.id === id)
      turn.value = rows.value[(k + 1) % rows.value.length]?.learner.id ?? ''
      return undefined
    },
  })
}
onBeforeUnmount(() => void listening.cancel())
const live = computed(() => (listening.state === 'listening' ? listening.heldS.toFixed(1) : undefined))
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
    <section v-if="plan" aria-label="Round of long tones">
      <h2>Round of long tones{{ plan.concert ? `: concert ${plan.concert}` : '' }}</h2>
      <ul class="round">
        <li v-for="t in rows" :key="t.learner.id" :class="{ now: turn === t.learner.id }">
          <b>{{ t.learner.name }}</b>
          <span v-if="live && turn === t.learner.id" class="big" role="timer">{{ live }}</span>
          <span v-else-if="held[t.learner.id] && t.races" class="big"
            >{{ held[t.learner.id]!.toFixed(1)
            }}<span v-if="held[t.learner.id] === longest" class="soft"> longest so far</span></span
          >
          <span v-else-if="held[t.learner.id]" class="soft">played</span>
          <Button @click="listen(t.learner.id)">{{
            live && turn === t.learner.id ? 'Stop' : 'Listen'
          }}</Button>
        </li>
      </ul>
      <p v-if="listening.problem" class="caution" role="alert">{{ listening.problem }}</p>
    </section>
    <section v-if="begun">
      <h2>Each has an own line and card</h2>
      <ul class="round">
        <li v-for="l in begun.lessons" :key="l.id">
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
.round li {
  display: flex;
  align-items: center;
  gap: 16px;
  min-height: 52px;
  border-top: 1px solid var(--line);
  font-size: 18px;
}
.round b {
  flex: none;
  width: 200px;
}
.round button {
  margin-left: auto;
}
.round .now {
  background: var(--cane);
}
.big {
  font-size: 38px;
  font-weight: 680;
}
.big .soft {
  font-size: 15px;
  font-weight: 400;
}
@media (max-width: 700px) {
  .group {
    padding: 14px;
  }
  .round b {
    width: 130px;
  }
}
</style>
