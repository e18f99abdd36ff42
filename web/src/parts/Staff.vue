<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { useElementSize } from '@vueuse/core'
import type { Instrument } from '@halitus/core/instruments'
import { prettyNote } from '@halitus/core/pitch'
import { musicXml, TICKS, type LineNote } from '@halitus/core/tongue'
import { engraveWorker } from '@/workers/index.ts'

/** A line in notation, drawn when first needed; until then, and where it can't be, its notes stand as words. */
const props = withDefaults(
  defineProps<{
    line: readonly LineNote[]
    inst: Pick<Instrument, 'clef'>
    beats?: number | undefined
    beatType?: number | undefined
    syllables?: readonly string[]
    scale?: number
    /** What stands there is asked about and isn’t named. */
    secret?: boolean
  }>(),
  { beats: 4, beatType: undefined, syllables: undefined, scale: 42 },
)
const box = ref<HTMLElement>()
const { width } = useElementSize(box)
const drawn = ref(false)
const words = computed(() =>
  props.line
    .map(
      (n) =>
        `${n.written === null ? 'rest' : prettyNote(n.written)}${n.ticks === TICKS ? '' : ` (${Number((n.ticks / TICKS).toFixed(2))} beats)`}`,
    )
    .join(', '),
)
/** So many px a note with its syllable takes, and the clef before them, at the usual scale. */
const [SYLLABLE, CLEF] = [30, 70]
/** What is too wide is drawn smaller, no smaller than this; then it scrolls. */
const LEAST = 0.75
const wide = computed(() => {
  const room = props.syllables ? (CLEF + SYLLABLE * props.line.length) * (props.scale / 42) : 0
  return Math.max(width.value, room)
})
let asked = 0
async function draw() {
  const place = box.value
  if (!place || width.value < 40 || !props.line.length) return
  const mine = ++asked
  try {
    const xml = musicXml(props.line, {
      clef: props.inst.clef,
      beats: props.beats,
      ...(props.beatType && { beatType: props.beatType }),
      ...(props.syllables && { syllables: props.syllables }),
    })
    const text = await engraveWorker().engrave(xml, wide.value, props.scale)
    if (mine !== asked) return
    const svg = new DOMParser().parseFromString(text, 'image/svg+xml').documentElement
    svg.setAttribute('aria-hidden', 'true')
    place.replaceChildren(document.importNode(svg, true))
    drawn.value = true
  } catch {
    drawn.value = false
  }
}
onMounted(draw)
watch(() => [props.line, props.syllables, Math.round(width.value / 20)], draw)
</script>

<template>
  <figure class="staff" role="img" :aria-label="secret ? 'Notation of what is asked' : `Notation: ${words}`">
    <div ref="box" class="box" :style="{ '--least': wide > width ? `${LEAST * wide}px` : '0' }"></div>
    <figcaption v-if="!drawn && !secret" class="soft">{{ words }}</figcaption>
  </figure>
</template>

<style scoped>
.box {
  overflow-x: auto;
}
.staff {
  margin: 8px 0;
}
.box :deep(svg) {
  display: block;
  width: 100%;
  min-width: var(--least);
  height: auto;
  color: var(--ink);
}
.box :deep(svg *) {
  fill: var(--ink);
  stroke: var(--ink);
}
.box :deep(svg text) {
  stroke: none;
}
</style>
