import { dayOf, daysBetween, weeksInWords } from '../time/index.ts'
import type { Concern } from '../records/index.ts'
import { troubleWords } from '../trouble/index.ts'

/** What is known beside a learner's entries when a lesson is prepared. */
export interface Circumstances {
  /** The newest card, if any, with the sessions ticked on it. */
  card?: { from: string } & Practised
  /** Trouble reported from home since the last lesson, newest last. */
  reports: readonly { kind: string; text: string }[]
  lastLessonAt?: string
}

/** What of a card was done. */
export interface Practised {
  sessions: number
  /** Sessions in which at least half of the rows were ticked. */
  sessionsDone: number
  ticked: number
  boxes: number
}
/** This share of a card's rows makes a session (chosen by Halitus). */
export const SESSION_SHARE = 0.5

/** What of a card was done: a session counts when half of its rows were. */
export function practised(card: {
  sessions: number
  rows: readonly { id: string }[]
  ticks: readonly { session: number; rowId: string }[]
}): Practised {
  const rows = new Set(card.rows.map((r) => r.id))
  const ticks = card.ticks.filter((t) => rows.has(t.rowId))
  const bySession = new Map<number, number>()
  for (const { session } of ticks) bySession.set(session, (bySession.get(session) ?? 0) + 1)
  return {
    sessions: card.sessions,
    sessionsDone: [...bySession.values()].filter((n) => n >= SESSION_SHARE * rows.size).length,
    ticked: ticks.length,
    boxes: card.sessions * rows.size,
  }
}

/**
 * That in words; single boxes are told when they don't make sessions.
 * @example practisedWords({ sessions: 5, sessionsDone: 0, ticked: 3, boxes: 30 }) // '0 of 5 sessions, 3 of 30 boxes'
 */
export const practisedWords = ({ sessions, sessionsDone, ticked, boxes }: Practised): string =>
  `${sessionsDone} of ${sessions} sessions${ticked > 0 && sessionsDone < Math.min(sessions, 2) ? `, ${ticked} of ${boxes} boxes` : ''}`

/** Practised this much less than was due is a concern; so is a pause of this many days (chosen by Halitus). */
export const PRACTISED_SHARE = 0.75
export const PAUSE_DAYS = 14
/** At this weight and below, a concern is said only when there is nothing weightier. */
export const FILLER_WEIGHT = 10

/**
 * What needs attention today, the weightiest first; never empty.
 * @param fromEntries what the kinds of records found
 * @param today moment or day
 */
export function attention(
  fromEntries: readonly Concern[],
  { card, reports, lastLessonAt }: Circumstances,
  today: string,
): Concern[] {
  const found: Concern[] = [...fromEntries]
  const report = reports.at(-1)
  if (report)
    found.push({
      kind: 'report',
      weight: 100,
      sentence: `${troubleWords(report.kind)} at home${report.text ? `: ${report.text}` : ''}`,
    })
  if (card) {
    const due = Math.min(
      card.sessions,
      Math.round((card.sessions * Math.max(0, daysBetween(card.from, dayOf(today)))) / 7),
    )
    if (card.sessionsDone < due * PRACTISED_SHARE)
      found.push({
        kind: 'practice',
        weight: 60 + 20 * (1 - card.sessionsDone / due),
        sentence: `practised ${practisedWords(card)}`,
      })
  }
  if (lastLessonAt && daysBetween(lastLessonAt, today) >= PAUSE_DAYS)
    found.push({
      kind: 'pause',
      weight: 50,
      sentence: `no lesson for ${weeksInWords(daysBetween(lastLessonAt, today))}`,
    })

  const weighty = found.filter((c) => c.weight > FILLER_WEIGHT)
  if (weighty.length) return weighty.sort((a, b) => b.weight - a.weight)
  const [filler] = found.sort((a, b) => b.weight - a.weight)
  if (!filler) return [{ kind: 'new', weight: 0, sentence: 'nothing noted yet' }]
  const practised = filler.kind === 'well' && card
  return [
    practised
      ? { ...filler, sentence: `${filler.sentence}, practised ${card.sessionsDone} of ${card.sessions}` }
      : filler,
  ]
}
