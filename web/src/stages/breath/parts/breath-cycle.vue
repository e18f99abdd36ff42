<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, ref, shallowRef, watch } from 'vue'
import { useEventListener, useLocalStorage } from '@vueuse/core'
import {
  checkPattern,
  EMPTY,
  LONG,
  patternWords,
  placeAt,
  PULSE,
  roundOf,
  ROUNDS,
  rowToBegin,
  SHRINKING,
  shrinkingRow,
  type Pattern,
} from '@halitus/core/breath'
import { DIZZY_DAYS, ofLearner, roundsOf } from '@halitus/core/records'
import { forSeconds } from '@halitus/core/sound'
import { daysBetween } from '@halitus/core/time'
import { useDraft } from '@/base/drafts.ts'
import { isTyping, pressesButton } from '@/base/keys.ts'
import { studioNow } from '@/base/clock.ts'
import { DizzyButton, useLesson } from '@/lesson/index.ts'
import { useListening } from '@/listening/index.ts'
import Quantity from '@/parts/Quantity.vue'
import { usePacer } from '../pacer.ts'
import Ribbon from '../Ribbon.vue'

/** Breath by counts: paced, large enough for a group; which row went well is remembered. */
const lesson = useLesson()
const pacer = usePacer()
const perMinute = useLocalStorage('halitus.breath.pulse', PULSE.usual)
const aloud = useLocalStorage('halitus.breath.aloud', true)

const cycles = computed(() => ofLearner(lesson.ofKind(lesson.entries, 'breath-cycle')))
const dizzyLately = computed(() =>
  ofLearner(lesson.ofKind(lesson.entries, 'dizzy')).some((e) => daysBetween(e.at, studioNow()) <= DIZZY_DAYS),
)
const earlier = computed(() => cycles.value.filter((e) => e.lessonId !== lesson.answer?.lesson.id))
const begin = computed(() => rowToBegin(roundsOf(earlier.value), dizzyLately.value))
const rounds = computed(() => (dizzyLately.value ? ROUNDS.eased : ROUNDS.usual))

const OTHERS: { id: string; pattern: Pattern; label: string }[] = [
  { id: 'long', pattern: LONG, label: '9 · 9' },
  { id: 'empty', pattern: EMPTY, label: 'out, wait, in' },
]
const own = useLocalStorage<Pattern>('halitus.breath.own', {
  inCounts: 3,
  holdCounts: 0,
  outCounts: 9,
  emptyCounts: 0,
})
const lastToday = cycles.value.findLast((e) => e.lessonId === lesson.answer?.lesson.id)?.data
const chosen = ref<string>(
  lastToday && shrinkingRow(lastToday) >= 0 ? `row-${shrinkingRow(lastToday)}` : `row-${begin.value.row}`,
)
const pattern = computed<Pattern>(() => {
  if (chosen.value === 'own') return own.value
  const other = OTHERS.find((o) => o.id === chosen.value)
  return other?.pattern ?? SHRINKING[Number(chosen.value.slice(4))]!
})
const row = computed(() => shrinkingRow(pattern.value))
const problem = computed(() => {
  try {
    checkPattern(pattern.value, perMinute.value)
    return ''
  } catch (error) {
    return error instanceof Error ? error.message : ''
  }
})
const holds = computed(() => pattern.value.holdCounts + pattern.value.emptyCounts > 0)
/** Holding the breath waits until somebody has said that nothing speaks against it. */
const allowed = ref(false)

interface Paced {
  chosen: string
  pattern: Pattern
  perMinute: number
  rounds: number
}
/** What was paced and isn't judged yet; still there after a reload in the middle of it. */
const paced = useDraft<Paced | null>(() => `cycle.${lesson.answer?.lesson.id}`, null)
if (paced.value) chosen.value = paced.value.chosen
const done = computed({
  get: () => (pacer.running.value || !paced.value?.rounds ? undefined : paced.value),
  set: (now) => (paced.value = now ?? null),
})
const place = computed(() => placeAt(pattern.value, perMinute.value, pacer.atS.value))

