import type { EntryRecord, LearnerRecord, LessonRecord, StudioParts } from '@halitus/core/contract'
import { instrument, toListenFor } from '@halitus/core/instruments'
import type { Random } from '@halitus/core/player'
import { basicRows, composeCard, rowsOfPlans } from '@halitus/core/practice'
import { notesKnown, rowsOf } from '@halitus/core/records'
import { ATTITUDE, choiceOf } from '@halitus/core/schools'
import { dayOf, plusMinutes } from '@halitus/core/time'
import { WEEKS, type Person } from './people.ts'

/** The card of every past lesson, what was ticked on it at home, and trouble reported. */
export function inventCards(
  person: Person,
  learner: LearnerRecord,
  lessons: LessonRecord[],
  entries: EntryRecord[],
  random: Random,
): Pick<StudioParts, 'cards' | 'ticks' | 'reports'> {
  const file: Pick<StudioParts, 'cards' | 'ticks' | 'reports'> = { cards: [], ticks: [], reports: [] }
  const plans = Object.entries(person.plans).map(([stage, text]) => ({ stage, text }))
  const observes = choiceOf(ATTITUDE, learner.schools) === 'observe'
  for (const lesson of lessons) {
    if (!lesson.finishedAt) continue
    const week = Number(lesson.id.split('-w')[1]) - 1
    const inst = instrument(lesson.instrument)
    const last = entries.findLastIndex((e) => e.lessonId === lesson.id)
    const measured = [...rowsOf(entries.slice(0, last + 1), lesson.id, inst, observes), ...rowsOfPlans(plans)]
    const { rows, sessions, listenFor } = composeCard(
      [...measured, ...basicRows(inst, measured, { lessonsBefore: week, eased: false })],
      {
        minutesPerSession: person.minutesPerSession,
        sessions: person.sessionsPerWeek,
        listenFor: toListenFor(inst, notesKnown(entries.slice(0, last + 1), inst)),
      },
    )
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
    })
    const done = practised(person, week, sessions, random)
    for (let session = 1; session <= done; session++)
      for (const row of rows)
        if (random.chance(0.9) || row === rows[0])
          file.ticks.push({
            cardId,
            rowId: row.id,
            session,
            at: plusMinutes(lesson.startsAt, session * 1440 - 90),
          })
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
