import { defineStore } from 'pinia'
import { computed, ref, watch } from 'vue'
import type { ChangedPlan, LessonPlanAnswer } from '@halitus/core/contract'
import { airMinutes, nextInPlan, NO_CHANGES } from '@halitus/core/practice'
import { api } from '@/api/index.ts'
import { useNotices } from '@/base/notices.ts'
import { useLesson } from './store.ts'

const CARD = 'card'

/** The plan of the lesson that is open: what is next, and what the teacher changes in it. */
export const useLessonPlan = defineStore('lesson-plan', () => {
  const lesson = useLesson()
  const notices = useNotices()
  const answer = ref<LessonPlanAnswer>()
  const failed = ref('')
  const id = computed(() => lesson.answer?.lesson.id)
  const changed = ref<ChangedPlan>({ minutes: [], order: [], out: [], in: [] })

  async function load() {
    const of = id.value
    if (!of) return
    try {
      const plan = await api.lessonPlan(of)
      if (of !== id.value) return
      answer.value = plan
      failed.value = ''
    } catch (error) {
      failed.value = error instanceof Error ? error.message : 'The plan can’t be shown.'
    }
  }
  watch(
    id,
    () => {
      answer.value = undefined
      const own = lesson.answer?.lesson.changedPlan
      changed.value = JSON.parse(JSON.stringify(own ?? NO_CHANGES)) as ChangedPlan
      void load()
    },
    { immediate: true },
  )

  /** Kinds of what was noted in this lesson, and the card when it was given. */
  const done = computed(
    () => new Set<string>([...lesson.own.map((e) => e.kind), ...(lesson.answer?.card ? [CARD] : [])]),
  )
  const items = computed(() => answer.value?.items ?? [])
  const left = computed(() => answer.value?.left ?? [])
  const next = computed(() => nextInPlan(items.value, done.value))
  const minutes = computed(() => items.value.reduce((sum, i) => sum + i.minutes, 0))
  const air = computed(() => airMinutes(items.value))
  const isChanged = computed(() => Object.values(changed.value).some((list) => list.length > 0))

  async function change(to: ChangedPlan) {
    const of = id.value
    if (!of) return
    const before = changed.value
    changed.value = to
    const plan = await notices.attempt(() => api.changeLessonPlan(of, to))
    if (of !== id.value) return
    if (plan) answer.value = plan
    else changed.value = before
  }
  const without = (list: readonly string[], item: string) => list.filter((x) => x !== item)
  const leave = (item: string) =>
    change({
      ...changed.value,
      out: [...without(changed.value.out, item), item],
      in: without(changed.value.in, item),
    })
  const bring = (item: string) =>
    change({
      ...changed.value,
      in: [...without(changed.value.in, item), item],
      out: without(changed.value.out, item),
    })
  /** Moves minutes over the grip between an item and the one after it. */
  function shift(item: string, by: number) {
    const k = items.value.findIndex((i) => i.id === item)
    const [a, b] = [items.value[k], items.value[k + 1]]
    if (!a || !b || a.minutes + by < 1 || b.minutes - by < 1) return
    const own = new Map(changed.value.minutes.map((m) => [m.id, m.minutes]))
    own.set(a.id, a.minutes + by)
    own.set(b.id, b.minutes - by)
    return change({ ...changed.value, minutes: [...own].map(([of, m]) => ({ id: of, minutes: m })) })
  }
  function move(item: string, by: -1 | 1) {
    const order = items.value.map((i) => i.id)
    const k = order.indexOf(item)
    if (k < 0 || k + by < 0 || k + by >= order.length) return
    order.splice(k, 1)
    order.splice(k + by, 0, item)
    return change({ ...changed.value, order })
  }
  const reset = () => change({ minutes: [], order: [], out: [], in: [] })
  return { load, items, left, next, done, minutes, air, failed, isChanged, leave, bring, shift, move, reset }
})
