import { defineStore } from 'pinia'
import { ref } from 'vue'
import type { LearnerInput, LearnerRecord, LessonInput, TodayAnswer } from '@halitus/core/contract'
import { api } from '@/api/index.ts'

/** Roster and day. */
export const useStudio = defineStore('studio', () => {
  const today = ref<TodayAnswer>()
  const learners = ref<LearnerRecord[]>()
  const failed = ref('')

  async function load() {
    failed.value = ''
    try {
      const [day, roster] = await Promise.all([api.today(), api.learners()])
      today.value = day
      learners.value = roster.learners
    } catch (error) {
      failed.value = error instanceof Error ? error.message : 'The studio can’t be read.'
    }
  }
  async function addLearner(input: LearnerInput) {
    const learner = await api.addLearner(input)
    await load()
    return learner
  }
  async function changeLearner(id: string, patch: Partial<LearnerRecord>) {
    await api.changeLearner(id, patch)
    await load()
  }
  async function addLesson(learnerId: string, input: LessonInput) {
    const lesson = await api.addLesson(learnerId, input)
    await load()
    return lesson
  }
  return { today, learners, failed, load, addLearner, changeLearner, addLesson }
})
