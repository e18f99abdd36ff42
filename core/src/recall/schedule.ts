import { createEmptyCard, fsrs, Rating, type Card, type Grade as FsrsGrade } from 'ts-fsrs'
import { instantOf, momentOf, type Moment } from '../time/index.ts'

/** How well something was remembered. */
export type Grade = 'again' | 'hard' | 'good' | 'easy'

/** One time that a note or a move was asked for. */
export interface Review {
  /** What it was about: `note E4`, `move A4 B4`. */
  about: string
  grade: Grade
  at: Moment
}

/** What is known of how well something sits. */
export interface Remembered {
  about: string
  due: Moment
  /** In so many days nine of ten would still know it. */
  stabilityDays: number
  reviews: number
  /** How often it was forgotten after it was known. */
  lapses: number
  /** The newest grade. */
  last: Grade
}

const RATING: Record<Grade, FsrsGrade> = {
  again: Rating.Again,
  hard: Rating.Hard,
  good: Rating.Good,
  easy: Rating.Easy,
}
/**
 * Lessons are days apart, so the steps of minutes are off; without chance, so that the same reviews always give the same
 * day. Nine of ten should still be known when something comes up again, the scheduler's own default.
 */
const SCHEDULER = fsrs({ enable_fuzz: false, enable_short_term: false, request_retention: 0.9 })

/** Answered within so many seconds without a mistake it sits; within `hard` it was found, but sought (chosen by Halitus). */
export const RECALL_S = { easy: 3, hard: 8 } as const

/**
 * The grade of an answer: wrong is again; right is easy, good or hard by how long it took.
 * @param seconds from the question to the answer @example gradeOf(true, 5) // 'good'
 */
export function gradeOf(right: boolean, seconds: number): Grade {
  if (!right) return 'again'
  if (seconds <= RECALL_S.easy) return 'easy'
  return seconds <= RECALL_S.hard ? 'good' : 'hard'
}

/** From this share of clean changes on a move sat; below `again` it did not (chosen by Halitus, as the drill's bounds). */
export const MOVE_SHARES = { easy: 1, good: 0.85, hard: 0.6 } as const

/** The grade of a move by its clean changes. @example gradeOfMove(7, 8) // 'good' */
export function gradeOfMove(clean: number, tries: number): Grade {
  const share = tries > 0 ? clean / tries : 0
  if (share >= MOVE_SHARES.easy) return 'easy'
  if (share >= MOVE_SHARES.good) return 'good'
  return share >= MOVE_SHARES.hard ? 'hard' : 'again'
}

/**
 * What every note and move that was asked for came to, and when it should come again, the earliest first. Scheduled by the
 * published FSRS algorithm in the library ts-fsrs. Several answers of one day are one review, the worst of them: what was
 * wrong at first and right a minute later hasn't been learnt yet. Answers count in the order of their moments, however they
 * came in: a clock that was put right or a file read out of order takes nothing away.
 * @param reviews in any order
 */
export function remembered(reviews: readonly Review[]): Remembered[] {
  const ORDER: Grade[] = ['again', 'hard', 'good', 'easy']
  const byAbout = new Map<string, Map<string, Review>>()
  for (const review of reviews) {
    const days = byAbout.get(review.about) ?? new Map<string, Review>()
    const day = review.at.slice(0, 10)
    const known = days.get(day)
    if (!known || ORDER.indexOf(review.grade) < ORDER.indexOf(known.grade)) days.set(day, review)
    byAbout.set(review.about, days)
  }
  return [...byAbout]
    .map(([about, days]) => {
      const all = [...days.values()].sort((a, b) => instantOf(a.at) - instantOf(b.at))
      let card: Card = createEmptyCard(new Date(instantOf(all[0]!.at)))
      for (const { grade, at } of all)
        card = SCHEDULER.next(card, new Date(instantOf(at)), RATING[grade]).card
      return {
        about,
        due: momentOf(card.due.getTime()),
        stabilityDays: card.stability,
        reviews: all.length,
        lapses: card.lapses,
        last: all.at(-1)!.grade,
      }
    })
    .sort((a, b) => instantOf(a.due) - instantOf(b.due))
}

/** What should come again by the end of a day, the longest overdue first. */
export const dueBy = (all: readonly Remembered[], today: Moment): Remembered[] =>
  all.filter((r) => r.due.slice(0, 10) <= today.slice(0, 10))
