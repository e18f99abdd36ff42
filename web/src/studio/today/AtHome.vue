<script setup lang="ts">
import { computed } from 'vue'
import type { PractisedItem } from '@halitus/core/home'

/** What was done at home, item by item: filled beads for sessions, the best number where one came back. */
const props = defineProps<{ items: readonly PractisedItem[] }>()
/** More than this nobody takes in on the way to the door; the lesson has them all. */
const MOST = 3
/** What came back with a number first, then what was done least. */
const shown = computed(() =>
  [...props.items]
    .sort((a, b) => Number(a.best === null) - Number(b.best === null) || a.done - b.done)
    .slice(0, MOST),
)
const beads = ({ done, of }: PractisedItem) => Array.from({ length: of }, (_, k) => k < done)
const says = ({ title, done, of, best, unit }: PractisedItem) =>
  `${title}: ${done} of ${of}${best === null ? '' : `, best ${best} ${unit}`}`
</script>

<template>
  <span class="home">
    <span>At home:</span>
    <span v-for="(i, k) in shown" :key="k" class="item">
      <span class="visually-hidden">{{ says(i) }}</span>
      <span aria-hidden="true"
        >{{ i.title }} <b v-if="i.best !== null">{{ i.best }} {{ i.unit }}</b></span
      >
      <span class="beads" aria-hidden="true"><i v-for="(f, n) in beads(i)" :key="n" :class="{ f }"></i></span>
    </span>
    <span v-if="items.length > shown.length" class="more">and {{ items.length - shown.length }} more</span>
  </span>
</template>

<style scoped>
.home {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 16px;
  margin-top: 4px;
  font-size: 15px;
  font-weight: 400;
  color: var(--soft);
}
.item {
  display: inline-flex;
  align-items: center;
  gap: 6px;
}
.item b {
  color: var(--ink);
}
.beads {
  display: inline-flex;
  gap: 3px;
}
i {
  width: 8px;
  height: 8px;
  border: 1.6px solid var(--soft);
  border-radius: 50%;
}
.f {
  background: var(--ink);
  border-color: var(--ink);
}
</style>
