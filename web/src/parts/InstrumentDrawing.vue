<script setup lang="ts">
import { computed } from 'vue'
import { pictureOf, type FingerSystem, type TouchId } from '@halitus/core/instruments'

/** What a touch does, told by its shape: filled, ring, ring with a wedge down (pressing) or up (lifting). */
type TouchState = 'held' | 'lifted' | 'pressing' | 'lifting'

const props = defineProps<{
  system: FingerSystem
  held: readonly TouchId[]
  /** Touches that are about to press or lift from here. */
  pressing?: readonly TouchId[]
  lifting?: readonly TouchId[]
  label: string
  /** The standing wave in the tube: where how much of the greatest pressure is; drawn instead of the column. */
  wave?: readonly { atMm: number; share: number }[]
  /** Touches can be tapped, or pressed by key. */
  taps?: boolean
}>()
const emit = defineEmits<{ tap: [id: TouchId] }>()

const picture = computed(() => pictureOf(props.system, new Set(props.held)))
/** Where fingers are: the tube goes on beyond both edges, and what is written can be read. */
const viewBox = computed(() => picture.value.fingersFrame.join(' '))
/** The wave as a shape about the tube's axis, wider than the bore, so that it can be seen from afar. */
const SWELL = 1.7
const swelling = computed(() => {
  const half = picture.value.column.half
  const edge = (side: number) => (props.wave ?? []).map((w) => `${w.atMm},${side * SWELL * half * w.share}`)
  return [...edge(-1), ...edge(1).reverse()].join(' ')
})
const outline = computed(() => picture.value.outline.map((p) => p.join(',')).join(' '))
const r = computed(() => picture.value.touchRadius)

/** Half a touch moves in the place of the whole one. */
const moves = (list: readonly TouchId[] | undefined, id: TouchId) =>
  !!list?.some((t) => t === id || t === `${id}:half`)
const stateOf = (id: TouchId, held: boolean): TouchState =>
  moves(props.pressing, id) ? 'pressing' : moves(props.lifting, id) ? 'lifting' : held ? 'held' : 'lifted'
/** What is held or moves is drawn whole; a finger that is up is a ring, a key that nobody needs a dot. */
const touches = computed(() =>
  picture.value.touches.map((t) => {
    const state = stateOf(t.touch.id, t.held)
    const spoken = state !== 'lifted' || t.half
    return { ...t, state, spoken, dot: !spoken && t.touch.kind === 'key' }
  }),
)
/** Letters as large as their touch allows, and never too small to be read. */
const LEAST = 13
const letter = (label: string) =>
  Math.max(LEAST, r.value * (label.length > 2 ? 0.95 : label.length > 1 ? 1.1 : 1.3))
const allOpen = computed(() => !props.held.length && !props.pressing?.length)
const wedge = (up: boolean) => {
  const d = r.value * (up ? -1 : 1)
  return `M ${-r.value * 0.55} ${d * 1.25} L 0 ${d * 1.85} L ${r.value * 0.55} ${d * 1.25} Z`
}
/** What a key press and a screen reader find. */
const asButton = (t: { touch: { name: string }; state: TouchState; half: boolean; held: boolean }) => ({
  role: 'button',
  tabindex: 0,
  'aria-pressed': t.half ? ('mixed' as const) : t.held,
  'aria-label': `${t.touch.name}: ${say(t.state, t.half)}`,
})
const say = (state: TouchState, half: boolean) =>
  half && state === 'lifted'
    ? 'half open'
    : { held: 'down', lifted: 'up', pressing: 'presses', lifting: 'lifts' }[state]
</script>

