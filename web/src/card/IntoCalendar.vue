<script setup lang="ts">
import { ref } from 'vue'
import { api } from '@/api/index.ts'

/** Practice in the phone's own calendar, with an alarm each day it is wanted. */
defineProps<{ id: string }>()
const at = ref('17:00')
</script>

<template>
  <p class="calendar">
    <label for="c-at">Remind me at</label>
    <input id="c-at" v-model="at" type="time" required />
    <a v-if="at" :href="api.practiceTimesUrl(id, at)" download="practice.ics">Into my calendar</a>
  </p>
</template>

<style scoped>
.calendar {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 14px;
  min-height: 48px;
}
input {
  min-height: 44px;
  padding: 0 12px;
  font: inherit;
  font-size: 18px;
  color: var(--ink);
  background: var(--desk);
  border: 0;
  border-radius: 14px;
}
a {
  padding: 10px 0;
}
</style>
