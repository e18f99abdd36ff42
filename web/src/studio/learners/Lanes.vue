<script setup lang="ts">
import { computed, ref } from 'vue'
import { useElementSize } from '@vueuse/core'
import { LATELY_DAYS, type Lane } from '@halitus/core/practice'
import { daysBetween, type Moment } from '@halitus/core/time'
import { dayName, STAGE_NAMES } from '@/base/words.ts'
import LaneMark from './LaneMark.vue'

/** Everything over the weeks at a glance: one lane for each stop, in its own mark; at its end what is now and whether it moved. */
const props = defineProps<{
  lanes: readonly Lane[]
  weeks: readonly { id: string; from: string; planned: number; done: number }[]
  today: Moment
  observes: boolean
}>()
const open = defineModel<string>()

const LEAST_DAYS = 56
const field = ref<HTMLElement>()
const { width: measured } = useElementSize(field, { width: 700, height: 0 })
const width = computed(() => Math.max(160, measured.value || 700))
const days = computed(() =>
  Math.max(
    LEAST_DAYS,
    ...props.lanes.map((l) => daysBetween(l.lead.points[0]!.at, props.today)),
    ...props.weeks.map((w) => daysBetween(`${w.from}T00:00:00`, props.today)),
  ),
)
const x = (at: Moment) => 10 + (1 - daysBetween(at, props.today) / days.value) * (width.value - 24)
const lately = computed(() => {
  const from = 10 + (1 - LATELY_DAYS / days.value) * (width.value - 24)
  return { from, width: width.value - from }
})

const nameOf = (lane: Lane) => (lane.stage === 'anywhere' ? lane.lead.title : STAGE_NAMES[lane.stage])
const MOVED = { moved: 'moved', still: 'stands still', back: 'came back', new: 'new' } as const
const number = (v: number) => (Number.isInteger(v) ? String(v) : v.toFixed(1))
const change = (lane: Lane) =>
  lane.movement === 'moved' || lane.movement === 'back'
    ? `${MOVED[lane.movement]} by ${number(Math.abs(lane.better))} in four weeks`
    : MOVED[lane.movement]
const boxes = computed(() =>
  props.weeks.map((w) => ({
    ...w,
    x: x(`${w.from}T00:00:00`),
    marks: Array.from({ length: w.planned }, (_, n) => n < w.done),
  })),
)
const lastWeek = computed(() => props.weeks.at(-1))
</script>

<template>
  <ol class="lanes" aria-label="Lanes over the weeks">
    <li v-for="(row, i) in lanes" :key="row.stage" class="lane" :class="{ open: open === row.stage }">
      <button
        type="button"
        class="touch"
        :aria-expanded="open === row.stage"
        @click="open = open === row.stage ? undefined : row.stage"
      >
        <span class="name"
          ><b>{{ nameOf(row) }}</b
          ><span class="soft">{{ row.lead.title }}, {{ row.lead.name }}</span></span
        >
        <span :ref="(el) => i === 0 && (field = el as HTMLElement)" class="field">
          <LaneMark :lane="row" :width="width" :x="x" :lately="lately" :observes="observes" />
        </span>
        <span v-if="!observes" class="now">
          <span class="value"
            ><svg class="way" viewBox="0 0 28 20" aria-hidden="true">
              <path
                :d="
                  { moved: 'M3 16L14 4l11 12', still: 'M3 10h22', back: 'M3 4l11 12L25 4', new: 'M14 10h.1' }[
                    row.movement
                  ]
                "
                :class="row.movement"
              /></svg
            ><b>{{ number(row.now) }}</b> {{ row.lead.unit }}</span
          >
          <span class="soft change">{{ change(row) }}</span>
        </span>
        <span v-else class="now soft">{{ MOVED[row.movement] }}</span>
      </button>
    </li>
    <li v-if="boxes.length" class="lane">
      <div class="touch still">
        <span class="name"><b>Home</b><span class="soft">sessions practised</span></span>
        <span :ref="(el) => !lanes.length && (field = el as HTMLElement)" class="field">
          <svg :width="width" height="56" aria-hidden="true">
            <rect :x="lately.from" y="0" :width="lately.width" height="56" class="lately" />
            <g v-for="w in boxes" :key="w.id">
              <rect
                v-for="(done, n) in w.marks"
                :key="n"
                :x="w.x"
                :y="46 - 7 * (n + 1)"
                width="16"
                height="5"
                rx="1.5"
                :class="done ? 'done' : 'open-box'"
              />
            </g>
          </svg>
        </span>
        <span class="now"
          ><span v-if="lastWeek" class="value"
            ><b>{{ lastWeek.done }}</b> of {{ lastWeek.planned }}</span
          ></span
        >
      </div>
    </li>
    <li class="foot soft" aria-hidden="true">
      <span>{{ dayName(weeks[0]?.from ?? lanes[0]?.lead.points[0]?.at.slice(0, 10) ?? today) }}</span>
      <span class="cane">last four weeks</span>
    </li>
  </ol>
</template>

<style scoped>
.lane {
  border-top: 1px solid var(--line);
}
.touch {
  display: grid;
  grid-template-columns: 170px minmax(0, 1fr) 210px;
  align-items: center;
  gap: 14px;
  width: 100%;
  padding: 0;
  font: inherit;
  color: inherit;
  text-align: left;
  background: none;
  border: 0;
  cursor: pointer;
}
.touch.still {
  cursor: default;
}
.touch:not(.still):hover,
.open .touch {
  background: var(--desk);
}
.name b {
  display: block;
  font-size: 20px;
  line-height: 1.15;
}
.name .soft {
  display: block;
  font-size: 15px;
  line-height: 1.2;
}
.field {
  display: block;
  min-width: 0;
  overflow: hidden;
}
svg {
  display: block;
}
.lately {
  fill: var(--cane);
}
.done {
  fill: var(--ink);
}
.open-box {
  fill: var(--sheet);
  stroke: var(--soft);
}
.now {
  line-height: 1.2;
}
.value {
  display: flex;
  align-items: baseline;
  gap: 7px;
  white-space: nowrap;
}
.value b {
  font-size: 34px;
  line-height: 1.05;
}
.way {
  width: 26px;
  align-self: center;
  fill: none;
  stroke-width: 4;
  stroke-linecap: round;
  stroke-linejoin: round;
}
.moved {
  stroke: var(--brass);
}
.still,
.new {
  stroke: var(--soft);
}
.back {
  stroke: var(--lacquer);
}
.change {
  display: block;
  font-size: 15px;
}
.foot {
  display: flex;
  justify-content: space-between;
  padding: 4px 224px 0 184px;
  border-top: 1px solid var(--line);
  font-size: 14px;
}
.cane {
  color: var(--brass-text);
}
@media (max-width: 900px) {
  .touch {
    grid-template-columns: minmax(0, 1fr) auto;
    gap: 2px 10px;
    padding: 6px 0;
  }
  .field {
    grid-column: 1 / -1;
    grid-row: 2;
  }
  .value b {
    font-size: 26px;
  }
  .foot {
    padding: 4px 0 0;
  }
}
</style>
