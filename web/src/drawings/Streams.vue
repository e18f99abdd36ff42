<script setup lang="ts">
import { computed, ref } from 'vue'
import { useElementSize } from '@vueuse/core'
import { flow, type Level, type Source } from './flow.ts'

/** Beliefs as streams from above: each answer narrows or widens them, and each ends where its cause lies. */
const props = defineProps<{
  /** For a drawing of so many px across. */
  sources: (width: number) => readonly Source[]
  levels: readonly Level[]
  /** How far down the instrument's upper edge lies below where the streams begin to fall, px. */
  fall?: number
  /** In words: 5 in ten. */
  beliefOf: (share: number) => string
  /** px that the drawing in the slot takes. */
  ground: number
}>()
/** Narrower than this there is no room for what was tried at the left, px. */
const NARROW = 700
const TRIED = 150
const STEP = 52
/** Room for the names of what is left, above where they fall. */
const NAMES = 56
const FALL = 54
/** So many px a stream has to be wide to carry its name at its foot; at its head, for each letter and beside them. */
const ROOM = { foot: 92, first: 150, letter: 8, beside: 14 } as const
/** Of many answers the first and the newest are drawn. */
const SHOWN = 4

const frame = ref<HTMLElement>()
const { width: measured } = useElementSize(frame, { width: 1140, height: 0 })
const width = computed(() => Math.max(280, measured.value || 1140))
const narrow = computed(() => width.value < NARROW)
const kept = computed(() => {
  const n = props.levels.length
  return n <= SHOWN
    ? props.levels.map((_, k) => k)
    : [0, ...Array.from({ length: SHOWN - 1 }, (_, k) => n - SHOWN + 1 + k)]
})
const step = computed(() => (narrow.value ? 34 : STEP))
const ys = computed(() => kept.value.map((_, k) => (k ? 24 + k * step.value : 0)))
const footY = computed(() => (ys.value.at(-1) ?? 0) + (narrow.value ? 8 : NAMES))
const endY = computed(() => footY.value + FALL)
const height = computed(() => endY.value + props.ground)
const left = computed(() => (narrow.value ? 0 : TRIED))
const streams = computed(() =>
  flow(
    props.sources(width.value).map((s) => {
      const shares = kept.value.map((k) => s.shares[k] ?? 0)
      return { ...s, shares: [...shares, shares.at(-1) ?? 0] }
    }),
    {
      left: left.value,
      width: width.value - left.value - 20,
      levels: [...ys.value, footY.value],
      endY: endY.value,
    },
  ),
)
const heads = computed(() =>
  streams.value.filter((s) => s.head.width >= ROOM.letter * s.source.short.length + ROOM.beside),
)
/** The likeliest first: for who listens, and on a phone for who reads. */
const named = computed(() =>
  [...streams.value]
    .sort((a, b) => Number(a.source.id === 'rest') - Number(b.source.id === 'rest') || b.share - a.share)
    .map((s, k) => ({ ...s, first: k === 0, seen: !narrow.value && s.foot.width >= ROOM.foot })),
)
</script>

<template>
  <div ref="frame" class="streams">
    <svg :width="width" :height="height" :viewBox="`0 0 ${width} ${height}`" aria-hidden="true">
      <path v-for="s in streams" :key="s.source.id" :d="s.path" :class="s.source.tone" class="stream">
        <title>{{ s.source.words }}, {{ beliefOf(s.share) }}</title>
      </path>
      <template v-for="(y, k) in ys" :key="k">
        <line v-if="k" :x1="left" :x2="width - 20" :y1="y" :y2="y" class="gate" />
      </template>
      <g :transform="`translate(0 ${endY})`"><slot :width="width" /></g>
    </svg>
    <template v-if="!narrow && levels.length > 1">
      <span
        v-for="s in heads"
        :key="s.source.id"
        class="head"
        :class="s.source.tone"
        aria-hidden="true"
        :style="{ left: `${s.head.middle}px`, width: `${s.head.width - 8}px` }"
        >{{ s.source.short }}</span
      >
    </template>
    <ol v-if="!narrow" class="steps">
      <li v-for="(k, i) in kept" :key="k" :style="{ top: `${ys[i]}px` }">
        <span class="what">{{ levels[k]!.label }}</span>
        <b v-if="levels[k]!.how">{{ levels[k]!.how }}</b>
      </li>
    </ol>
    <ol class="causes" aria-label="Causes, the likeliest first">
      <li
        v-for="s in named"
        :key="s.source.id"
        :class="[
          s.source.tone,
          { first: s.first, far: !narrow && !s.seen, placed: s.seen, wide: s.foot.width >= ROOM.first },
        ]"
        :style="
          s.seen
            ? { left: `${s.foot.middle}px`, width: `${s.foot.width - 10}px`, top: `${footY - NAMES + 6}px` }
            : {}
        "
      >
        <span class="cause">{{ s.source.words }}</span> <b>{{ beliefOf(s.share) }}</b>
      </li>
    </ol>
  </div>
</template>

<style scoped>
.streams {
  position: relative;
}
svg {
  display: block;
  max-width: 100%;
}
.stream.air {
  fill: var(--air-fill);
}
.stream.reed {
  fill: var(--cane-edge);
}
.stream.vent {
  fill: var(--tube-light);
}
.stream.fingers {
  fill: var(--wood-raised);
}
.stream.other-fingers {
  fill: var(--wood);
}
.stream.instrument {
  fill: var(--silver);
}
.stream.rest {
  fill: var(--line);
}
.gate {
  stroke: var(--brass);
  stroke-width: 2.4;
  stroke-dasharray: 2 7;
}
.head,
.placed {
  position: absolute;
  transform: translateX(-50%);
  text-align: center;
  color: #241d21;
  line-height: 1.12;
  overflow: hidden;
  pointer-events: none;
}
.head {
  top: 6px;
  font-size: 14.5px;
  font-weight: 600;
  white-space: nowrap;
  text-overflow: ellipsis;
}
.head.vent,
.head.fingers,
.head.other-fingers,
.placed.vent,
.placed.fingers,
.placed.other-fingers {
  color: #fdfcfa;
}
.head.rest,
.placed.rest,
.head.reed,
.placed.reed {
  color: var(--ink);
}
.placed .cause {
  display: -webkit-box;
  -webkit-line-clamp: 2;
  -webkit-box-orient: vertical;
  overflow: hidden;
  font-size: 14px;
  font-weight: 600;
}
.placed b {
  font-size: 14px;
  font-weight: 500;
}
.placed.first.wide .cause {
  font-size: 19px;
  font-weight: 700;
}
.placed.first.wide b {
  font-size: 16px;
}
.steps li {
  position: absolute;
  left: 0;
  width: 142px;
  font-size: 14.5px;
  line-height: 1.2;
  color: var(--soft);
}
.steps li:not(:first-child) {
  transform: translateY(-12px);
}
.steps b {
  display: block;
  color: var(--ink);
  font-size: 16px;
}
.what {
  display: -webkit-box;
  -webkit-line-clamp: 2;
  -webkit-box-orient: vertical;
  overflow: hidden;
}
.far {
  position: absolute;
  width: 1px;
  height: 1px;
  overflow: hidden;
  clip-path: inset(50%);
  white-space: nowrap;
}
@media (max-width: 760px) {
  .causes li {
    display: flex;
    justify-content: space-between;
    gap: 10px;
    padding: 3px 0;
  }
  .causes b {
    white-space: nowrap;
  }
  .causes .first {
    font-size: 18px;
    font-weight: 700;
  }
}
</style>
