<script setup lang="ts" generic="T extends string">
import { ref } from 'vue'

/** One of a few views or answers, as words on a line; the one that is chosen is underlined. Arrows go along. */
const props = defineProps<{ options: readonly { value: T; label: string }[]; label: string }>()
const chosen = defineModel<T>()
const line = ref<HTMLElement>()

function go(event: KeyboardEvent) {
  const by = { ArrowLeft: -1, ArrowUp: -1, ArrowRight: 1, ArrowDown: 1 }[event.key]
  if (by === undefined) return
  event.preventDefault()
  event.stopPropagation()
  const at = props.options.findIndex((o) => o.value === chosen.value)
  const next = (at + by + props.options.length) % props.options.length
  chosen.value = props.options[next]!.value
  ;(line.value?.children[next] as HTMLElement | undefined)?.focus()
}
</script>

<template>
  <span ref="line" role="radiogroup" class="views" :aria-label="label" @keydown="go">
    <button
      v-for="o in options"
      :key="o.value"
      type="button"
      role="radio"
      class="view"
      :aria-checked="o.value === chosen"
      :tabindex="o.value === chosen ? 0 : -1"
      @click="chosen = o.value"
    >
      {{ o.label }}
    </button>
  </span>
</template>

<style scoped>
.views {
  display: inline-flex;
  flex-wrap: wrap;
  gap: 0 16px;
  min-width: 0;
}
.view {
  font: inherit;
  font-size: 16px;
  color: var(--soft);
  background: none;
  border: 0;
  border-bottom: 3px solid transparent;
  padding: 4px 2px 3px;
  cursor: pointer;
}
.view:hover {
  color: var(--ink);
}
.view[aria-checked='true'] {
  color: var(--ink);
  font-weight: 650;
  border-color: var(--metal);
}
</style>
