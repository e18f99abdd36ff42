<script setup lang="ts">
import { computed } from 'vue'
import type { SheetAnswer } from '@halitus/core/contract'
import { capital } from '@/base/words.ts'

/** The order of practising as a line that is as long as its minutes: discs, what, at which tempo. */
const props = defineProps<{ steps: SheetAnswer['steps']; observes: boolean }>()
const minutes = computed(() => props.steps.reduce((sum, s) => sum + s.minutes, 0))
const words = (s: SheetAnswer['steps'][number]) =>
  s.kind === 'move'
    ? 'first in silence'
    : props.observes
      ? `at ${s.ladder.from}`
      : s.ladder.from === s.ladder.to
        ? `at ${s.ladder.to}`
        : `at ${s.ladder.from}, then ${s.ladder.to}`
</script>

<template>
  <ol class="order" :aria-label="`To practise, ${minutes} minutes in all`">
    <li v-for="(s, i) in steps" :key="i" :style="{ flexGrow: s.minutes }">
      <span class="disc" aria-hidden="true">{{ i + 1 }}</span>
      <span class="minutes">{{ s.minutes }} min</span>
      <b>{{ capital(s.title) }}</b>
      <span class="soft">{{ words(s) }}</span>
    </li>
  </ol>
</template>

<style scoped>
.order {
  display: flex;
  list-style: none;
  margin: 10px 0 0;
  padding: 0;
}
li {
  position: relative;
  flex: 1 1 0;
  min-width: 116px;
  display: flex;
  flex-direction: column;
  padding: 0 10px 0 0;
}
li::before {
  content: '';
  position: absolute;
  left: 0;
  right: 0;
  top: 13px;
  border-top: 3px solid var(--line);
}
li:first-child::before {
  border-color: var(--ink);
}
.disc {
  position: relative;
  display: inline-grid;
  place-items: center;
  width: 28px;
  height: 28px;
  border-radius: 50%;
  background: var(--ink);
  color: var(--sheet);
  font-weight: 700;
}
.minutes {
  margin-top: 4px;
  color: var(--soft);
}
li b {
  font-size: 19px;
}
@media (max-width: 700px) {
  .order {
    overflow-x: auto;
  }
}
</style>
