<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Trouble } from '@halitus/core/contract'

/** Three plain questions, one at a time; the first yes is told to the teacher, and that is enough for today. */
const emit = defineEmits<{ report: [kind: Trouble, text: string]; well: [] }>()
const QUESTIONS: { ask: string; kind: Trouble; then: string }[] = [
  {
    ask: 'Does your head spin, or tingle?',
    kind: 'dizzy',
    then: 'Stay sitting. Breathe as always, for three minutes. That is enough for today.',
  },
  {
    ask: 'Does your lip, jaw or hand hurt?',
    kind: 'sore',
    then: 'Put it away for today. If it still hurts tomorrow, tell an adult.',
  },
  { ask: 'Is it something else?', kind: 'other', then: 'Your teacher will read it.' },
]
const at = ref(0)
const told = ref<(typeof QUESTIONS)[number]>()
const words = ref('')
const question = computed(() => QUESTIONS[at.value])
function yes() {
  if (!question.value) return
  told.value = question.value
  if (question.value.kind !== 'other') emit('report', question.value.kind, '')
}
function no() {
  if (at.value < QUESTIONS.length - 1) at.value++
  else emit('well')
}
function send() {
  emit('report', 'other', words.value.trim())
  emit('well')
}
</script>

<template>
  <div class="odd" aria-live="polite">
    <h1>Stop. Sit down. Breathe normally.</h1>
    <template v-if="!told">
      <p class="ask">{{ question?.ask }}</p>
      <p class="answers">
        <button type="button" @click="yes">Yes</button>
        <button type="button" @click="no">No</button>
      </p>
    </template>
    <template v-else>
      <p class="ask">{{ told.then }}</p>
      <template v-if="told.kind === 'other'">
        <label for="odd-words">What is it?</label>
        <input id="odd-words" v-model="words" type="text" maxlength="500" />
        <p class="answers"><button type="button" @click="send">Tell my teacher</button></p>
      </template>
      <p v-else>If it stays, tell an adult now.</p>
    </template>
  </div>
</template>

<style scoped>
.odd {
  display: grid;
  gap: 18px;
}
h1 {
  font-size: 32px;
  line-height: 1.15;
}
.ask {
  font-size: 26px;
  line-height: 1.25;
}
.answers {
  display: flex;
  gap: 14px;
}
button {
  flex: 1;
  min-height: 62px;
  font: inherit;
  font-size: 22px;
  font-weight: 650;
  color: var(--ink);
  background: var(--desk);
  border: 0;
  border-radius: 31px;
}
input {
  min-height: 52px;
  padding: 0 14px;
  font: inherit;
  font-size: 19px;
  color: var(--ink);
  background: var(--desk);
  border: 0;
  border-radius: var(--radius);
}
</style>
