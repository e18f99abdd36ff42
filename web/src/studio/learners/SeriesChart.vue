<script setup lang="ts">
import { Chart, LinearScale, LineController, LineElement, PointElement, Tooltip } from 'chart.js'
import { computed } from 'vue'
import { Line } from 'vue-chartjs'
import type { Series } from '@halitus/core/records'
import { DAY_MS, instantOf, momentOf } from '@halitus/core/time'
import { useAppearance } from '@/base/appearance.ts'
import { dayName } from '@/base/words.ts'

/** One number over time: filled where what was aimed at was reached; the aim as a metal step unless nothing is to be beaten. */
const props = defineProps<{ series: Series; aims: boolean }>()
Chart.register(LinearScale, LineController, LineElement, PointElement, Tooltip)

const appearance = useAppearance()
const colours = computed(() =>
  appearance.dark
    ? { ink: '#f4eee8', soft: '#b8acad', line: '#40373b', brass: '#d9b25d', sheet: '#1e191c' }
    : { ink: '#241d21', soft: '#62585c', line: '#d9d3ce', brass: '#ae7d27', sheet: '#fdfcfa' },
)
const FONT = { family: "'Atkinson Hyperlegible Next Variable', sans-serif", size: 14 }
/** Less than this on the time axis makes one day look like years, days. */
const SHORTEST_SPAN = 14
const dayOfX = (x: number) => dayName(momentOf(x * DAY_MS))
const points = computed(() => props.series.points.map((p) => ({ ...p, x: instantOf(p.at) / DAY_MS })))
const span = computed(() => {
  const xs = points.value.map((p) => p.x)
  const [from, to] = [Math.min(...xs), Math.max(...xs)]
  const missing = Math.max(0, SHORTEST_SPAN - (to - from)) / 2
  return { min: Math.floor(from - missing), max: Math.ceil(to + missing) }
})
const withAims = computed(() => props.aims && points.value.some((p) => p.aim !== null))

const data = computed(() => {
  const c = colours.value
  return {
    datasets: [
      {
        label: props.series.name,
        data: points.value.map((p) => ({ x: p.x, y: p.value })),
        borderColor: c.ink,
        borderWidth: 2,
        pointRadius: 5,
        // The first and the newest stand on the chart's edge: whole, not half.
        clip: 8,
        pointBackgroundColor: points.value.map((p) => (props.aims && !p.reached ? c.sheet : c.ink)),
        pointBorderColor: c.ink,
        pointBorderWidth: 2,
      },
      ...(withAims.value
        ? [
            {
              label: 'aim',
              data: points.value.map((p) => ({ x: p.x, y: p.aim })),
              borderColor: c.brass,
              borderWidth: 3,
              stepped: 'middle' as const,
              // A single aim is a short stroke: a line needs two ends.
              pointStyle: 'line' as const,
              pointRadius: points.value.length === 1 ? 14 : 0,
            },
          ]
        : []),
    ],
  }
})
const options = computed(() => {
  const c = colours.value
  const ticks = { color: c.soft, font: FONT }
  return {
    responsive: true,
    maintainAspectRatio: false,
    animation: false as const,
    layout: { padding: { right: 8, top: 8 } },
    plugins: { legend: { display: false }, tooltip: { titleFont: FONT, bodyFont: FONT } },
    scales: {
      x: {
        type: 'linear' as const,
        ...span.value,
        border: { display: false },
        ticks: {
          ...ticks,
          maxRotation: 0,
          stepSize: 14,
          callback: (x: string | number) => dayOfX(Number(x)).slice(4),
        },
        grid: { display: false },
      },
      y: {
        beginAtZero: true,
        border: { display: false },
        ticks: { ...ticks, maxTicksLimit: 5, precision: 0 },
        grid: { color: c.line },
      },
    },
  }
})
const last = computed(() => props.series.points.at(-1))
const summary = computed(() => {
  const first = props.series.points[0]
  return first && last.value
    ? `${props.series.title}, ${props.series.name}: from ${first.value} ${props.series.unit} on ${dayName(first.at)} to ${last.value.value} ${props.series.unit} on ${dayName(last.value.at)}`
    : props.series.title
})
</script>

<template>
  <figure>
    <figcaption>
      <b>{{ series.name }}</b>
      <span v-if="last" class="now"
        ><b>{{ last.value }}</b> {{ series.unit }}</span
      >
      <span class="soft">{{ series.better === 'more' ? 'more is better' : 'less is better' }}</span>
      <span v-if="aims" class="soft key"
        ><i class="dot filled" aria-hidden="true"></i> reached <i class="dot" aria-hidden="true"></i> not yet
        <template v-if="withAims"><i class="step" aria-hidden="true"></i> aim</template></span
      >
    </figcaption>
    <div class="chart"><Line :data="data" :options="options" :aria-label="summary" role="img" /></div>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}
figcaption {
  display: flex;
  align-items: baseline;
  flex-wrap: wrap;
  gap: 4px 14px;
}
.now b {
  font-size: 26px;
}
.key {
  display: inline-flex;
  align-items: center;
  gap: 6px;
}
.dot {
  width: 11px;
  height: 11px;
  border-radius: 50%;
  border: 2px solid var(--ink);
}
.filled {
  background: var(--ink);
}
.step {
  width: 20px;
  border-top: 3px solid var(--brass);
}
.chart {
  position: relative;
  height: 210px;
}
</style>
