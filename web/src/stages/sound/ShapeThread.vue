<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import { midiOfHz } from '@halitus/core/pitch'
import { shapeAt, type Shape } from '@halitus/core/records'

/** The loudness to follow as an empty shape that the tone fills; pitch runs above it in its band. */
const props = defineProps<{
  shape: Shape
  /** How long the shape lasts, s. */
  askedS: number
  phases: number
  timeS: ArrayLike<number>
  hz: ArrayLike<number>
  db: ArrayLike<number>
  count: number
  tone: { startS: number; endS: number } | undefined
  centreMidi: number | undefined
  a4Hz: number
  live: boolean
}>()
const svg = ref<SVGSVGElement>()
const { width } = useElementSize(svg)
/** Drawn one to one, the numbers at its left apart. */
const wide = computed(() => Math.max(240, (width.value || 612) - 52))
const HEIGHT = 264
const PITCH = { top: 10, height: 96 }
const LOUD = { top: 138, height: 110 }
const SPAN_CENTS = 40
const BAND_CENTS = 15
/** What is drawn as soft and loud while the range isn't known, dB apart. */
const LEAST_DB = 10
const MOST_POINTS = 260

const shownS = computed(
  () => Math.max(props.askedS, props.tone ? props.tone.endS - props.tone.startS : 0) * 1.02,
)
const x = (s: number) => (wide.value * s) / shownS.value
const cents = (c: number) =>
  PITCH.top +
  PITCH.height / 2 -
  (Math.max(-SPAN_CENTS, Math.min(SPAN_CENTS, c)) / SPAN_CENTS) * (PITCH.height / 2)
const loud = (share: number) => LOUD.top + LOUD.height * (1 - Math.max(0, Math.min(1, share)))

/** The asked shape: its soft end isn't silence. */
const SOFT = 0.18
const heightOf = (share: number) => SOFT + (1 - SOFT) * shapeAt(props.shape, share)
const empty = computed(() => {
  const n = 100
  const points = Array.from(
    { length: n + 1 },
    (_, i) => `${x((props.askedS * i) / n)},${loud(heightOf(i / n))}`,
  )
  return `${x(0)},${loud(0)} ${points.join(' ')} ${x(props.askedS)},${loud(0)}`
})
const points = computed(() => {
  const { tone, count } = props
  if (!tone || !count) return []
  const found: { s: number; hz: number; db: number }[] = []
  const step = Math.max(1, Math.floor(count / MOST_POINTS))
  for (let i = 0; i < count; i += step) {
    const s = props.timeS[i]! - tone.startS
    if (s >= 0 && props.timeS[i]! <= tone.endS) found.push({ s, hz: props.hz[i]!, db: props.db[i]! })
  }
  return found
})
const range = computed(() => {
  const inner = points.value.filter((p) => p.s > 0.08)
  const db = (inner.length ? inner : points.value).map((p) => p.db)
  const high = db.length ? Math.max(...db) : -20
  const low = db.length ? Math.min(...db) : -30
  return { low: Math.min(low, high - LEAST_DB), high }
})
const filled = computed(() => {
  const { low, high } = range.value
  if (!points.value.length) return ''
  const at = (db: number) => SOFT + (1 - SOFT) * ((db - low) / (high - low))
  const top = points.value.map((p) => `${x(p.s)},${loud(at(p.db))}`)
  return `${x(points.value[0]!.s)},${loud(0)} ${top.join(' ')} ${x(points.value.at(-1)!.s)},${loud(0)}`
})
const thread = computed(() => {
  const centre = props.centreMidi
  if (centre === undefined) return ''
  return points.value
    .filter((p) => p.hz > 0)
    .map((p) => `${x(p.s)},${cents(100 * (midiOfHz(p.hz, props.a4Hz) - centre))}`)
    .join(' ')
})
const nowX = computed(() => x(points.value.at(-1)?.s ?? 0))
const marks = computed(() =>
  Array.from({ length: props.phases + 1 }, (_, i) => x((props.askedS * i) / props.phases)),
)
</script>

<template>
  <svg
    ref="svg"
    :viewBox="`-44 0 ${wide + 52} ${HEIGHT}`"
    :height="HEIGHT"
    class="shape"
    role="img"
    aria-label="Loudness to follow, and pitch"
  >
    <rect
      :x="0"
      :y="cents(BAND_CENTS)"
      :width="wide"
      :height="cents(-BAND_CENTS) - cents(BAND_CENTS)"
      class="band"
    />
    <text v-for="c in [25, 0, -25]" :key="c" x="-8" :y="cents(c) + 5" text-anchor="end">
      {{ c > 0 ? `+${c}` : c < 0 ? `−${-c}` : 0 }}
    </text>
    <polyline :points="thread" class="thread" />
    <text :x="0" :y="LOUD.top - 8" class="name">Loudness: fill the shape</text>
    <polygon :points="empty" class="empty" />
    <polygon v-if="filled" :points="filled" class="filled" />
    <line
      v-for="m in marks"
      :key="m"
      :x1="m"
      :x2="m"
      :y1="LOUD.top + LOUD.height"
      :y2="LOUD.top + LOUD.height + 8"
      class="mark"
    />
    <line v-if="live && count" :x1="nowX" :x2="nowX" y1="4" :y2="LOUD.top + LOUD.height + 6" class="now" />
  </svg>
</template>

<style scoped>
.shape {
  display: block;
  width: 100%;
}
text {
  font-size: 14px;
  fill: var(--soft);
}
.name {
  font-weight: 650;
}
.band {
  fill: var(--cane);
}
.thread {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2.5;
}
.empty {
  fill: var(--desk);
  stroke: var(--soft);
  stroke-width: 2;
  stroke-dasharray: 6 5;
}
.filled {
  fill: var(--ink);
  opacity: 0.82;
}
.now {
  stroke: var(--brass);
  stroke-width: 3;
}
.mark {
  stroke: var(--soft);
}
</style>
