<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, onMounted, ref, watch } from 'vue'
import { midiOfHz } from '@halitus/core/pitch'
import { useAppearance } from '@/base/appearance.ts'

/** A tone that was held on another day: to the same scale and start. */
export interface EarlierTone {
  label: string
  lengthS: number
  /** Even in time, cents from its note; empty where only its length is known. */
  cents: readonly (number | null)[]
}

/** A tone as one ribbon: its height is the pitch about the note, its width the loudness; earlier ones lie below. */
const props = defineProps<{
  timeS: ArrayLike<number>
  hz: ArrayLike<number>
  db: ArrayLike<number>
  /** How many points there are now, for live use: the arrays themselves stay the same. */
  count: number
  /** Semitone number (sounding) that the band lies around. */
  centreMidi: number | undefined
  a4Hz: number
  bandCents: number
  /** Where the target stands, s after the start of the tone. */
  targetS?: number
  tone?: { startS: number; endS: number } | undefined
  squeaks?: readonly { startS: number; endS: number }[]
  earlier?: readonly EarlierTone[]
}>()

/** px: the tone's own part, half its band, a row of earlier tones, the scale of seconds. */
const TONE = 190
const HALF_BAND = 42
const ROW = 31
const SCALE = 26
/** Pitch is drawn as far as this many bands from the note: beyond is another note. */
const REACH = 2.1
/** Softer is thinner: from this level, dB, to the loudest, as half of the ribbon's width, px. */
const LOUD = { from: -50, to: -5, least: 2.5, most: 27 } as const
const NARROW = 560

const canvas = ref<HTMLCanvasElement>()
const { width } = useElementSize(canvas)
const appearance = useAppearance()
const rows = computed(() => (props.earlier ?? []).slice(0, width.value < NARROW ? 3 : 5))
const height = computed(() => TONE + ROW * rows.value.length + SCALE)

