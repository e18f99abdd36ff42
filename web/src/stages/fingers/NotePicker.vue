<script setup lang="ts">
import { Button, Input } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import { fingeringsOf, spokenName, writtenNote, type Instrument } from '@halitus/core/instruments'
import { noteName, parseNote, prettyNote, readNote } from '@halitus/core/pitch'
import { firstOf, forSeconds, untilQuiet } from '@halitus/core/sound'
import { useLesson } from '@/lesson/index.ts'
import { useListening } from '@/listening/index.ts'
import { LOUD_DB } from '../take.ts'

/** A written note: typed, stepped by semitones, or played. Refuses what the instrument doesn't have, and says its range. */
const props = defineProps<{ inst: Instrument; label: string }>()
const note = defineModel<string>({ required: true })
const typed = ref(prettyNote(note.value))
const problem = ref('')
watch(note, (n) => ((typed.value = prettyNote(n)), (problem.value = '')))

const isThere = (midi: number) => fingeringsOf(props.inst, noteName(midi)).length > 0
function take(text: string) {
  try {
    const { midi } = writtenNote(props.inst, readNote(text))
    // A chanter has nine notes and none between them.
    if (!isThere(midi))
      throw new RangeError(`The ${spokenName(props.inst)} has no ${prettyNote(noteName(midi))}.`)
    note.value = noteName(midi)
    typed.value = prettyNote(note.value)
    problem.value = ''
  } catch (error) {
    problem.value = error instanceof Error ? error.message : 'Not a note.'
  }
}
/** To the next note that there is; beyond the last one the range is said. */
function step(by: 1 | -1) {
  const [low, high] = props.inst.range.full.map((n) => parseNote(n).midi) as [number, number]
  let midi = writtenNote(props.inst, note.value).midi + by
  while (midi > low && midi < high && !isThere(midi)) midi += by
  take(prettyNote(noteName(midi)))
}
/** The note that is played for a moment. */
const listening = useListening()
const lesson = useLesson()
const byEar = computed(() => listening.source === 'microphone')
async function hear() {
  if (listening.state === 'listening') return listening.stop()
  if (listening.busy) return
  await listening.start({
    instrument: props.inst.id,
    written: note.value,
    ear: { transposition: props.inst.transposition, a4Hz: lesson.a4Hz },
    rule: () => firstOf(untilQuiet(LOUD_DB, 0.4), forSeconds(4)),
    judge(m) {
      const longest = m.tone
      if (!longest) return 'Nothing was heard. Play the note for a second.'
      take(prettyNote(longest.written))
      return problem.value || undefined
    },
  })
}
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
    <Button v-if="byEar" size="small" class="ear" :aria-label="`${label}: play it`" @click="hear"
      >By ear</Button
    >
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
  border: 0;
  border-radius: 14px;
  background: var(--desk);
}
.ear {
  margin-top: 4px;
}
.problem {
  color: var(--lacquer);
  max-width: 260px;
  font-size: 14px;
}
</style>
