<script setup lang="ts">
import { computed } from 'vue'

/** The end of the tube: how loud it is here stands in its bore. */
const props = defineProps<{
  /** 0 to 1; nothing is heard where it isn't said. */
  level?: number
}>()
const BORE = { top: 12, height: 108 } as const
const column = computed(() => BORE.height * Math.min(1, Math.max(0, props.level ?? 0)))
</script>

<template>
  <svg class="bell" viewBox="0 0 84 142" aria-hidden="true">
    <path d="M28 10q14-18 28 0v60q2 46 28 72H0q26-26 28-72z" class="tube" />
    <path d="M32 14v58q-2 40-24 64" class="shine" />
    <rect x="37" :y="BORE.top" width="10" :height="BORE.height" rx="5" class="bore" />
    <rect x="37" :y="BORE.top + BORE.height - column" width="10" :height="column" rx="5" class="column" />
    <rect x="25" y="54" width="34" height="5" rx="1" class="ring" />
  </svg>
</template>

<style scoped>
.bell {
  display: block;
  width: 84px;
}
.tube {
  fill: var(--wood-raised);
}
.shine {
  fill: none;
  stroke: #8a777e;
  stroke-width: 2.5;
}
.bore {
  fill: #0f0c0e;
}
.column {
  fill: var(--brass-on-wood);
}
.ring {
  fill: var(--silver);
}
</style>
