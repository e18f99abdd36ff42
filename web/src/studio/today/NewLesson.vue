<script setup lang="ts">
import { newId } from '@/base/ids.ts'
import { Modal } from 'ant-design-vue'
import { until } from '@vueuse/core'
import { computed, nextTick, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { instrument, type InstrumentId } from '@halitus/core/instruments'
import { focusOnOpen } from '@/base/focus.ts'
import Choice from '@/parts/Choice.vue'
import Quantity from '@/parts/Quantity.vue'
import { studioNow } from '@/base/clock.ts'
import { useStudio } from '../store.ts'

const props = defineProps<{ learnerId?: string | undefined; shown?: InstrumentId | undefined }>()
const open = defineModel<boolean>('open', { required: true })
focusOnOpen(open, 'lesson-learner')
const studio = useStudio()
const router = useRouter()
const learnerId = ref(props.learnerId)
const played = ref<InstrumentId>()
/** As the field has it, to the minute. */
const toTheMinute = () => studioNow().slice(0, 16)
const startsAt = ref(toTheMinute())
const minutes = ref(30)
const problem = ref('')

const here = computed(() => studio.learners?.filter((l) => !l.archived) ?? [])
const chosen = computed(() => here.value.find((l) => l.id === learnerId.value))
watch(open, (now) => {
  if (!now) return
  startsAt.value = toTheMinute()
  problem.value = ''
})
watch(
  [chosen, () => props.shown],
  ([learner, shown]) =>
    (played.value = learner?.instruments.find((i) => i === shown) ?? learner?.instruments[0]),
  { immediate: true },
)

async function add() {
  // Who is quick presses before the roster has come: it is waited for.
  if (!studio.learners) {
    await until(() => !!studio.learners).toBe(true, { timeout: 10_000 })
    await nextTick()
  }
  if (!learnerId.value || !played.value) {
    problem.value = 'Choose who comes.'
    return
  }
  if (!startsAt.value) {
    problem.value = 'Say when it begins: day and time.'
    return
  }
  try {
    const lesson = await studio.addLesson(learnerId.value, {
      id: newId(),
      instrument: played.value,
      startsAt: `${startsAt.value}:00`,
      minutes: minutes.value,
    })
    // In place of the address that has the form open: closing it as well would be another way to go, and the later one wins.
    await router.replace({ name: 'setup', params: { id: lesson.id } })
  } catch (error) {
    problem.value = error instanceof Error ? error.message : 'The lesson can’t be added.'
  }
}
</script>

<template>
  <Modal v-model:open="open" title="New lesson" ok-text="Open it" cancel-text="Leave" @ok="add">
    <form class="form" @submit.prevent="add">
      <label for="lesson-learner">Who</label>
      <Choice
        id="lesson-learner"
        v-model="learnerId"
        :options="here.map((l) => ({ value: l.id, label: l.name }))"
      />
      <label for="lesson-instrument">Instrument</label>
      <Choice
        id="lesson-instrument"
        v-model="played"
        :options="chosen?.instruments.map((i) => ({ value: i, label: instrument(i).name })) ?? []"
      />
      <label for="lesson-when">Begins</label>
      <input id="lesson-when" v-model="startsAt" type="datetime-local" class="clock-field" />
      <label for="lesson-minutes">Minutes</label>
      <Quantity id="lesson-minutes" v-model="minutes" :min="5" :max="180" />
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <input type="submit" class="visually-hidden" tabindex="-1" aria-hidden="true" />
    </form>
  </Modal>
</template>

<style scoped>
.form {
  display: grid;
  grid-template-columns: 100px 1fr;
  gap: 12px;
  align-items: center;
}
.problem {
  grid-column: 2;
  color: var(--lacquer);
}
</style>