function draw() {
  const el = canvas.value
  const g = el?.getContext('2d')
  if (!el || !g || !width.value) return
  const ratio = window.devicePixelRatio || 1
  el.width = Math.round(width.value * ratio)
  el.height = Math.round(height.value * ratio)
  g.scale(ratio, ratio)
  const style = getComputedStyle(el)
  const colour = (name: string) => style.getPropertyValue(name).trim()
  const write = (size: number, weight: number, fill: string, align: CanvasTextAlign) => {
    g.font = `${weight} ${size}px ${style.fontFamily}`
    g.fillStyle = colour(fill)
    g.textAlign = align
  }
  g.textBaseline = 'middle'
  const left = width.value < NARROW ? 58 : 96
  const right = width.value - 14
  const mid = TONE / 2 + 4
  const n = props.count
  const begin = props.tone?.startS ?? 0
  const lastS = n ? props.timeS[n - 1]! : 0
  const longest = Math.max(0, ...rows.value.map((r) => r.lengthS))
  const shown = Math.max(
    6,
    (props.targetS ?? 0) * 1.15,
    longest * 1.12,
    (props.tone?.endS ?? lastS) - begin + 0.6,
  )
  const x = (s: number) => left + ((s - begin) / shown) * (right - left)
  const perCent = HALF_BAND / props.bandCents
  const y = (cents: number) =>
    mid - Math.max(-REACH * props.bandCents, Math.min(REACH * props.bandCents, cents)) * perCent

  g.fillStyle = colour('--cane')
  g.fillRect(left, mid - HALF_BAND, right - left, 2 * HALF_BAND)
  g.strokeStyle = colour('--cane-edge')
  g.beginPath()
  g.moveTo(left, mid)
  g.lineTo(right, mid)
  g.stroke()
  write(14, 400, '--soft', 'right')
  g.fillText(`+${props.bandCents}`, left - 8, mid - HALF_BAND + 6)
  g.fillText(`−${props.bandCents}`, left - 8, mid + HALF_BAND - 6)

  if (props.centreMidi !== undefined) {
    const centre = props.centreMidi
    const points: { x: number; y: number; half: number }[][] = [[]]
    for (let i = 0; i < n; i++) {
      const hz = props.hz[i]!
      const cents = hz > 0 ? 100 * (midiOfHz(hz, props.a4Hz) - centre) : NaN
      // Far outside is another note or a squeak: the ribbon breaks instead of shooting across.
      if (!(Math.abs(cents) < 2 * REACH * props.bandCents)) {
        if (points.at(-1)!.length) points.push([])
        continue
      }
      const loud = Math.max(0, Math.min(1, (props.db[i]! - LOUD.from) / (LOUD.to - LOUD.from)))
      points
        .at(-1)!
        .push({ x: x(props.timeS[i]!), y: y(cents), half: LOUD.least + loud * (LOUD.most - LOUD.least) })
    }
    for (const run of points) {
      g.fillStyle = colour('--air-fill')
      g.globalAlpha = 0.65
      g.beginPath()
      run.forEach((p, i) => (i ? g.lineTo(p.x, p.y - p.half) : g.moveTo(p.x, p.y - p.half)))
      for (const p of [...run].reverse()) g.lineTo(p.x, p.y + p.half)
      g.fill()
      g.globalAlpha = 1
      g.strokeStyle = colour('--ink')
      g.lineWidth = 4
      g.lineJoin = 'round'
      g.lineCap = 'round'
      g.beginPath()
      run.forEach((p, i) => (i ? g.lineTo(p.x, p.y) : g.moveTo(p.x, p.y)))
      g.stroke()
    }
    const tip = points.findLast((run) => run.length)?.at(-1)
    if (tip) {
      g.fillStyle = colour('--brass-on-wood')
      g.lineWidth = 3
      g.beginPath()
      g.arc(tip.x, tip.y, 8, 0, 2 * Math.PI)
      g.fill()
      g.stroke()
    }
  }
  // A note that shouldn't be there leaps out of the line.
  g.strokeStyle = colour('--lacquer')
  g.lineWidth = 4
  for (const s of props.squeaks ?? []) {
    const [from, to] = [x(s.startS), Math.max(x(s.endS), x(s.startS) + 10)]
    g.beginPath()
    g.moveTo(from, mid)
    g.quadraticCurveTo((from + to) / 2, -mid * 0.7, to, mid)
    g.stroke()
  }
  rows.value.forEach((row, k) => {
    const cy = TONE + ROW * (k + 0.5)
    const cents = row.cents.length ? row.cents : [0, 0]
    const px = (i: number) => left + ((row.lengthS * i) / (cents.length - 1) / shown) * (right - left)
    const py = (i: number) => cy - Math.max(-9, Math.min(9, (cents[i] ?? 0) * perCent * 0.3))
    g.lineJoin = 'round'
    for (const [line, thick] of [
      ['--air-wash', 10],
      ['--soft', 1.8],
    ] as const) {
      // Where only the length is known, nothing is said of the pitch.
      if (line === '--soft' && !row.cents.length) continue
      g.strokeStyle = colour(line)
      g.lineWidth = thick
      g.lineCap = 'butt'
      g.beginPath()
      cents.forEach((_, i) => (i ? g.lineTo(px(i), py(i)) : g.moveTo(px(i), py(i))))
      g.stroke()
    }
    write(15, 400, '--soft', 'right')
    g.fillText(row.label, left - 8, cy)
    write(17, 600, '--soft', 'left')
    g.fillText(row.lengthS.toFixed(1), px(cents.length - 1) + 9, cy)
  })
  const foot = TONE + ROW * rows.value.length
  write(14, 400, '--soft', 'center')
  const every = shown > 30 ? 10 : shown > 12 ? 5 : 1
  for (let s = 0; s <= shown; s += every) g.fillText(`${s}`, x(begin + s), foot + SCALE - 10)
  if (props.targetS) {
    const post = x(begin + props.targetS)
    g.fillStyle = colour('--brass')
    g.fillRect(post - 2, 22, 4, foot - 22)
    const room = post + 80 < right
    write(18, 650, '--brass-text', room ? 'left' : 'right')
    g.fillText(`aim ${props.targetS}`, post + (room ? 10 : -10), 14)
  }
}

onMounted(draw)
watch(
  () => [
    props.count,
    props.hz,
    props.centreMidi,
    props.targetS,
    width.value,
    height.value,
    rows.value,
    appearance.dark,
  ],
  () => requestAnimationFrame(draw),
)
</script>

<template>
  <canvas
    ref="canvas"
    class="tone"
    role="img"
    aria-label="Pitch in cents and loudness over time"
    :style="{ height: `${height}px` }"
  ></canvas>
</template>

<style scoped>
.tone {
  display: block;
  width: 100%;
}
</style>
