<script setup lang="ts">
import { hasAir, soundingBetween, unknownBetween } from '@halitus/core/acoustics'
import { Button } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import { useEventListener } from '@vueuse/core'
import {
  byLikelihood,
  costOf,
  describeMove,
  difficulty,
  difficultyWords,
  slideOf,
  timeline,
  weightsFor,
  type Between,
} from '@halitus/core/fingering'
import {
  fingeringsOf,
  fingerSystem,
  isCharted,
  type Fingering,
  type TouchId,
} from '@halitus/core/instruments'
import { prettyNote } from '@halitus/core/pitch'
import { drillFor, onPulse, tally, type Crossing } from '@halitus/core/crossings'
import { latenessOf, ofLearner } from '@halitus/core/records'
import type { PhraseNote } from '@halitus/core/player'
import { firstOf, forSeconds, untilQuiet } from '@halitus/core/sound'
import { useLesson, useTools } from '@/lesson/index.ts'
import { type Take } from '@/listening/index.ts'
import Choice from '@/parts/Choice.vue'
import InstrumentDrawing from '@/parts/InstrumentDrawing.vue'
import { useDraft } from '@/base/drafts.ts'
import { isTyping } from '@/base/keys.ts'
import AfterTake from '../../AfterTake.vue'
import TakeHead from '../../TakeHead.vue'
import { LOUD_DB, useShownTake } from '../../take.ts'
import CrossingRow from '../CrossingRow.vue'
import FingerThreads from '../FingerThreads.vue'
import InBetween from '../InBetween.vue'
import LateFingers from '../LateFingers.vue'
import NotePicker from '../NotePicker.vue'
import StaffPicker from '../StaffPicker.vue'

const lesson = useLesson()
const tools = useTools()
const inst = computed(() => lesson.inst)
const system = computed(() => (inst.value && isCharted(inst.value) ? fingerSystem(inst.value) : undefined))
const moves = computed(() => lesson.ofKind(lesson.entries, 'move').map((e) => e.data))
const lastMove = moves.value.at(-1)
const first = inst.value?.teaching.firstNotes ?? []
interface Trial {
  from: string
  to: string
  clean: number
  tries: number
  late: TouchId | null
}
/** What is being tried and its tally; still there after another view or a reload. */
const trial = useDraft<Trial>(() => `move.${lesson.answer?.lesson.id}`, {
  from: lastMove?.from ?? first[0] ?? 'B4',
  to: lastMove?.to ?? first[1] ?? 'A4',
  clean: 0,
  tries: 0,
  late: null,
})
const change = (more: Partial<Trial>) => (trial.value = { ...trial.value, ...more })
/** Another note begins another tally; the old one goes with it, unless it is kept first. */
const noteOf = (end: 'from' | 'to') =>
  computed({
    get: () => trial.value[end],
    set: (note) => change({ [end]: note, clean: 0, tries: 0, late: null }),
  })
const from = noteOf('from')
const to = noteOf('to')
const clean = computed(() => trial.value.clean)
const tries = computed(() => trial.value.tries)
const fromUse = ref(0)
const toUse = ref(0)
const offsets = ref<Record<TouchId, number>>({})
const toPicker = ref<InstanceType<typeof NotePicker>>()

watch([from, to, fromUse, toUse], () => (offsets.value = {}))

