<script setup lang="ts">
import { computed, watch } from 'vue'
import type { Regular } from '@halitus/core/contract'
import { instrument, type InstrumentId } from '@halitus/core/instruments'
import Choice from '@/parts/Choice.vue'
import Quantity from '@/parts/Quantity.vue'

/** When a learner comes every week, and on what. */
const props = defineProps<{ instruments: readonly InstrumentId[] }>()
const regular = defineModel<Regular | null>({ required: true })
const regularWords = [
  { value: 0, label: 'no regular time' },
  ...['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'].map((label, i) => ({
    value: i + 1,
    label: `every ${label}`,
  })),
]
const weekday = computed({
  get: () => regular.value?.weekday ?? 0,
  set: (day) => {
    const first = props.instruments[0]
    regular.value = day
      ? { time: '16:00', minutes: 30, instrument: first ?? 'clarinet', ...regular.value, weekday: day }
      : null
  },
})
// A regular lesson is on an instrument that is played.
watch(
  () => props.instruments,
  (played) => {
    if (regular.value && played[0] && !played.includes(regular.value.instrument))
      regular.value.instrument = played[0]
  },
)
</script>

<template>
  <div class="regular">
    <Choice id="l-regular" v-model="weekday" :options="regularWords" />
    <template v-if="regular">
      <label for="l-time">at</label>
      <input id="l-time" v-model="regular.time" type="time" class="clock-field" />
      <label for="l-long">for</label>
      <Quantity id="l-long" v-model="regular.minutes" :min="5" :max="180" unit="min" />
      <Choice
        v-if="instruments.length > 1"
        v-model="regular.instrument"
        label="Instrument of the regular lesson"
        :options="instruments.map((i) => ({ value: i, label: instrument(i).name }))"
      />
    </template>
  </div>
</template>

<style scoped>
.regular {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
</style>
