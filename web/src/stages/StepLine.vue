<script setup lang="ts">
/** Steps in their order as words on a line: how often each was passed, and which one is at work. */
defineProps<{
  steps: readonly { id: string; title: string }[]
  /** How often a step was passed; two marks at most are drawn. */
  passed: (id: string) => number
  at: string
  label: string
}>()
const emit = defineEmits<{ go: [id: string] }>()
const MARKS = 2
</script>

<template>
  <ol class="steps" :aria-label="label">
    <li v-for="s in steps" :key="s.id">
      <button class="step" type="button" :aria-pressed="s.id === at" @click="emit('go', s.id)">
        <span class="mark" aria-hidden="true">{{ '●'.repeat(Math.min(MARKS, passed(s.id))) || '○' }}</span>
        {{ s.title }}
        <span class="visually-hidden"
          >passed {{ passed(s.id) === 1 ? 'once' : `${passed(s.id)} times` }}</span
        >
      </button>
    </li>
  </ol>
</template>

<style scoped>
.steps {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  list-style: none;
  padding: 0;
  margin: 8px 0;
}
.step {
  font: inherit;
  border: 0;
  border-bottom: 3px solid var(--line);
  background: none;
  color: var(--ink);
  padding: 6px 9px;
  cursor: pointer;
}
.step[aria-pressed='true'] {
  border-color: var(--brass);
  font-weight: 650;
}
.mark {
  color: var(--brass-text);
}
</style>