const fromOptions = computed(() => (inst.value && system.value ? fingeringsOf(inst.value, from.value) : []))
const toOptions = computed(() => (inst.value && system.value ? fingeringsOf(inst.value, to.value) : []))
/** The advice on a break begins from the fingering that it recommends. */
const breakHere = computed(() => {
  const same = (x: { from: string; to: string }, f: string, t: string) => x.from === f && x.to === t
  return system.value?.breaks.find((x) => same(x, from.value, to.value) || same(x, to.value, from.value))
})
watch(
  [from, to],
  () => {
    const start = breakHere.value?.start?.join(' ')
    const at = (list: Fingering[]) =>
      Math.max(
        0,
        list.findIndex((f) => f.touches.join(' ') === start),
      )
    fromUse.value = breakHere.value?.from === from.value ? at(fromOptions.value) : 0
    toUse.value = breakHere.value?.from === to.value ? at(toOptions.value) : 0
  },
  { immediate: true },
)
const a = computed(() => fromOptions.value[fromUse.value] ?? fromOptions.value[0])
const b = computed(() => toOptions.value[toUse.value] ?? toOptions.value[0])
const way = computed(() =>
  system.value && a.value && b.value ? timeline(system.value, a.value, b.value, offsets.value) : undefined,
)
/** Moments between by likelihood; what no chart knows sounds what a model of the tube says, where there is one. */
const likely = computed(() => {
  const [on, one, other] = [inst.value, a.value, b.value]
  if (!system.value || !way.value || !on || !one || !other) return []
  return soundingBetween(on, one, other, byLikelihood(system.value, way.value.move))
})
const unknown = computed(() => {
  const [on, one, other] = [inst.value, a.value, b.value]
  return on && one && other && way.value && hasAir(on) ? unknownBetween(on, one, other, way.value.move) : []
})
/** Another note in between; where the old or the new note just sounds longer, nobody hears an accident. */
const pitched = computed(() =>
  likely.value.filter((x) => !['unknown', from.value, to.value].includes(x.sounds)),
)
/** How hard the change is, with its parts. */
const hard = computed(() => {
  if (!system.value || !a.value || !b.value) return ''
  const weights = weightsFor('')
  const parts = difficulty(system.value, a.value, b.value)
  const words = difficultyWords(parts, weights)
  return words && `Difficulty ${costOf(parts, weights).toFixed(1)}: ${words}.`
})
const slide = computed(() =>
  system.value && a.value && b.value ? slideOf(system.value, a.value, b.value) : undefined,
)
function takeOtherWay() {
  const other = slide.value?.instead
  if (!other) return
  fromUse.value = fromOptions.value.indexOf(other.from)
  toUse.value = toOptions.value.indexOf(other.to)
}
const heardBetween = computed(
  () =>
    way.value?.stretches.map((s) =>
      s.source === 'unknown'
        ? 'unpitched or unknown'
        : s.source === 'column'
          ? `about ${prettyNote(s.sounds)}`
          : prettyNote(s.sounds),
    ) ?? [],
)
const doubtful = computed(() =>
  [a.value, b.value].filter((f) => f?.confidence === 'medium').map((f) => prettyNote(f!.written)),
)

function show(between: Between) {
  const few = between.late.length <= between.early.length
  offsets.value = Object.fromEntries((few ? between.late : between.early).map((t) => [t, few ? 60 : -60]))
  if (few && between.late.length === 1) change({ late: between.late[0]! })
}
const tried = (wasClean: boolean) =>
  change({ tries: Math.min(99, tries.value + 1), clean: clean.value + Number(wasClean && tries.value < 99) })
async function keep() {
  const kept = await lesson.add('fingers', 'move', { ...trial.value })
  if (kept) change({ clean: 0, tries: 0, late: null })
}
const label = (f: { use: string; confidence: string }) =>
  `${f.use}${f.confidence === 'medium' ? ' (in doubt)' : ''}`
const options = (list: { use: string; confidence: string }[]) =>
  list.map((f, i) => ({ value: i, label: label(f) }))
