<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Gauge } from '@halitus/core/instruments'

/** A placement to scale; the moved part can be dragged. Sizes in mm are ordinary ones, from memory. */
const props = defineProps<{ gauge: Gauge }>()
const values = defineModel<Record<string, number>>({ required: true })

const svg = ref<SVGSVGElement>()
const v = (id: string) => values.value[id] ?? props.gauge.measures.find((m) => m.id === id)?.start ?? 0
const first = computed(() => props.gauge.measures[0]!)
const value = computed(() => v(first.value.id))
const right = computed(() =>
  props.gauge.measures.every((m) => v(m.id) >= m.ideal[0] && v(m.id) <= m.ideal[1]),
)

/** A whole cork, mm: what covering all of it takes off the tube. Other seats are drawn as deep as an ordinary one. */
const corkMm = computed(() => (first.value.unit === '%' ? -100 * first.value.lengthens : 32))

/** Millimetres seen across the drawing: what matters is large. */
const ACROSS_MM: Record<Gauge['drawing'], [number, number]> = {
  'single-reed': [30, 18],
  ligature: [30, 48],
  depth: [90, 40],
  rotation: [60, 40],
  gap: [60, 40],
  tip: [14, 7],
}
const size = computed(() => ACROSS_MM[props.gauge.drawing])
const box = computed(() => `${-size.value[0] / 2} ${-size.value[1] / 2} ${size.value[0]} ${size.value[1]}`)
/** Which way dragging changes which measure, in units a mm. */
const drags = computed<{ x?: [string, number]; y?: [string, number] }>(() => {
  const id = first.value.id
  const along: Record<Gauge['drawing'], { x?: [string, number]; y?: [string, number] }> = {
    'single-reed': { x: ['side', 1], y: ['height', -1] },
    ligature: { y: [id, 1] },
    rotation: { x: [id, -4] },
    tip: { y: [id, 2] },
    depth: { x: [id, first.value.unit === '%' ? -100 / corkMm.value : -1] },
    gap: { x: [id, 1] },
  }
  return along[props.gauge.drawing]
})

function set(id: string, to: number) {
  const m = props.gauge.measures.find((x) => x.id === id)!
  const stepped = Math.round(Math.max(m.min, Math.min(m.max, to)) / m.step) * m.step
  values.value = { ...values.value, [id]: Math.round(stepped * 10) / 10 }
}
function grab(event: PointerEvent) {
  const el = svg.value
  if (!el) return
  el.setPointerCapture(event.pointerId)
  const perPx = size.value[0] / el.getBoundingClientRect().width
  const from = { x: event.clientX, y: event.clientY, values: { ...values.value } }
  const start = (id: string) => from.values[id] ?? props.gauge.measures.find((m) => m.id === id)!.start
  const move = (e: PointerEvent) => {
    const { x, y } = drags.value
    if (x) set(x[0], start(x[0]) + (e.clientX - from.x) * perPx * x[1])
    if (y) set(y[0], start(y[0]) + (e.clientY - from.y) * perPx * y[1])
  }
  const done = () => {
    el.removeEventListener('pointermove', move)
    el.removeEventListener('pointerup', done)
  }
  el.addEventListener('pointermove', move)
  el.addEventListener('pointerup', done)
}
const depthMm = computed(() =>
  first.value.unit === '%' ? (value.value / 100) * corkMm.value : 16 + value.value,
)
const almond = (side: 1 | -1) => `M -6 0 Q 0 ${side * value.value} 6 0`
</script>

