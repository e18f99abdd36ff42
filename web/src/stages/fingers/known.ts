import { computed } from 'vue'
import { parseNote } from '@halitus/core/pitch'
import { newSince, notesKnown, ofLearner } from '@halitus/core/records'
import { useLesson } from '@/lesson/index.ts'

/** What this learner has met and played, and what of it is new this week. */
export function useKnown() {
  const lesson = useLesson()
  const known = computed(() => (lesson.inst ? notesKnown(lesson.entries, lesson.inst) : []))
  const fresh = computed(() =>
    lesson.answer
      ? newSince(ofLearner(lesson.ofKind(lesson.entries, 'new-note')), lesson.answer.lesson.startsAt)
      : [],
  )
  /** To practise with: what is known, or the first notes of the school while hardly anything is. */
  const deck = computed(() =>
    known.value.length > 1
      ? known.value
      : [...new Set([...known.value, ...(lesson.inst?.teaching.firstNotes ?? [])])],
  )
  const midis = computed(() => new Set(known.value.map((n) => parseNote(n).midi)))
  const isKnown = (written: string) => midis.value.has(parseNote(written).midi)
  return { known, fresh, deck, isKnown }
}