const known = computed(() => {
  const pairs = new Map(moves.value.map((m) => [`${m.from} ${m.to}`, m]))
  return [...pairs.values()].slice(-3)
})
/** The same by ear: what each change was, and the finger that comes late most often. */
const crossings = ref<Crossing[]>([])
const {
  shown,
  keep: keepHeard,
  begin,
  forget,
} = useShownTake('fingers', 'move', (d) => d.from === from.value && d.to === to.value)
watch([from, to], () => gone())
function gone() {
  crossings.value = []
  forget()
}
const CHANGES = 8
/** A stand-in to try with: there and back, the likeliest finger late at every third change. */
function asPlayed(): PhraseNote[] {
  const late = pitched.value[0]?.sounds
  return Array.from({ length: CHANGES + 1 }, (_, n) => ({
    written: n % 2 ? to.value : from.value,
    lengthS: 0.6,
    begins: n ? ('slur' as const) : ('breath' as const),
    ...(n % 6 === 3 && late && { between: { written: late, lengthMs: 80 } }),
  }))
}
const take = (): Take | undefined => {
  const [here, there] = [a.value, b.value]
  if (!inst.value || !here || !there || here.written === there.written) return undefined
  return {
    instrument: inst.value.id,
    written: from.value,
    performance: { notes: asPlayed, lengthS: Math.ceil(0.6 * (CHANGES + 1)) },
    ear: {
      transposition: inst.value.transposition,
      a4Hz: lesson.a4Hz,
      move: {
        instrument: inst.value.id,
        from: { touches: here.touches, written: from.value },
        to: { touches: there.touches, written: to.value },
      },
    },
    rule: () => firstOf(untilQuiet(LOUD_DB, 1.5), forSeconds(60)),
    async judge(m, provenance) {
      const heard = m.crossings ?? []
      // Who plays to the pulse is held against it.
      crossings.value = tools.pulsing ? onPulse(heard, 60 / tools.bpm) : heard
      if (!crossings.value.length)
        return `No change between ${prettyNote(from.value)} and ${prettyNote(to.value)} was heard. Both notes, back and forth, a little longer each.`
      const { clean, tries, late, how, times, lengthMs } = tally(crossings.value)
      await keepHeard(
        {
          from: from.value,
          to: to.value,
          clean: Math.min(99, clean),
          tries: Math.min(99, tries),
          late,
          ...(late && {
            lateTimes: Math.min(99, times),
            lateMs: Math.round(lengthMs),
            ...(how === 'early' && { early: true }),
          }),
        },
        provenance,
      )
      return undefined
    },
  }
}
const drill = computed(() =>
  system.value ? drillFor(system.value, crossings.value, from.value, to.value) : '',
)
/** Each finger's lateness over all that was noted of this learner; simulated takes don't count. */
const lateFingers = computed(() => latenessOf(ofLearner(lesson.ofKind(lesson.entries, 'move'))))
useEventListener('keydown', (event: KeyboardEvent) => {
  if (isTyping(event)) return
  if (event.key === 'c') tried(true)
  if (event.key === 'x') tried(false)
  if (event.key === '[') toPicker.value?.step(-1)
  if (event.key === ']') toPicker.value?.step(1)
})
</script>

