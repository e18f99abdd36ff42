<script setup lang="ts">
import { computed, useId } from 'vue'
import { useMediaQuery } from '@vueuse/core'
import { pictureOf, type FingerSystem, type TouchId } from '@halitus/core/instruments'
import FingerTouch from './FingerTouch.vue'
import type { TouchShown, TouchState } from './fingers.ts'
import TubeShade from './TubeShade.vue'

/**
 * The part of an instrument that fingers touch, with what they do: on the tube a finger that is down is a white disc, one that is up
 * the hole's ring; keys beside it are paddles. On a phone it stands upright, as it is held.
 */

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
  picture.value.touches.map((t): TouchShown => {
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
const allOpen = computed(() => !props.held.length && !props.pressing?.length)
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
        <FingerTouch
          v-for="t in touches"
          :key="t.touch.id"
          :t="t"
          :r="r"
          :paddle-half="picture.paddleHalf"
          :upright="upright"
          :taps="taps"
          @tap="emit('tap', t.touch.id)"
        />
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
</style>
