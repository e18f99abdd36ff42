<script setup lang="ts">
import { computed } from 'vue'
import { firstOf, valueOf, type GaugeShown } from './measures.ts'

/** Two joints pulled apart: the tenon’s cork shows between the rings. */
const props = defineProps<GaugeShown>()
const first = computed(() => firstOf(props))
const value = computed(() => valueOf(props, first.value.id))
/** Not every millimetre has room for its number. */
const labelled = (mm: number) => mm % (first.value.max > 10 ? 5 : first.value.max > 4 ? 3 : 1) === 0
const ticks = (from: number, to: number, step: number) =>
  Array.from({ length: Math.floor((to - from) / step) + 1 }, (_, i) => from + i * step)
</script>

<template>
  <g>
    <rect x="-30" y="-11" width="30" height="22" fill="url(#wood)" />
    <rect x="0" y="-8" width="22" height="16" fill="url(#cork)" />
    <path v-for="n in 4" :key="n" :d="`M ${n * 4} -7.6 q 1.4 4 0 8 t 0 7`" class="grain" />
    <rect x="-2.6" y="-11.8" width="2.6" height="23.6" rx="0.8" fill="url(#silver)" />
    <rect :x="value" y="-13" width="34" height="26" fill="url(#wood)" />
    <rect :x="value" y="-13.8" width="2.8" height="27.6" rx="0.8" fill="url(#silver)" />
    <rect v-if="!right" :x="0" y="-8" :width="Math.max(0, value)" height="16" class="wrong" />
    <g v-for="mm in ticks(0, first.max, 1)" :key="mm">
      <line :x1="mm" :x2="mm" y1="15" :y2="16.4" class="tick" />
      <text v-if="labelled(mm)" :x="mm" y="16.4" dy="1em" text-anchor="middle">{{ mm }}</text>
    </g>
    <line :x1="first.ideal[0]" :x2="first.ideal[1]" y1="15" y2="15" class="ideal" />
  </g>
</template>