/** What the microphone hears of the breath, drawn on the ribbon; nothing of it is judged or kept. */
const listening = useListening()
const hears = useLocalStorage('halitus.breath.hears', false)
const heard = shallowRef<{ s: number; db: number }[]>([])
const NEWEST = 900
watch(pacer.atS, (s) => {
  if (hears.value && listening.state === 'listening')
    heard.value = [...heard.value.slice(-NEWEST), { s, db: listening.levelDb }]
})
async function beginToHear() {
  heard.value = []
  const inst = lesson.inst
  if (!hears.value || !inst || listening.source !== 'microphone') return
  await listening.start({
    instrument: inst.id,
    written: inst.teaching.firstNotes[0]!,
    ear: { transposition: inst.transposition, a4Hz: lesson.a4Hz },
    rule: () => forSeconds(600),
    judge: () => undefined,
  })
}

async function toggle() {
  if (pacer.running.value) return halt()
  if (problem.value) return
  if (holds.value && !allowed.value) {
    allowed.value = true
    return
  }
  done.value = undefined
  await pacer.start(pattern.value, perMinute.value, aloud.value)
  await beginToHear()
}
function halt() {
  const whole = Math.floor((pacer.atS.value * perMinute.value) / 60 / roundOf(pattern.value) + 1e-6)
  pacer.stop()
  void listening.cancel()
  remember(whole)
}
/** Whole rounds so far, with the drill that they belong to. */
function remember(whole: number) {
  paced.value = {
    chosen: chosen.value,
    pattern: { ...pattern.value },
    perMinute: perMinute.value,
    rounds: Math.min(30, whole),
  }
}
watch(
  () => pacer.running.value && place.value.round,
  (round) => typeof round === 'number' && round > 0 && remember(round - 1),
)
watch(
  () => pacer.running.value && place.value.round > rounds.value,
  (over) => over && halt(),
)
watch([chosen, perMinute], () => {
  pacer.stop()
  done.value = undefined
})
async function judge(well: boolean) {
  if (pacer.running.value) halt()
  const was = done.value
  if (!was) return
  done.value = undefined
  await lesson.add('breath', 'breath-cycle', {
    ...was.pattern,
    perMinute: was.perMinute,
    rounds: was.rounds,
    well,
  })
  const at = shrinkingRow(was.pattern)
  if (at >= 0) chosen.value = `row-${Math.max(0, Math.min(SHRINKING.length - 1, at + (well ? 1 : -1)))}`
}
useEventListener('keydown', (event: KeyboardEvent) => {
  if (isTyping(event)) return
  if (event.key === ' ' && !pressesButton(event)) {
    event.preventDefault()
    void toggle()
  }
  if (event.key === 'w') void judge(true)
  if (event.key === 'n') void judge(false)
})

/** How a row last went. */
const wentOf = (index: number) => {
  const last = cycles.value.findLast((e) => shrinkingRow(e.data) === index)
  return last ? (last.data.well ? 'went well' : 'not yet') : ''
}
/** A small shape of a row: up while air comes in, down while it goes. */
const shape = (p: Pattern) => {
  const w = 96 / roundOf(p)
  const top = p.inCounts * w
  return `0,40 ${top},4 ${top + p.holdCounts * w},4 ${96 - p.emptyCounts * w},40 96,40`
}
const action = computed(() =>
  pacer.running.value ? 'Stop' : holds.value && !allowed.value ? 'Seated, and well' : 'Start',
)
</script>

