<script setup lang="ts">
import { computed, ref } from 'vue'
import { hasAir, pullCents, typicalError } from '@halitus/core/acoustics'
import {
  addedMm,
  seriesOf,
  shifts,
  tune,
  tuningGauge,
  tuningWords,
  type Gauge,
  type Instrument,
  type Lengthening,
} from '@halitus/core/instruments'
import { airCents, noteName, parseNote, prettyNote, ROOM_AIR, type Air } from '@halitus/core/pitch'
import { useLesson } from '@/lesson/index.ts'
import Choice from '@/parts/Choice.vue'
import Quantity from '@/parts/Quantity.vue'
import Why from '@/parts/Why.vue'
import { signed } from '@/base/words.ts'

/** What a placement and the air do to each note, and how far to pull for a note that is sharp. */
const props = defineProps<{
  inst: Instrument
  gauge: Gauge
  values: Readonly<Record<string, number>>
}>()
const lesson = useLesson()
const temperatureC = ref(ROOM_AIR.temperatureC)
const humidity = ref(ROOM_AIR.humidity * 100)
const air = computed<Air>(() => ({
  temperatureC: temperatureC.value ?? 20,
  humidity: (humidity.value ?? 50) / 100,
}))
const added = computed(() => addedMm(props.gauge, props.values))
const zeroWords = computed(() => props.gauge.measures.find((m) => m.lengthens !== 0)?.zero.words ?? '')

const tuning = ref('A4')
const sharp = ref(0)
const [low, high] = props.inst.range.full.map((n) => parseNote(n).midi) as [number, number]
tuning.value = noteName(Math.min(high, Math.max(low, 69 - props.inst.transposition)))
const notes = Array.from({ length: high - low + 1 }, (_, i) => ({
  value: noteName(low + i),
  label: prettyNote(noteName(low + i)),
}))
/** What is moved to tune: this placement if it is a length, else the one that is. */
const tuned = computed(() => {
  const own = props.gauge.measures.find((m) => m.lengthens !== 0)
  return own ? { gauge: props.gauge, measure: own } : tuningGauge(props.inst)
})
/** Where the instrument's tube is modelled, that says what a pull does; else its plain length. */
const byModel = computed((): Lengthening | undefined => {
  const on = props.inst
  if (!hasAir(on) || pullCents(on, low, 1) === undefined) return undefined
  return (midi, mm) => pullCents(on, midi, mm)
})
const error = computed(() => (byModel.value ? typicalError(props.inst) : undefined))
const pull = computed(() => {
  const by = tuned.value
  if (!by) return undefined
  const from =
    by.gauge.id === props.gauge.id ? (props.values[by.measure.id] ?? by.measure.start) : by.measure.start
  const to = tune(
    props.inst,
    by.measure,
    from,
    parseNote(tuning.value).midi,
    sharp.value ?? 0,
    air.value,
    lesson.a4Hz,
    byModel.value,
  )
  return { ...to, words: tuningWords(by.gauge, by.measure, to, sharp.value ?? 0) }
})
/** Either where a pull leaves all notes, or what this placement does to them. */
const curve = computed(() =>
  sharp.value && pull.value
    ? pull.value.then
    : shifts(props.inst, added.value, air.value, lesson.a4Hz, byModel.value),
)
const warmth = computed(() => airCents(air.value))
const most = computed(() => Math.max(10, ...curve.value.map((s) => Math.abs(s.cents))))
const W = 640
const x = (i: number) => (i / Math.max(1, curve.value.length - 1)) * (W - 20) + 10
const y = (cents: number) => 70 - (cents / most.value) * 40
/** Whether anything moves at all: an empty chart says nothing. */
const moves = computed(() => curve.value.some((c) => Math.abs(c.cents) >= 0.5))
/** Notes that tell the most: the ends, the first note learnt, and the one that is tuned to. */
const telling = computed(() => {
  const first = props.inst.teaching.firstNotes[0]!
  const wanted = [low, parseNote(first).midi, parseNote(tuning.value).midi, high]
  return curve.value.filter((s) => wanted.includes(parseNote(s.written).midi))
})
</script>

