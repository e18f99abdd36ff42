<script setup lang="ts">
import { computed } from 'vue'

/** How long a breath will last: eight times of ten within the band; the last one as a stroke. Seconds. */
const props = defineProps<{
  title: string
  low: number
  middle: number
  high: number
  last: number | undefined
  from: number
}>()
const WIDTH = 420
const top = computed(() => Math.max(20, 5 * Math.ceil((1.15 * Math.max(props.high, props.last ?? 0)) / 5)))
const x = (s: number) => (WIDTH * s) / top.value
const s = (n: number) => n.toFixed(0)
</script>

<template>
  <figure class="reach">
    <figcaption>{{ title }}</figcaption>
    <svg :viewBox="`-2 0 ${WIDTH + 4} 44`" role="img" :aria-label="`${s(low)} to ${s(high)} seconds`">
      <line x1="0" :x2="WIDTH" y1="20" y2="20" class="string" />
      <rect :x="x(low)" y="8" :width="x(high) - x(low)" height="24" rx="10" class="band" />
      <line :x1="x(middle)" :x2="x(middle)" y1="12" y2="28" class="middle" />
      <line v-if="last !== undefined" :x1="x(last)" :x2="x(last)" y1="2" y2="38" class="last" />
    </svg>
    <p class="soft">
      {{ s(low) }} to {{ s(high) }} s in eight of ten; from {{ from }} {{ from === 1 ? 'count' : 'counts' }}.
      Some days are shorter.
    </p>
  </figure>
</template>

<style scoped>
.reach {
  margin: 14px 0;
  max-width: 460px;
}
figcaption {
  font-weight: 650;
}
.string {
  stroke: var(--line);
  stroke-width: 2;
}
.band {
  fill: var(--cane);
  stroke: var(--brass);
  stroke-width: 2;
}
.middle {
  stroke: var(--brass-text);
  stroke-width: 2;
}
.last {
  stroke: var(--ink);
  stroke-width: 4;
}
</style>
