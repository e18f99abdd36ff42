<script setup lang="ts">
import { ref, watch } from 'vue'

/** A number with its unit behind it; a comma is as good as a point, arrows go by a step. */
const props = withDefaults(
  defineProps<{ id: string; min: number; max: number; step?: number; unit?: string; label?: string }>(),
  { step: 1, unit: '', label: '' },
)
const value = defineModel<number>({ required: true })

const digits = () => Math.max(0, -Math.floor(Math.log10(props.step) + 1e-9))
const written = (n: number) => n.toFixed(digits()).replace('-', '−')
const text = ref(written(value.value))
watch(value, (n) => (text.value = written(n)))

function take(n: number) {
  const inside = Math.min(props.max, Math.max(props.min, n))
  const stepped = Number((Math.round(inside / props.step) * props.step).toFixed(6))
  value.value = stepped
  text.value = written(stepped)
}
/** Said when what was typed can't be taken: the number stays as it was, and nothing changes without a word. */
const refused = ref('')
function read() {
  const typed = text.value.trim()
  const n = Number(typed.replace('−', '-').replace(',', '.'))
  const unit = props.unit && ` ${props.unit}`
  if (typed !== '' && Number.isFinite(n) && n >= props.min && n <= props.max) {
    refused.value = ''
    take(n)
    return
  }
  refused.value = `${typed === '' ? 'Nothing' : `“${typed}”`} can’t be taken: ${written(props.min)} to ${written(props.max)}${unit}. It stays at ${written(value.value)}.`
  text.value = written(value.value)
}
</script>

<template>
  <span class="quantity">
    <input
      :id="id"
      v-model="text"
      inputmode="decimal"
      autocomplete="off"
      role="spinbutton"
      :aria-label="label || undefined"
      :aria-valuenow="value"
      :aria-valuemin="min"
      :aria-valuemax="max"
      :style="{ width: `${Math.max(3, written(max).length + 1)}ch` }"
      @change="read"
      @keydown.up.prevent="(read(), take(value + step))"
      @keydown.down.prevent="(read(), take(value - step))"
    />
    <span v-if="unit" class="unit">{{ unit }}</span>
    <span v-if="refused" class="refused caution" role="alert">{{ refused }}</span>
  </span>
</template>

<style scoped>
.refused {
  font-size: 14px;
  max-width: 260px;
}
.quantity {
  display: inline-flex;
  align-items: baseline;
  gap: 6px;
}
input {
  font: inherit;
  font-size: 19px;
  font-weight: 650;
  color: var(--ink);
  background: none;
  border: 0;
  border-bottom: 2px solid var(--soft);
  text-align: right;
  padding: 3px 2px;
  box-sizing: content-box;
}
input:focus {
  outline: none;
  border-color: var(--brass);
  background: var(--cane);
}
.unit {
  color: var(--soft);
}
</style>
