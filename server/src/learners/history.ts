import type { CardAnswer, EntryRecord, LearnerRecord, LessonRecord } from '@halitus/core/contract'
import { instrument } from '@halitus/core/instruments'
import { practised } from '@halitus/core/home'
import { attention, homeOf } from '@halitus/core/practice'
import { aimsOf, concernsOf, type Aim, type Concern } from '@halitus/core/records'
import { ATTITUDE, choiceOf, type Chosen } from '@halitus/core/schools'
import { isBefore } from '@halitus/core/time'

/** Whether no number to beat may be named to this learner. */
export const observes = (learner: LearnerRecord, studio: { schools: Chosen }): boolean =>
  choiceOf(ATTITUDE, learner.schools, studio.schools) === 'observe'

export interface KnownOfLearner {
  entries: EntryRecord[]
  lessons: LessonRecord[]
  cards: CardAnswer[]
}

/** What was known before a lesson began. Everything oldest first. */
export function knownBefore(known: KnownOfLearner, lesson: LessonRecord): KnownOfLearner {
  const earlier = new Set(known.lessons.filter((l) => isBefore(l.startsAt, lesson.startsAt)).map((l) => l.id))
  return {
    entries: known.entries.filter((e) => earlier.has(e.lessonId)),
    lessons: known.lessons.filter((l) => earlier.has(l.id)),
    cards: known.cards.filter((c) => earlier.has(c.lessonId)),
  }
}

/**
 * What needs attention on one instrument, from everything that is known.
 * @param on the instrument of the lesson; the learner's first when looking at the learner as a whole
 */
export function attentionOf(known: KnownOfLearner, on: string, today: string, observing: boolean): Concern[] {
  const past = known.lessons.filter(
    (l) => isBefore(l.startsAt, today) && (l.finishedAt || known.entries.some((e) => e.lessonId === l.id)),
  )
  const card = known.cards.findLast((c) => c.instrument === on)
  const lastLessonAt = past.at(-1)?.startsAt
  return attention(
    concernsOf(
      known.entries.filter((e) => e.instrument === on),
      instrument(on),
      today,
      observing,
    ),
    {
      ...(card && {
        card: { from: card.from, ...practised(card) },
      }),
      reports: known.cards.at(-1)?.reports ?? [],
      ...(lastLessonAt && { lastLessonAt }),
    },
    today,
  )
}

/** The aims on each instrument the learner plays. */
export const aimsByInstrument = (
  learner: LearnerRecord,
  entries: EntryRecord[],
  cards: readonly CardAnswer[],
): { instrument: string; aims: Aim[] }[] =>
  learner.instruments.map((on) => ({
    instrument: on,
    aims: aimsOf(
      entries.filter((e) => e.instrument === on),
      instrument(on),
      homeOf(cards),
    ),
  }))
