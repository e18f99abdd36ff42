<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import { phasesOf, placeAt, roundOf, type Pattern } from '@halitus/core/breath'

/** A drill as a ribbon that comes towards a fixed line: wide is full. Time goes by underneath. */
const props = defineProps<{
  pattern: Pattern
  perMinute: number
  atS: number
  running: boolean
  heard?: readonly { s: number; db: number }[]
}>()

const svg = ref<SVGSVGElement>()
const { width } = useElementSize(svg)
/** Drawn one to one: letters keep their size on a phone. */
const wide = computed(() => Math.max(300, width.value || 760))
/** Large where there is room; a phone shows what follows as well. */
const height = computed(() => (wide.value < 560 ? 276 : 380))
const lineX = computed(() => Math.min(190, Math.max(112, 0.25 * wide.value)))
const middle = computed(() => 0.56 * height.value)
const THIN = 8
const widest = computed(() => 0.34 * height.value)
/** A second's length, so that a slow pulse shows as much of what comes. */
const scale = computed(() => (56 * props.perMinute) / 60)
const everyS = computed(() => 60 / props.perMinute)
const x = (timeS: number) => lineX.value + (timeS - props.atS) * scale.value
const half = (full: number) => THIN + (widest.value - THIN) * full

/** Parts of the drill that can be seen now. */
const parts = computed(() => {
  const roundS = roundOf(props.pattern) * everyS.value
  const fromS = props.atS - lineX.value / scale.value
  const untilS = props.atS + (wide.value - lineX.value) / scale.value
  const found: {
    key: string
    phase: string
    counts: number
    x0: number
    x1: number
    w0: number
    w1: number
  }[] = []
  for (let round = Math.max(0, Math.floor(fromS / roundS)); round * roundS < untilS; round++)
    for (const { phase, counts, from } of phasesOf(props.pattern)) {
      const startS = round * roundS + from * everyS.value
      const endS = startS + counts * everyS.value
      if (endS < fromS || startS > untilS) continue
      const [before, after] = { in: [0, 1], hold: [1, 1], out: [1, 0], empty: [0, 0] }[phase] as [
        number,
        number,
      ]
      found.push({
        key: `${round} ${phase}`,
        phase,
        counts,
        x0: x(startS),
        x1: x(endS),
        w0: half(before),
        w1: half(after),
      })
    }
  return found
})
const outline = computed(() => {
  const upper = parts.value.flatMap((p) => [
    `${p.x0},${middle.value - p.w0}`,
    `${p.x1},${middle.value - p.w1}`,
  ])
  const lower = parts.value
    .flatMap((p) => [`${p.x0},${middle.value + p.w0}`, `${p.x1},${middle.value + p.w1}`])
    .reverse()
  return [...upper, ...lower].join(' ')
})
const ticks = computed(() => {
  const first = Math.max(0, Math.ceil((props.atS - lineX.value / scale.value) / everyS.value))
  const count = Math.ceil(wide.value / scale.value / everyS.value) + 1
  return Array.from({ length: count }, (_, i) => x((first + i) * everyS.value)).filter(
    (at) => at <= wide.value,
  )
})
/** The air that is heard: a thread as high above the middle as it is louder than the room, dB. */
const LOUD_DB = 30
const thread = computed(() => {
  const list = props.heard ?? []
  if (list.length < 2) return ''
  const room = Math.min(...list.map((h) => h.db))
  return list
    .filter((h) => x(h.s) >= 0)
    .map((h) => `${x(h.s)},${middle.value - (widest.value * Math.min(LOUD_DB, h.db - room)) / LOUD_DB}`)
    .join(' ')
})
const place = computed(() => placeAt(props.pattern, props.perMinute, props.atS))
</script>

<template>
  <svg
    ref="svg"
    :height="height"
    :viewBox="`0 0 ${wide} ${height}`"
    class="ribbon"
    role="img"
    aria-label="Breath, coming towards the line"
  >
    <polygon :points="outline" class="air" />
    <polyline v-if="thread" :points="thread" class="heard" />
    <text
      v-for="p in parts"
      :key="p.key"
      class="name"
      :x="(p.x0 + p.x1) / 2"
      :y="middle + 7"
      text-anchor="middle"
    >
      {{ p.phase }} {{ p.counts }}
    </text>
    <line v-for="(t, i) in ticks" :key="i" :x1="t" :x2="t" :y1="height - 18" :y2="height - 8" class="tick" />
    <line :x1="lineX" :x2="lineX" :y1="14" :y2="height - 6" class="now" />
    <g v-if="running" class="count">
      <text :x="lineX - 16" :y="40" text-anchor="end" class="word">{{ place.phase }}</text>
      <text :x="lineX - 16" :y="middle + 44" text-anchor="end" class="number">{{ place.count }}</text>
    </g>
  </svg>
</template>

<style scoped>
.ribbon {
  display: block;
  width: 100%;
}
.air {
  fill: var(--air-fill);
  stroke: var(--air);
  stroke-width: 2.5;
  stroke-linejoin: round;
}
.heard {
  fill: none;
  stroke: var(--ink);
  stroke-width: 3;
}
.name {
  font-size: 19px;
  font-weight: 650;
  fill: var(--ink-on-brass);
}
.tick {
  stroke: var(--soft);
  stroke-width: 1.5;
}
.now {
  stroke: var(--ink);
  stroke-width: 4;
}
.word {
  font-size: 40px;
  font-weight: 650;
  fill: var(--ink);
}
.number {
  font-size: 128px;
  font-weight: 700;
  fill: var(--ink);
}
</style>
