<script setup lang="ts">
import { computed, nextTick, onMounted, ref, shallowRef, watch } from 'vue'
import { useElementSize } from '@vueuse/core'
import { engraveWorker } from '@/workers/index.ts'
import { placesIn, type Places } from './places.ts'

/** A part in notation. What is drawn onto it comes as a slot, over the places where the engraver put things. */
const props = withDefaults(
  defineProps<{
    musicXml: string
    label: string
    /** % of the engraver’s usual size. */
    scale?: number
    /** Room between the systems, staff spaces. */
    apart?: number
  }>(),
  { scale: 58, apart: 14 },
)
const emit = defineEmits<{ note: [index: number] }>()
defineSlots<{ default(of: { places: Places }): unknown }>()
const frame = ref<HTMLElement>()
const page = ref<HTMLElement>()
const { width } = useElementSize(frame)
const places = shallowRef<Places>()
const failed = ref('')
/** A phone’s width has half of a screen’s bars a line: it is drawn smaller there, never too small to read. */
const NARROW_PX = 700
const NARROW = { scale: 0.72, apart: 1.6 }
const narrow = computed(() => width.value < NARROW_PX)
const drawnScale = computed(() => Math.round(props.scale * (narrow.value ? NARROW.scale : 1)))
/** What is drawn between the systems keeps its size. */
const drawnApart = computed(() => Math.round(props.apart * (narrow.value ? NARROW.apart : 1)))
let asked = 0
async function draw() {
  if (!page.value || width.value < 40) return
  const mine = ++asked
  try {
    const text = await engraveWorker().engrave(
      props.musicXml,
      width.value,
      drawnScale.value,
      drawnApart.value,
    )
    if (mine !== asked || !page.value) return
    const svg = new DOMParser().parseFromString(text, 'image/svg+xml').documentElement
    svg.setAttribute('aria-hidden', 'true')
    const drawn = document.importNode(svg, true) as unknown as SVGSVGElement
    page.value.replaceChildren(drawn)
    await nextTick()
    places.value = placesIn(drawn, frame.value!)
    failed.value = ''
  } catch (error) {
    if (mine !== asked) return
    failed.value = error instanceof Error ? error.message : 'The notation can’t be drawn.'
  }
}
onMounted(draw)
watch(() => [props.musicXml, props.scale, props.apart, Math.round(width.value / 8)], draw)

/** Fingers are wider than heads: the nearest head to a touch is meant, if it is near. */
const NEAR_PX = 34
function touched(event: MouseEvent) {
  const at = frame.value!.getBoundingClientRect()
  const [x, y] = [event.clientX - at.left, event.clientY - at.top]
  let best: { index: number; away: number } | undefined
  for (const [index, note] of places.value?.notes ?? []) {
    const away = Math.hypot(note.x - x, (note.y - y) / 1.6)
    if (away < (best?.away ?? NEAR_PX)) best = { index, away }
  }
  if (best) emit('note', best.index)
}
</script>

<template>
  <figure
    ref="frame"
    class="music"
    :class="{ roomy: apart >= 10 }"
    role="group"
    :aria-label="label"
    @click="touched"
  >
    <div ref="page" class="page"></div>
    <svg
      v-if="places"
      class="over"
      :width="places.width"
      :height="places.height"
      :viewBox="`0 0 ${places.width} ${places.height}`"
    >
      <slot :places="places" />
    </svg>
    <p v-if="failed" class="caution">{{ failed }}</p>
    <p v-else-if="!places" class="soft" role="status">Drawing the music …</p>
  </figure>
</template>

<style scoped>
.music {
  position: relative;
  margin: 0;
}
.roomy {
  padding-bottom: 30px;
}
.page :deep(svg) {
  display: block;
  width: 100%;
  height: auto;
  color: var(--ink);
  fill: currentColor;
}
.page :deep(svg *) {
  stroke: currentColor;
}
.page :deep(text),
.page :deep(.notehead *),
.page :deep(use) {
  stroke: none;
}
.over {
  position: absolute;
  inset: 0;
  overflow: visible;
  pointer-events: none;
}
</style>
