import { createHash } from 'node:crypto'
import ICAL from 'ical.js'
import { Refusal } from '@halitus/core/errors'
import { instantOf, isBefore, wallClock, type Day, type Moment } from '@halitus/core/time'

/** A time that another calendar says is taken, by this machine's wall clock. */
export interface BusyTime {
  /** The same for the same occurrence, however often its file is read. */
  id: string
  from: Moment
  to: Moment
  words: string
}

/** So many are taken in at most; a day has 24 of them for half a year in fewer. */
export const MOST_BUSY = 2000
/** An event that repeats is followed so far at most: a daily one of 27 years. */
const MOST_REPEATS = 10_000
/** Lessons of the studio's own that another calendar gives back. */
const OWN = /@halitus$/
const WORDS = 120

const moment = (time: ICAL.Time): Moment =>
  time.isDate
    ? `${String(time.year).padStart(4, '0')}-${String(time.month).padStart(2, '0')}-${String(time.day).padStart(2, '0')}T00:00:00`
    : wallClock(time.toJSDate())
const idOf = (uid: string, from: Moment) =>
  `busy-${createHash('sha256').update(`${uid} ${from}`).digest('hex').slice(0, 20)}`
const textOf = (part: ICAL.Component, name: string) =>
  String(part.getFirstPropertyValue(name) ?? '')
    .trim()
    .replace(/\s+/g, ' ')

/** Whether an event takes time: not one that was cancelled, or is marked as free (RFC 5545, 3.8.1.11 and 3.8.2.7). */
const takesTime = (part: ICAL.Component) =>
  textOf(part, 'status').toUpperCase() !== 'CANCELLED' &&
  textOf(part, 'transp').toUpperCase() !== 'TRANSPARENT'
/** What is private elsewhere is told to nobody here (RFC 5545, 3.8.1.3). */
const wordsOf = (part: ICAL.Component) =>
  ['PRIVATE', 'CONFIDENTIAL'].includes(textOf(part, 'class').toUpperCase())
    ? ''
    : textOf(part, 'summary').slice(0, WORDS)

function read(text: string): ICAL.Component[] {
  try {
    const parsed = ICAL.parse(text) as unknown[]
    // Several calendars in one file come as a list of them.
    const all = (typeof parsed[0] === 'string' ? [parsed] : parsed) as unknown[][]
    const calendars = all.map((jcal) => new ICAL.Component(jcal))
    if (calendars.length && calendars.every((c) => c.name === 'vcalendar')) return calendars
  } catch {
    // Told below: what a parser says of line 7 helps nobody here.
  }
  throw new Refusal(
    'invalid',
    'This is no calendar file that can be read; allowed is iCalendar (.ics), which begins with BEGIN:VCALENDAR.',
  )
}

/** Every time at which an event takes place between two days, with what differs on single days. */
function* occurrences(
  event: ICAL.Event,
  from: Moment,
  to: Moment,
): Generator<[ICAL.Component, Moment, Moment]> {
  if (!event.isRecurring()) {
    yield [event.component, moment(event.startDate), moment(event.endDate)]
    return
  }
  const days = event.iterator()
  for (let k = 0, next = days.next(); next; next = days.next(), k++) {
    if (k >= MOST_REPEATS)
      throw new Refusal(
        'invalid',
        `“${wordsOf(event.component)}” repeats more than ${MOST_REPEATS} times before ${to.slice(0, 10)}; give it a later beginning.`,
      )
    const { item, startDate, endDate } = event.getOccurrenceDetails(next)
    if (!isBefore(moment(next), to)) return
    if (isBefore(from, moment(endDate))) yield [item.component, moment(startDate), moment(endDate)]
  }
}

/**
 * When another calendar says that its owner is busy. Repeated events are told one by one; lessons of this studio, what is
 * cancelled and what is marked as free are left out. An hour without a zone, or of a zone that the file doesn't describe, is
 * an hour of this machine.
 * @param text an iCalendar file (RFC 5545)
 * @param from the first day that counts @param to the first that doesn't any more
 * @throws Refusal for what is no calendar, or would have no end
 */
export function busyIn(text: string, from: Day, to: Day): BusyTime[] {
  const first: Moment = `${from}T00:00:00`
  const end: Moment = `${to}T00:00:00`
  const found = new Map<string, BusyTime>()
  const add = (uid: string, words: string, start: Moment, till: Moment) => {
    if (!isBefore(first, till) || !isBefore(start, end) || !isBefore(start, till)) return
    if (found.size >= MOST_BUSY)
      throw new Refusal(
        'invalid',
        `This calendar has more than ${MOST_BUSY} busy times before ${to}; leave out what doesn’t concern lessons.`,
      )
    const id = idOf(uid, start)
    found.set(id, { id, from: start, to: till, words })
  }
  for (const calendar of read(text)) {
    ICAL.TimezoneService.reset()
    for (const zone of calendar.getAllSubcomponents('vtimezone'))
      ICAL.TimezoneService.register(new ICAL.Timezone(zone))
    const events = calendar.getAllSubcomponents('vevent').filter((part) => !OWN.test(textOf(part, 'uid')))
    for (const part of events) {
      // A single day that differs is found with the event it belongs to.
      if (part.hasProperty('recurrence-id') || !part.hasProperty('dtstart')) continue
      const uid = textOf(part, 'uid')
      const exceptions = events.filter((e) => e.hasProperty('recurrence-id') && textOf(e, 'uid') === uid)
      const event = new ICAL.Event(part, { exceptions })
      for (const [on, start, till] of occurrences(event, first, end))
        if (takesTime(on)) add(uid, wordsOf(on), start, till)
    }
    for (const free of calendar.getAllSubcomponents('vfreebusy'))
      for (const property of free.getAllProperties('freebusy')) {
        if (String(property.getParameter('fbtype') ?? 'BUSY').toUpperCase() === 'FREE') continue
        for (const period of property.getValues() as ICAL.Period[])
          add(textOf(free, 'uid'), '', moment(period.start), moment(period.getEnd()))
      }
  }
  return [...found.values()].sort((a, b) => instantOf(a.from) - instantOf(b.from))
}
