<script setup lang="ts">
import { computed } from 'vue'
import { firstOf, valueOf, type GaugeShown } from './measures.ts'

/** From above: the hole of the head joint against the line of the keys. */
const props = defineProps<GaugeShown>()
const first = computed(() => firstOf(props))
const value = computed(() => valueOf(props, first.value.id))
/** The embouchure hole seen from above: turned by an angle it leaves the line of the keys. */
const holeY = (degrees: number) => 9.5 * Math.sin((degrees * Math.PI) / 180)
</script>

<template>
  <g>
    <rect x="-30" y="-9.5" width="34" height="19" fill="url(#silver)" />
    <rect x="4" y="-10" width="26" height="20" fill="url(#silver)" />
    <rect x="3" y="-10.6" width="3" height="21.2" rx="1" class="ring" />
    <rect
      x="-30"
      :y="holeY(first.ideal[0])"
      width="34"
      :height="holeY(first.ideal[1]) - holeY(first.ideal[0])"
      class="zone"
    />
    <line x1="-30" x2="30" y1="0" y2="0" class="level" />
    <g v-for="x in [12, 22]" :key="x">
      <circle :cx="x" cy="0" r="6.4" class="cup" />
      <circle :cx="x" cy="0" r="3.4" class="cup" />
    </g>
    <g :transform="`translate(-15 ${holeY(value)})`">
      <ellipse rx="12.5" ry="7" class="plate" :class="{ off: !right }" />
      <ellipse rx="6" ry="3.6" class="hole" />
      <line x1="-13.5" x2="13.5" y1="0" y2="0" :class="right ? 'edge' : 'wrong-edge'" />
    </g>
    <text x="-29" y="17">player’s side</text>
    <text x="29" y="17" text-anchor="end">keys</text>
  </g>
</template>
