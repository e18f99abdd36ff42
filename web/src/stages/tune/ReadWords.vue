<script setup lang="ts">
import { computed } from 'vue'
import type { SheetAnswer } from '@halitus/core/contract'
import { fingerSystem, handsInWords, type Instrument } from '@halitus/core/instruments'
import { prettyNote } from '@halitus/core/pitch'
import Choice from '@/parts/Choice.vue'

/** What was read, in sentences: for who asks why. */
const props = defineProps<{ sheet: SheetAnswer; inst: Instrument }>()
const plan = defineModel<number>('plan', { required: true })
const bar = (m: number) => props.sheet.bars[m]!.number
const reading = computed(() => props.sheet.reading)
const seconds = (s: number) => `${s.toFixed(1)} s`
const tempoWords = computed(() => {
  const { from, bpm } = reading.value.tempo
  return from === 'usual'
    ? `No tempo is written: at ${Math.round(props.sheet.tempo)} quarters a minute.`
    : `At ${Math.round(bpm)} quarters a minute.`
})
const long = computed(() => {
  const { slur, held } = reading.value.longest
  return [
    slur && `longest slur ${seconds(slur.seconds)}, from bar ${bar(slur.measure)}`,
    held && `longest note ${seconds(held.seconds)}, bar ${bar(held.measure)}`,
  ]
    .filter(Boolean)
    .join('; ')
})
const plans = computed(() =>
  props.sheet.plans.map((p, i) => ({
    value: i,
    label: `${p.label}: ${p.breaths.length} ${p.breaths.length === 1 ? 'breath' : 'breaths'} beside the rests`,
  })),
)
const chosen = computed(() => props.sheet.plans[plan.value] ?? props.sheet.plans[0])
const tightest = computed(() => {
  const all = chosen.value?.stretches ?? []
  const [least] = [...all].sort((a, b) => a.reached - b.reached)
  if (!least) return ''
  const end = props.sheet.notes[least.to]!
  return `bar ${bar(end.measure)} is reached in ${Math.round(10 * least.reached)} of 10: ${seconds(least.seconds)} in one breath, of ${seconds(props.sheet.capacity.seconds)}`
})
const colliding = computed(() =>
  reading.value.collisions.slice(0, 3).map((c) => `bar ${bar(c.measure)}: ${c.words}`),
)
/** What the key means for the fingers: each changed note where it comes first. */
const keyFingers = computed(() =>
  reading.value.changedNotes.flatMap(({ step, alter }) => {
    const name = new RegExp(`^${step}${alter > 0 ? '#' : 'b'}\\d`)
    const note = props.sheet.notes.find((n) => name.test(n.written))
    return note
      ? [`${prettyNote(note.written)}: ${handsInWords(fingerSystem(props.inst), note.touches)}`]
      : []
  }),
)
const sections = computed(() =>
  reading.value.sections.length < 2
    ? []
    : reading.value.sections.map(
        (s) =>
          `${s.label ? `${s.label}, ` : ''}bars ${bar(s.from)} to ${bar(s.to)}${s.pace ? ` (${s.pace})` : ''}`,
      ),
)
const rests = computed(() => reading.value.rests.map((r) => `${r.bars} from bar ${bar(r.measure)}`))
</script>

<template>
  <div class="words">
    <p>
      {{ tempoWords }} {{ long ? `${long.charAt(0).toUpperCase()}${long.slice(1)}.` : '' }} From
      {{ prettyNote(reading.range.lowest.written) }} to {{ prettyNote(reading.range.highest.written) }}.
      {{ reading.several ? 'Of several voices the upper one is read.' : '' }}
    </p>
    <p v-if="keyFingers.length">{{ keyFingers.join('. ') }}.</p>
    <p v-if="sections.length">Parts: {{ sections.join('; ') }}.</p>
    <p v-if="tightest">
      <Choice v-if="plans.length > 1" v-model="plan" small label="Breath plan" :options="plans" />
      {{ tightest }} ({{
        sheet.capacity.from
          ? `from ${sheet.capacity.from} counts of this learner`
          : 'what a beginner usually has; nothing was counted yet'
      }}).
      <template v-if="sheet.fits"
        >All fits at {{ sheet.fits }} or faster; until then breathe more often, or count breaths
        daily.</template
      >
    </p>
    <p v-if="reading.hardMoves.length">
      Hardest:
      <span v-for="(m, i) in reading.hardMoves.slice(0, 3)" :key="i"
        >{{ i ? '; ' : '' }}{{ prettyNote(m.from) }} to {{ prettyNote(m.to) }} (bar {{ bar(m.measure) }}),
        {{ m.why }}</span
      >.
    </p>
    <p v-if="reading.crossings.length">
      The break is crossed in bar
      {{ [...new Set(reading.crossings.map((c) => bar(c.measure)))].slice(0, 8).join(', ') }}.
    </p>
    <p v-if="colliding.length">A finger would slide: {{ colliding.join('; ') }}.</p>
    <p v-if="rests.length">Bars to count: {{ rests.join(', ') }}.</p>
  </div>
</template>

<style scoped>
.words {
  max-width: 70ch;
}
p {
  margin: 4px 0;
}
</style>
