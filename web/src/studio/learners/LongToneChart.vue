<script setup lang="ts">
import {
  Chart,
  Filler,
  Legend,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  ScatterController,
  Tooltip,
} from 'chart.js'
import { computed } from 'vue'
import { Line } from 'vue-chartjs'
import type { EntryData } from '@halitus/core/contract'
import { wasHeld } from '@halitus/core/practice'
import { useTools } from '../../shell/tools.ts'
import { dayName } from '../../shell/words.ts'

/** Long tones over time with the ladder of targets; without the ladder for who observes without judging. */
const props = defineProps<{ tones: { at: string; data: EntryData['long-tone'] }[]; ladder: boolean }>()
Chart.register(
  Filler,
  Legend,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  ScatterController,
  Tooltip,
)
const tools = useTools()

const colours = computed(() =>
  tools.dark
    ? { ink: '#edf2f4', soft: '#a9b6bd', line: '#364147', metal: '#d4ae58', paper: '#1a2024' }
    : { ink: '#1f262b', soft: '#55626b', line: '#ccd6da', metal: '#b58c38', paper: '#fcfdfd' },
)
const FONT = { family: "'Atkinson Hyperlegible Next Variable', sans-serif", size: 14 }
const DAY_MS = 86_400_000
/** Days stand as far apart as they were. */
const points = (value: (tone: EntryData['long-tone']) => number) =>
  props.tones.map((t) => ({ x: Date.parse(t.at) / DAY_MS, y: value(t.data) }))
const dayOf = (x: number) => dayName(new Date(x * DAY_MS).toISOString())
const data = computed(() => {
  const c = colours.value
  return {
    datasets: [
      {
        label: 'held, s',
        data: points((t) => t.lengthS),
        borderColor: c.ink,
        borderWidth: 2,
        pointRadius: 5,
        pointBackgroundColor: props.tones.map((t) =>
          props.ladder && !wasHeld({ at: t.at, ...t.data }) ? c.paper : c.ink,
        ),
        pointBorderColor: c.ink,
        pointBorderWidth: 2,
      },
      ...(props.ladder
        ? [
            {
              label: 'target, s',
              data: points((t) => t.targetS),
              borderColor: c.metal,
              borderWidth: 3,
              stepped: 'middle' as const,
              pointRadius: 0,
            },
          ]
        : []),
      {
        label: 'steadiness, cents',
        data: points((t) => t.steadinessCents),
        borderColor: c.soft,
        borderDash: [4, 4],
        borderWidth: 1.5,
        pointRadius: 0,
        yAxisID: 'cents',
      },
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
    plugins: {
      legend: { labels: { color: c.ink, font: FONT, usePointStyle: true, pointStyle: 'line' } },
      tooltip: { titleFont: FONT, bodyFont: FONT },
    },
    scales: {
      x: {
        type: 'linear' as const,
        ticks: {
          ...ticks,
          maxRotation: 0,
          stepSize: 7,
          callback: (x: string | number) => dayOf(Number(x)).slice(4),
        },
        grid: { display: false },
      },
      y: {
        beginAtZero: true,
        ticks,
        grid: { color: c.line },
        title: { display: true, text: 'seconds', color: c.soft, font: FONT },
      },
      cents: {
        position: 'right' as const,
        beginAtZero: true,
        ticks,
        grid: { display: false },
        title: { display: true, text: 'cents', color: c.soft, font: FONT },
      },
    },
  }
})
const summary = computed(() => {
  const first = props.tones[0]
  const last = props.tones.at(-1)
  return first && last
    ? `Long tones from ${first.data.lengthS} s on ${dayName(first.at)} to ${last.data.lengthS} s on ${dayName(last.at)}`
    : 'No long tones'
})
</script>

<template>
  <div class="chart"><Line :data="data" :options="options" :aria-label="summary" role="img" /></div>
</template>

<style scoped>
.chart {
  position: relative;
  height: 340px;
}
</style>
