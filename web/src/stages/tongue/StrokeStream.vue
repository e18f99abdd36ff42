<script setup lang="ts">
import { computed } from 'vue'

/**
 * One stream of air from which strokes hang: place is time, the tick above it the pulse, depth of the notch the dent, the
 * bar below how long the tone sounds until the next stroke.
 */
const props = defineProps<{
  strokes: readonly { atS: number; offMs: number | null; depthDb: number | null; share: number | null }[]
}>()
const W = 900
const H = 236
const TOP = 84
const AIR = 96
const first = computed(() => props.strokes[0]?.atS ?? 0)
const span = computed(() => Math.max(1, (props.strokes.at(-1)?.atS ?? 1) - first.value))
const x = (atS: number) => 20 + ((atS - first.value) / span.value) * (W - 60)
/** Sixteen decibels reach through the stream; out of silence the stream is cut. */
const depth = (db: number | null) => (db === null ? AIR : Math.min(AIR, (db / 16) * AIR))
const width = computed(() => Math.max(3, Math.min(10, ((W - 60) / Math.max(1, props.strokes.length)) * 0.16)))
const notches = computed(() =>
  props.strokes.map((s, i) => {
    const next = props.strokes[i + 1]
    const lengthPx = next ? (x(next.atS) - x(s.atS)) * (s.share ?? 0.9) : 24
    return {
      key: i,
      x: x(s.atS),
      depth: depth(s.depthDb),
      cut: s.depthDb === null,
      due: s.offMs === null ? null : x(s.atS - s.offMs / 1000),
      length: Math.max(2, lengthPx - 4),
      off: s.offMs !== null && Math.abs(s.offMs) > 30,
    }
  }),
)
const words = computed(() => `${props.strokes.length} strokes on a stream of air`)
</script>

<template>
  <svg v-if="strokes.length" class="stream" :viewBox="`0 0 ${W} ${H}`" role="img" :aria-label="words">
    <rect class="air" x="8" :y="TOP" :width="W - 24" :height="AIR" rx="6" />
    <g v-for="n in notches" :key="n.key">
      <line v-if="n.due !== null" class="due" :x1="n.due" :x2="n.due" y1="20" :y2="TOP - 10" />
      <line class="place" :class="{ off: n.off }" :x1="n.x" :x2="n.x" y1="40" :y2="TOP" />
      <path
        class="notch"
        :class="{ cut: n.cut }"
        :d="`M ${n.x - width} ${TOP - 1} L ${n.x} ${TOP + n.depth} L ${n.x + width} ${TOP - 1} Z`"
      />
      <rect class="tone" :x="n.x" :y="TOP + AIR + 14" :width="n.length" height="16" rx="6" />
    </g>
  </svg>
  <p v-if="strokes.length" class="label">
    Above: the pulse, and where the stroke was. Notch: how deep. Below: how long it sounded.
  </p>
</template>

<style scoped>
.stream {
  display: block;
  width: 100%;
  height: auto;
  max-height: 300px;
}
.air {
  fill: var(--air-fill);
}
.notch {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 1.5;
}
.cut {
  stroke-dasharray: 3 2;
}
.due {
  stroke: var(--soft);
  stroke-width: 2;
}
.place {
  stroke: var(--ink);
  stroke-width: 3;
}
.off {
  stroke: var(--brass);
  stroke-width: 5;
}
.tone {
  fill: var(--ink);
}
.label {
  color: var(--soft);
  font-size: 14px;
  margin: 0;
}
</style>
