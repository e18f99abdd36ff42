import type { CardAnswer, LearnerRecord } from '@halitus/core/contract'
import { easedSince, weekLoad, wentWell, type WeekDone, type WeekLoad } from '@halitus/core/practice'
import { dayAfter, dayOf, isBefore } from '@halitus/core/time'

type Card = Pick<CardAnswer, 'from' | 'instrument' | 'sessions' | 'rows' | 'ticks' | 'reports'>
const asWeek = (card: Card): WeekDone => ({
  ...card,
  minutes: card.rows.reduce((sum, r) => sum + r.minutes, 0),
})

/** When dizziness was last reported on a learner's cards; undefined once a later week went well. */
export const easedBy = (cards: readonly Card[]): string | undefined =>
  easedSince(
    cards.flatMap((c) => c.reports),
    cards.filter((c) => wentWell(asWeek(c))).map((c) => c.from),
  )

/** A second instrument shares the minutes while it has a card of the last days. */
const SHARES_DAYS = 14

/** What a learner's next week bears on an instrument, from the cards that were given before. */
export function weekFor(
  learner: Pick<LearnerRecord, 'minutesPerSession' | 'sessionsPerWeek'>,
  cards: readonly Card[],
  on: string,
  today: string,
): WeekLoad {
  const lately = cards.filter((c) => !isBefore(c.from, dayAfter(dayOf(today), -SHARES_DAYS)))
  const instruments = new Set([on, ...lately.map((c) => c.instrument)]).size
  return weekLoad(learner, cards.filter((c) => c.instrument === on).map(asWeek), today, instruments)
}

/** The same as what a card is fitted into. */
export function loadFor(...asked: Parameters<typeof weekFor>): {
  minutesPerSession: number
  sessionsPerWeek: number
} {
  const { minutesPerSession, sessions } = weekFor(...asked)
  return { minutesPerSession, sessionsPerWeek: sessions }
}
