<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, nextTick, ref } from 'vue'
import { storeToRefs } from 'pinia'
import { useEventListener } from '@vueuse/core'
import { setupSequence } from '@halitus/core/instruments'
import { daysBetween } from '@halitus/core/time'
import { useDraft } from '@/base/drafts.ts'
import { useLesson } from '@/lesson/index.ts'
import { isTyping, pressesButton } from '@/base/keys.ts'
import Views from '@/parts/Views.vue'

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
const doneCount = computed(() => steps.value.filter((s) => verdicts.value.has(s.step.id)).length)
const PHASES = {
  materials: 'Materials',
  reed: 'Reed',
  assembly: 'Assembly',
  hold: 'Hold',
  after: 'After',
} as const
const LETTERS = 'abcdefgh'

async function go(index: number) {
  at.value = Math.max(0, Math.min(steps.value.length - 1, index))
  await nextTick()
  document.querySelector('.steps [aria-current]')?.scrollIntoView({ block: 'nearest' })
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
  if (event.key === 'ArrowDown') void go(at.value + 1)
  else if (event.key === 'ArrowUp') void go(at.value - 1)
  else if ((event.key === ' ' || event.key === 'Enter') && !pressesButton(event)) judge('ok')
  else {
    const fault = event.key.length === 1 ? current.value.step.faults[LETTERS.indexOf(event.key)] : undefined
    if (!fault) return
    judge('wrong', fault.id)
  }
  event.preventDefault()
})
const mark = (stepId: string) => verdicts.value.get(stepId)?.verdict ?? 'open'
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
    <div class="columns">
      <ol class="steps" aria-label="Steps">
        <li v-for="(s, i) in steps" :key="s.step.id">
          <button
            class="plain step"
            type="button"
            :class="mark(s.step.id)"
            :aria-current="i === at ? 'step' : undefined"
            @click="go(i)"
          >
            <span class="dot" aria-hidden="true">{{
              mark(s.step.id) === 'ok' ? '✓' : mark(s.step.id) === 'wrong' ? '!' : ''
            }}</span>
            <span>{{ s.step.title }}</span>
            <span class="visually-hidden">{{
              { ok: 'right', wrong: 'wrong', open: 'not looked at' }[mark(s.step.id)]
            }}</span>
            <span v-if="s.timesWrong >= 2" class="often">{{ s.timesWrong }}×</span>
          </button>
        </li>
      </ol>
      <section v-if="current" class="now" aria-live="polite">
        <h2>
          {{ PHASES[current.step.phase]
          }}<template v-if="current.timesWrong >= 2"
            >, wrong {{ current.timesWrong }} times in four weeks</template
          >
        </h2>
        <p class="title">{{ current.step.title }}</p>
        <p class="look">{{ current.step.look }}</p>
        <p v-if="current.step.tolerance" class="soft">
          Tolerance: {{ current.step.tolerance }} ({{ current.step.source }})
        </p>
        <Button type="primary" size="large" class="right" @click="judge('ok')"
          >{{ mark(current.step.id) === 'wrong' ? 'Put right now' : 'All right' }} <kbd>Space</kbd></Button
        >
        <Button v-if="rest.length > 1" size="large" class="rest" @click="restRight"
          >All the rest right</Button
        >
        <h2 class="wrong-title">Or what is wrong</h2>
        <ul class="faults">
          <li v-for="(f, i) in current.step.faults" :key="f.id">
            <button
              type="button"
              class="fault"
              :class="{ chosen: verdicts.get(current.step.id)?.faultId === f.id }"
              @click="judge('wrong', f.id)"
            >
              <kbd>{{ LETTERS[i] }}</kbd>
              <span
                ><b>{{ f.what }}</b>
                <span v-if="lastFault.get(current.step.id) === f.id" class="often">last time</span><br /><span
                  class="soft"
                  >{{ f.effect }}</span
                ></span
              >
            </button>
          </li>
        </ul>
        <p v-if="current.step.caution" class="caution">{{ current.step.caution }}</p>
      </section>
    </div>
  </template>
</template>

<style scoped>
.rest {
  margin-left: 12px;
}
.head {
  display: flex;
  align-items: center;
  gap: 24px;
  margin-bottom: 16px;
}
.count {
  margin-left: auto;
  color: var(--soft);
}
.count b {
  font-size: 22px;
  color: var(--ink);
}
.columns {
  display: grid;
  grid-template-columns: 264px minmax(0, 1fr);
  gap: 32px;
}
.step {
  display: flex;
  align-items: center;
  gap: 10px;
  width: 100%;
  padding: 5px 8px;
  border-radius: var(--radius);
}
.step[aria-current] {
  background: var(--metal-wash);
  font-weight: 650;
}
.dot {
  flex: none;
  width: 20px;
  height: 20px;
  border-radius: 50%;
  border: 1.5px solid var(--soft);
  font-size: 13px;
  line-height: 18px;
  text-align: center;
  font-weight: 700;
}
.ok .dot {
  background: var(--ink);
  border-color: var(--ink);
  color: var(--surface);
}
.wrong .dot {
  background: var(--alarm);
  border-color: var(--alarm);
  color: var(--surface);
  border-radius: 4px;
}
.often {
  margin-left: auto;
  color: var(--alarm);
  font-weight: 650;
}
.title {
  font-size: 34px;
  line-height: 1.15;
  font-weight: 650;
  margin: 4px 0 10px;
}
.look {
  font-size: 20px;
  line-height: 1.35;
  margin-bottom: 8px;
}
.right {
  margin: 14px 0 20px;
  height: 52px;
  font-size: 18px;
}
.faults {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
  margin-top: 8px;
}
.fault {
  font: inherit;
  color: inherit;
  width: 100%;
  height: 100%;
  display: flex;
  align-items: flex-start;
  gap: 10px;
  text-align: left;
  padding: 9px 12px;
  background: none;
  border: 1px solid var(--line);
  border-radius: var(--radius);
  cursor: pointer;
}
.fault:hover {
  border-color: var(--soft);
}
.fault.chosen {
  border: 2px solid var(--alarm);
}
.now .caution {
  margin-top: 18px;
}
@media (max-width: 1000px) {
  .columns {
    grid-template-columns: 1fr;
  }
  .now {
    grid-row: 1;
  }
}
</style>