<template>
  <svg
    ref="svg"
    :viewBox="box"
    class="gauge"
    :class="{ right }"
    role="img"
    :aria-label="`${gauge.name}, to scale`"
    @pointerdown.prevent="grab"
  >
    <template v-if="gauge.drawing === 'single-reed'">
      <path d="M -6.6 12 L -6.6 -3 Q -6.6 -5 0 -5 Q 6.6 -5 6.6 -3 L 6.6 12 Z" class="fixed" />
      <path d="M -4.6 12 L -4.6 -1.5 Q -4.6 -3 0 -3 Q 4.6 -3 4.6 -1.5 L 4.6 12 Z" class="window" />
      <g
        :transform="`translate(${v('side')} ${-v('height')}) rotate(${Math.atan2(v('tilt'), 30) * 57.3} 0 12)`"
      >
        <path d="M -6.2 12 L -6.2 -3.2 Q -6.2 -5 0 -5 Q 6.2 -5 6.2 -3.2 L 6.2 12 Z" class="moved" />
      </g>
      <line x1="-14" x2="14" y1="-5" y2="-5" class="level" />
    </template>
    <template v-else-if="gauge.drawing === 'ligature'">
      <path d="M -7 -22 L 7 -22 L 9 24 L -9 24 Z" class="fixed" />
      <path d="M -6 -22 L 6 -22 L 6 24 L -6 24 Z" class="reed" />
      <line x1="-12" x2="12" y1="-2" y2="-2" class="level" />
      <rect x="-10" :y="-2 + value" width="20" height="16" rx="1" class="moved" />
    </template>
    <template v-else-if="gauge.drawing === 'depth'">
      <rect x="-45" y="-6" width="45" height="12" class="fixed" />
      <rect x="-4" y="-6.6" :width="corkMm" height="13.2" class="reed" />
      <rect :x="-4 + corkMm - depthMm" y="-10" width="46" height="20" rx="3" class="moved" />
      <g v-if="first.unit === '%'">
        <line
          v-for="share in first.ideal"
          :key="share"
          :x1="-4 + corkMm * (1 - share / 100)"
          :x2="-4 + corkMm * (1 - share / 100)"
          y1="-15"
          y2="15"
          class="level"
        />
      </g>
    </template>
    <template v-else-if="gauge.drawing === 'rotation'">
      <circle cx="0" cy="0" r="13" class="fixed" />
      <rect x="-3" y="-18" width="6" height="5" class="reed" />
      <line x1="0" x2="0" y1="-19" y2="-6" class="level" />
      <g :transform="`rotate(${-value})`">
        <circle cx="0" cy="0" r="10" class="moved" />
        <ellipse cx="0" cy="-8.2" rx="5" ry="2.4" class="window" />
      </g>
    </template>
    <template v-else-if="gauge.drawing === 'gap'">
      <rect x="-30" y="-11" width="30" height="22" class="fixed" />
      <rect x="0" y="-8" width="16" height="16" class="reed" />
      <rect :x="value" y="-13" width="30" height="26" rx="2" class="moved" />
    </template>
    <template v-else>
      <path :d="`${almond(-1)} ${almond(1)}`" class="window" />
      <path :d="almond(-1)" class="blade" />
      <path :d="almond(1)" class="blade" />
    </template>
  </svg>
</template>

<style scoped>
.gauge {
  display: block;
  width: 100%;
  max-height: 210px;
  background: var(--paper);
  border-radius: var(--radius);
  cursor: grab;
  touch-action: none;
}
.fixed {
  fill: var(--tube);
}
.window {
  fill: var(--tube-bore);
}
.reed {
  fill: #d9c08a;
}
.moved {
  fill: color-mix(in srgb, var(--alarm) 26%, transparent);
  stroke: var(--alarm);
  stroke-width: 2;
  stroke-dasharray: 5 3;
  vector-effect: non-scaling-stroke;
}
.right .moved {
  fill: color-mix(in srgb, var(--metal) 40%, transparent);
  stroke: var(--ink);
  stroke-dasharray: none;
}
.level {
  stroke: var(--metal);
  stroke-width: 2;
  vector-effect: non-scaling-stroke;
}
.blade {
  fill: none;
  stroke: var(--alarm);
  stroke-width: 7;
  vector-effect: non-scaling-stroke;
}
.right .blade {
  stroke: var(--ink);
}
</style>
