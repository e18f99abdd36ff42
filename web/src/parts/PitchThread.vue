<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { onMounted, ref, watch } from 'vue'
import { midiOfHz } from '@halitus/core/pitch'
import { useAppearance } from '@/base/appearance.ts'

/** Pitch as a thread over time against the band of steadiness, with loudness as a shade below it. */
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
}>()

const canvas = ref<HTMLCanvasElement>()
const { width, height } = useElementSize(canvas)
const appearance = useAppearance()
const SPAN_CENTS = 60

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
  const left = 44
  const right = width.value - 12
  const loudTop = height.value - 56
  const mid = (loudTop - 10) / 2 + 6
  const perCent = (loudTop - 24) / (2 * SPAN_CENTS)
  const n = props.count
  const begin = props.tone?.startS ?? 0
  const lastS = n ? props.timeS[n - 1]! : 0
  const shown = Math.max(6, (props.targetS ?? 0) * 1.15, (props.tone?.endS ?? lastS) - begin + 0.6)
  const x = (s: number) => left + ((s - begin) / shown) * (right - left)
  const y = (cents: number) => mid - Math.max(-SPAN_CENTS, Math.min(SPAN_CENTS, cents)) * perCent

  g.fillStyle = colour('--metal-wash')
  g.fillRect(left, y(props.bandCents), right - left, y(-props.bandCents) - y(props.bandCents))
  g.strokeStyle = colour('--line')
  g.fillStyle = colour('--soft')
  g.font = `13px ${style.fontFamily}`
  g.textBaseline = 'middle'
  g.textAlign = 'right'
  for (const c of [-50, -25, 0, 25, 50]) {
    g.beginPath()
    g.moveTo(left, y(c))
    g.lineTo(right, y(c))
    g.stroke()
    g.fillText(c > 0 ? `+${c}` : c < 0 ? `−${-c}` : '0', left - 8, y(c))
  }
  g.textAlign = 'center'
  const every = shown > 30 ? 10 : shown > 12 ? 5 : 1
  for (let s = 0; s <= shown; s += every) g.fillText(`${s}`, x(begin + s), height.value - 8)

  // Loudness: 40 dB high.
  g.fillStyle = colour('--line')
  g.beginPath()
  g.moveTo(x(begin), height.value - 18)
  for (let i = 0; i < n; i++) {
    const level = Math.max(0, Math.min(1, (props.db[i]! + 50) / 45))
    g.lineTo(x(props.timeS[i]!), height.value - 18 - level * 34)
  }
  g.lineTo(x(Math.max(begin, lastS)), height.value - 18)
  g.fill()

  if (props.targetS) {
    g.strokeStyle = colour('--metal')
    g.lineWidth = 2
    g.beginPath()
    g.moveTo(x(begin + props.targetS), 8)
    g.lineTo(x(begin + props.targetS), height.value - 18)
    g.stroke()
    g.fillStyle = colour('--metal-text')
    g.textAlign = 'left'
    g.fillText(`aim ${props.targetS} s`, Math.min(x(begin + props.targetS) + 6, right - 64), 12)
  }
  g.fillStyle = colour('--alarm-wash')
  for (const s of props.squeaks ?? [])
    g.fillRect(x(s.startS) - 2, 6, Math.max(5, x(s.endS) - x(s.startS)), loudTop - 6)

  if (props.centreMidi === undefined) return
  g.strokeStyle = colour('--ink')
  g.lineWidth = 2.5
  g.lineJoin = 'round'
  g.beginPath()
  let pen = false
  for (let i = 0; i < n; i++) {
    const hz = props.hz[i]!
    const cents = hz > 0 ? 100 * (midiOfHz(hz, props.a4Hz) - props.centreMidi) : NaN
    // Far outside is another note or a squeak: the thread breaks instead of shooting across.
    if (!(Math.abs(cents) < 2 * SPAN_CENTS)) {
      pen = false
      continue
    }
    if (pen) g.lineTo(x(props.timeS[i]!), y(cents))
    else g.moveTo(x(props.timeS[i]!), y(cents))
    pen = true
  }
  g.stroke()
}

onMounted(draw)
watch(
  () => [props.count, props.hz, props.centreMidi, props.targetS, width.value, height.value, appearance.dark],
  () => requestAnimationFrame(draw),
)
</script>

<template>
  <canvas ref="canvas" class="thread" role="img" aria-label="Pitch in cents and loudness over time"></canvas>
</template>

<style scoped>
.thread {
  display: block;
  width: 100%;
  height: 100%;
  min-height: 180px;
}
</style>
