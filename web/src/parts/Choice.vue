<script setup lang="ts" generic="T extends string | number">
/** One of several, as the browser's own list: it works with thumb, keys and screen readers alike. */
defineProps<{
  options: readonly { value: T; label: string }[]
  label?: string
  id?: string
  small?: boolean
}>()
const chosen = defineModel<T>()
</script>

<template>
  <select :id="id" v-model="chosen" class="choice" :class="{ small }" :aria-label="label">
    <option v-for="o in options" :key="o.value" :value="o.value">{{ o.label }}</option>
  </select>
</template>

<style scoped>
.choice {
  font: inherit;
  color: var(--ink);
  background: var(--desk)
    url("data:image/svg+xml,%3Csvg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 10 6'%3E%3Cpath d='M1 1l4 4 4-4' fill='none' stroke='%238a7f83' stroke-width='1.6'/%3E%3C/svg%3E")
    no-repeat right 11px center / 10px;
  height: 40px;
  padding: 0 30px 0 16px;
  border: 0;
  border-radius: 20px;
  appearance: none;
  text-overflow: ellipsis;
  max-width: 100%;
}
.small {
  height: 30px;
  font-size: 14px;
  padding-left: 8px;
}
</style>