<template>
  <section class="tune">
    <h2>What it does to each note</h2>
    <div class="ask">
      <label for="g-temp">Air</label>
      <Quantity id="g-temp" v-model="temperatureC" :min="-10" :max="45" unit="°C" />
      <Quantity id="g-hum" v-model="humidity" :min="0" :max="100" unit="% damp" label="Humidity" />
      <label for="g-note">When</label>
      <Choice id="g-note" v-model="tuning" :options="notes" />
      <label for="g-sharp">is sharp by</label>
      <Quantity id="g-sharp" v-model="sharp" :min="-80" :max="80" unit="cents" />
    </div>
    <p class="answer" aria-live="polite">
      <template v-if="sharp && pull">
        <b>{{ pull.words[0] }}</b> {{ pull.words.slice(1).join(' ') }} Then
        {{ telling.map((s) => `${prettyNote(s.written)} ${signed(s.cents)}`).join(', ') }} cents.
      </template>
      <template v-else-if="Math.abs(added) > 0.05">
        <b>{{ Math.abs(added).toFixed(1) }} mm {{ added > 0 ? 'longer' : 'shorter' }}</b> than
        {{ zeroWords }}:
        {{ telling.map((s) => `${prettyNote(s.written)} ${signed(s.cents)}`).join(', ') }} cents.
      </template>
      <template v-else
        >As it is {{ zeroWords }}: nothing moves. Against 20 °C this air makes everything
        {{ signed(warmth) }} cents.</template
      >
    </p>
    <svg
      v-if="moves"
      :viewBox="`0 0 ${W} 118`"
      class="curve"
      role="img"
      :aria-label="`Cents by note, up to ${most.toFixed(0)}`"
    >
      <line :x1="0" :x2="W" y1="70" y2="70" class="zero" />
      <line
        v-for="(s, i) in curve"
        :key="s.written"
        :x1="x(i)"
        :x2="x(i)"
        y1="70"
        :y2="y(s.cents)"
        class="bar"
      />
      <text
        v-for="(s, i) in curve"
        v-show="i % 6 === 0"
        :key="`t${s.written}`"
        :x="x(i)"
        y="14"
        text-anchor="middle"
      >
        {{ prettyNote(s.written) }}
      </text>
      <text x="4" y="34">+{{ most.toFixed(0) }} cents</text>
    </svg>
    <Why>
      <p v-if="error" class="soft" data-testid="gauge-by">
        Predicted by a model of the tube with its holes, not measured on this instrument: notes that it wasn’t
        told are within {{ Math.ceil(error.half) }} cents by half, nine of ten within
        {{ Math.ceil(error.most) }}. The air’s share from the speed of sound in moist air (Cramer 1993).
      </p>
      <p v-else class="soft" data-testid="gauge-by">
        Computed from the acoustic length of each note ({{
          seriesOf(inst.bore) === 'odd' ? 'closed tube, c/4f' : 'open tube or cone, c/2f'
        }}) and the speed of sound in moist air (Cramer 1993).
      </p>
    </Why>
  </section>
</template>

<style scoped>
.tune {
  margin-top: 12px;
  border-top: 1px solid var(--line);
  padding-top: 10px;
}
.ask {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
  margin: 6px 0;
}
.answer {
  font-size: 19px;
  line-height: 1.3;
}
.answer b {
  font-size: 24px;
}
.curve {
  display: block;
  width: 100%;
  max-width: 720px;
}
.curve text {
  font-size: 14px;
  fill: var(--soft);
}
.zero {
  stroke: var(--soft);
}
.bar {
  stroke: var(--ink);
  stroke-width: 5;
}
</style>
