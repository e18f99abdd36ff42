<script setup lang="ts">
import { computed } from 'vue'
import type { Consent } from '@halitus/core/contract'
import { dayOf } from '@halitus/core/time'
import { studioNow } from '@/base/clock.ts'
import Choice from '@/parts/Choice.vue'

/** Who agreed that lessons are noted, and on which day. */
const consent = defineModel<Consent | null>({ required: true })
const consents = [
  { value: '', label: 'not noted' },
  { value: 'guardian', label: 'a parent or guardian agreed' },
  { value: 'learner', label: 'the learner agreed' },
] as const
const agreed = computed({
  get: () => consent.value?.by ?? '',
  set: (by: '' | Consent['by']) => {
    consent.value = by ? { on: dayOf(studioNow()), ...consent.value, by } : null
  },
})
</script>

<template>
  <div class="regular">
    <Choice id="l-consent" v-model="agreed" :options="consents" />
    <template v-if="consent">
      <label for="l-agreed">on</label>
      <input id="l-agreed" v-model="consent.on" type="date" class="clock-field" />
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
