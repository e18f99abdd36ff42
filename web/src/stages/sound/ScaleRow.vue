<script setup lang="ts">
import { computed } from 'vue'
import { prettyNote } from '@halitus/core/pitch'
import { IN_TUNE_CENTS } from '@halitus/core/records'
import { signed } from '@/base/words.ts'

/** Notes of a scale side by side: how far each lies from its place now, the last time, and usually. */
const props = defineProps<{
  notes: readonly {
    written: string
    cents: number | undefined
    usual: number | undefined
    last: number | undefined
    /** Among the furthest. */
    far: boolean
  }[]
}>()
/** Cents from the middle to the edge; what lies beyond stands at it. */
const SPAN = 25
const HALF = 90
const COLUMN = 92
const y = (cents: number) => HALF - (HALF * Math.max(-SPAN, Math.min(SPAN, cents))) / SPAN
const width = computed(() => COLUMN * Math.max(1, props.notes.length))
const band = (HALF * IN_TUNE_CENTS) / SPAN
const said = computed(() =>
  props.notes
    .map((n) => `${prettyNote(n.written)} ${n.cents === undefined ? '' : `${signed(n.cents)} cents`}`)
    .join(', '),
)
</script>

<template>
  <div class="row" tabindex="0" role="group" aria-label="Notes of the scale">
    <svg
      :viewBox="`0 -14 ${width} ${2 * HALF + 74}`"
      :style="{ width: `${width}px` }"
      role="img"
      :aria-label="said"
    >
      <rect x="0" :y="HALF - band" :width="width" :height="2 * band" class="band" />
      <g v-for="(n, i) in notes" :key="i" :transform="`translate(${(i + 0.5) * COLUMN} 0)`">
        <line x1="0" x2="0" y1="0" :y2="2 * HALF" class="string" />
        <line v-if="n.usual !== undefined" x1="-20" x2="20" :y1="y(n.usual)" :y2="y(n.usual)" class="usual" />
        <circle v-if="n.last !== undefined" :cy="y(n.last)" r="10" class="last" />
        <circle v-if="n.cents !== undefined" :cy="y(n.cents)" r="10" class="now" :class="{ far: n.far }" />
        <text :y="2 * HALF + 28" text-anchor="middle" class="name" :class="{ far: n.far }">
          {{ prettyNote(n.written) }}
        </text>
        <text v-if="n.cents !== undefined" :y="2 * HALF + 52" text-anchor="middle" class="cents">
          {{ signed(n.cents) }}
        </text>
      </g>
    </svg>
  </div>
</template>

<style scoped>
.row {
  overflow-x: auto;
  margin: 10px 0 4px;
}
.row svg {
  display: block;
}
.band {
  fill: var(--cane);
}
.string {
  stroke: var(--line);
  stroke-width: 2;
}
.usual {
  stroke: var(--soft);
  stroke-width: 4;
}
.last {
  fill: none;
  stroke: var(--soft);
  stroke-width: 2.5;
}
.now {
  fill: var(--ink);
}
.now.far {
  fill: var(--lacquer);
}
.name {
  font-size: 24px;
  font-weight: 650;
  fill: var(--ink);
}
.name.far {
  fill: var(--lacquer);
}
.cents {
  font-size: 18px;
  fill: var(--soft);
}
</style>
