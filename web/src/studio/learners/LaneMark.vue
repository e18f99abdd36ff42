<script setup lang="ts">
import { computed } from 'vue'
import type { Lane } from '@halitus/core/practice'
import type { Series } from '@halitus/core/records'
import type { Moment } from '@halitus/core/time'

/** What was measured at one stop over the weeks, in its own mark: breath a ribbon, the tongue strokes, all else a thread. */
const props = defineProps<{
  lane: Lane
  width: number
  /** px of a moment. */
  x: (at: Moment) => number
  lately: { from: number; width: number }
  observes: boolean
}>()
const LANE = 84
/** A series as points in its lane, its least low and its most high; aims beside it in the same measure. */
function drawn(series: Series) {
  const values = series.points.flatMap((p) =>
    p.aim === null || props.observes ? [p.value] : [p.value, p.aim],
  )
  const [least, most] = [Math.min(...values), Math.max(...values)]
  const y = (v: number) => LANE - 16 - (most > least ? (v - least) / (most - least) : 0.5) * (LANE - 32)
  return {
    points: series.points.map((p) => ({ x: props.x(p.at), y: y(p.value), reached: p.reached })),
    aims: props.observes
      ? ''
      : series.points
          .filter((p) => p.aim !== null)
          .map((p, i) => `${i ? `H${props.x(p.at)}` : ''}${i ? 'V' : `M${props.x(p.at)} `}${y(p.aim!)}`)
          .join(''),
  }
}
const line = (points: readonly { x: number; y: number }[]) => points.map((p) => `${p.x},${p.y}`).join(' ')
/** Ribbon and strokes stand alone; beside a thread lie others of its kind. */
const beside = (stage: Lane['stage']) => stage !== 'breath' && stage !== 'tongue'
const row = computed(() => {
  const { lane } = props
  const main = drawn(lane.lead)
  const floor = LANE - 10
  return {
    stage: lane.stage,
    main,
    tip: main.points.at(-1)!,
    // Breath is a ribbon about the lane's middle: more of it is wider.
    ribbon: [
      ...main.points.map((p) => `${p.x},${LANE / 2 - (floor - p.y) * 0.45 - 2}`),
      ...[...main.points].reverse().map((p) => `${p.x},${LANE / 2 + (floor - p.y) * 0.45 + 2}`),
    ].join(' '),
    others: lane.all
      .filter(
        (s) => s !== lane.lead && s.points.length > 1 && s.unit === lane.lead.unit && beside(lane.stage),
      )
      .slice(0, 3)
      .map((s) => line(drawn(s).points)),
  }
})
</script>

<template>
  <svg :width="width" :height="LANE" aria-hidden="true">
    <rect :x="lately.from" y="0" :width="lately.width" :height="LANE" class="lately" />
    <polyline v-for="(o, k) in row.others" :key="k" :points="o" class="other" />
    <template v-if="row.stage === 'breath'">
      <polygon :points="row.ribbon" class="air" />
    </template>
    <template v-else-if="row.stage === 'tongue'">
      <line :x1="row.main.points[0]!.x - 4" :x2="row.tip.x + 4" y1="14" y2="14" class="thread" />
      <path
        v-for="(p, k) in row.main.points"
        :key="k"
        :d="`M${p.x - 5} 14h10l-5 ${LANE - 24 - p.y + 14}z`"
        class="stroke"
      />
    </template>
    <template v-else>
      <path v-if="row.main.aims" :d="row.main.aims" class="aims" />
      <polyline :points="line(row.main.points)" class="thread" />
      <circle
        v-for="(p, k) in row.main.points"
        :key="k"
        :cx="p.x"
        :cy="p.y"
        r="4"
        :class="p.reached || observes ? 'bead' : 'ring'"
      />
    </template>
    <circle
      :cx="row.tip.x"
      :cy="
        row.stage === 'breath' || row.stage === 'tongue'
          ? row.stage === 'tongue'
            ? 14
            : LANE / 2
          : row.tip.y
      "
      r="8"
      class="tip"
    />
  </svg>
</template>

<style scoped>
svg {
  display: block;
}
.lately {
  fill: var(--cane);
}
.other {
  fill: none;
  stroke: var(--soft);
  stroke-width: 1.5;
  opacity: 0.7;
}
.thread {
  fill: none;
  stroke: var(--ink);
  stroke-width: 4;
  stroke-linejoin: round;
}
.stroke,
.bead {
  fill: var(--ink);
}
.ring {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 2;
}
.aims {
  fill: none;
  stroke: var(--brass);
  stroke-width: 2.5;
}
.air {
  fill: var(--air-fill);
}
.tip {
  fill: var(--brass-on-wood);
  stroke: var(--ink);
  stroke-width: 3;
}
</style>
