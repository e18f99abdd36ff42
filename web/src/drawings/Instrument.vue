<script setup lang="ts">
import { computed, useId } from 'vue'
import { fingerSystem, type Instrument, type TouchId } from '@halitus/core/instruments'
import { lying } from './lying.ts'
import TubeShade from './TubeShade.vue'

/** The whole instrument, lying, with the fingers that are down; a brass ring is where to look. Drawn inside another drawing. */
const props = defineProps<{
  inst: Instrument
  width: number
  held: readonly TouchId[]
  /** px where to look, with half the ring's size. */
  look?: readonly { x: number; main: boolean }[]
}>()
const id = useId()
const drawn = computed(() => lying(fingerSystem(props.inst), new Set(props.held), props.width))
const plain = computed(() =>
  drawn.value.held.map((h) => ({ ...h, w: Math.max(24, 9 * h.label.length + 12) })),
)
</script>

<template>
  <g>
    <defs>
      <TubeShade :id="id" :family="inst.family" />
    </defs>
    <rect
      v-for="(p, i) in drawn.small ? [] : drawn.paddles"
      :key="`p${i}`"
      :x="p.x - 11"
      :y="p.y - 4"
      width="22"
      height="8"
      rx="4"
      class="paddle"
    />
    <polygon :points="drawn.outline" :fill="`url(#${id})`" class="tube" />
    <rect
      v-if="held.length"
      :x="drawn.column.from"
      :y="drawn.axis - drawn.column.half"
      :width="Math.max(0, drawn.column.to - drawn.column.from)"
      :height="2 * drawn.column.half"
      :rx="drawn.column.half"
      class="column"
    />
    <rect
      v-for="r in drawn.rings"
      :key="r.x"
      :x="r.x - 4"
      :y="drawn.axis - r.half"
      width="8"
      :height="2 * r.half"
      rx="1.5"
      class="ring"
    />
    <g v-for="(h, i) in drawn.holes" :key="`h${i}`" :transform="`translate(${h.x} ${drawn.axis})`">
      <circle :r="h.r" :class="h.closed ? 'finger' : 'hole'" />
      <text v-if="h.closed && !drawn.small" y="5.5" text-anchor="middle" class="number">{{ h.label }}</text>
    </g>
    <g v-for="(h, i) in plain" :key="`k${i}`" :transform="`translate(${h.x} ${h.y})`">
      <rect
        :x="-h.w / 2"
        y="-13"
        :width="h.w"
        height="26"
        rx="13"
        class="oblong"
        :class="{ halved: h.half }"
      />
      <text y="5" text-anchor="middle" class="key">{{ h.label }}</text>
    </g>
    <circle
      v-for="(l, i) in look ?? []"
      :key="`l${i}`"
      :cx="l.x"
      :cy="drawn.axis"
      :r="l.main ? 26 : 19"
      class="look"
      :class="{ main: l.main }"
    />
  </g>
</template>

<style scoped>
.paddle,
.ring {
  fill: var(--silver);
  stroke: var(--silver-edge);
  stroke-width: 0.8;
}
.column {
  fill: #dcb562;
  opacity: 0.9;
}
.hole {
  fill: #171214;
  stroke: var(--silver);
  stroke-width: 2.5;
}
.finger {
  fill: #fdfcfa;
  stroke: #241d21;
  stroke-width: 1.2;
}
.number {
  font-size: 16px;
  font-weight: 700;
  fill: #241d21;
}
.oblong {
  fill: #241d21;
  stroke: #fdfcfa;
  stroke-width: 1;
}
.halved {
  fill: #62585c;
}
.key {
  font-size: 14px;
  font-weight: 700;
  fill: #fdfcfa;
}
.look {
  fill: none;
  stroke: var(--brass);
  stroke-width: 3;
}
.look.main {
  stroke-width: 5;
}
</style>
