<script setup lang="ts">
import { computed, onBeforeUnmount, ref } from 'vue'
import { fingerSystem, isCharted, standardFingering, type Instrument } from '@halitus/core/instruments'
import { hzOfMidi, parseNote, prettyNote } from '@halitus/core/pitch'
import { useHum } from '@/listening/index.ts'
import Hands from '@/parts/Hands.vue'

/** Fingering pictures of some notes, to be heard as well; names only while the instrument has no chart. */
const props = defineProps<{
  inst: Instrument
  notes: readonly string[]
  /** How a note is named here. */
  name?: (written: string) => string
  /** The pitch that is tuned to, Hz: with it each note can be heard. */
  a4Hz?: number
  /** The name is the largest thing there, the fingers are drawn beside it. */
  large?: boolean
}>()
/** So long a note sounds, ms: long enough to sing or play along. */
const SOUNDS_MS = 4000
const hum = useHum()
const sounding = ref('')
let ends: ReturnType<typeof setTimeout> | undefined
function hush() {
  clearTimeout(ends)
  sounding.value = ''
  hum.stop()
}
/** Another note of the card may have ended it. */
const isOn = (note: string) => hum.on.value && sounding.value === note
/** Lets a note sound as it will on this instrument; the one that sounds stops. */
async function hear(note: string) {
  const again = isOn(note)
  hush()
  if (again || props.a4Hz === undefined) return
  sounding.value = note
  await hum.sound(hzOfMidi(parseNote(note).midi + props.inst.transposition, props.a4Hz))
  ends = setTimeout(hush, SOUNDS_MS)
}
onBeforeUnmount(() => clearTimeout(ends))
const pictured = computed(() =>
  props.notes.map((note) => ({
    note,
    named: props.name?.(note) ?? prettyNote(note),
    touches: isCharted(props.inst) ? standardFingering(props.inst, note).touches : undefined,
  })),
)
</script>

<template>
  <div class="notes" :class="{ large }">
    <figure v-for="p in pictured" :key="p.note">
      <figcaption>
        {{ p.named }}
        <button
          v-if="a4Hz !== undefined"
          type="button"
          class="hear"
          :aria-pressed="isOn(p.note)"
          :aria-label="isOn(p.note) ? `Stop ${p.named}` : `Hear ${p.named}`"
          @click="hear(p.note)"
        >
          {{ isOn(p.note) ? 'Stop' : 'Hear it' }}
        </button>
      </figcaption>
      <Hands v-if="p.touches && !large" :system="fingerSystem(inst)" :touches="p.touches" :note="p.named" />
    </figure>
  </div>
</template>

<style scoped>
.notes {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(230px, 1fr));
  gap: 10px;
}
figure {
  margin: 0;
  max-width: 300px;
}
figcaption {
  display: flex;
  align-items: center;
  gap: 14px;
  font-weight: 650;
  font-size: 18px;
  margin-bottom: 4px;
}
.hear {
  font: inherit;
  font-size: 16px;
  font-weight: 400;
  min-height: 44px;
  padding: 0 14px;
  color: var(--ink);
  background: var(--desk);
  border: 0;
  border-radius: 22px;
  cursor: pointer;
}
.large {
  grid-template-columns: 1fr;
}
.large figcaption {
  flex-direction: column;
  align-items: flex-start;
  font-size: 72px;
  line-height: 1.1;
}
.hear[aria-pressed='true'] {
  color: var(--sheet);
  background: var(--ink);
}
</style>
