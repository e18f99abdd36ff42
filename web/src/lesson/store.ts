import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import type {
  EntryData,
  EntryInput,
  EntryKind,
  EntryRecord,
  LessonAnswer,
  Stage,
} from '@halitus/core/contract'
import { STAGES } from '@halitus/core/contract'
import { instrument } from '@halitus/core/instruments'
import { api } from '../api/index.ts'
import { useNotices } from '../shell/notices.ts'

/** The lesson that is open. What happens in it is sent at once, entry by entry. */
export const useLesson = defineStore('lesson', () => {
  const notices = useNotices()
  const answer = ref<LessonAnswer>()
  const a4Hz = ref(440)
  const failed = ref('')

  async function open(id: string) {
    failed.value = ''
    if (answer.value?.lesson.id !== id) answer.value = undefined
    try {
      const [lesson, studio] = await Promise.all([api.lesson(id), api.studio()])
      answer.value = lesson
      a4Hz.value = studio.a4Hz
    } catch (error) {
      failed.value = error instanceof Error ? error.message : 'The lesson can’t be opened.'
    }
  }
  const refresh = async () => {
    if (answer.value) await open(answer.value.lesson.id)
  }

  const inst = computed(() => (answer.value ? instrument(answer.value.lesson.instrument) : undefined))
  const own = computed(
    () => answer.value?.entries.filter((e) => e.lessonId === answer.value?.lesson.id) ?? [],
  )
  const earlier = computed(
    () => answer.value?.entries.filter((e) => e.lessonId !== answer.value?.lesson.id) ?? [],
  )
  const ofKind = <K extends EntryKind>(list: EntryRecord[], kind: K) =>
    list.filter((e): e is Extract<EntryRecord, { kind: K }> => e.kind === kind)
  const done = computed(() => {
    const stages = new Set<Stage>(own.value.map((e) => e.stage))
    if (answer.value?.card) stages.add('home')
    return STAGES.filter((s) => stages.has(s))
  })
  const plan = (stage: Stage) =>
    answer.value?.plans.find((p) => p.stage === stage) ?? { stage, text: '', version: 0 }

  async function add<K extends EntryKind>(
    stage: Stage,
    kind: K,
    data: EntryData[K],
  ): Promise<EntryRecord | undefined> {
    const lesson = answer.value?.lesson
    if (!lesson) return undefined
    const input = { id: crypto.randomUUID(), stage, kind, data } as EntryInput
    const entry = await notices.attempt(() => api.addEntry(lesson.id, input))
    if (entry) await refresh()
    return entry
  }
  async function takeBack(id: string) {
    const lesson = answer.value?.lesson
    if (!lesson) return
    const entry = await notices.attempt(() => api.removeEntry(lesson.id, id))
    if (!entry) return
    await refresh()
    notices.show('Taken back.', {
      undo: async () => {
        const { id: sameId, stage, kind, data } = entry
        await notices.attempt(() => api.addEntry(lesson.id, { id: sameId, stage, kind, data } as EntryInput))
        await refresh()
      },
    })
  }
  async function writePlan(stage: Stage, text: string) {
    const learnerId = answer.value?.learner.id
    if (!learnerId) return
    await notices.attempt(() => api.writePlan(learnerId, stage, text, plan(stage).version))
    await refresh()
  }
  async function composeCard() {
    const lesson = answer.value?.lesson
    if (!lesson) return
    const composed = await notices.attempt(() => api.composeCard(lesson.id))
    if (composed) answer.value = composed
  }
  async function finish(finished: boolean) {
    const lesson = answer.value?.lesson
    if (lesson && (await notices.attempt(() => api.finish(lesson.id, finished)))) await refresh()
  }
  return {
    answer,
    a4Hz,
    failed,
    inst,
    own,
    earlier,
    done,
    ofKind,
    plan,
    open,
    refresh,
    add,
    takeBack,
    writePlan,
    composeCard,
    finish,
  }
})
