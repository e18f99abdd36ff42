<script setup lang="ts">
import { computed } from 'vue'
import type { PlayedAnswer, SheetAnswer } from '@halitus/core/contract'
import { placeAt, type Places } from './places.ts'

/** What was heard, running through the notes: a thread as long as it was held, what went wrong in its own shape. */
const props = defineProps<{
  places: Places
  sheet: SheetAnswer
  /** What was heard, and what became of each note. */
  heard: readonly { onsetS: number; durationS: number; midi: number }[]
  answer: PlayedAnswer | undefined
  /** Notes that sound now, or the bar that is being played. */
  at: number | undefined
  /** Bars and what went wrong in them are named: where there are few. */
  named?: boolean
}>()
const threads = computed(() =>
  (props.answer?.notes ?? []).flatMap((j, k) => {
    if (j.played === undefined) return []
    const index = props.answer!.line[k]!
    const note = props.sheet.notes[index]!
    const here = props.places.notes.get(index)
    const own = props.heard[j.played]
    if (!here || !own) return []
    const quarter = 60 / props.answer!.bpm
    const share = Math.min(1, own.durationS / Math.max(0.05, note.duration * quarter))
    const end = placeAt(props.places, index, share, note)!
    // A semitone is as high as half a space between lines.
    const step = (props.places.systems[here.system]!.bottom - props.places.systems[here.system]!.top) / 14
    const y = here.y - Math.max(-8, Math.min(8, own.midi - note.midi)) * step
    return [
      {
        key: `${k}`,
        x0: here.right + 2,
        x1: Math.max(here.right + 6, end.x),
        y,
        wrong: j.verdict === 'wrong',
        at: here,
      },
    ]
  }),
)
const faults = computed(() =>
  (props.answer?.faults ?? []).flatMap((f, i) => {
    const here = props.places.notes.get(f.note)
    if (!here) return []
    const { top, bottom } = props.places.systems[here.system]!
    return [{ ...f, key: i, here, top: Math.min(top, here.top), bottom: Math.max(bottom, here.bottom) }]
  }),
)
/** The first fault of each bar in words, below it. */
const told = computed(() =>
  [...new Map(faults.value.map((f) => [f.measure, f] as const).reverse())].flatMap(([m, f]) => {
    const bar = props.places.bars.get(m)
    return bar ? [{ key: m, x: bar.left + 8, bottom: bar.bottom, words: f.words.split(',')[0]! }] : []
  }),
)
const now = computed(() => (props.at === undefined ? undefined : props.places.bars.get(props.at)))
</script>

<template>
  <g>
    <rect
      v-if="now"
      :x="now.left"
      :y="now.top - 14"
      :width="now.right - now.left"
      :height="now.bottom - now.top + 28"
      class="now"
    />
    <g v-for="t in threads" :key="t.key">
      <line :x1="t.x0" :x2="t.x1" :y1="t.y" :y2="t.y" class="band" />
      <line :x1="t.x0" :x2="t.x1" :y1="t.y" :y2="t.y" class="thread" :class="{ wrong: t.wrong }" />
    </g>
    <template v-if="named">
      <text v-for="[m, b] in places.bars" :key="m" :x="b.left + 8" :y="b.top - 34" class="bar"
        >bar {{ sheet.bars[m]?.number }}</text
      >
      <text v-for="t in told" :key="`t${t.key}`" :x="t.x" :y="t.bottom + 44" class="what">{{ t.words }}</text>
    </template>
    <g v-for="f in faults" :key="f.key">
      <path
        v-if="f.kind === 'between'"
        :d="`M${f.here.left - 30} ${f.here.y}Q${f.here.left - 18} ${f.here.y - 70} ${f.here.left - 6} ${f.here.y}`"
        class="leap"
      />
      <rect
        v-else-if="f.kind === 'wrong'"
        :x="f.here.x - 17"
        :y="f.here.y - 17"
        width="34"
        height="34"
        class="square"
      />
      <g v-else-if="f.kind === 'late' || f.kind === 'early'">
        <line :x1="f.here.x" :x2="f.here.x" :y1="f.top - 10" :y2="f.bottom + 14" class="due" />
        <path
          :d="
            f.kind === 'late'
              ? `M${f.here.x} ${f.bottom + 14}h34m-8 -6l8 6l-8 6`
              : `M${f.here.x} ${f.bottom + 14}h-34m8 -6l-8 6l8 6`
          "
          class="arrow"
        />
      </g>
      <circle v-else-if="f.kind === 'missing'" :cx="f.here.x" :cy="f.here.y" r="17" class="gone" />
    </g>
  </g>
</template>

<style scoped>
.band {
  stroke: var(--air-fill);
  stroke-width: 14;
  opacity: 0.45;
}
.thread {
  stroke: var(--air);
  stroke-width: 5;
  stroke-linecap: round;
}
.thread.wrong {
  stroke: var(--lacquer);
}
.square {
  fill: none;
  stroke: var(--lacquer);
  stroke-width: 3.5;
}
.leap {
  fill: none;
  stroke: var(--lacquer);
  stroke-width: 5;
  stroke-linecap: round;
}
.due {
  stroke: var(--brass);
  stroke-width: 3;
  stroke-dasharray: 4 5;
}
.arrow {
  fill: none;
  stroke: var(--brass);
  stroke-width: 3.5;
  stroke-linecap: round;
}
.gone {
  fill: none;
  stroke: var(--lacquer);
  stroke-width: 3.5;
  stroke-dasharray: 3 6;
}
.now {
  fill: var(--cane);
  opacity: 0.55;
}
text {
  font-size: 18px;
  font-weight: 650;
}
.bar {
  fill: var(--ink);
}
.what {
  fill: var(--lacquer);
}
</style>