<template>
  <svg :viewBox="viewBox" class="drawing" :role="taps ? 'group' : 'img'" :aria-label="label">
    <polygon :points="outline" class="tube" />
    <rect
      :x="picture.column.fromMm"
      :y="-picture.column.half"
      :width="system.bore.endMm - picture.column.fromMm"
      :height="2 * picture.column.half"
      class="bore"
    />
    <polygon v-if="wave?.length" :points="swelling" class="column" data-testid="wave" />
    <rect
      v-else
      :x="picture.column.fromMm"
      :y="-picture.column.half"
      :width="picture.column.toMm - picture.column.fromMm"
      :height="2 * picture.column.half"
      class="column"
    />
    <rect
      v-for="j in picture.jointsMm"
      :key="j.x"
      :x="j.x - 2.5"
      :y="-j.half"
      width="5"
      :height="2 * j.half"
      class="joint"
    />
    <rect
      v-for="g in picture.groups"
      :key="g.hand"
      :x="g.x"
      :y="g.y"
      :width="g.width"
      :height="g.height"
      :rx="g.height / 2"
      class="group"
    >
      <title>{{ g.hand }} little finger’s keys</title>
    </rect>
    <text
      v-for="m in picture.handMarks"
      :key="`m${m.hand}`"
      :x="m.x"
      :y="m.y + 5"
      class="mark"
      text-anchor="middle"
    >
      {{ m.hand === 'left' ? 'L' : 'R' }}
    </text>
    <circle v-for="h in picture.holes" :key="h.id" :cx="h.x" cy="0" :r="h.r" class="hole" :class="h.state" />
    <g
      v-for="t in touches"
      :key="t.touch.id"
      :transform="`translate(${t.x} ${t.y})`"
      class="touch"
      :class="[t.state, { dot: t.dot, taps }]"
      v-bind="taps ? asButton(t) : {}"
      @click="taps && emit('tap', t.touch.id)"
      @keydown.enter.prevent="taps && emit('tap', t.touch.id)"
      @keydown.space.prevent.stop="taps && emit('tap', t.touch.id)"
    >
      <circle v-if="taps" class="reach" :r="r * 1.35" />
      <title>{{ t.touch.name }}: {{ say(t.state, t.half) }}</title>
      <circle :r="t.dot && !taps ? 3.5 : r" />
      <path v-if="t.half" :d="`M 0 ${-r} A ${r} ${r} 0 0 0 0 ${r} Z`" class="half" />
      <path v-if="t.state === 'pressing'" :d="wedge(t.y > 0)" class="wedge" />
      <path v-if="t.state === 'lifting'" :d="wedge(t.y < 0)" class="wedge" />
      <text
        v-if="t.spoken || taps"
        :y="letter(t.touch.label) * 0.35"
        :style="{ fontSize: `${letter(t.touch.label)}px` }"
        text-anchor="middle"
      >
        {{ t.touch.label }}
      </text>
    </g>
    <text
      v-if="allOpen && !taps"
      :x="picture.fingersFrame[0] + 6"
      :y="picture.fingersFrame[1] + 16"
      class="open"
    >
      All open: no finger down
    </text>
  </svg>
</template>

<style scoped>
.drawing {
  display: block;
  width: 100%;
}
.tube {
  fill: var(--tube);
}
.bore {
  fill: var(--tube-bore);
}
.column {
  fill: var(--brass);
}
.joint {
  fill: #b9c4c9;
}
.hole {
  fill: var(--tube);
  stroke: #8d9aa1;
  stroke-width: 1;
}
.hole.open {
  fill: #fff;
}
.touch circle {
  fill: var(--sheet);
  stroke: var(--soft);
  stroke-width: 1.2;
}
.half {
  fill: var(--ink);
}
.group {
  fill: none;
  stroke: var(--line);
  stroke-width: 1.5;
}
.mark {
  font-size: 14px;
  font-weight: 700;
  fill: var(--brass-text);
}
.open {
  font-size: 14px;
  fill: var(--ink);
}
.dot circle {
  fill: var(--soft);
  stroke: none;
  opacity: 0.5;
}
.touch text {
  fill: var(--soft);
}
.touch.held circle,
.touch.lifting circle {
  fill: var(--ink);
  stroke: var(--ink);
}
.touch.held text,
.touch.lifting text {
  fill: var(--sheet);
  font-weight: 700;
}
.touch.pressing circle {
  stroke: var(--ink);
  stroke-width: 3;
}
.touch.pressing text {
  fill: var(--ink);
  font-weight: 700;
}
.taps {
  cursor: pointer;
}
.touch circle.reach {
  fill: transparent;
  stroke: none;
}
.taps.dot circle:not(.reach) {
  fill: var(--sheet);
  stroke: var(--soft);
  opacity: 1;
}
.taps:focus-visible {
  outline: none;
}
.taps:focus-visible .reach {
  fill: var(--cane);
}
.wedge {
  fill: var(--brass);
  stroke: var(--ink);
  stroke-width: 0.8;
}
.touch.half circle.reach,
.touch.held circle.reach,
.touch.lifting circle.reach,
.touch.pressing circle.reach {
  fill: transparent;
  stroke: none;
}
</style>
