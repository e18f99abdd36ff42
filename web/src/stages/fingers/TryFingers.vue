<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import { faultsOf, faultWords, hasAir, predict, tellingNote, typicalError } from '@halitus/core/acoustics'
import { chartedAs, tapped } from '@halitus/core/fingering'
import {
  standardFingering,
  type FingerSystem,
  type Instrument,
  type TouchId,
} from '@halitus/core/instruments'
import { centsBetween, hzOfMidi, parseNote, prettyNote } from '@halitus/core/pitch'
import { firstOf, forSeconds, untilQuiet } from '@halitus/core/sound'
import { signed } from '@/base/words.ts'
import { useLesson } from '@/lesson/index.ts'
import { useListening } from '@/listening/index.ts'
import InstrumentDrawing from '@/parts/InstrumentDrawing.vue'
import { LOUD_DB } from '../take.ts'

/** Any fingers: what the chart says they are, else what a model of the tube predicts; and what went wrong when it sounds. */
const props = defineProps<{ inst: Instrument; system: FingerSystem; note: string }>()
/** So many possibilities are named, and only those above this share. */
const NAMED = 3
const LEAST = 0.08
/** Within this of what was meant nothing is wrong, cents (chosen by Halitus). */
const RIGHT_CENTS = 15
const lesson = useLesson()
const listening = useListening()
const own = ref<TouchId[]>()
const heard = ref<{ hz: number; cents: number; written: string }>()
watch(
  () => props.note,
  () => ((own.value = undefined), (heard.value = undefined)),
)
const held = computed(() => own.value ?? standardFingering(props.inst, props.note).touches)
const tap = (id: TouchId) => (own.value = tapped(props.system, held.value, id))
const charted = computed(() => chartedAs(props.system, held.value))
const meaning = computed(() => charted.value.map((f) => `${prettyNote(f.written)}, ${f.use}`).join('; '))
const modelled = computed(() => hasAir(props.inst))
const predicted = computed(() =>
  modelled.value && !charted.value.length
    ? predict(props.inst, held.value, [], lesson.a4Hz)
        .filter((c) => c.likelihood >= LEAST)
        .slice(0, NAMED)
    : [],
)
const error = computed(() => (modelled.value ? typicalError(props.inst) : undefined))
const percent = (share: number) => `${Math.round(100 * share)} %`

/** What the fingers of the note should have sounded and what did: the likeliest faults, and the note that tells. */
const faults = computed(() => {
  const now = heard.value
  if (!now || !modelled.value || Math.abs(now.cents) <= RIGHT_CENTS) return []
  try {
    return faultsOf(props.inst, props.note, now.hz, lesson.a4Hz).slice(0, NAMED)
  } catch {
    return []
  }
})
const telling = computed(() => {
  const [a, b] = faults.value
  return a && b ? tellingNote(props.inst, a, b) : null
})
async function hear() {
  if (listening.state === 'listening') return listening.stop()
  if (listening.busy) return
  heard.value = undefined
  const meant = hzOfMidi(parseNote(props.note).midi + props.inst.transposition, lesson.a4Hz)
  await listening.start({
    instrument: props.inst.id,
    written: props.note,
    performance: { lengthS: 2 },
    ear: { transposition: props.inst.transposition, a4Hz: lesson.a4Hz },
    rule: () => firstOf(untilQuiet(LOUD_DB, 0.6), forSeconds(8)),
    judge(m) {
      const longest = m.tone
      if (!longest) return 'Nothing was heard. The note, for a second or two.'
      const own = hzOfMidi(parseNote(longest.written).midi + props.inst.transposition, lesson.a4Hz)
      const hz = own * 2 ** (longest.cents / 1200)
      heard.value = { hz, cents: centsBetween(meant, hz), written: longest.written }
      return undefined
    },
  })
}
</script>

<template>
  <section class="looked">
    <h2>{{ prettyNote(note) }}</h2>
    <p v-if="charted.length" class="meaning">{{ meaning }}</p>
    <p v-else-if="predicted.length" class="meaning" data-testid="predicted">
      Predicted:
      <template v-for="(c, i) in predicted" :key="c.hz"
        ><template v-if="i">, or </template><b>{{ prettyNote(c.written) }}</b> {{ signed(c.cents) }} cents,
        {{ percent(c.likelihood) }}</template
      >.
      <span v-if="error" class="soft"
        >By a model of the tube, not measured on this instrument: half of its charted notes are within
        {{ error.half.toFixed(0) }} cents, nine of ten within {{ error.most.toFixed(0) }}.</span
      >
    </p>
    <p v-else class="meaning">No chart knows these fingers.</p>
    <slot />
    <InstrumentDrawing
      :system="system"
      :held="held"
      :label="`${inst.name}: fingers of ${note}, to be tapped`"
      taps
      @tap="tap"
    />
    <p class="taps">
      <Button v-if="own" @click="own = undefined">As charted</Button>
      <Button v-if="modelled && listening.source !== 'file'" @click="hear"
        >{{ prettyNote(note) }} sounds wrong: what is it?</Button
      >
    </p>
    <p v-if="heard" class="meaning" aria-live="polite">
      {{ prettyNote(heard.written) }} was heard, {{ signed(heard.cents) }} cents from {{ prettyNote(note) }}.
      <template v-if="faults.length"
        >Likely:
        <template v-for="(f, i) in faults" :key="faultWords(inst, f)"
          ><template v-if="i">; </template>{{ faultWords(inst, f) }}, {{ percent(f.likelihood) }}</template
        >.
        <span v-if="telling">To tell the first two apart, play {{ prettyNote(telling.written) }}.</span>
        <span class="soft">Predicted by the model.</span></template
      >
      <template v-else-if="Math.abs(heard.cents) <= RIGHT_CENTS">Nothing is wrong with the fingers.</template>
    </p>
    <p v-else class="soft">Tap a touch to lift or press it.</p>
  </section>
</template>

<style scoped>
.looked {
  margin-top: 14px;
  border-top: 1px solid var(--line);
  padding-top: 10px;
  max-width: 660px;
}
h2 {
  font-size: 22px;
}
.meaning {
  font-size: 18px;
}
.taps {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}
</style>
