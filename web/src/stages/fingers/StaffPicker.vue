<script setup lang="ts">
import { computed, ref } from 'vue'
import { fingeringsOf, type Instrument } from '@halitus/core/instruments'
import { noteName, parseNote } from '@halitus/core/pitch'
import { TICKS } from '@halitus/core/tongue'
import Staff from '@/parts/Staff.vue'

/** Notes on a staff, in notation; a tap on a line or space takes that note instead of the nearer one. */
const props = defineProps<{ inst: Instrument; notes: readonly string[] }>()
const emit = defineEmits<{ pick: [index: number, note: string] }>()
const line = computed(() =>
  props.notes.map((written) => ({ written, ticks: 2 * TICKS, begins: 'tongue' as const })),
)
const root = ref<HTMLElement>()
/** Steps of the scale from C0 of the lowest line: E4 in the treble clef, G2 in the bass clef. */
const LOWEST = { treble: 4 * 7 + 2, bass: 2 * 7 + 4 } as const
const LETTERS = ['C', 'D', 'E', 'F', 'G', 'A', 'B']

function pick(event: MouseEvent) {
  const lines = [...(root.value?.querySelectorAll<SVGGraphicsElement>('g.staff > path') ?? [])]
    .map((l) => l.getBoundingClientRect())
    .map((r) => r.top + r.height / 2)
    .sort((a, b) => b - a)
  const [bottom] = lines
  const top = lines[4]
  if (bottom === undefined || top === undefined) return
  const space = (bottom - top) / 8
  const steps = LOWEST[props.inst.clef] + Math.round((bottom - event.clientY) / space)
  const written = `${LETTERS[((steps % 7) + 7) % 7]}${Math.floor(steps / 7)}`
  const heads = [...(root.value?.querySelectorAll<SVGGraphicsElement>('g.notehead') ?? [])].map((h) => {
    const r = h.getBoundingClientRect()
    return Math.abs(r.left + r.width / 2 - event.clientX)
  })
  const nearest = heads.indexOf(Math.min(...heads))
  try {
    // Where the plain note isn't there, its sharp or flat may be.
    const { midi } = parseNote(written)
    const there = [midi, midi + 1, midi - 1].find((m) => fingeringsOf(props.inst, noteName(m)).length)
    if (there !== undefined) emit('pick', Math.max(0, nearest), noteName(there))
  } catch {
    // Outside the range: nothing is taken.
  }
}
</script>

<template>
  <div ref="root" class="picker" title="Tap a line or space for another note" @click="pick">
    <Staff :line="line" :inst="inst" :scale="42" />
  </div>
</template>

<style scoped>
.picker {
  width: 168px;
  flex: none;
  cursor: pointer;
}
</style>