<template>
  <template v-if="inst && system && a && b && way">
    <TakeHead
      :number="shown ? String(shown.data.clean) : String(clean)"
      :unit="
        shown
          ? `of ${shown.data.tries} clean${shown.provenance === 'simulated' ? ', simulated' : ''}`
          : `of ${tries} clean`
      "
      aim=""
      :note="undefined"
      :cents="undefined"
      bare
      :take="take"
      @begins="(begin(), (crossings = []))"
    />
    <section v-if="shown && crossings.length" aria-live="polite">
      <p class="verdict">{{ drill }}</p>
      <CrossingRow :crossings="crossings" :system="system" />
      <AfterTake :provenance="shown.provenance" :aim="undefined" :entry-id="shown.id" @taken-back="gone" />
    </section>
    <header class="head">
      <NotePicker v-model="from" :inst="inst" label="From note" />
      <span class="arrow" aria-hidden="true"></span>
      <NotePicker ref="toPicker" v-model="to" :inst="inst" label="To note" />
      <StaffPicker :inst="inst" :notes="[from, to]" @pick="(i, note) => (i ? (to = note) : (from = note))" />
      <div class="say">
        <p class="sentence">{{ describeMove(system, way.move) }}</p>
        <p class="soft">
          {{
            breakHere?.preparation ??
            (inst.tongue
              ? 'Finger it silently first, then slur, then tongue.'
              : 'Finger it silently first, then with the sound.')
          }}
        </p>
        <p class="soft hard">{{ hard }}</p>
      </div>
    </header>

    <p v-if="slide" class="slide caution">
      {{ slide.words }}
      <Button v-if="slide.instead" size="small" @click="takeOtherWay">Take that</Button>
    </p>

    <div class="drawings">
      <div class="drawing">
        <div class="beside">
          <b>{{ prettyNote(from) }}</b>
          <Choice
            v-if="fromOptions.length > 1"
            v-model="fromUse"
            :options="options(fromOptions)"
            small
            :label="`Fingering of ${from}`"
            class="use"
          />
        </div>
        <InstrumentDrawing
          :system="system"
          :held="a.touches"
          :pressing="way.move.press"
          :lifting="way.move.lift"
          :label="`${inst.name}: ${a.written}, with what moves towards ${b.written}`"
        />
      </div>
      <div class="drawing">
        <div class="beside">
          <b>{{ prettyNote(to) }}</b>
          <Choice
            v-if="toOptions.length > 1"
            v-model="toUse"
            :options="options(toOptions)"
            small
            :label="`Fingering of ${to}`"
            class="use"
          />
        </div>
        <InstrumentDrawing :system="system" :held="b.touches" :label="`${inst.name}: ${b.written}`" />
      </div>

      <div class="tally">
        <span class="soft">Or by tapping:</span>
        <Button size="large" @click="tried(true)">Clean <kbd>c</kbd></Button>
        <Button @click="tried(false)">Not clean <kbd>x</kbd></Button>
        <Button :disabled="!tries" @click="keep">Keep {{ clean }} of {{ tries }}</Button>
      </div>
    </div>

    <div class="lower">
      <div>
        <FingerThreads v-model="offsets" :system="system" :move="way.move" />
        <p class="heard" :class="{ accident: heardBetween.length }" aria-live="polite">
          <template v-if="heardBetween.length"
            >Between {{ prettyNote(from) }} and {{ prettyNote(to) }}:
            <b>{{ heardBetween.join(', then ') }}</b>.</template
          >
          <template v-else-if="way.move.press.length + way.move.lift.length > 1"
            >All together: nothing sounds between. Pull a knot to see what happens.</template
          >
          <template v-else>One finger: nothing can sound between.</template>
        </p>
      </div>
      <section>
        <p v-if="known.length" class="known">
          <Button
            v-for="m in known"
            :key="m.from + m.to"
            size="small"
            @click="change({ from: m.from, to: m.to, clean: 0, tries: 0, late: null })"
          >
            {{ prettyNote(m.from) }} to {{ prettyNote(m.to) }}, {{ m.clean }} of {{ m.tries }}
          </Button>
        </p>
        <InBetween
          :system="system"
          :likely="pitched"
          :to="to"
          :unknown="way.move.unknownStates"
          :predicted="unknown"
          @show="show"
        />
        <p v-if="doubtful.length" class="soft">In doubt: the fingering of {{ doubtful.join(' and ') }}.</p>
        <LateFingers v-if="lateFingers.length" :rows="lateFingers" :system="system" />
      </section>
    </div>
  </template>
</template>

<style scoped>
.head {
  display: flex;
  align-items: center;
  gap: 14px;
  margin-bottom: 6px;
}
.arrow {
  width: 26px;
  height: 2px;
  background: var(--soft);
  position: relative;
  flex: none;
}
.arrow::after {
  content: '';
  position: absolute;
  right: 0;
  top: -4px;
  border-left: 9px solid var(--soft);
  border-block: 5px solid transparent;
}
.say {
  margin-left: 10px;
}
.sentence {
  font-size: 19px;
  line-height: 1.25;
  font-weight: 650;
}
.drawings {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 4px 22px;
}
.beside {
  display: flex;
  align-items: center;
  gap: 12px;
  min-height: 36px;
}
.beside {
  min-width: 0;
}
.use {
  min-width: 0;
  max-width: min(100%, calc(100vw - 120px));
}
.beside b {
  font-size: 30px;
  line-height: 1.1;
}
.lower {
  display: grid;
  grid-template-columns: minmax(0, 1.3fr) minmax(0, 1fr);
  gap: 26px;
  margin-top: 8px;
}
.heard {
  border-left: 4px solid var(--metal);
  padding-left: 12px;
  margin-top: 4px;
}
.heard.accident {
  border-color: var(--alarm);
}
.tally {
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: center;
}
.known {
  display: flex;
  gap: 6px;
  flex-wrap: wrap;
  margin-bottom: 6px;
}
@media (max-width: 1000px) {
  .lower,
  .drawings {
    grid-template-columns: 1fr;
  }
  .head {
    flex-wrap: wrap;
  }
}
</style>
