import { dayOf, daysBetween, weeksInWords } from '../time/index.ts'
import type { Concern } from '../records/index.ts'
import { practisedWords, type Practised } from '../home/index.ts'
import { troubleWords } from '../trouble/index.ts'

/** What is known beside a learner's entries when a lesson is prepared. */
export interface Circumstances {
  /** The newest card, if any, with the sessions ticked on it. */
  card?: { from: string } & Practised
  /** Trouble reported from home since the last lesson, newest last. */
  reports: readonly { kind: string; text: string }[]
  lastLessonAt?: string
}

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
