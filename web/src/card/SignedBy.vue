<script setup lang="ts">
import { ref } from 'vue'
import type { CardAnswer } from '@halitus/core/contract'
import { dayName } from '@/base/words.ts'

/** An adult puts a name to a child's week. */
defineProps<{ signed: CardAnswer['signed'] }>()
const emit = defineEmits<{ sign: [by: string] }>()
const by = ref('')
const give = () => by.value.trim() && emit('sign', by.value.trim())
</script>

<template>
  <p v-if="signed" class="soft">Seen by {{ signed.by }}, {{ dayName(signed.at) }}.</p>
  <form v-else class="sign" @submit.prevent="give">
    <label for="seen-by">For an adult: seen by</label>
    <input id="seen-by" v-model="by" type="text" maxlength="80" autocomplete="name" />
    <button type="submit" :disabled="!by.trim()">Sign</button>
  </form>
</template>

<style scoped>
.sign {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 6px 10px;
  align-items: center;
}
label {
  grid-column: 1 / 3;
}
input,
button {
  min-height: 46px;
  padding: 0 16px;
  font: inherit;
  font-size: 18px;
  color: var(--ink);
  background: var(--desk);
  border: 0;
  border-radius: 23px;
}
input {
  border-radius: var(--radius);
}
</style>
