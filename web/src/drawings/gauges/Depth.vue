<script setup lang="ts">
import { computed } from 'vue'
import { corkMmOf, firstOf, middle, SEAT_MM, valueOf, type GaugeShown } from './measures.ts'

/** How much of the cork is covered, or how far a reed goes into its seat. */
const props = defineProps<GaugeShown>()
const first = computed(() => firstOf(props))
const value = computed(() => valueOf(props, first.value.id))
const corkMm = computed(() => corkMmOf(props))
const depthMm = computed(() =>
  first.value.unit === '%' ? (value.value / 100) * corkMm.value : SEAT_MM + value.value,
)
</script>

<template>
  <g>
    <template v-if="first.unit === '%'">
      <rect x="-45" y="-6" width="42" height="12" fill="url(#silver)" />
      <rect x="-4" y="-6.8" :width="corkMm" height="13.6" rx="0.8" fill="url(#cork)" />
      <path v-for="n in 6" :key="n" :d="`M ${-4 + (corkMm * n) / 7} -6.4 q 1.4 3 0 6 t 0 6`" class="grain" />
      <path
        :d="`M ${-4 + corkMm - depthMm} -9.5 l 3 -1.5 L ${40 + corkMm - depthMm} -12 L ${40 + corkMm - depthMm} 12 L ${-1 + corkMm - depthMm} 11 l -3 -1.5 Z`"
        fill="url(#ebonite)"
      />
      <g v-for="share in first.ideal" :key="share">
        <line
          :x1="-4 + corkMm * (1 - share / 100)"
          :x2="-4 + corkMm * (1 - share / 100)"
          y1="-14"
          y2="14"
          class="level"
        />
        <text :x="-4 + corkMm * (1 - share / 100)" y="-15" text-anchor="middle">{{ share }} %</text>
      </g>
      <line
        :x1="-4 + corkMm - depthMm"
        :x2="-4 + corkMm - depthMm"
        y1="-13"
        y2="13"
        :class="right ? 'edge' : 'wrong-edge'"
      />
    </template>
    <template v-else>
      <path d="M -45 -9 L -2 -9 L -2 -3.6 L -30 -2.6 L -30 2.6 L -2 3.6 L -2 9 L -45 9 Z" fill="url(#wood)" />
      <rect x="-3.6" y="-9.6" width="2.4" height="19.2" rx="1" fill="url(#silver)" />
      <g :transform="`translate(${-2 - depthMm} 0)`">
        <path d="M 0 -2.4 L 24 -3 L 24 3 L 0 2.4 Z" fill="url(#cork)" />
        <rect x="24" y="-3.3" width="7" height="6.6" class="thread" />
        <path d="M 31 -3 Q 42 -4.4 50 -6 L 51 -5.2 L 51 5.2 L 50 6 Q 42 4.4 31 3 Z" fill="url(#cane)" />
        <line x1="24" x2="24" y1="-10" y2="10" :class="right ? 'edge' : 'wrong-edge'" />
      </g>
      <line
        :x1="22 - SEAT_MM - middle(first)"
        :x2="22 - SEAT_MM - middle(first)"
        y1="-15"
        y2="15"
        class="level"
      />
      <text :x="22 - SEAT_MM - middle(first)" y="-16" text-anchor="middle">where it belongs</text>
    </template>
  </g>
</template>
