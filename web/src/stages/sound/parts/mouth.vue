<script setup lang="ts">
import { computed, ref } from 'vue'
import { NO } from '@halitus/core/evidence'
import { factsOf, mouthVerdict } from '@halitus/core/records'
import { MouthViews, pointOf } from '@/drawings/index.ts'
import { useLesson } from '@/lesson/index.ts'
import Diagnosis from '../../Diagnosis.vue'
import Mirror from '../Mirror.vue'
import MouthInOrder from '../MouthInOrder.vue'

/** What is seen and heard at the mouth, beside a mirror. */
const lesson = useLesson()
const questions = computed(() => lesson.inst?.mouth.model.questions ?? [])
const group = (ids: readonly string[] | undefined) =>
  (ids ?? []).flatMap((id) => questions.value.find((q) => q.id === id) ?? [])
// What a face shows lies on the face; what it doesn't is told in words.
const groups = computed(() =>
  [
    { title: 'Heard', label: 'What is heard', questions: group(lesson.inst?.mouth.heard) },
    {
      title: 'Seen',
      label: 'What is seen',
      questions: group(lesson.inst?.mouth.seen).filter((q) => !pointOf(q.id)),
    },
  ].filter((g) => g.questions.length),
)
const signs = computed(() =>
  group(lesson.inst?.mouth.seen)
    .filter((q) => pointOf(q.id))
    .map((q) => ({ id: q.id, words: q.outcomes[0].words })),
)
const diagnosis = ref<InstanceType<typeof Diagnosis>>()
const seen = computed(() =>
  (diagnosis.value?.told ?? []).flatMap((a) => (a.outcome === NO ? [] : [a.question])),
)
function tap(id: string) {
  const question = questions.value.find((q) => q.id === id)
  if (question) diagnosis.value?.answer(id, question.outcomes[0].id)
}
const facts = computed(() => factsOf(lesson.entries))
</script>

<template>
  <MouthInOrder v-if="lesson.inst" :inst="lesson.inst" @fails="tap" />
  <div v-if="lesson.inst" class="two">
    <Diagnosis
      ref="diagnosis"
      :draft="`mouth.${lesson.answer?.lesson.id}`"
      :groups="groups"
      :questions="questions"
      :judge="(told) => lesson.inst && mouthVerdict(lesson.inst, told, facts)"
      :keep="async (found) => !!(await lesson.add('sound', 'mouth', found))"
    />
    <div class="see">
      <MouthViews :inst="lesson.inst" :signs="signs" :seen="seen" @tap="tap" />
      <Mirror :inst="lesson.inst" />
    </div>
  </div>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.6fr);
  gap: 28px;
}
.see {
  display: grid;
  gap: 12px;
  align-content: start;
}
@media (max-width: 1000px) {
  .two {
    grid-template-columns: 1fr;
  }
  .see {
    order: -1;
  }
}
</style>
