import type { EntryRecord, LearnerRecord, LessonRecord, Stage, StudioParts } from '@halitus/core/contract'
import { instrument } from '@halitus/core/instruments'
import { seedOf, type Random } from '@halitus/core/player'
import { composeWeek, type GivenCard } from '@halitus/core/practice'
import { ATTITUDE, choiceOf } from '@halitus/core/schools'
import { dayOf, plusMinutes } from '@halitus/core/time'
import { WEEKS, type Person } from './people.ts'

type Home = Pick<StudioParts, 'cards' | 'ticks' | 'reports' | 'numbers'>

/** The card of every past lesson, what was ticked and written down on it at home, and trouble reported. */
export function inventCards(
  person: Person,
  learner: LearnerRecord,
  lessons: LessonRecord[],
  entries: EntryRecord[],
  random: Random,
): Home {
  const file: Home = { cards: [], ticks: [], reports: [], numbers: [] }
  const plans = Object.entries(person.plans).map(([stage, text]) => ({ stage: stage as Stage, text }))
  const observes = choiceOf(ATTITUDE, learner.schools) === 'observe'
  const given = (): GivenCard[] =>
    file.cards.map((card) => ({
      ...card,
      ticks: file.ticks.filter((t) => t.cardId === card.id),
      reports: file.reports.filter((r) => r.cardId === card.id),
      numbers: file.numbers.filter((n) => n.cardId === card.id),
    }))
  for (const lesson of lessons) {
    if (!lesson.finishedAt) continue
    const week = Number(lesson.id.split('-w')[1]) - 1
    const last = entries.findLastIndex((e) => e.lessonId === lesson.id)
    const { rows, leftOut, sessions, listenFor } = composeWeek({
      inst: instrument(lesson.instrument),
      lesson,
      lessonsBefore: week,
      entries: entries.slice(0, last + 1),
      cards: given(),
      plans,
      agreed: person,
      observes,
    })
    const cardId = `${lesson.id}-card`
    file.cards.push({
      id: cardId,
      learnerId: person.id,
      lessonId: lesson.id,
      instrument: lesson.instrument,
      from: dayOf(lesson.startsAt),
      version: 1,
      sessions,
      listenFor,
      rows,
      left: leftOut,
      signed: null,
    })
    const done = practised(person, week, sessions, random)
    for (let session = 1; session <= done; session++)
      for (const row of rows)
        if (random.chance(0.9) || row === rows[0]) {
          const at = plusMinutes(lesson.startsAt, session * 1440 - 90)
          file.ticks.push({ cardId, rowId: row.id, session, at })
          const { asks } = row
          if (asks && asks.value !== null && random.chance(0.6))
            file.numbers.push({
              cardId,
              // Whoever has the learner's link reads these: they name nobody.
              id: `n${seedOf(cardId, row.id, String(session)).toString(36)}`,
              row: row.id,
              session,
              value: Math.max(1, Math.round(asks.value * (0.92 + 0.1 * random.normal()))),
              unit: asks.unit as StudioParts['numbers'][number]['unit'],
              measured: random.chance(0.5),
              at,
            })
        }
    if (person.trouble === 'dizzy' && week === WEEKS - 1)
      file.reports.push({
        id: `${cardId}-r1`,
        cardId,
        at: plusMinutes(lesson.startsAt, 3 * 1440),
        kind: 'dizzy',
        text: 'after the third long tone, went away when I sat down',
        seenAt: null,
      })
  }
  return file
}

function practised(person: Person, week: number, planned: number, random: Random): number {
  const lately = person.trouble === 'away' && week > 8 ? 0.2 : person.diligence
  return Math.max(0, Math.min(planned, Math.round(planned * lately + 0.8 * random.normal())))
}
