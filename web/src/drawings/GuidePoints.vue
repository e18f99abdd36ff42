<script lang="ts">
import type { GuidePoint } from './mouth.ts'

/** A sign to be looked for, at its place. */
export interface Shown extends GuidePoint {
  id: string
  says: string
  isSeen: boolean
}
</script>

<script setup lang="ts">
/** What is to be looked at, as points on a drawing: a touch says that it is so. */
defineProps<{ points: readonly Shown[] }>()
defineEmits<{ tap: [sign: string] }>()
</script>

<template>
  <g
    v-for="p in points"
    :key="p.id"
    class="point"
    :class="{ seen: p.isSeen }"
    role="button"
    tabindex="0"
    :aria-pressed="p.isSeen"
    :aria-label="p.says"
    @click="$emit('tap', p.id)"
    @keydown.enter.prevent="$emit('tap', p.id)"
    @keydown.space.prevent.stop="$emit('tap', p.id)"
  >
    <line
      :x1="p.x"
      :y1="p.y"
      :x2="p.words.x + (p.words.anchor === 'end' ? -6 : 6)"
      :y2="p.words.y - (p.words.y > p.y ? 5 : -1)"
    />
    <circle v-if="!p.isSeen" :cx="p.x" :cy="p.y" r="2.4" />
    <rect v-else :x="p.x - 2.4" :y="p.y - 2.4" width="4.8" height="4.8" />
    <text :x="p.words.x" :y="p.words.y" :text-anchor="p.words.anchor">{{ p.says }}</text>
  </g>
</template>

<style scoped>
.point {
  cursor: pointer;
}
.point line {
  stroke: #241d21;
  stroke-width: 0.45;
}
.point circle {
  fill: #fdfcfa;
  stroke: #241d21;
  stroke-width: 0.9;
}
.point rect {
  fill: #a92f22;
  stroke: #fdfcfa;
  stroke-width: 0.5;
}
.point text {
  font-size: 5.6px;
  font-weight: 600;
  fill: #241d21;
  paint-order: stroke;
  stroke: #fdfcfa;
  stroke-width: 1.6;
  stroke-linejoin: round;
}
.seen text {
  fill: #a92f22;
}
.point:focus-visible {
  outline: none;
}
.point:focus-visible circle,
.point:focus-visible rect {
  stroke: #ae7d27;
  stroke-width: 1.6;
}
</style>
