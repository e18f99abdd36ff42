<script setup lang="ts">
import { useMediaQuery } from '@vueuse/core'
import { computed } from 'vue'
import type { FingerSystem, TouchId } from '@halitus/core/instruments'
import type { Move } from '@halitus/core/fingering'

/** Fingers as threads over time: thick while down, thin while up. A knot can be pulled earlier or later. */
const props = defineProps<{ system: FingerSystem; move: Move }>()
const offsets = defineModel<Record<TouchId, number>>({ required: true })

const REACH_MS = 120
/** On a phone the threads are shorter, so that what is written stays readable. */
const narrow = useMediaQuery('(max-width: 700px)')
const WIDTH = computed(() => (narrow.value ? 236 : 340))
const LABEL = 178
const ROW = computed(() => Math.max(16, Math.min(24, 176 / Math.max(1, rows.value.length))))
const rows = computed(() => {
  const { press, lift } = props.move
  return props.system.touches
    .filter((t) => press.includes(t.id) || lift.includes(t.id))
    .map((t) => ({ id: t.id, name: t.name, presses: press.includes(t.id), offset: offsets.value[t.id] ?? 0 }))
})
const x = (ms: number) => LABEL + WIDTH.value / 2 + (ms / REACH_MS) * (WIDTH.value / 2 - 30)

function set(id: TouchId, ms: number) {
  const value = Math.round(Math.max(-REACH_MS, Math.min(REACH_MS, ms)) / 5) * 5
  offsets.value = { ...offsets.value, [id]: value }
}
function pull(id: TouchId, event: PointerEvent) {
  const knot = event.currentTarget as SVGElement
  const svg = knot.ownerSVGElement
  if (!svg) return
  knot.setPointerCapture(event.pointerId)
  const move = (e: PointerEvent) => {
    const box = svg.getBoundingClientRect()
    const px = ((e.clientX - box.left) / box.width) * (LABEL + WIDTH.value)
    set(id, ((px - LABEL - WIDTH.value / 2) / (WIDTH.value / 2 - 30)) * REACH_MS)
  }
  const done = () => {
    knot.removeEventListener('pointermove', move)
    knot.removeEventListener('pointerup', done)
  }
  knot.addEventListener('pointermove', move)
  knot.addEventListener('pointerup', done)
}
function nudge(id: TouchId, event: KeyboardEvent) {
  const by = { ArrowLeft: -10, ArrowRight: 10 }[event.key]
  if (by === undefined) return
  event.preventDefault()
  set(id, (offsets.value[id] ?? 0) + by)
}
const says = (ms: number) => (ms === 0 ? 'together' : ms > 0 ? `${ms} ms late` : `${-ms} ms early`)
</script>

<template>
  <svg
    :viewBox="`0 0 ${LABEL + WIDTH} ${rows.length * ROW + 22}`"
    class="threads"
    role="group"
    aria-label="Fingers over time"
  >
    <line :x1="x(0)" :x2="x(0)" y1="0" :y2="rows.length * ROW + 4" class="together" />
    <text :x="x(0)" :y="rows.length * ROW + 18" text-anchor="middle" class="word">together</text>
    <text :x="x(-REACH_MS)" :y="rows.length * ROW + 18" class="scale">{{ REACH_MS }} ms early</text>
    <text :x="x(REACH_MS)" :y="rows.length * ROW + 18" text-anchor="end" class="scale">late</text>
    <g
      v-for="(r, i) in rows"
      :key="r.id"
      :transform="`translate(0 ${(i + 0.5) * ROW})`"
      :class="{ off: r.offset !== 0 }"
    >
      <text :x="LABEL - 12" y="4.5" text-anchor="end" class="finger">{{ r.name }}</text>
      <line :x1="LABEL" :x2="x(r.offset)" y1="0" y2="0" :class="r.presses ? 'thin' : 'thick'" />
      <line :x1="x(r.offset)" :x2="LABEL + WIDTH" y1="0" y2="0" :class="r.presses ? 'thick' : 'thin'" />
      <circle
        :cx="x(r.offset)"
        cy="0"
        r="7.5"
        class="knot"
        role="slider"
        tabindex="0"
        :aria-label="r.name"
        :aria-valuenow="r.offset"
        :aria-valuemin="-REACH_MS"
        :aria-valuemax="REACH_MS"
        :aria-valuetext="says(r.offset)"
        @pointerdown.prevent="pull(r.id, $event)"
        @keydown="nudge(r.id, $event)"
      />
    </g>
  </svg>
</template>

<style scoped>
.threads {
  display: block;
  width: 100%;
  max-width: 820px;
  touch-action: none;
}
.together {
  stroke: var(--brass);
  stroke-width: 2;
}
.word {
  fill: var(--brass-text);
  font-size: 15px;
}
.scale {
  fill: var(--soft);
  font-size: 14px;
}
.finger {
  font-size: 15.5px;
  fill: var(--ink);
}
.thick {
  stroke: var(--ink);
  stroke-width: 8;
  stroke-linecap: round;
}
.thin {
  stroke: var(--soft);
  stroke-width: 1.5;
}
.knot {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 2.5;
  cursor: ew-resize;
}
.off .thick {
  stroke: var(--lacquer);
}
.off .knot {
  stroke: var(--lacquer);
}
.off .finger {
  fill: var(--lacquer);
  font-weight: 700;
}
@media (max-width: 700px) {
  .scale {
    display: none;
  }
}
</style>
