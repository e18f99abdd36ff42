<script setup lang="ts">
import { computed } from 'vue'

/** Bars of the last takes, one row a take: solid is clean, shifted late, a square another note, a bow a note between, dots not reached. */
const props = defineProps<{
  takes: readonly { label: string; bars: string; breaths: readonly number[]; now: boolean }[]
  numbers: readonly string[]
}>()
const emit = defineEmits<{ bar: [measure: number] }>()
/** So many bars stand in one row; longer pieces are shown around what was reached. */
const MOST = 24
const from = computed(() => {
  const last = props.takes.at(-1)?.bars ?? ''
  const first = [...last].findIndex((m) => m !== '-')
  return props.numbers.length <= MOST ? 0 : Math.max(0, Math.min(props.numbers.length - MOST, first))
})
const shown = computed(() => props.numbers.slice(from.value, from.value + MOST))
const LEFT = 120
const STEP = computed(() => Math.min(62, (1100 - LEFT) / shown.value.length))
const width = computed(() => Math.max(40, STEP.value - 12))
const rows = computed(() =>
  props.takes.map((t, r) => ({
    ...t,
    y: 46 + 36 * r,
    cells: [...t.bars].slice(from.value, from.value + MOST).map((mark, k) => ({
      mark,
      k,
      x: LEFT + k * STEP.value,
      comma: t.breaths.includes(from.value + k),
    })),
  })),
)
const NAMES: Readonly<Record<string, string>> = {
  c: 'clean',
  r: 'played again',
  l: 'out of time',
  b: 'a note between',
  w: 'another note',
  m: 'a note missing',
  '-': 'not reached',
}
const LEGEND = computed(() => {
  const met = new Set(props.takes.flatMap((t) => [...t.bars]))
  const words = {
    c: 'solid: clean',
    l: 'shifted: out of time',
    w: 'square: another note',
    m: 'gap: one missing',
    b: 'bow: a note between',
    r: 'ring: played again',
  }
  return Object.entries(words).flatMap(([m, w]) => (met.has(m) ? [w] : []))
})
</script>

<template>
  <div class="history">
    <svg
      :viewBox="`0 0 1100 ${40 + 36 * rows.length}`"
      role="img"
      :aria-label="
        takes
          .map((t) => `${t.label}: ${[...t.bars].map((m, k) => `bar ${numbers[k]} ${NAMES[m]}`).join(', ')}`)
          .join('. ')
      "
    >
      <g v-for="(n, k) in shown" :key="n" class="head" role="button" @click="emit('bar', from + k)">
        <rect :x="LEFT + k * STEP - 4" y="0" :width="STEP" :height="40 + 36 * rows.length" class="reach" />
        <text :x="LEFT + k * STEP + width / 2" y="22" text-anchor="middle">{{ n }}</text>
      </g>
      <g v-for="row in rows" :key="row.y" :class="{ present: row.now }">
        <text x="0" :y="row.y + 6" class="label">{{ row.label }}</text>
        <template v-for="c in row.cells" :key="c.k">
          <line v-if="c.mark === '-'" :x1="c.x" :x2="c.x + width" :y1="row.y" :y2="row.y" class="not" />
          <g v-else-if="c.mark === 'l'">
            <line :x1="c.x - 2" :x2="c.x - 2" :y1="row.y - 13" :y2="row.y + 13" class="beat" />
            <rect :x="c.x + 8" :y="row.y - 8" :width="width - 8" height="16" rx="8" class="solid" />
          </g>
          <g v-else-if="c.mark === 'w'">
            <rect :x="c.x" :y="row.y - 9" :width="width" height="18" rx="9" class="open" />
            <rect :x="c.x + width / 2 - 6" :y="row.y - 6" width="12" height="12" class="wrong" />
          </g>
          <g v-else-if="c.mark === 'm'">
            <rect :x="c.x" :y="row.y - 8" :width="width / 2 - 6" height="16" rx="8" class="solid" />
            <rect
              :x="c.x + width / 2 + 6"
              :y="row.y - 8"
              :width="width / 2 - 6"
              height="16"
              rx="8"
              class="solid"
            />
          </g>
          <g v-else>
            <rect
              :x="c.x"
              :y="row.y - 8"
              :width="width"
              height="16"
              rx="8"
              :class="c.mark === 'r' ? 'open' : 'solid'"
            />
            <path v-if="c.mark === 'b'" :d="`M${c.x + 10} ${row.y - 6}q8 -22 16 0`" class="between" />
          </g>
          <path
            v-if="c.comma"
            :d="`M${c.x + width + 2} ${row.y - 14}q7 -4 8 3q0 8 -8 11q5 -6 1 -8q-3 -3 -1 -6z`"
            class="comma"
          />
        </template>
      </g>
    </svg>
    <p class="soft legend">{{ LEGEND.join(', ') }}</p>
  </div>
</template>

<style scoped>
.history {
  margin: 8px 0;
}
svg {
  width: 100%;
  height: auto;
  display: block;
}
text {
  font-size: 17px;
  fill: var(--soft);
}
.label {
  font-size: 17px;
}
.present .label {
  fill: var(--ink);
  font-weight: 700;
}
.head {
  cursor: pointer;
}
.reach {
  fill: transparent;
}
.solid {
  fill: var(--soft);
}
.present .solid {
  fill: var(--ink);
}
.open {
  fill: none;
  stroke: var(--soft);
  stroke-width: 2;
}
.present .open {
  stroke: var(--ink);
}
.wrong {
  fill: var(--lacquer);
}
.between {
  fill: none;
  stroke: var(--lacquer);
  stroke-width: 4;
}
.beat {
  stroke: var(--brass);
  stroke-width: 3;
}
.not {
  stroke: var(--soft);
  stroke-width: 3;
  stroke-dasharray: 1 7;
  stroke-linecap: round;
}
.comma {
  fill: var(--air);
}
.legend {
  margin: 0;
  font-size: 15px;
}
@media (max-width: 700px) {
  .history {
    overflow-x: auto;
  }
  svg {
    min-width: 700px;
  }
}
</style>
