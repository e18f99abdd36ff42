<script setup lang="ts">
import { computed } from 'vue'
import { factsOf, mouthVerdict } from '@halitus/core/records'
import { useLesson } from '@/lesson/index.ts'
import Diagnosis from '../../Diagnosis.vue'
import Mirror from '../Mirror.vue'

/** What is seen and heard at the mouth, beside a mirror. */
const lesson = useLesson()
const questions = computed(() => lesson.inst?.mouth.model.questions ?? [])
const group = (ids: readonly string[] | undefined) =>
  (ids ?? []).flatMap((id) => questions.value.find((q) => q.id === id) ?? [])
const groups = computed(() => [
  { title: 'Heard', label: 'What is heard', questions: group(lesson.inst?.mouth.heard) },
  { title: 'Seen', label: 'What is seen', questions: group(lesson.inst?.mouth.seen) },
])
const facts = computed(() => factsOf(lesson.entries))
</script>

<template>
  <div v-if="lesson.inst" class="two">
    <Diagnosis
      :draft="`mouth.${lesson.answer?.lesson.id}`"
      :groups="groups"
      :questions="questions"
      :judge="(told) => lesson.inst && mouthVerdict(lesson.inst, told, facts)"
      :keep="async (found) => !!(await lesson.add('sound', 'mouth', found))"
    />
    <Mirror :inst="lesson.inst" />
  </div>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 220px;
  gap: 28px;
}
@media (max-width: 1000px) {
  .two {
    grid-template-columns: 1fr;
  }
}
</style>
