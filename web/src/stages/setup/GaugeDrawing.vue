<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Gauge, Measure } from '@halitus/core/instruments'

/** A placement to scale; the moved part can be dragged. Sizes in mm are ordinary ones, from memory. */
const props = defineProps<{
  gauge: Gauge
  /** Only looked at: nothing moves, and nothing in it is read aloud. */
  still?: boolean
}>()
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
  'single-reed': [26, 19],
  ligature: [36, 48],
  depth: [90, 42],
  rotation: [60, 40],
  gap: [40, 41],
  tip: [17, 8],
}
const size = computed(() => {
  const [width, height] = ACROSS_MM[props.gauge.drawing]
  // A joint that can be pulled far needs more room.
  return [props.gauge.drawing === 'gap' ? Math.max(width, 2 * first.value.max + 8) : width, height] as const
})
/** Written at about 14 px whatever the scale. */
const textMm = computed(() => size.value[1] / 15)
const box = computed(() => `${-size.value[0] / 2} ${-size.value[1] / 2} ${size.value[0]} ${size.value[1]}`)
/** Which way dragging changes which measure, in units a mm. */
const drags = computed<{ x?: [string, number]; y?: [string, number] }>(() => {
  const id = first.value.id
  const along: Record<Gauge['drawing'], { x?: [string, number]; y?: [string, number] }> = {
    'single-reed': { x: ['side', 1], y: ['height', -1] },
    ligature: { y: [id, 1] },
    rotation: { y: [id, 6] },
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
  first.value.unit === '%' ? (value.value / 100) * corkMm.value : SEAT_MM + value.value,
)
/** How deep an ordinary reed sits in its seat or on its crook, mm (from memory). */
const SEAT_MM = 16
const middle = (m: Measure) => (m.ideal[0] + m.ideal[1]) / 2
/** Where everything would be if it were right: the dashed outline. */
const wanted = (id: string) => {
  const m = props.gauge.measures.find((x) => x.id === id)
  return m ? middle(m) : 0
}
const BEAK = 'M -6.6 12 L -6.6 -2.4 Q -6.4 -5 0 -5 Q 6.4 -5 6.6 -2.4 L 6.6 12 Z'
const REED = 'M -6.2 12 L -6.2 -2.3 Q -6 -5 0 -5 Q 6 -5 6.2 -2.3 L 6.2 12 Z'
const placed = (side: number, height: number, tilt: number) =>
  `translate(${side} ${-height}) rotate(${Math.atan2(tilt, 30) * 57.3} 0 12)`
const reedNow = computed(() => placed(v('side'), v('height'), v('tilt')))
const reedWanted = computed(() => placed(wanted('side'), wanted('height'), wanted('tilt')))
/** The cut of the reed: where the bark ends, an arch. */
const CUT_Y = -4
/** An almond between two blades that are this far open in the middle. */
const almond = (open: number) => `M -6.5 0 Q 0 ${-open} 6.5 0 Q 0 ${open} -6.5 0 Z`
const blade = (side: 1 | -1, open: number) =>
  `M -6.5 0 Q 0 ${side * open} 6.5 0 L 6.1 ${side * 0.5} Q 0 ${side * (open + 1.5)} -6.1 ${side * 0.5} Z`
/** The embouchure hole seen from above: turned by an angle it leaves the line of the keys. */
const holeY = (degrees: number) => 9.5 * Math.sin((degrees * Math.PI) / 180)
/** Not every millimetre has room for its number. */
const labelled = (mm: number) => mm % (first.value.max > 10 ? 5 : first.value.max > 4 ? 3 : 1) === 0
const ticks = (from: number, to: number, step: number) =>
  Array.from({ length: Math.floor((to - from) / step) + 1 }, (_, i) => from + i * step)
</script>

<template>
  <svg
    ref="svg"
    :viewBox="box"
    class="gauge"
    :class="{ right, still }"
    :role="still ? 'presentation' : 'img'"
    :aria-label="still ? undefined : `${gauge.name}, to scale`"
    @pointerdown="!still && ($event.preventDefault(), grab($event))"
  >
    <defs>
      <clipPath id="beak"><path :d="BEAK" /></clipPath>
      <linearGradient id="cane" x1="0" x2="0" y1="0" y2="1">
        <stop offset="0" stop-color="#f4e6bf" />
        <stop offset="1" stop-color="#d9bd7f" />
      </linearGradient>
      <linearGradient id="ebonite" x1="0" x2="1" y1="0" y2="0">
        <stop offset="0" stop-color="#12171a" />
        <stop offset="0.35" stop-color="#3a444a" />
        <stop offset="1" stop-color="#12171a" />
      </linearGradient>
      <linearGradient id="silver" x1="0" x2="0" y1="0" y2="1">
        <stop offset="0" stop-color="#f7f9fa" />
        <stop offset="0.45" stop-color="#c5ced3" />
        <stop offset="1" stop-color="#8b979d" />
      </linearGradient>
      <linearGradient id="wood" x1="0" x2="0" y1="0" y2="1">
        <stop offset="0" stop-color="#4b4440" />
        <stop offset="0.4" stop-color="#2a2523" />
        <stop offset="1" stop-color="#171413" />
      </linearGradient>
      <linearGradient id="cork" x1="0" x2="0" y1="0" y2="1">
        <stop offset="0" stop-color="#dcb486" />
        <stop offset="1" stop-color="#9c7247" />
      </linearGradient>
    </defs>

    <!-- From the front: rails left and right of the reed, tip against tip. What stands out is red. -->
    <template v-if="gauge.drawing === 'single-reed'">
      <path :d="BEAK" fill="url(#ebonite)" />
      <path d="M -6.35 12 L -6.35 -2.3 Q -6.2 -4.7 0 -4.7" class="rail" />
      <path d="M 6.35 12 L 6.35 -2.3 Q 6.2 -4.7 0 -4.7" class="rail" />
      <g :transform="reedNow">
        <path :d="REED" class="over" />
      </g>
      <g clip-path="url(#beak)">
        <g :transform="reedNow">
          <path :d="REED" fill="url(#cane)" />
          <path d="M -6.2 9 Q 0 4 6.2 9 L 6.2 12 L -6.2 12 Z" class="bark" />
          <path
            v-for="x in [-3.6, -1.8, 0, 1.8, 3.6]"
            :key="x"
            :d="`M ${x} 12 L ${x * 0.9} -3`"
            class="grain"
          />
        </g>
      </g>
      <path v-if="!right" :d="REED" :transform="reedWanted" class="ghost" />
      <line x1="-12" x2="-7.4" y1="-5" y2="-5" class="level" />
      <line x1="7.4" x2="12" y1="-5" y2="-5" class="level" />
      <text x="-12" y="-5.6">tip</text>
      <text x="-12" y="4">rail</text>
      <text x="12" y="4" text-anchor="end">rail</text>
    </template>

    <!-- From the front, further down: where the cut begins, and the ligature's upper edge below it. -->
    <template v-else-if="gauge.drawing === 'ligature'">
      <path d="M -7 -22 L 7 -22 L 9.5 24 L -9.5 24 Z" fill="url(#ebonite)" />
      <path d="M -6 -22 L 6 -22 L 6.6 24 L -6.6 24 Z" fill="url(#cane)" />
      <path :d="`M -6.2 ${CUT_Y + 4} Q 0 ${CUT_Y - 5} 6.2 ${CUT_Y + 4} L 6.6 24 L -6.6 24 Z`" class="bark" />
      <g :transform="`translate(0 ${CUT_Y + value})`">
        <rect x="-10.4" y="0" width="20.8" height="17" rx="1.4" class="band" />
        <rect x="-10.4" y="0" width="20.8" height="1.6" fill="url(#silver)" />
        <rect x="-10.4" y="15.4" width="20.8" height="1.6" fill="url(#silver)" />
        <g v-for="y in [4, 11]" :key="y">
          <rect x="9.6" :y="y" width="5" height="1.8" fill="url(#silver)" />
          <circle cx="15.4" :cy="y + 0.9" r="1.7" class="screw" />
        </g>
      </g>
      <rect
        v-if="value < first.ideal[0]"
        x="-6.2"
        :y="CUT_Y + value"
        width="12.4"
        :height="Math.min(17, first.ideal[0] - value)"
        class="wrong"
      />
      <line x1="-14" x2="-10.8" :y1="CUT_Y" :y2="CUT_Y" class="level" />
      <text x="-14" :y="CUT_Y - 2">cut</text>
      <line
        v-for="edge in first.ideal"
        :key="edge"
        x1="-13.4"
        x2="-10.8"
        :y1="CUT_Y + edge"
        :y2="CUT_Y + edge"
        class="ideal"
      />
      <line x1="-13.4" x2="-13.4" :y1="CUT_Y + first.ideal[0]" :y2="CUT_Y + first.ideal[1]" class="ideal" />
    </template>

    <!-- How much of the cork is covered, or how far a reed goes into its seat. -->
    <template v-else-if="gauge.drawing === 'depth'">
      <template v-if="first.unit === '%'">
        <rect x="-45" y="-6" width="42" height="12" fill="url(#silver)" />
        <rect x="-4" y="-6.8" :width="corkMm" height="13.6" rx="0.8" fill="url(#cork)" />
        <path
          v-for="n in 6"
          :key="n"
          :d="`M ${-4 + (corkMm * n) / 7} -6.4 q 1.4 3 0 6 t 0 6`"
          class="grain"
        />
        <path
          :d="`M ${-4 + corkMm - depthMm} -9.5 l 3 -1.5 L ${40 + corkMm - depthMm} -12 L ${40 + corkMm - depthMm} 12 L ${-1 + corkMm - depthMm} 11 l -3 -1.5 Z`"
          fill="url(#ebonite)"
        />
        <g v-for="share in first.ideal" :key="share">
          <line
            :x1="-4 + corkMm * (1 - share / 100)"
            :x2="-4 + corkMm * (1 - share / 100)"
            y1="-14"
            y2="14"
            class="level"
          />
          <text :x="-4 + corkMm * (1 - share / 100)" y="-15" text-anchor="middle">{{ share }} %</text>
        </g>
        <line
          :x1="-4 + corkMm - depthMm"
          :x2="-4 + corkMm - depthMm"
          y1="-13"
          y2="13"
          :class="right ? 'edge' : 'wrong-edge'"
        />
      </template>
      <template v-else>
        <path
          d="M -45 -9 L -2 -9 L -2 -3.6 L -30 -2.6 L -30 2.6 L -2 3.6 L -2 9 L -45 9 Z"
          fill="url(#wood)"
        />
        <rect x="-3.6" y="-9.6" width="2.4" height="19.2" rx="1" fill="url(#silver)" />
        <g :transform="`translate(${-2 - depthMm} 0)`">
          <path d="M 0 -2.4 L 24 -3 L 24 3 L 0 2.4 Z" fill="url(#cork)" />
          <rect x="24" y="-3.3" width="7" height="6.6" class="thread" />
          <path d="M 31 -3 Q 42 -4.4 50 -6 L 51 -5.2 L 51 5.2 L 50 6 Q 42 4.4 31 3 Z" fill="url(#cane)" />
          <line x1="24" x2="24" y1="-10" y2="10" :class="right ? 'edge' : 'wrong-edge'" />
        </g>
        <line
          :x1="22 - SEAT_MM - middle(first)"
          :x2="22 - SEAT_MM - middle(first)"
          y1="-15"
          y2="15"
          class="level"
        />
        <text :x="22 - SEAT_MM - middle(first)" y="-16" text-anchor="middle">where it belongs</text>
      </template>
    </template>

    <!-- From above: the hole of the head joint against the line of the keys. -->
    <template v-else-if="gauge.drawing === 'rotation'">
      <rect x="-30" y="-9.5" width="34" height="19" fill="url(#silver)" />
      <rect x="4" y="-10" width="26" height="20" fill="url(#silver)" />
      <rect x="3" y="-10.6" width="3" height="21.2" rx="1" class="ring" />
      <rect
        x="-30"
        :y="holeY(first.ideal[0])"
        width="34"
        :height="holeY(first.ideal[1]) - holeY(first.ideal[0])"
        class="zone"
      />
      <line x1="-30" x2="30" y1="0" y2="0" class="level" />
      <g v-for="x in [12, 22]" :key="x">
        <circle :cx="x" cy="0" r="6.4" class="cup" />
        <circle :cx="x" cy="0" r="3.4" class="cup" />
      </g>
      <g :transform="`translate(-15 ${holeY(value)})`">
        <ellipse rx="12.5" ry="7" class="plate" :class="{ off: !right }" />
        <ellipse rx="6" ry="3.6" class="hole" />
        <line x1="-13.5" x2="13.5" y1="0" y2="0" :class="right ? 'edge' : 'wrong-edge'" />
      </g>
      <text x="-29" y="17">player’s side</text>
      <text x="29" y="17" text-anchor="end">keys</text>
    </template>

    <!-- Two joints pulled apart: the tenon's cork shows between the rings. -->
    <template v-else-if="gauge.drawing === 'gap'">
      <rect x="-30" y="-11" width="30" height="22" fill="url(#wood)" />
      <rect x="0" y="-8" width="22" height="16" fill="url(#cork)" />
      <path v-for="n in 4" :key="n" :d="`M ${n * 4} -7.6 q 1.4 4 0 8 t 0 7`" class="grain" />
      <rect x="-2.6" y="-11.8" width="2.6" height="23.6" rx="0.8" fill="url(#silver)" />
      <rect :x="value" y="-13" width="34" height="26" fill="url(#wood)" />
      <rect :x="value" y="-13.8" width="2.8" height="27.6" rx="0.8" fill="url(#silver)" />
      <rect v-if="!right" :x="0" y="-8" :width="Math.max(0, value)" height="16" class="wrong" />
      <g v-for="mm in ticks(0, first.max, 1)" :key="mm">
        <line :x1="mm" :x2="mm" y1="15" :y2="16.4" class="tick" />
        <text v-if="labelled(mm)" :x="mm" y="16.4" dy="1em" text-anchor="middle">{{ mm }}</text>
      </g>
      <line :x1="first.ideal[0]" :x2="first.ideal[1]" y1="15" y2="15" class="ideal" />
    </template>

    <!-- From the front: the opening between the blades. -->
    <template v-else>
      <path :d="almond(value)" class="hole" />
      <path :d="blade(-1, value)" fill="url(#cane)" class="cane" :class="{ off: !right }" />
      <path :d="blade(1, value)" fill="url(#cane)" class="cane" :class="{ off: !right }" />
      <path v-if="!right" :d="almond(middle(first))" class="ghost inside" />
    </template>
  </svg>
</template>

<style scoped>
.gauge {
  display: block;
  width: 100%;
  max-height: 230px;
  background: var(--sheet);
  border: 1px solid var(--line);
  border-radius: var(--radius);
  cursor: grab;
  touch-action: none;
}
text {
  font-size: calc(1px * v-bind('textMm'));
  fill: var(--soft);
}
.rail {
  fill: none;
  stroke: #dfe6e9;
  stroke-width: 0.34;
}
.over {
  fill: var(--lacquer);
}
.bark {
  fill: #b8904f;
  opacity: 0.55;
}
.grain {
  fill: none;
  stroke: #8a6a3a;
  stroke-width: 0.12;
  opacity: 0.5;
}
.ghost {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.6;
  stroke-dasharray: 5 4;
  vector-effect: non-scaling-stroke;
}
.ghost.inside {
  stroke: var(--brass);
}
.level,
.ideal {
  stroke: var(--brass);
  stroke-width: 2.5;
  vector-effect: non-scaling-stroke;
}
.ideal {
  stroke-width: 4;
}
.tick {
  stroke: var(--soft);
  stroke-width: 1;
  vector-effect: non-scaling-stroke;
}
.edge,
.wrong-edge {
  stroke: var(--ink);
  stroke-width: 2;
  vector-effect: non-scaling-stroke;
}
.wrong-edge {
  stroke: var(--lacquer);
  stroke-width: 3.5;
}
.wrong {
  fill: var(--lacquer);
  opacity: 0.55;
}
.band {
  fill: #c5ced3;
  opacity: 0.45;
}
.screw {
  fill: #9aa6ac;
  stroke: #5d686e;
  stroke-width: 0.3;
}
.thread {
  fill: #a33f32;
}
.ring {
  fill: #7f8b91;
}
.zone {
  fill: var(--brass);
  opacity: 0.35;
}
.cup,
.plate {
  fill: #e9eef0;
  stroke: #77848a;
  stroke-width: 0.4;
}
.plate.off {
  stroke: var(--lacquer);
  stroke-width: 0.9;
}
.hole {
  fill: #14191c;
}
.cane {
  stroke: #8a6a3a;
  stroke-width: 0.12;
}
.cane.off {
  stroke: var(--lacquer);
  stroke-width: 0.22;
}
.gauge.still {
  border: 0;
  background: none;
  cursor: inherit;
}
/* Beside its words a picture needs none of its own. */
.still text {
  display: none;
}
</style>
