<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { useLocalStorage } from '@vueuse/core'
import type { Provenance } from '@halitus/core/contract'
import { hzOfMidi, parseNote } from '@halitus/core/pitch'
import { noteKey, strokeVerdict } from '@halitus/core/records'
import { untilQuiet } from '@halitus/core/sound'
import { staircase, TEMPO, type Step } from '@halitus/core/tongue'
import { useDraft } from '@/base/drafts.ts'
import { useLesson, useTools } from '@/lesson/index.ts'
import { useListening, type Take } from '@/listening/index.ts'
import Choice from '@/parts/Choice.vue'
import NoteChoice from '@/parts/NoteChoice.vue'
import TakeHead from '../../TakeHead.vue'
import { LOUD_DB } from '../../take.ts'
import { nothingIn, strokesOf } from '../heard.ts'
import { useSlurred } from '../slurred.ts'

/** A short staircase: up while evenness and tone hold, down when they don't; the limit with its interval. */
const OVER_S = 1.2
const lesson = useLesson()
const listening = useListening()
const tools = useTools()
const written = ref(noteKey(lesson.homeNote))
const perBeat = useLocalStorage('halitus.tempo.perBeat', 2)
const slurred = useSlurred(written)
const draft = useDraft<{ first: number; steps: Step[]; provenance: Provenance }>(
  () => `staircase.${lesson.answer?.lesson.id}.${perBeat.value}`,
  { first: 0, steps: [], provenance: 'microphone' },
)
const first = computed(() => {
  const aim = lesson.aim('tongue-tempo', String(perBeat.value))?.value ?? tools.bpm
  return Math.max(TEMPO.low, Math.min(TEMPO.high, draft.value.first || aim))
})
const stairs = computed(() => staircase(first.value, draft.value.steps))
const next = computed(() => stairs.value.next)
const said = ref('')
const PER_BEAT = [
  { value: 2, label: 'eighths' },
  { value: 3, label: 'triplets' },
  { value: 4, label: 'sixteenths' },
] as const

const take = (): Take | undefined => {
  const inst = lesson.inst
  const tempo = next.value
  if (!inst || tempo === null) return undefined
  // The pulse goes along, so that everybody hears which tempo is asked.
  tools.setBpm(tempo)
  // A simulated learner whose limit lies somewhere above where one begins.
  const limit = 96 - 8 * (perBeat.value - 2)
  return {
    instrument: inst.id,
    written: written.value,
    performance: {
      strokes: { rateHz: (tempo * perBeat.value) / 60, jitterMs: tempo <= limit ? 5 : 60 },
      lengthS: Math.max(3, listening.playerLengthS / 2),
    },
    ear: {
      transposition: inst.transposition,
      a4Hz: lesson.a4Hz,
      askedHz: hzOfMidi(parseNote(written.value).midi + inst.transposition, lesson.a4Hz),
    },
    rule: () => untilQuiet(LOUD_DB, OVER_S),
    judge(m, provenance) {
      const nothing = nothingIn(m, inst)
      if (nothing) return nothing
      const data = strokesOf(m, { perMinute: tempo, perBeat: perBeat.value }, slurred.tone.value)
      if (data.rateHz === null) return 'Fewer than five strokes in a row: a whole bar, please. Not counted.'
      const { held, words } = strokeVerdict(data)
      const behind = data.rateHz < (0.94 * tempo * perBeat.value) / 60
      said.value = behind ? `${words} But slower than asked.` : words
      draft.value = {
        first: first.value,
        steps: [...draft.value.steps, { perMinute: tempo, held: held && !behind }],
        provenance:
          draft.value.steps.length && draft.value.provenance === 'simulated' ? 'simulated' : provenance,
      }
      return undefined
    },
  }
}
async function keep() {
  const { held, low, high } = stairs.value
  // What nobody has played evenly yet isn't kept as if somebody had.
  if (held === null) return
  const kept = await lesson.add(
    'tongue',
    'tongue-tempo',
    {
      written: written.value,
      perBeat: perBeat.value,
      perMinute: held,
      low: Math.min(low, held),
      high: Math.max(high, held),
      takes: draft.value.steps,
    },
    draft.value.provenance,
  )
  if (kept) anew()
}
function anew() {
  draft.value = { first: 0, steps: [], provenance: 'microphone' }
  said.value = ''
}
const W = 640
const x = (perMinute: number) =>
  20 + ((Math.log(perMinute) - Math.log(TEMPO.low)) / Math.log(TEMPO.high / TEMPO.low)) * (W - 40)
</script>

<template>
  <TakeHead
    :number="next === null ? (stairs.held === null ? '–' : String(stairs.held)) : String(next)"
    unit="a minute"
    :aim="next === null ? `between ${stairs.low} and ${stairs.high}` : `take ${draft.steps.length + 1}`"
    :note="listening.note?.written"
    :cents="undefined"
    :take="take"
    @begins="said = ''"
  >
    <template #choose>
      <label for="tempo-note">Note</label>
      <NoteChoice id="tempo-note" v-model="written" :inst="lesson.inst" />
      <Choice v-model="perBeat" label="Strokes a beat" :options="PER_BEAT" />
      <Button v-if="stairs.held !== null" type="primary" @click="keep">Keep {{ stairs.held }}</Button>
      <Button v-if="draft.steps.length" @click="anew">Begin anew</Button>
    </template>
  </TakeHead>
  <svg
    class="stairs"
    :viewBox="`0 0 ${W} 132`"
    role="img"
    :aria-label="`Staircase of ${draft.steps.length} takes`"
  >
    <line x1="20" :x2="W - 20" y1="96" y2="96" class="axis" />
    <rect
      v-if="draft.steps.length"
      class="band"
      :x="x(stairs.low)"
      y="84"
      :width="Math.max(3, x(stairs.high) - x(stairs.low))"
      height="24"
    />
    <g v-for="(s, i) in draft.steps" :key="i">
      <circle :cx="x(s.perMinute)" :cy="14 + i * 8" r="6" :class="s.held ? 'held' : 'fell'" />
    </g>
    <text v-for="t in [40, 60, 80, 120, 160, 208]" :key="t" :x="x(t)" y="130" class="mark">
      {{ t }}
    </text>
  </svg>
  <p class="verdict" aria-live="polite">{{ said }}</p>
  <p class="why">{{ stairs.why }}</p>
  <p class="caution">Tone first: when it breaks, back one mark. Tired tongue: rest.</p>
</template>

<style scoped>
.stairs {
  width: 100%;
  max-height: 170px;
}
.axis {
  stroke: var(--soft);
}
.band {
  fill: var(--cane);
  stroke: var(--brass);
}
.held {
  fill: var(--ink);
}
.fell {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 2;
}
.mark {
  fill: var(--soft);
  font-size: 22px;
  text-anchor: middle;
}
.verdict {
  font-size: var(--said);
  font-weight: 680;
  min-height: 30px;
}
.why {
  font-size: 19px;
}
</style>
