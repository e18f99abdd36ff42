<script setup lang="ts">
import { computed } from 'vue'
import { firstOf, middle, valueOf, type GaugeShown } from './measures.ts'

/** From the front: the opening between the blades. */
const props = defineProps<GaugeShown>()
const first = computed(() => firstOf(props))
const value = computed(() => valueOf(props, first.value.id))
/** An almond between two blades that are this far open in the middle. */
const almond = (open: number) => `M -6.5 0 Q 0 ${-open} 6.5 0 Q 0 ${open} -6.5 0 Z`
const blade = (side: 1 | -1, open: number) =>
  `M -6.5 0 Q 0 ${side * open} 6.5 0 L 6.1 ${side * 0.5} Q 0 ${side * (open + 1.5)} -6.1 ${side * 0.5} Z`
</script>

<template>
  <g>
    <path :d="almond(value)" class="hole" />
    <path :d="blade(-1, value)" fill="url(#cane)" class="cane" :class="{ off: !right }" />
    <path :d="blade(1, value)" fill="url(#cane)" class="cane" :class="{ off: !right }" />
    <path v-if="!right" :d="almond(middle(first))" class="ghost inside" />
  </g>
</template>
