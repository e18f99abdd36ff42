import { computed, ref, toValue, watch, type MaybeRefOrGetter } from 'vue'
import type { EntryInput, GroupPlanAnswer, LessonRecord, Provenance } from '@halitus/core/contract'
import { instrument, type Instrument } from '@halitus/core/instruments'
import { changes, useOutbox } from '@/api/index.ts'
import { studioNow } from '@/base/clock.ts'
import { newId } from '@/base/ids.ts'
import { useListening, type Take } from '@/listening/index.ts'

export type Thread = GroupPlanAnswer['threads'][number]

/**
 * A round: one after the other is listened to; what was heard is kept in each one's own lesson once the lesson together has begun.
 * @param of the plan, whose lessons are under way, and what the studio tunes to
 */
export function useTurns(
  of: MaybeRefOrGetter<{ plan: GroupPlanAnswer; lessons: readonly LessonRecord[]; a4Hz: number }>,
) {
  const listening = useListening()
  const outbox = useOutbox()
  const threads = computed(() => toValue(of).plan.threads)
  const turn = ref('')
  /** Whether what is listened to just now belongs to this round, and what was heard last. */
  const mine = ref(false)
  const heard = ref(false)
  watch(
    () => listening.busy,
    (busy) => {
      if (busy && !mine.value) heard.value = false
      if (!busy) mine.value = false
    },
  )
  const isNow = (id: string) => turn.value === id
  const next = (id: string) => {
    const k = threads.value.findIndex((t) => t.learner.id === id)
    turn.value = threads.value[(k + 1) % threads.value.length]?.learner.id ?? ''
  }
  /** Keeps a line in a learner's own lesson; a stand-in's is nobody's. */
  async function keep(
    learner: string,
    provenance: Provenance,
    entry: { stage: EntryInput['stage']; kind: EntryInput['kind']; data: object; words: string },
  ) {
    const lesson = toValue(of).lessons.find((l) => l.learnerId === learner)
    if (!lesson || provenance === 'simulated') return
    const { words, ...what } = entry
    await outbox.put({
      ...changes.addEntry(lesson.id, { id: newId(), at: studioNow(), provenance, ...what } as EntryInput),
      about: lesson.id,
      shown: {},
      words,
    })
  }
  /** Listens to one of them; pressed again it stops. */
  async function listen(
    id: string,
    rule: Take['rule'],
    judge: (
      measurement: Parameters<Take['judge']>[0],
      thread: Thread,
      inst: Instrument,
      provenance: Provenance,
    ) => string | undefined,
  ) {
    if (listening.busy) return listening.stop()
    const thread = threads.value.find((t) => t.learner.id === id)
    if (!thread) return
    const inst = instrument(thread.instrument)
    turn.value = id
    heard.value = mine.value = true
    await listening.start({
      instrument: thread.instrument,
      written: thread.written ?? inst.teaching.firstNotes[0]!,
      ear: { transposition: inst.transposition, a4Hz: toValue(of).a4Hz },
      rule,
      judge(measurement, provenance) {
        const problem = judge(measurement, thread, inst, provenance)
        if (problem === undefined) next(id)
        return problem
      },
    })
  }
  /** What sounds just now, s; undefined while nothing is listened to. */
  const live = computed(() => (mine.value && listening.state === 'listening' ? listening.heldS : undefined))
  return {
    threads,
    turn,
    isNow,
    listen,
    keep,
    live,
    problem: computed(() => (heard.value ? listening.problem : '')),
  }
}
