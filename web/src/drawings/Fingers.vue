<script setup lang="ts">
import { computed, useId } from 'vue'
import { useMediaQuery } from '@vueuse/core'
import { pictureOf, type FingerSystem, type TouchId } from '@halitus/core/instruments'
import TubeShade from './TubeShade.vue'

/**
 * The part of an instrument that fingers touch, with what they do: on the tube a finger that is down is a white disc, one that is up
 * the hole's ring; keys beside it are paddles. On a phone it stands upright, as it is held.
 */

/** What a touch does, told by its shape: filled, ring, with a wedge down (pressing) or up (lifting). */
type TouchState = 'held' | 'lifted' | 'pressing' | 'lifting'

const props = defineProps<{
  system: FingerSystem
  /** Of which family the instrument is: what it is made of. */
  family: string
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
const shade = useId()
const upright = useMediaQuery('(max-width: 700px)')

const picture = computed(() => pictureOf(props.system, new Set(props.held)))
/** Where fingers are: the tube goes on beyond both edges, and what is written can be read. */
const viewBox = computed(() => {
  const [x, y, width, height] = picture.value.fingersFrame
  return (upright.value ? [-(y + height), x, height, width] : [x, y, width, height]).join(' ')
})
/** Letters stand upright whichever way the instrument does. */
const lettersTurn = computed(() => (upright.value ? 'rotate(-90)' : undefined))
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
    const small = !spoken && t.key && !props.taps
    const on = t.touch.row === 'front'
    return { ...t, state, spoken, small, on, size: small ? SMALL : 1 }
  }),
)
/** Holes of their own are shown where any of them may be opened; elsewhere the fingers say it. */
const holes = computed(() =>
  props.taps
    ? picture.value.holes.filter((h) =>
        picture.value.handMarks.every((m) => Math.abs(m.x - h.x) > 0.9 * r.value),
      )
    : [],
)
/** A key that nobody needs is a small paddle. */
const SMALL = 0.5
/** Letters as large as their touch allows, and never too small to be read. */
const LEAST = 13
const letter = (label: string) => {
  const size = r.value * (label.length > 2 ? 0.95 : label.length > 1 ? 1.1 : 1.3)
  // Upright, a paddle is narrower than it is long.
  return Math.max(LEAST, upright.value && label.length > 2 ? 0.62 * size : size)
}
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
  <div>
    <svg
      :viewBox="viewBox"
      class="drawing"
      :class="{ upright }"
      :role="taps ? 'group' : 'img'"
      :aria-label="label"
    >
      <defs><TubeShade :id="shade" :family="family" /></defs>
      <g :transform="upright ? 'rotate(90)' : undefined">
        <polygon :points="outline" :fill="`url(#${shade})`" class="tube" />
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
        <g v-for="m in picture.handMarks" :key="`m${m.hand}`" :transform="`translate(${m.x} ${m.y})`">
          <text :transform="lettersTurn" y="5" class="mark" :class="family" text-anchor="middle">
            {{ m.hand === 'left' ? 'L' : 'R' }}
          </text>
        </g>
        <circle
          v-for="h in holes"
          :key="h.id"
          :cx="h.x"
          cy="0"
          :r="Math.min(h.r, r * 0.6)"
          class="bore-hole"
          :class="h.state"
        />
        <g
          v-for="t in touches"
          :key="t.touch.id"
          :transform="`translate(${t.x} ${t.y})`"
          class="touch"
          :class="[t.state, { small: t.small, on: t.on, key: t.key, taps }]"
          v-bind="taps ? asButton(t) : {}"
          @click="taps && emit('tap', t.touch.id)"
          @keydown.enter.prevent="taps && emit('tap', t.touch.id)"
          @keydown.space.prevent.stop="taps && emit('tap', t.touch.id)"
        >
          <circle v-if="taps" class="reach" :r="r * 1.35" />
          <title>{{ t.touch.name }}: {{ say(t.state, t.half) }}</title>
          <rect
            v-if="t.key"
            class="shape"
            :x="-r * t.size"
            :y="-picture.paddleHalf * t.size"
            :width="2 * r * t.size"
            :height="2 * picture.paddleHalf * t.size"
            :rx="picture.paddleHalf * t.size"
          />
          <circle v-else class="shape" :r="r" />
          <path v-if="t.half" :d="`M 0 ${-r} A ${r} ${r} 0 0 0 0 ${r} Z`" class="half" />
          <path v-if="t.state === 'pressing'" :d="wedge(t.y > 0)" class="wedge" />
          <path v-if="t.state === 'lifting'" :d="wedge(t.y <= 0)" class="wedge" />
          <text
            v-if="t.spoken || taps"
            :transform="lettersTurn"
            :y="letter(t.touch.label) * 0.35"
            :style="{ fontSize: `${letter(t.touch.label)}px` }"
            text-anchor="middle"
          >
            {{ t.touch.label }}
          </text>
        </g>
      </g>
    </svg>
    <p v-if="allOpen && !taps" class="open">All open: no finger down</p>
  </div>
</template>

<style scoped>
.drawing {
  display: block;
  width: 100%;
  max-height: 46vh;
}
.drawing.upright {
  max-height: 62vh;
}
.bore {
  fill: #171214;
  opacity: 0.55;
}
.column {
  fill: #dcb562;
}
.joint {
  fill: var(--silver);
  stroke: var(--silver-edge);
  stroke-width: 0.8;
}
.bore-hole {
  fill: #171214;
  stroke: var(--silver);
  stroke-width: 1;
}
.bore-hole.open {
  fill: #fdfcfa;
}
.group {
  fill: none;
  stroke: var(--line);
  stroke-width: 1.5;
}
.mark {
  font-size: 15px;
  font-weight: 700;
  fill: #f5f0ea;
  stroke: #241d21;
  stroke-width: 3.5;
  paint-order: stroke;
}
.mark.flute,
.mark.saxophone,
.mark.recorder {
  fill: #241d21;
  stroke: none;
}
.open {
  margin: 2px 0 0;
  font-weight: 650;
}
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
