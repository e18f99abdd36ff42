import { createEvents, type EventAttributes } from 'ics'
import type { LessonRecord } from '@halitus/core/contract'
import { instrument } from '@halitus/core/instruments'

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
