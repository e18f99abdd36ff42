<script setup lang="ts">
/** Steps in their order as beads on a thread: filled is done, a red square wrong, a ring of brass now. */
defineProps<{
  steps: readonly {
    id: string
    title: string
    mark: 'ok' | 'wrong' | 'open'
    /** Said of the mark to who doesn't see it. */
    said: string
    /** Where a group begins: its name. */
    group?: string | undefined
    /** How often, below the name. */
    often?: string | undefined
  }[]
  at: string | undefined
  label: string
}>()
defineEmits<{ go: [id: string] }>()
</script>

<template>
  <ol class="steps" :class="{ grouped: steps.some((s) => s.group) }" :aria-label="label">
    <li v-for="s in steps" :key="s.id" :class="s.mark">
      <span v-if="s.group" class="phase">{{ s.group }}</span>
      <button
        class="step"
        type="button"
        :aria-current="s.id === at ? 'step' : undefined"
        :title="s.title"
        @click="$emit('go', s.id)"
      >
        <span class="bead" aria-hidden="true">{{ s.mark === 'wrong' ? '!' : '' }}</span>
        <span class="short">{{ s.title }}</span>
        <span class="visually-hidden">{{ s.said }}</span>
        <span v-if="s.often" class="often">{{ s.often }}</span>
      </button>
    </li>
  </ol>
</template>

<style scoped>
.steps {
  display: flex;
  overflow-x: auto;
  margin: 8px 0;
  padding: 0;
  padding-top: 4px;
  list-style: none;
  scrollbar-width: thin;
}
.grouped {
  padding-top: 26px;
}
.steps li {
  position: relative;
  flex: 1 1 0;
  min-width: 74px;
}
.steps li::before {
  content: '';
  position: absolute;
  top: 12px;
  left: 0;
  right: 0;
  height: 2px;
  background: var(--soft);
  opacity: 0.5;
}
.steps .ok::before {
  top: 10px;
  height: 6px;
  background: var(--ink);
  opacity: 1;
}
.phase {
  position: absolute;
  top: -26px;
  left: 8px;
  font-size: 14px;
  color: var(--soft);
  white-space: nowrap;
}
.step {
  position: relative;
  display: block;
  width: 100%;
  padding: 2px 3px 0;
  font: inherit;
  font-size: 14px;
  line-height: 1.15;
  color: var(--soft);
  background: none;
  border: 0;
  text-align: center;
  cursor: pointer;
}
.bead {
  display: grid;
  place-items: center;
  width: 20px;
  height: 20px;
  margin: 0 auto 6px;
  border-radius: 50%;
  background: var(--sheet);
  border: 2px solid var(--soft);
  font-weight: 700;
}
.ok .bead {
  background: var(--ink);
  border-color: var(--ink);
}
.wrong .bead {
  border-radius: 3px;
  background: var(--lacquer);
  border-color: var(--lacquer);
  color: var(--sheet);
}
.step[aria-current] .bead {
  width: 26px;
  height: 26px;
  margin: -3px auto 3px;
  border: 6px solid var(--brass);
}
.step[aria-current] {
  color: var(--ink);
  font-weight: 650;
}
.wrong .step {
  color: var(--lacquer);
}
.short {
  display: -webkit-box;
  -webkit-line-clamp: 3;
  -webkit-box-orient: vertical;
  overflow: hidden;
  hyphens: auto;
}
.often {
  color: var(--brass-text);
  font-weight: 650;
}
</style>
