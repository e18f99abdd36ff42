<script setup lang="ts">
import { computed } from 'vue'
import { firstOf, valueOf, type GaugeShown } from './measures.ts'

/** From the front, further down: where the cut begins, and the ligature’s upper edge below it. */
const props = defineProps<GaugeShown>()
const first = computed(() => firstOf(props))
const value = computed(() => valueOf(props, first.value.id))
/** The cut of the reed: where the bark ends, an arch. */
const CUT_Y = -4
</script>

<template>
  <g>
    <path d="M -7 -22 L 7 -22 L 9.5 24 L -9.5 24 Z" fill="url(#ebonite)" />
    <path d="M -6 -22 L 6 -22 L 6.6 24 L -6.6 24 Z" fill="url(#cane)" />
    <path :d="`M -6.2 ${CUT_Y + 4} Q 0 ${CUT_Y - 5} 6.2 ${CUT_Y + 4} L 6.6 24 L -6.6 24 Z`" class="bark" />
    <g :transform="`translate(0 ${CUT_Y + value})`">
      <rect x="-10.4" y="0" width="20.8" height="17" rx="1.4" class="band" />
      <rect x="-10.4" y="0" width="20.8" height="1.6" fill="url(#silver)" />
      <rect x="-10.4" y="15.4" width="20.8" height="1.6" fill="url(#silver)" />
      <g v-for="y in [4, 11]" :key="y">
        <rect x="9.6" :y="y" width="5" height="1.8" fill="url(#silver)" />
        <circle cx="15.4" :cy="y + 0.9" r="1.7" class="screw" />
      </g>
    </g>
    <rect
      v-if="value < first.ideal[0]"
      x="-6.2"
      :y="CUT_Y + value"
      width="12.4"
      :height="Math.min(17, first.ideal[0] - value)"
      class="wrong"
    />
    <line x1="-14" x2="-10.8" :y1="CUT_Y" :y2="CUT_Y" class="level" />
    <text x="-14" :y="CUT_Y - 2">cut</text>
    <line
      v-for="edge in first.ideal"
      :key="edge"
      x1="-13.4"
      x2="-10.8"
      :y1="CUT_Y + edge"
      :y2="CUT_Y + edge"
      class="ideal"
    />
    <line x1="-13.4" x2="-13.4" :y1="CUT_Y + first.ideal[0]" :y2="CUT_Y + first.ideal[1]" class="ideal" />
  </g>
</template>
