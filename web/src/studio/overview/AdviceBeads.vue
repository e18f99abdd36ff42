<script setup lang="ts">
import { computed } from 'vue'

/** How often something helped: filled beads, of so many. Beyond a row of them they stand for shares. */
const props = defineProps<{ helped: number; tried: number }>()
const MOST = 20
const beads = computed(() => {
  const n = Math.min(MOST, props.tried)
  const filled = Math.round((n * props.helped) / props.tried)
  return Array.from({ length: n }, (_, k) => k < filled)
})
</script>

<template>
  <span class="beads" aria-hidden="true"><i v-for="(f, k) in beads" :key="k" :class="{ f }"></i></span>
</template>

<style scoped>
.beads {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
i {
  width: 13px;
  height: 13px;
  border: 2.5px solid var(--soft);
  border-radius: 50%;
}
.f {
  border-color: var(--ink);
  background: var(--ink);
}
</style>
