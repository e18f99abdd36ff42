<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, ref, shallowRef, watch } from 'vue'
import { useDraft } from '@/base/drafts.ts'
import { hasAir, pullCents, typicalError } from '@halitus/core/acoustics'
import {
  addedMm,
  judge,
  seriesOf,
  shifts,
  tune,
  tuningGauge,
  tuningWords,
  type Lengthening,
} from '@halitus/core/instruments'
import { airCents, noteName, parseNote, prettyNote, ROOM_AIR, type Air } from '@halitus/core/pitch'
import { useLesson } from '@/lesson/index.ts'
import Choice from '@/parts/Choice.vue'
import Quantity from '@/parts/Quantity.vue'
import { signed } from '@/base/words.ts'
import GaugeDrawing from './GaugeDrawing.vue'

const lesson = useLesson()
/** The last instrument that was there: the lesson may be left before this panel is. */
const inst = shallowRef(lesson.inst!)
watch(
  () => lesson.inst,
  (now) => now && (inst.value = now),
)
const gaugeId = useDraft(() => `gauge.${lesson.answer?.lesson.id}`, inst.value.gauges[0]!.id)
const gauge = computed(() => inst.value.gauges.find((g) => g.id === gaugeId.value) ?? inst.value.gauges[0]!)
const values = useDraft<Record<string, number>>(
  () => `gauge.${lesson.answer?.lesson.id}.${gaugeId.value}`,
  {},
)

const temperatureC = ref(ROOM_AIR.temperatureC)
const humidity = ref(ROOM_AIR.humidity * 100)
const air = computed<Air>(() => ({
  temperatureC: temperatureC.value ?? 20,
  humidity: (humidity.value ?? 50) / 100,
}))
const verdicts = computed(() => judge(gauge.value, values.value))
const added = computed(() => addedMm(gauge.value, values.value))
const zeroWords = computed(() => gauge.value.measures.find((m) => m.lengthens !== 0)?.zero.words ?? '')
const isLength = computed(() => gauge.value.measures.some((m) => m.lengthens !== 0))

const tuning = ref('A4')
const sharp = ref(0)
const [low, high] = inst.value.range.full.map((n) => parseNote(n).midi) as [number, number]
tuning.value = noteName(Math.min(high, Math.max(low, 69 - inst.value.transposition)))
const notes = Array.from({ length: high - low + 1 }, (_, i) => ({
  value: noteName(low + i),
  label: prettyNote(noteName(low + i)),
}))
/** What is moved to tune: this placement if it is a length, else the one that is. */
const tuned = computed(() => {
  const own = gauge.value.measures.find((m) => m.lengthens !== 0)
  return own ? { gauge: gauge.value, measure: own } : tuningGauge(inst.value)
})
/** Where the instrument's tube is modelled, that says what a pull does; else its plain length. */
const byModel = computed((): Lengthening | undefined => {
  const on = inst.value
  if (!hasAir(on) || pullCents(on, low, 1) === undefined) return undefined
  return (midi, mm) => pullCents(on, midi, mm)
})
const error = computed(() => (byModel.value ? typicalError(inst.value) : undefined))
const pull = computed(() => {
  const by = tuned.value
  if (!by) return undefined
  const from =
    by.gauge.id === gaugeId.value ? (values.value[by.measure.id] ?? by.measure.start) : by.measure.start
  const to = tune(
    inst.value,
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
    : shifts(inst.value, added.value, air.value, lesson.a4Hz, byModel.value),
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
  const first = inst.value.teaching.firstNotes[0]!
  const wanted = [low, parseNote(first).midi, parseNote(tuning.value).midi, high]
  return curve.value.filter((s) => wanted.includes(parseNote(s.written).midi))
})

async function keep() {
  await lesson.add('setup', 'gauge', {
    gaugeId: gauge.value.id,
    values: gauge.value.measures.map((m) => ({ measure: m.id, value: values.value[m.id] ?? m.start })),
  })
}
</script>

<template>
  <div class="columns">
    <div class="see">
      <div v-if="inst.gauges.length > 1" class="tabs" role="group" aria-label="Gauge">
        <Button
          v-for="g in inst.gauges"
          :key="g.id"
          size="small"
          :type="g.id === gauge.id ? 'primary' : 'default'"
          :aria-pressed="g.id === gauge.id"
          @click="gaugeId = g.id"
          >{{ g.name }}</Button
        >
      </div>
      <GaugeDrawing v-model="values" :gauge="gauge" />
      <p class="soft">To scale; drag the {{ gauge.parts[1] }}, or type. Tolerances: {{ gauge.source }}.</p>
    </div>
    <div class="judged">
      <div v-for="verdict in verdicts" :key="verdict.measure.id" class="measure">
        <label :for="`m-${verdict.measure.id}`">{{ verdict.measure.label }}</label>
        <Quantity
          :id="`m-${verdict.measure.id}`"
          :model-value="verdict.value"
          :min="verdict.measure.min"
          :max="verdict.measure.max"
          :step="verdict.measure.step"
          :unit="verdict.measure.unit"
          @update:model-value="(n) => (values = { ...values, [verdict.measure.id]: n })"
        />
        <p :class="verdict.state === 'within' ? 'soft' : 'wrong'" aria-live="polite">
          {{ verdict.heard }}
          <span class="soft"
            >Right: {{ verdict.measure.ideal[0] }} to {{ verdict.measure.ideal[1] }}
            {{ verdict.measure.unit }}</span
          >
        </p>
      </div>
      <Button type="primary" @click="keep">Note it</Button>
      <p v-if="gauge.caution" class="caution">{{ gauge.caution }}</p>
    </div>
  </div>

  <section class="tune">
    <h2>{{ isLength ? 'What it does to each note' : 'Length and pitch of each note' }}</h2>
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
      <template v-else-if="isLength && Math.abs(added) > 0.05">
        <b>{{ Math.abs(added).toFixed(1) }} mm {{ added > 0 ? 'longer' : 'shorter' }}</b> than
        {{ zeroWords }}:
        {{ telling.map((s) => `${prettyNote(s.written)} ${signed(s.cents)}`).join(', ') }} cents.
      </template>
      <template v-else
        >{{
          isLength
            ? `As it is ${zeroWords}: nothing moves.`
            : 'This placement doesn’t change the tube’s length.'
        }}
        Against 20 °C this air makes everything {{ signed(warmth) }} cents.</template
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
  </section>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1.05fr) minmax(0, 1fr);
  gap: 28px;
}
.tabs {
  display: flex;
  gap: 6px;
  flex-wrap: wrap;
  margin-bottom: 8px;
}
.measure {
  display: grid;
  grid-template-columns: 1fr auto;
  align-items: center;
  gap: 0 12px;
  margin-bottom: 8px;
}
.measure p {
  grid-column: 1 / -1;
}
.measure .soft {
  font-size: 14px;
}
.wrong .soft {
  font-weight: 400;
}
.wrong {
  font-size: 18px;
  font-weight: 650;
  color: var(--lacquer);
}
.judged .caution {
  margin-top: 12px;
}
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
@media (max-width: 1000px) {
  .columns {
    grid-template-columns: 1fr;
  }
}
</style>
