<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, nextTick, ref } from 'vue'
import { storeToRefs } from 'pinia'
import { useEventListener } from '@vueuse/core'
import { setupSequence, stepPicture } from '@halitus/core/instruments'
import { daysBetween } from '@halitus/core/time'
import { useDraft } from '@/base/drafts.ts'
import { useLesson } from '@/lesson/index.ts'
import { isTyping, pressesButton } from '@/base/keys.ts'
import Views from '@/parts/Views.vue'
import Plate from '@/parts/Plate.vue'
import StepBeads from './StepBeads.vue'
import StepFaults from './StepFaults.vue'
import StepTriple from './StepTriple.vue'

const lesson = useLesson()
/** The smallest part or the whole instrument; what is said here holds at the other stops. */
const { sequence } = storeToRefs(lesson)
/** Putting away comes at the end of the lesson, not among what is looked at before the first note. */
const away = ref(false)
const shown = computed({
  get: () => (away.value ? 'away' : sequence.value),
  set: (now: 'first' | 'full' | 'away') => {
    away.value = now === 'away'
    if (now !== 'away') sequence.value = now
  },
})
const LATELY_DAYS = 28

const wrongLately = computed(() => {
  const now = lesson.answer?.lesson.startsAt ?? ''
  return lesson
    .ofKind(lesson.earlier, 'setup')
    .filter((e) => e.data.verdict === 'wrong' && daysBetween(e.at, now) <= LATELY_DAYS)
})
/** What was wrong with a step the last time that it was: the same fault is looked for first. */
const lastFault = computed(() => new Map(wrongLately.value.map((e) => [e.data.stepId, e.data.faultId])))
const steps = computed(() =>
  lesson.inst
    ? setupSequence(
        lesson.inst,
        sequence.value,
        wrongLately.value.map((e) => e.data.stepId),
        away.value ? 'end' : 'beginning',
      )
    : [],
)
/** The newest verdict on each step in this lesson. */
const verdicts = computed(
  () => new Map(lesson.ofKind(lesson.own, 'setup').map((e) => [e.data.stepId, e.data])),
)
const at = useDraft(() => `step.${lesson.answer?.lesson.id}.${shown.value}`, 0)
const current = computed(() => steps.value[at.value])
/** Where the answer is a position, it is drawn; what no picture says stays in words. */
const picture = computed(
  () => current.value && lesson.inst && stepPicture(lesson.inst, current.value.step.id),
)
const others = computed(
  () =>
    current.value?.step.faults.filter(
      (f) => f.id !== picture.value?.below?.faultId && f.id !== picture.value?.above?.faultId,
    ) ?? [],
)
const doneCount = computed(() => steps.value.filter((s) => verdicts.value.has(s.step.id)).length)
const LETTERS = 'abcdefgh'

async function go(index: number) {
  at.value = Math.max(0, Math.min(steps.value.length - 1, index))
  await nextTick()
  document.querySelector('.steps [aria-current]')?.scrollIntoView({ block: 'nearest', inline: 'center' })
}
function judge(verdict: 'ok' | 'wrong', faultId?: string) {
  const step = current.value?.step
  if (!step) return
  void lesson.add('setup', 'setup', { stepId: step.id, verdict, ...(faultId && { faultId }) })
  // The next step that nobody has looked at; the answer is saved meanwhile.
  const next = steps.value.findIndex((s, i) => i > at.value && !verdicts.value.has(s.step.id))
  void go(next < 0 ? at.value : next)
}
/** One tap for everything that nobody has looked at singly: only what was wrong costs a word. */
const rest = computed(() => steps.value.filter((s) => !verdicts.value.has(s.step.id)))
function restRight() {
  for (const { step } of rest.value) void lesson.add('setup', 'setup', { stepId: step.id, verdict: 'ok' })
}
useEventListener('keydown', (event: KeyboardEvent) => {
  if (isTyping(event) || !current.value) return
  if (event.key === 'ArrowDown' || event.key === 'ArrowRight') void go(at.value + 1)
  else if (event.key === 'ArrowUp' || event.key === 'ArrowLeft') void go(at.value - 1)
  else if ((event.key === ' ' || event.key === 'Enter') && !pressesButton(event)) judge('ok')
  else {
    const fault = event.key.length === 1 ? current.value.step.faults[LETTERS.indexOf(event.key)] : undefined
    if (!fault) return
    judge('wrong', fault.id)
  }
  event.preventDefault()
})
const beads = computed(() =>
  steps.value.map(({ step, timesWrong }) => ({
    id: step.id,
    title: step.title,
    phase: step.phase,
    timesWrong,
    mark: mark(step.id),
  })),
)
function mark(stepId: string): 'ok' | 'wrong' | 'open' {
  const verdict = verdicts.value.get(stepId)?.verdict
  return verdict === 'ok' || verdict === 'wrong' ? verdict : 'open'
}
</script>

