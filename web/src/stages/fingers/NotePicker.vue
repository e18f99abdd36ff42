<script setup lang="ts">
import { Button, Input } from 'ant-design-vue'
import { ref, watch } from 'vue'
import { writtenNote, type Instrument } from '@halitus/core/instruments'
import { noteName, prettyNote } from '@halitus/core/pitch'

/** A written note: typed, or stepped by semitones. Refuses what the instrument doesn't have, and says its range. */
const props = defineProps<{ inst: Instrument; label: string }>()
const note = defineModel<string>({ required: true })
const typed = ref(prettyNote(note.value))
const problem = ref('')
watch(note, (n) => ((typed.value = prettyNote(n)), (problem.value = '')))

function take(text: string) {
  try {
    note.value = noteName(writtenNote(props.inst, text).midi)
    typed.value = prettyNote(note.value)
    problem.value = ''
  } catch (error) {
    problem.value = error instanceof Error ? error.message : 'Not a note.'
  }
}
const step = (by: number) => take(noteName(writtenNote(props.inst, note.value).midi + by))
defineExpose({ step })
</script>

<template>
  <div class="picker">
    <div class="row">
      <Button size="small" :aria-label="`${label}: a semitone lower`" @click="step(-1)">−</Button>
      <Input
        v-model:value="typed"
        class="field"
        :aria-label="label"
        :status="problem ? 'error' : ''"
        :aria-invalid="!!problem"
        @press-enter="take(typed)"
        @blur="take(typed)"
      />
      <Button size="small" :aria-label="`${label}: a semitone higher`" @click="step(1)">+</Button>
    </div>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
  </div>
</template>

<style scoped>
.row {
  display: flex;
  align-items: center;
  gap: 6px;
}
.field {
  width: 92px;
  height: 52px;
  font-size: 30px;
  font-weight: 650;
  text-align: center;
}
.problem {
  color: var(--alarm);
  max-width: 260px;
  font-size: 14px;
}
</style>
