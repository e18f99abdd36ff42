<script setup lang="ts">
import { ref } from 'vue'

/** A number that is tapped in: what nobody needs to hear. */
const props = defineProps<{ unit: string; aim: number | null }>()
const emit = defineEmits<{ told: [value: number] }>()
/** Steps that a thumb gets along with. */
const STEP = props.unit === 'cents' ? 10 : props.unit === 'a minute' ? 4 : 1
const value = ref(props.aim ?? 1)
</script>

<template>
  <div v-if="aim !== null" class="number">
    <button type="button" aria-label="Less" @click="value = Math.max(0, value - STEP)">−</button>
    <b aria-live="polite">{{ value }}</b>
    <button type="button" aria-label="More" @click="value += STEP">+</button>
    <span>{{ unit }}</span>
    <button type="button" class="keep" @click="emit('told', value)">That was it</button>
  </div>
</template>

<style scoped>
.number {
  grid-column: 1 / 3;
  display: grid;
  grid-template-columns: 72px 1fr 72px;
  align-items: center;
  justify-items: center;
  gap: 10px;
}
b {
  font-size: 72px;
  line-height: 1;
}
span,
.keep {
  grid-column: 1 / 4;
}
button {
  min-width: 64px;
  min-height: 56px;
  padding: 0 20px;
  font: inherit;
  font-size: 26px;
  color: var(--ink);
  background: var(--desk);
  border: 0;
  border-radius: 28px;
}
.keep {
  font-size: 19px;
}
</style>
