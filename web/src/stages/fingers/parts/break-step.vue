<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import { useEventListener } from '@vueuse/core'
import { breaksOf, breakSteps, judgeStep, type BreakStep } from '@halitus/core/crossings'
import { rangeWords, registerMap } from '@halitus/core/fingering'
import { fingerSystem } from '@halitus/core/instruments'
import { hzOfMidi, parseNote, prettyNote } from '@halitus/core/pitch'
import { CLEAN_SHARE, NEW_DAYS, ofLearner, stepsPassed } from '@halitus/core/records'
import { firstOf, forSeconds, untilQuiet } from '@halitus/core/sound'
import { daysBetween } from '@halitus/core/time'
import { isTyping } from '@/base/keys.ts'
import { useLesson } from '@/lesson/index.ts'
import { useListening, type Take } from '@/listening/index.ts'
import Choice from '@/parts/Choice.vue'
import Later from '@/parts/Later.vue'
import StepLine from '../../StepLine.vue'
import TakeHead from '../../TakeHead.vue'
import { asPlayed, playS } from '../break-played.ts'
import { useKnown } from '../known.ts'
import type { Arc } from '../arcs.ts'
import StepPictures from '../StepPictures.vue'
import RegisterMap from '../RegisterMap.vue'
import TryFingers from '../TryFingers.vue'
import { LOUD_DB } from '../../take.ts'

/** The range as a map, and the way over each of its breaks, step by step, heard and passed. */
const lesson = useLesson()
const listening = useListening()
const { known, fresh } = useKnown()
const inst = computed(() => lesson.inst)
const system = computed(() => inst.value && fingerSystem(inst.value))
const terraces = computed(() => (inst.value ? registerMap(inst.value) : []))
const midis = (notes: readonly string[]) => new Set(notes.map((n) => parseNote(n).midi))
const entries = computed(() => ofLearner(lesson.ofKind(lesson.entries, 'break-step')))

const breaks = computed(() => (inst.value ? breaksOf(inst.value) : []))
const last = entries.value.at(-1)?.data
const at = ref(
  Math.max(
    0,
    breaks.value.findIndex((b) => b.from === last?.from && b.to === last.to),
  ),
)
const here = computed(() => breaks.value[at.value])
const steps = computed(() => (inst.value && here.value ? breakSteps(inst.value, here.value) : []))
const way = computed(() =>
  inst.value && here.value ? stepsPassed(inst.value, entries.value, here.value) : undefined,
)
const picked = ref('')
const step = computed(
  (): BreakStep | undefined =>
    steps.value.find((s) => s.id === picked.value) ?? way.value?.next ?? steps.value.at(-1),
)
const said = ref<{ passed: boolean; words: string }>()
watch(at, () => ((picked.value = ''), (said.value = undefined)))

/** This week's moves, the newest try of each. */
const arcs = computed((): Arc[] => {
  const now = lesson.answer?.lesson.startsAt
  if (!now) return []
  const pairs = new Map(
    ofLearner(lesson.ofKind(lesson.entries, 'move'))
      .filter((e) => daysBetween(e.at, now) < NEW_DAYS)
      .map((e) => [[e.data.from, e.data.to].sort().join(' '), e.data]),
  )
  return [...pairs.values()]
    .slice(-4)
    .map(({ from, to, clean, tries }) => ({ from, to, clean, tries, fails: clean / tries < CLEAN_SHARE }))
})

/** A note of the map that is looked at. */
const looked = ref(here.value?.to ?? known.value[0] ?? inst.value?.teaching.firstNotes[0] ?? 'B4')
const aboutNote = computed(() => (inst.value ? rangeWords(inst.value, looked.value) : ''))

