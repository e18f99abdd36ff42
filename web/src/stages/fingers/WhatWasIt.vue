<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import { faultsOver, faultWords, tellingNote, type Fault, type Heard } from '@halitus/core/acoustics'
import { standardFingering, type Instrument } from '@halitus/core/instruments'
import { centsBetween, hzOfMidi, parseNote, prettyNote } from '@halitus/core/pitch'
import { firstOf, forSeconds, untilQuiet } from '@halitus/core/sound'
import { signed } from '@/base/words.ts'
import { useLesson } from '@/lesson/index.ts'
import { useListening, type Take } from '@/listening/index.ts'
import { LOUD_DB } from '../take.ts'

/** One note was meant and another pitch came: what is likely wrong, and which note to play next to be surer. */
const props = defineProps<{
  inst: Instrument
  note: string
  /** What the fingers that are shown sound, Hz. */
  sounds?: number | undefined
}>()
const emit = defineEmits<{ show: [fault: Fault] }>()
const lesson = useLesson()
const listening = useListening()
const NAMED = 3
/** Within this of what was meant nothing is wrong, cents (chosen by Halitus). */
const RIGHT_CENTS = 15
/** Likelier than this, and another note isn't asked for. */
const SURE = 0.9

const heard = ref<(Heard & { cents: number; sounded: string })[]>([])
watch(
  () => props.note,
  (note) => {
    heard.value = []
    asked = note
  },
)
const wrong = computed(() => heard.value.some((h) => Math.abs(h.cents) > RIGHT_CENTS))
const told = computed((): { faults: Fault[]; problem: string } => {
  if (!wrong.value) return { faults: [], problem: '' }
  try {
    return { faults: faultsOver(props.inst, heard.value, lesson.a4Hz).slice(0, NAMED), problem: '' }
  } catch (error) {
    return { faults: [], problem: error instanceof Error ? error.message : String(error) }
  }
})
const faults = computed(() => told.value.faults)
const telling = computed(() => {
  const [first, second] = faults.value
  return second && first!.likelihood < SURE
    ? tellingNote(
        props.inst,
        faults.value,
        heard.value.map((h) => h.written),
      )
    : null
})
const percent = (share: number) => `${Math.round(100 * share)} %`

const file = ref<HTMLInputElement>()
/** Which note a file is chosen for. */
let asked = props.note
const take = (written: string): Take => {
  const meant = hzOfMidi(parseNote(written).midi + props.inst.transposition, lesson.a4Hz)
  if (written === props.note) heard.value = []
  return {
    instrument: props.inst.id,
    written,
    // The simulated player plays what the fingers above would sound.
    performance: {
      lengthS: 2,
      detuneCents: props.sounds && written === props.note ? centsBetween(meant, props.sounds) : 0,
    },
    ear: { transposition: props.inst.transposition, a4Hz: lesson.a4Hz },
    rule: () => firstOf(untilQuiet(LOUD_DB, 0.6), forSeconds(8)),
    judge({ tone }) {
      if (!tone) return 'Nothing was heard. The note, for a second or two.'
      const own = hzOfMidi(parseNote(tone.written).midi + props.inst.transposition, lesson.a4Hz)
      const heardHz = own * 2 ** (tone.cents / 1200)
      heard.value = [
        ...heard.value.filter((h) => h.written !== written),
        { written, heardHz, cents: centsBetween(meant, heardHz), sounded: tone.written },
      ]
      return undefined
    },
  }
}
async function hear(written: string) {
  if (listening.state === 'listening') return listening.stop()
  if (listening.busy) return
  asked = written
  if (listening.source === 'file') return file.value?.click()
  await listening.start(take(written))
}
function takeFile(event: Event) {
  const input = event.target as HTMLInputElement
  const [chosen] = input.files ?? []
  input.value = ''
  if (chosen) void listening.takeFile(chosen, take(asked))
}
const touchesOf = (written: string) => standardFingering(props.inst, written).touches.length
</script>

<template>
  <section class="what">
    <p class="taps">
      <Button @click="hear(note)">{{ prettyNote(note) }} sounds wrong: what is it?</Button>
      <Button v-if="telling" type="primary" @click="hear(telling.written)"
        >Now {{ prettyNote(telling.written) }}</Button
      >
    </p>
    <input
      ref="file"
      type="file"
      accept=".wav,audio/wav"
      class="visually-hidden"
      tabindex="-1"
      aria-label="WAVE file of what sounded"
      @change="takeFile"
    />
    <div v-if="heard.length" aria-live="polite">
      <p v-for="h in heard" :key="h.written" class="meaning">
        {{ prettyNote(h.sounded) }} was heard, {{ signed(h.cents) }} cents from {{ prettyNote(h.written) }}.
      </p>
      <p v-if="told.problem" class="wrong">{{ told.problem }}</p>
      <ol v-else-if="faults.length" class="faults">
        <li v-for="f in faults" :key="faultWords(inst, f)">
          <button type="button" class="plain" @click="emit('show', f)">
            <b>{{ percent(f.likelihood) }}</b> {{ faultWords(inst, f) }}
          </button>
        </li>
      </ol>
      <p v-else-if="!wrong" class="meaning">
        {{ touchesOf(note) ? 'Nothing is wrong with the fingers.' : 'It is as it should be.' }}
      </p>
      <p v-else class="meaning">
        No single fault that the model of the tube knows would sound that: another note, or look at the hands.
      </p>
      <p v-if="faults.length" class="soft">
        Predicted by a model of the tube.
        <template v-if="telling"
          >{{ prettyNote(telling.written) }} tells most: the first two would lie
          {{ telling.cents.toFixed(0) }} cents from each other there.</template
        >
      </p>
    </div>
  </section>
</template>

<style scoped>
.taps {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}
.meaning {
  font-size: 18px;
}
.faults {
  list-style: none;
  padding: 0;
  margin: 4px 0;
}
.faults li {
  border-bottom: 1px solid var(--line);
}
.faults button {
  display: grid;
  grid-template-columns: 64px 1fr;
  gap: 8px;
  padding: 5px 0;
  width: 100%;
  text-align: left;
  font-size: 18px;
}
.faults b {
  font-size: 22px;
}
</style>
