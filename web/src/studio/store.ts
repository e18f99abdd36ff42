import { defineStore } from 'pinia'
import { ref } from 'vue'
import type {
  LearnerInput,
  LearnerPatch,
  LessonInput,
  LessonPatch,
  TodayAnswer,
  LearnerRecord,
} from '@halitus/core/contract'
import { api } from '@/api/index.ts'

/** Roster, day and week. */
export const useStudio = defineStore('studio', () => {
  const today = ref<TodayAnswer>()
  const learners = ref<LearnerRecord[]>()
  const failed = ref('')
  /** A day of the week that is shown; this week's when empty. */
  const weekOf = ref<string>()

  async function load() {
    failed.value = ''
    try {
      const [day, roster] = await Promise.all([api.today(weekOf.value), api.learners()])
      today.value = day
      learners.value = roster.learners
    } catch (error) {
      failed.value = error instanceof Error ? error.message : 'The studio can’t be read.'
    }
  }
  async function showWeek(day: string | undefined) {
    weekOf.value = day
    await load()
  }
  /** Does something, then shows the studio as it is now. */
  async function after<T>(work: Promise<T>): Promise<T> {
    const done = await work
    await load()
    return done
  }
  const addLearner = (input: LearnerInput) => after(api.addLearner(input))
  const changeLearner = (id: string, patch: LearnerPatch) => after(api.changeLearner(id, patch))
  const addLesson = (learnerId: string, input: LessonInput) => after(api.addLesson(learnerId, input))
  const changeLesson = (id: string, patch: LessonPatch) => after(api.changeLesson(id, patch))
  const removeLesson = (id: string) => after(api.removeLesson(id))
  const seen = (reportId: string, yes: boolean) => after(api.seen(reportId, yes))
  return {
    today,
    learners,
    failed,
    weekOf,
    load,
    showWeek,
    addLearner,
    changeLearner,
    addLesson,
    changeLesson,
    removeLesson,
    seen,
  }
})