<template>
  <template v-if="lesson.inst">
    <header class="head">
      <Views
        v-model="shown"
        :options="[
          { value: 'first', label: 'Smallest part' },
          { value: 'full', label: 'Whole instrument' },
          { value: 'away', label: 'Packing away' },
        ]"
        label="Sequence"
      />
      <span v-if="!lesson.playedWhole && lesson.gate" class="gate soft">{{ lesson.gate.why }}</span>
      <span class="count"
        ><b>{{ doneCount }}</b> of {{ steps.length }} looked at</span
      >
    </header>
    <section v-if="current" class="now" aria-live="polite">
      <p class="title">{{ current.step.title }}</p>
      <p class="look">
        {{ current.step.look }}
        <span v-if="current.timesWrong >= 2" class="often"
          >wrong {{ current.timesWrong }} times in four weeks</span
        >
      </p>
      <StepTriple
        v-if="picture"
        :picture="picture"
        :step="current.step"
        :letters="LETTERS"
        :chosen="verdicts.get(current.step.id)?.faultId"
        :last="lastFault.get(current.step.id)"
        @right="judge('ok')"
        @wrong="(id) => judge('wrong', id)"
      />
      <StepFaults
        v-if="others.length"
        :faults="others"
        :step="current.step"
        :letters="LETTERS"
        :chosen="verdicts.get(current.step.id)?.faultId"
        :last="lastFault.get(current.step.id)"
        :few="!!picture"
        @wrong="(id) => judge('wrong', id)"
      />
      <p v-if="current.step.caution" class="caution">{{ current.step.caution }}</p>
      <p class="foot">
        <span v-if="current.step.tolerance && !picture" class="soft"
          >Tolerance: {{ current.step.tolerance }} ({{ current.step.source }})</span
        >
        <Plate @click="judge('ok')"
          >{{ mark(current.step.id) === 'wrong' ? 'Put right now' : 'All right' }} <kbd>Space</kbd></Plate
        >
        <Button v-if="rest.length > 1" size="small" @click="restRight">All the rest right</Button>
      </p>
    </section>
    <StepBeads :steps="beads" :at="at" @go="go" />
  </template>
</template>

<style scoped>
.head {
  display: flex;
  align-items: center;
  gap: 24px;
  margin-bottom: 8px;
}
.gate {
  min-width: 0;
}
.count {
  margin-left: auto;
  white-space: nowrap;
  color: var(--soft);
}
.count b {
  font-size: 24px;
  color: var(--ink);
}
.now {
  min-height: 400px;
}
.title {
  font-size: 44px;
  line-height: 1.12;
  font-weight: 680;
}
.look {
  margin: 4px 0 14px;
  font-size: 20px;
  color: var(--soft);
}
.often {
  color: var(--brass-text);
  font-weight: 650;
  font-size: 16px;
}
.foot {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 20px;
  margin: 10px 0;
}
@media (max-width: 900px) {
  .now {
    min-height: 0;
  }
  .title {
    font-size: 32px;
  }
  .head {
    flex-wrap: wrap;
    gap: 4px 16px;
  }
}
</style>
