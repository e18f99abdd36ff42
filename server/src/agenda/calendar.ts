import { createHash } from 'node:crypto'
import { createEvents, type EventAttributes } from 'ics'
import type { CardAnswer, LessonRecord } from '@halitus/core/contract'
import { instrument } from '@halitus/core/instruments'
import { dayAfter } from '@halitus/core/time'

/** A lesson with whose it is. */
export interface CalendarLesson extends LessonRecord {
  learnerName: string
}

/** A wall clock as the calendar takes it: no zone, the same hour wherever it is read (RFC 5545, 3.3.5, form 1). */
const parts = (moment: string): [number, number, number, number, number] => {
  const [y, m, d, h, min] = moment.split(/[-T:]/).map(Number)
  return [y!, m!, d!, h!, min!]
}

/**
 * Lessons as an iCalendar file (RFC 5545): each with the id it has here, so that a calendar that reads it again changes what
 * was moved and crosses out what was cancelled.
 */
export function calendarOf(
  lessons: readonly CalendarLesson[],
  studio: { name: string; place: string },
): string {
  const events = lessons.map((l): EventAttributes => ({
    uid: `${l.id}@halitus`,
    title: `${l.learnerName}, ${instrument(l.instrument).name}`,
    start: parts(l.startsAt),
    startInputType: 'local',
    startOutputType: 'local',
    duration: { minutes: l.minutes },
    status: l.cancelled ? 'CANCELLED' : 'CONFIRMED',
    calName: studio.name,
    productId: 'halitus',
    ...(studio.place && { location: studio.place }),
  }))
  const { error, value } = createEvents(events, { productId: 'halitus', calName: studio.name })
  if (error) throw error
  return value ?? ''
}

/** Sessions are spread over so many days. */
const WEEK_DAYS = 7

/**
 * A week's practice as an iCalendar file: one event a session, each with an alarm as it begins (RFC 5545, 3.6.6). Sessions are
 * spread over the days after the lesson; nobody has to keep to them.
 * @param at hour and minute, `17:30`
 */
export function practiceTimes(card: CardAnswer, at: string): string {
  const minutes = Math.max(
    1,
    card.rows.reduce((sum, row) => sum + row.minutes, 0),
  )
  // Whoever has the card by a link learns no id of it.
  const own = createHash('sha256').update(card.id).digest('hex').slice(0, 20)
  const title = `Practice, ${instrument(card.instrument).name}`
  const events = Array.from({ length: card.sessions }, (_, k): EventAttributes => {
    const day = dayAfter(card.from, 1 + Math.floor((k * WEEK_DAYS) / card.sessions))
    return {
      uid: `${own}-${k + 1}-practice@halitus`,
      title,
      description: card.rows.map((row) => row.title).join(', '),
      start: parts(`${day}T${at}:00`),
      startInputType: 'local',
      startOutputType: 'local',
      duration: { minutes },
      alarms: [{ action: 'display', description: title, trigger: { before: true, minutes: 0 } }],
    }
  })
  const { error, value } = createEvents(events, { productId: 'halitus', calName: title })
  if (error) throw error
  return value ?? ''
}