<template>
  <div class="top">
    <p class="which">
      <b>{{ patternWords(pattern) }}</b>
      <span class="soft">
        <template v-if="pacer.running.value"
          >round {{ Math.min(place.round, rounds) }} of {{ rounds }}</template
        >
        <template v-else>{{ rounds }} rounds</template>
      </span>
      <label for="pace">at</label>
      <Quantity id="pace" v-model="perMinute" :min="PULSE.low" :max="PULSE.high" unit="a minute" />
      <Button size="small" :aria-pressed="aloud" @click="aloud = !aloud">{{
        aloud ? 'Aloud' : 'Silent'
      }}</Button>
      <Button
        v-if="listening.source === 'microphone'"
        size="small"
        :aria-pressed="hears"
        @click="hears = !hears"
        >{{ hears ? 'Hears the breath' : 'Hear the breath' }}</Button
      >
    </p>
  </div>

  <Ribbon
    :pattern="pattern"
    :per-minute="perMinute"
    :at-s="pacer.running.value ? pacer.atS.value : 0"
    :running="pacer.running.value"
    :heard="heard"
  />
  <p class="visually-hidden" aria-live="off" role="timer">
    {{ pacer.running.value ? `${place.phase} ${place.count}` : '' }}
  </p>

  <div class="rows" role="group" aria-label="Drills">
    <button
      v-for="(r, i) in SHRINKING"
      :key="i"
      type="button"
      class="row"
      :class="{ now: row === i, well: wentOf(i) === 'went well' }"
      :aria-pressed="row === i && chosen !== 'own'"
      @click="chosen = `row-${i}`"
    >
      <svg viewBox="0 0 96 44" aria-hidden="true"><polygon :points="shape(r)" /></svg>
      <span
        ><b>{{ r.inCounts }} · {{ r.outCounts }}</b> <i>{{ row === i ? 'now' : wentOf(i) }}</i></span
      >
    </button>
    <span class="others">
      <Button v-for="o in OTHERS" :key="o.id" :aria-pressed="chosen === o.id" @click="chosen = o.id">{{
        o.label
      }}</Button>
      <Button :aria-pressed="chosen === 'own'" @click="chosen = 'own'">Own counts</Button>
    </span>
  </div>
  <p v-if="chosen === 'own'" class="which">
    <label for="own-in">in</label><Quantity id="own-in" v-model="own.inCounts" :min="1" :max="30" />
    <label for="own-hold">hold</label><Quantity id="own-hold" v-model="own.holdCounts" :min="0" :max="12" />
    <label for="own-out">out</label><Quantity id="own-out" v-model="own.outCounts" :min="1" :max="30" />
    <label for="own-empty">empty</label
    ><Quantity id="own-empty" v-model="own.emptyCounts" :min="0" :max="12" />
  </p>
  <p v-if="hears && listening.problem" class="soft">
    {{ listening.problem }} The drill goes on without being heard.
  </p>
  <p v-if="problem" class="caution" role="alert">{{ problem }}</p>
  <p v-else-if="holds" class="caution">
    Holding the breath: seated, never pushed. With heart, lung, blood or eye pressure, or in pregnancy: a
    doctor first.
  </p>

  <div class="act">
    <Button type="primary" size="large" class="go" :disabled="!!problem" @click="toggle"
      >{{ action }} <kbd>Space</kbd></Button
    >
    <template v-if="done">
      <span class="ask" aria-live="polite"
        >{{ done.rounds }} {{ done.rounds === 1 ? 'round' : 'rounds' }}. Quiet and easy?</span
      >
      <Button size="large" class="go" @click="judge(true)">Went well <kbd>w</kbd></Button>
      <Button size="large" class="go" @click="judge(false)">Not yet <kbd>n</kbd></Button>
    </template>
    <span v-else class="soft">{{ begin.why }}</span>
    <DizzyButton stage="breath" :during="patternWords(pattern)" class="last" @stopped="pacer.stop()" />
  </div>
</template>

<style scoped>
.top,
.which {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 10px;
}
.which b {
  font-size: 26px;
}
.rows {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 18px;
  align-items: center;
  margin: 6px 0 12px;
}
.row {
  font: inherit;
  color: var(--ink);
  background: none;
  border: 0;
  border-bottom: 3px solid transparent;
  padding: 4px 2px;
  width: 118px;
  text-align: left;
  cursor: pointer;
}
.row svg {
  width: 96px;
  display: block;
}
.row polygon {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
  stroke-linejoin: round;
}
.row.well polygon {
  fill: var(--ink);
}
.row.now polygon {
  stroke: var(--metal);
  fill: var(--metal-wash);
  stroke-width: 3;
}
.row[aria-pressed='true'] {
  border-color: var(--metal);
}
.row i {
  font-style: normal;
  color: var(--soft);
  font-size: 14px;
}
.others {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.act {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 12px;
  margin-top: 12px;
}
.go {
  height: 60px;
  min-width: 130px;
  font-size: 19px;
}
.ask {
  font-size: 18px;
  font-weight: 650;
}
.last {
  margin-left: auto;
}
</style>