const take = (): Take | undefined => {
  const [on, s, b] = [inst.value, step.value, here.value]
  if (!on || !s || !b || s.heard === 'nothing') return undefined
  const ends = s.notes.slice(0, 2)
  return {
    instrument: on.id,
    written: s.notes[0]!.written,
    performance: { notes: () => asPlayed(s), lengthS: playS(s) },
    ear: {
      transposition: on.transposition,
      a4Hz: lesson.a4Hz,
      ...(s.heard === 'changes' && ends.length === 2
        ? { move: { instrument: on.id, system: on.systems[0].id, from: ends[0]!, to: ends[1]! } }
        : { askedHz: hzOfMidi(parseNote(s.notes[0]!.written).midi + on.transposition, lesson.a4Hz) }),
    },
    rule: () => firstOf(untilQuiet(LOUD_DB, 1.5), forSeconds(60)),
    async judge(m, provenance) {
      if (!m.report.notes.length)
        return 'Nothing was heard. Closer to the microphone, or another source below.'
      const verdict = judgeStep(s, {
        crossings: m.crossings ?? [],
        notes: m.report.notes,
        strokes: m.strokes,
      })
      said.value =
        provenance === 'simulated'
          ? { ...verdict, words: `${verdict.words} Simulated: the step stays to be passed.` }
          : verdict
      await lesson.add(
        'fingers',
        'break-step',
        {
          from: b.from,
          to: b.to,
          step: s.id,
          clean: Math.min(99, verdict.clean),
          tries: Math.min(99, verdict.tries),
          passed: verdict.passed,
          words: verdict.words.slice(0, 200),
        },
        provenance,
      )
      picked.value = ''
      return undefined
    },
  }
}
async function byEye(passed: boolean) {
  const [s, b] = [step.value, here.value]
  if (!s || !b) return
  const kept = await lesson.add(
    'fingers',
    'break-step',
    { from: b.from, to: b.to, step: s.id, clean: Number(passed), tries: 1, passed, words: '' },
    'tapped',
  )
  if (!kept) return
  said.value = {
    passed,
    words: passed ? `${s.title}: passed.` : `${s.title}: not yet, the same again, slower.`,
  }
  picked.value = ''
}
useEventListener('keydown', (event: KeyboardEvent) => {
  if (isTyping(event) || event.repeat) return
  if (event.key === 'w') void byEye(true)
  if (event.key === 'n') void byEye(false)
})
const passedOf = (id: string) => Number(way.value?.passed.has(id) ?? false)
function go(id: string) {
  picked.value = id
  said.value = undefined
}
const place = computed(() => steps.value.findIndex((s) => s.id === step.value?.id) + 1)
const options = computed(() =>
  breaks.value.map((b, value) => ({ value, label: `${prettyNote(b.from)} to ${prettyNote(b.to)}` })),
)
</script>

<template>
  <template v-if="inst && system && here && step">
    <div class="wide">
      <RegisterMap
        v-model="looked"
        :terraces="terraces"
        :known="midis(known)"
        :fresh="midis(fresh)"
        :arcs="arcs"
        :breaks="breaks"
        :at="here"
        :label="`Range of the ${inst.name}`"
      />
    </div>
    <p class="ask">
      <span class="soft">{{ step.title }}.</span> {{ step.ask }}
    </p>
    <TakeHead
      v-if="step.heard !== 'nothing'"
      :number="String(place)"
      :unit="`of ${steps.length} steps`"
      aim=""
      :note="listening.note?.written"
      :cents="undefined"
      :take="take"
      @begins="said = undefined"
    >
      <template #choose>
        <label for="break-at">Break</label>
        <Choice id="break-at" v-model="at" :options="options" />
      </template>
    </TakeHead>
    <p v-if="said" class="verdict" :class="{ not: !said.passed }" aria-live="polite">{{ said.words }}</p>
    <p class="taps">
      <Button size="large" :type="step.heard === 'nothing' ? 'primary' : 'default'" @click="byEye(true)"
        >Well <kbd>w</kbd></Button
      >
      <Button size="large" @click="byEye(false)">Not yet <kbd>n</kbd></Button>
      <template v-if="step.heard === 'nothing'">
        <label for="break-at">Break</label>
        <Choice id="break-at" v-model="at" :options="options" />
      </template>
      <span class="soft">{{ here.preparation }}</span>
    </p>
    <StepLine :steps="steps" :passed="passedOf" :at="step.id" label="Steps over the break" @go="go" />
    <Later>
      <StepPictures :step="step" :inst="inst" :system="system" />
      <p class="soft">{{ aboutNote }}</p>
      <details class="other">
        <summary>Other fingers for {{ prettyNote(looked) }}</summary>
        <TryFingers :inst="inst" :system="system" :note="looked" />
      </details>
    </Later>
  </template>
</template>

<style scoped>
.other summary {
  margin-top: 10px;
  cursor: pointer;
}
.wide {
  overflow-x: auto;
}
.ask {
  font-size: 24px;
  line-height: 1.25;
  font-weight: 600;
  margin: 4px 0 8px;
}
.verdict {
  font-size: var(--said);
  font-weight: 680;
}
.taps {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 10px;
}
</style>
