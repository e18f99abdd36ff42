<script setup lang="ts">
import type { LineAnswer } from '@halitus/core/tongue'

/** The answered notes as beads: filled right, half something else, open missing. */
defineProps<{ notes: LineAnswer['notes'] }>()
</script>

<template>
  <p class="beads" aria-hidden="true">
    <span v-for="(n, i) in notes" :key="i" :class="{ wrong: n.verdict !== 'right' }">{{
      n.verdict === 'right' ? '●' : n.verdict === 'missing' ? '○' : '◐'
    }}</span>
  </p>
</template>

<style scoped>
.beads {
  display: flex;
  gap: 8px;
  font-size: 20px;
}
.wrong {
  color: var(--brass-text);
}
</style>
