<script setup lang="ts">
import { useTools } from './tools.ts'

/** Timers that run down, above the tools at every stop. */
const tools = useTools()
</script>

<template>
  <div v-if="tools.runningTimers.length" class="timers" role="status" aria-label="Timers">
    <button
      v-for="t in tools.runningTimers"
      :key="t.id"
      type="button"
      class="timer"
      :class="{ done: t.done }"
      :aria-label="`${t.name}: ${t.done ? 'over' : t.left}. Put away`"
      @click="tools.dropTimer(t.id)"
    >
      <b>{{ t.done ? 'now' : t.left }}</b> {{ t.name }} <span aria-hidden="true">×</span>
    </button>
  </div>
</template>

<style scoped>
.timers {
  display: flex;
  gap: 10px;
  flex-wrap: wrap;
  flex: none;
  padding: 6px 24px;
  background: var(--cane);
  border-top: 1px solid var(--line);
}
.timer {
  font: inherit;
  color: var(--ink);
  background: var(--sheet);
  border: 1px solid var(--soft);
  border-radius: 20px;
  padding: 3px 14px;
  cursor: pointer;
}
.timer b {
  font-size: 22px;
  margin-right: 4px;
}
.timer.done {
  background: var(--ink);
  color: var(--sheet);
}
</style>
