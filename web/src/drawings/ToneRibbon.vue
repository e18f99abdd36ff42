<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, onMounted, ref, watch } from 'vue'
import { useAppearance } from '@/base/appearance.ts'
import {
  brushOf,
  paintBelow,
  paintTone,
  ROW,
  SCALE,
  TONE,
  type Across,
  type EarlierTone,
  type Tone,
} from './tone-ribbon.ts'

/** A tone as one ribbon: its height is the pitch about the note, its width the loudness; earlier ones lie below. */
const props = defineProps<
  Tone & {
    /** Where the target stands, s after the start of the tone. */
    targetS?: number
    tone?: { startS: number; endS: number } | undefined
    earlier?: readonly EarlierTone[]
  }
>()

const NARROW = 560
/** Earlier tones and the seconds lie on a picture of their own: it stays while the tone grows. */
const canvas = ref<HTMLCanvasElement>()
const below = ref<HTMLCanvasElement>()
const { width } = useElementSize(canvas)
const appearance = useAppearance()
const rows = computed(() => (props.earlier ?? []).slice(0, width.value < NARROW ? 3 : 5))
const belowHeight = computed(() => ROW * rows.value.length + SCALE)

const beginS = computed(() => props.tone?.startS ?? 0)
/** Seconds that are shown; they grow by halves, so that what lies below needn't be painted with every picture. */
const shownS = computed(() => {
  const lastS = props.count ? props.timeS[props.count - 1]! : 0
  const longest = Math.max(0, ...rows.value.map((r) => r.lengthS))
  const now = (props.tone?.endS ?? lastS) - beginS.value + 0.6
  return Math.max(6, (props.targetS ?? 0) * 1.15, longest * 1.12, Math.ceil(2 * now) / 2)
})
const across = computed((): Across => ({
  width: width.value,
  left: width.value < NARROW ? 58 : 96,
  right: width.value - 14,
  beginS: beginS.value,
  shownS: shownS.value,
  targetS: props.targetS || undefined,
}))

function drawTone() {
  const brush = brushOf(canvas.value, width.value, TONE)
  if (brush) paintTone(brush, props, across.value)
}
function drawBelow() {
  const brush = brushOf(below.value, width.value, belowHeight.value)
  if (brush) paintBelow(brush, rows.value, props.bandCents, across.value)
}
onMounted(() => {
  drawTone()
  drawBelow()
})
watch([() => props.count, () => props.hz, () => props.centreMidi, across, () => appearance.dark], () =>
  requestAnimationFrame(drawTone),
)
watch([rows, belowHeight, across, () => appearance.dark], () => requestAnimationFrame(drawBelow))
</script>

<template>
  <div role="img" aria-label="Pitch in cents and loudness over time">
    <canvas ref="canvas" class="tone" :style="{ height: `${TONE}px` }"></canvas>
    <canvas ref="below" class="tone" :style="{ height: `${belowHeight}px` }"></canvas>
  </div>
</template>

<style scoped>
.tone {
  display: block;
  width: 100%;
}
</style>
