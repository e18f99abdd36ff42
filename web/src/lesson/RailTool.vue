<script setup lang="ts">
/** One tool in the rail: a number or a sign over one word; touch starts and stops it. */
defineProps<{ word: string; big?: string; small?: string; on?: boolean }>()
defineEmits<{ press: [] }>()
</script>

<template>
  <button type="button" class="tool" :class="{ on }" :aria-pressed="on" @click="$emit('press')">
    <slot />
    <b v-if="big">{{ big }}</b>
    <span>{{ word }}</span>
  </button>
</template>

<style scoped>
.tool {
  flex: none;
  display: flex;
  flex-direction: column;
  align-items: center;
  justify-content: center;
  gap: 1px;
  width: 84px;
  min-height: 60px;
  padding: 4px 2px;
  font: inherit;
  font-size: 14px;
  line-height: 1.15;
  color: var(--on-wood-soft);
  background: none;
  border: 0;
  cursor: pointer;
}
b {
  font-size: 23px;
  font-weight: 650;
  color: var(--on-wood);
}
.on,
.on b {
  color: var(--brass-on-wood);
}
@media (max-width: 700px) {
  .tool {
    width: 47px;
    min-height: 84px;
    padding: 4px 0;
    white-space: nowrap;
    letter-spacing: -0.04em;
  }
  b {
    font-size: 18px;
    line-height: 1;
    text-align: center;
  }
}
</style>
