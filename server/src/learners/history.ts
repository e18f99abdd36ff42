import type {
  CardAnswer,
  EntryRecord,
  InstrumentState,
  LearnerRecord,
  LessonRecord,
} from '@halitus/core/contract'
import { instrument, type InstrumentId } from '@halitus/core/instruments'
import { attention, nextTarget, type Concern, type NextTarget, type ToneResult } from '@halitus/core/practice'

/** Long tones on one instrument, oldest first, as the ladder reads them. */
export function tonesOf(entries: EntryRecord[], on: InstrumentId): ToneResult[] {
  return entries.flatMap((e) =>
    e.kind === 'long-tone' && e.instrument === on ? [{ at: e.at, ...e.data }] : [],
  )
}

/** The ladder's next target, unless the teacher has said otherwise since the last tone. */
export function targetOf(entries: EntryRecord[], on: InstrumentId): NextTarget {
  const own = entries.filter((e) => e.instrument === on && (e.kind === 'long-tone' || e.kind === 'target'))
  const last = own.at(-1)
  if (last?.kind === 'target') return { targetS: last.data.targetS, why: 'Set by the teacher.' }
  return nextTarget(tonesOf(entries, on))
}

/** What needs attention, from everything that is known. Entries, lessons and cards oldest first. */
export function concernsOf(
  learner: LearnerRecord,
  known: { entries: EntryRecord[]; lessons: LessonRecord[]; cards: CardAnswer[] },
  today: string,
): Concern[] {
  const on = learner.instruments[0]!
  const steps = instrument(on).setup
  const past = known.lessons.filter(
    (l) => l.startsAt < today && (l.finishedAt || known.entries.some((e) => e.lessonId === l.id)),
  )
  const card = known.cards.at(-1)
  const lastLessonAt = past.at(-1)?.startsAt
  return attention(
    {
      tones: tonesOf(known.entries, on),
      ...(card && {
        card: {
          from: card.from,
          sessions: card.sessions,
          sessionsDone: new Set(card.ticks.map((t) => t.session)).size,
        },
      }),
      reports: card?.reports ?? [],
      ...(lastLessonAt && { lastLessonAt }),
      faults: known.entries.flatMap((e) => {
        if (e.kind !== 'setup' || e.data.verdict !== 'wrong') return []
        const { stepId, faultId } = e.data
        const what = steps.find((s) => s.id === stepId)?.faults.find((f) => f.id === faultId)?.what
        return what ? [{ at: e.at, what }] : []
      }),
      moves: known.entries.flatMap((e) => (e.kind === 'move' ? [{ at: e.at, ...e.data }] : [])),
    },
    today,
  )
}

/** One target for each instrument the learner plays. */
export const targetsOf = (learner: LearnerRecord, entries: EntryRecord[]): InstrumentState[] =>
  learner.instruments.map((on) => ({ instrument: on, target: targetOf(entries, on) }))
