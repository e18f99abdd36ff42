/**
 * Moments and days have one form each: local wall-clock time `2026-03-20T18:30:00` and the day `2026-03-20`. They are
 * compared as instants (milliseconds), never as text, and a day counts from its midnight. Zones are left out on purpose:
 * a lesson at half past six stays at half past six. Calendar: proleptic Gregorian, ISO 8601.
 *
 * @example daysBetween('2026-03-20', '2026-03-21T12:00:00') // 1.5
 */

/** `2026-03-20T18:30:00`, local. */
export type Moment = string
/** `2026-03-20`. */
export type Day = string

export const FIRST_YEAR = 1900
export const LAST_YEAR = 2199
export const DAY_MS = 86_400_000

const DAY = /^(\d{4})-(\d{2})-(\d{2})$/
const TIME = /^T(\d{2}):(\d{2}):(\d{2})$/

/** Milliseconds of a moment or a day on the wall clock's own scale; NaN for what is neither. */
export function instantOf(text: Moment | Day): number {
  const date = DAY.exec(text.slice(0, 10))
  if (!date) return NaN
  const [year, month, day] = date.slice(1).map(Number) as [number, number, number]
  if (year < FIRST_YEAR || year > LAST_YEAR) return NaN
  const midnight = Date.UTC(year, month - 1, day)
  // A day that rolls over into the next month isn't in the calendar.
  if (new Date(midnight).getUTCMonth() !== month - 1 || new Date(midnight).getUTCDate() !== day) return NaN
  if (text.length === 10) return midnight
  const clock = TIME.exec(text.slice(10))
  if (!clock) return NaN
  const [hour, minute, second] = clock.slice(1).map(Number) as [number, number, number]
  if (hour > 23 || minute > 59 || second > 59) return NaN
  return midnight + ((hour * 60 + minute) * 60 + second) * 1000
}

/** Whether text is a day in the calendar, in the one form. */
export const isDay = (text: string): boolean => text.length === 10 && !Number.isNaN(instantOf(text))
/** Whether text is a moment in the calendar, in the one form. */
export const isMoment = (text: string): boolean => text.length === 19 && !Number.isNaN(instantOf(text))

/** Whole weeks in words, up to six: `weeksInWords(15) // 'two weeks'`. */
export function weeksInWords(days: number): string {
  const n = Math.floor(days / 7)
  const words = ['', 'a week', 'two weeks', 'three weeks', 'four weeks', 'five weeks', 'six weeks']
  return words[n] ?? `${n} weeks`
}

const two = (n: number) => String(n).padStart(2, '0')

/** The moment of an instant, the inverse of {@link instantOf}. */
export function momentOf(instant: number): Moment {
  return new Date(instant).toISOString().slice(0, 19)
}
/** The day that a moment lies in. */
export const dayOf = (moment: Moment | Day): Day => moment.slice(0, 10)

/** Days from one to the other, fractional; negative when `to` comes first. */
export const daysBetween = (from: Moment | Day, to: Moment | Day): number =>
  (instantOf(to) - instantOf(from)) / DAY_MS
/** Whether `a` comes before `b`. */
export const isBefore = (a: Moment | Day, b: Moment | Day): boolean => instantOf(a) < instantOf(b)
/** Day of the week, Monday 1 to Sunday 7 (ISO 8601). */
export const weekdayOf = (moment: Moment | Day): number => new Date(instantOf(dayOf(moment))).getUTCDay() || 7
/** The day some whole days later. */
export const dayAfter = (day: Day, days: number): Day => dayOf(momentOf(instantOf(day) + days * DAY_MS))
/** Monday of the week that a day lies in. */
export const mondayOf = (day: Day): Day => dayAfter(day, 1 - weekdayOf(day))
const MONTHS = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
]
/** A day as one says it; day and month stay on one line. `dayInWords('2026-12-07') // '7 December'` */
export const dayInWords = (day: Day): string =>
  `${Number(day.slice(8, 10))}\u00a0${MONTHS[Number(day.slice(5, 7)) - 1]}`
/** The same wall-clock time some days later; whole or parts of days. */
export const plusDays = (moment: Moment, days: number): Moment => momentOf(instantOf(moment) + days * DAY_MS)
/** The moment some minutes later. */
export const plusMinutes = (moment: Moment, minutes: number): Moment =>
  momentOf(instantOf(moment) + minutes * 60_000)
/**
 * A moment as it counts in a lesson: on the lesson's own day. What is told of another day counts from the lesson's beginning,
 * or at its end.
 * @param told when something was made, by somebody's clock
 * @example onDayOf({ startsAt: '2026-03-20T18:00:00', minutes: 30 }, '2026-03-27T09:00:00') // '2026-03-20T18:30:00'
 */
export function onDayOf(lesson: { startsAt: Moment; minutes: number }, told: Moment): Moment {
  const day = dayOf(lesson.startsAt)
  if (dayOf(told) === day) return told
  if (isBefore(told, lesson.startsAt)) return lesson.startsAt
  const end = plusMinutes(lesson.startsAt, lesson.minutes)
  return dayOf(end) === day ? end : `${day}T23:59:59`
}
/** The wall clock of a date in the zone of this machine: the one place where a zone comes in. */
export function wallClock(date: Date): Moment {
  const day = `${date.getFullYear()}-${two(date.getMonth() + 1)}-${two(date.getDate())}`
  return `${day}T${two(date.getHours())}:${two(date.getMinutes())}:${two(date.getSeconds())}`
}
