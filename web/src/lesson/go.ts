import { useRouter } from 'vue-router'
import { useEventListener } from '@vueuse/core'
import type { PlanItem } from '@halitus/core/practice'
import { isTyping } from '@/base/keys.ts'
import { useLessonPlan } from './plan.ts'
import { useLesson } from './store.ts'

/** Ways to a thing of the plan: to any, and by `j` to the next one, wherever somebody is in the lesson. */
export function useGo() {
  const plan = useLessonPlan()
  const lesson = useLesson()
  const router = useRouter()
  function go(item: Pick<PlanItem, 'stage' | 'part'>) {
    lesson.wantPart(item.part)
    void router.push({ name: item.stage, params: { id: lesson.answer!.lesson.id } })
  }
  const next = () => {
    if (plan.next) go(plan.next)
  }
  useEventListener('keydown', (event: KeyboardEvent) => {
    if (event.key === 'j' && !event.ctrlKey && !event.metaKey && !event.altKey && !isTyping(event)) next()
  })
  return { go, next }
}
