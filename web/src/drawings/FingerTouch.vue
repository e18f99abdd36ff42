<script setup lang="ts">
import type { TouchShown } from './fingers.ts'

/** One touch: on the tube a disc or a ring, beside it a paddle; what moves has a wedge. */
const props = defineProps<{
  t: TouchShown
  /** Half a touch's breadth, and half a paddle's. */
  r: number
  paddleHalf: number
  /** Letters stand upright whichever way the instrument does. */
  upright: boolean
  taps: boolean | undefined
}>()
defineEmits<{ tap: [] }>()
/** Letters as large as their touch allows, and never too small to be read. */
const LEAST = 13
const letter = (label: string) => {
  const size = props.r * (label.length > 2 ? 0.95 : label.length > 1 ? 1.1 : 1.3)
  // Upright, a paddle is narrower than it is long.
  return Math.max(LEAST, props.upright && label.length > 2 ? 0.62 * size : size)
}
const wedge = (up: boolean) => {
  const d = props.r * (up ? -1 : 1)
  return `M ${-props.r * 0.55} ${d * 1.25} L 0 ${d * 1.85} L ${props.r * 0.55} ${d * 1.25} Z`
}
/** What a key press and a screen reader find. */
const asButton = (t: TouchShown) => ({
  role: 'button',
  tabindex: 0,
  'aria-pressed': t.half ? ('mixed' as const) : t.held,
  'aria-label': `${t.touch.name}: ${say(t.state, t.half)}`,
})
const say = (state: TouchShown['state'], half: boolean) =>
  half && state === 'lifted'
    ? 'half open'
    : { held: 'down', lifted: 'up', pressing: 'presses', lifting: 'lifts' }[state]
</script>

<template>
  <g
    :transform="`translate(${t.x} ${t.y})`"
    class="touch"
    :class="[t.state, { small: t.small, on: t.on, key: t.key, taps }]"
    v-bind="taps ? asButton(t) : {}"
    @click="taps && $emit('tap')"
    @keydown.enter.prevent="taps && $emit('tap')"
    @keydown.space.prevent.stop="taps && $emit('tap')"
  >
    <circle v-if="taps" class="reach" :r="r * 1.35" />
    <title>{{ t.touch.name }}: {{ say(t.state, t.half) }}</title>
    <rect
      v-if="t.key"
      class="shape"
      :x="-r * t.size"
      :y="-paddleHalf * t.size"
      :width="2 * r * t.size"
      :height="2 * paddleHalf * t.size"
      :rx="paddleHalf * t.size"
    />
    <circle v-else class="shape" :r="r" />
    <path v-if="t.half" :d="`M 0 ${-r} A ${r} ${r} 0 0 0 0 ${r} Z`" class="half" />
    <path v-if="t.state === 'pressing'" :d="wedge(t.y > 0)" class="wedge" />
    <path v-if="t.state === 'lifting'" :d="wedge(t.y <= 0)" class="wedge" />
    <text
      v-if="t.spoken || taps"
      :transform="upright ? 'rotate(-90)' : undefined"
      :y="letter(t.touch.label) * 0.35"
      :style="{ fontSize: `${letter(t.touch.label)}px` }"
      text-anchor="middle"
    >
      {{ t.touch.label }}
    </text>
  </g>
</template>

<style scoped>
/* Beside the tube: rings and paddles on the sheet, dark where a finger is. */
.shape {
  fill: var(--sheet);
  stroke: var(--soft);
  stroke-width: 1.4;
}
.touch text {
  fill: var(--soft);
}
.key.lifted .shape {
  fill: var(--silver);
  stroke: var(--silver-edge);
}
.key.lifted text {
  fill: #241d21;
}
.held .shape,
.lifting .shape {
  fill: var(--ink);
  stroke: var(--ink);
}
.held text,
.lifting text {
  fill: var(--sheet);
  font-weight: 700;
}
.pressing .shape {
  fill: var(--cane);
  stroke: var(--ink);
  stroke-width: 3;
}
.pressing text {
  fill: var(--ink);
  font-weight: 700;
}
.half {
  fill: var(--ink);
}
/* On the tube: the hole's ring, and a white disc where a finger is. */
.on.lifted:not(.key) .shape {
  fill: #171214;
  stroke: var(--silver);
  stroke-width: 2.4;
}
.on.lifted:not(.key) text {
  fill: #f5f0ea;
}
.on.held .shape,
.on.lifting .shape {
  fill: #fdfcfa;
  stroke: #241d21;
}
.on.held text,
.on.lifting text,
.on.pressing text {
  fill: #241d21;
}
.on.pressing .shape {
  fill: #f5ead0;
  stroke: #241d21;
}
.on .half {
  fill: #fdfcfa;
}
.taps {
  cursor: pointer;
}
.reach {
  fill: transparent;
  stroke: none;
}
.taps:focus-visible {
  outline: none;
}
.taps:focus-visible .shape {
  stroke: var(--brass);
  stroke-width: 4;
}
.wedge {
  fill: var(--brass);
  stroke: var(--ink);
  stroke-width: 0.8;
}
</style>
