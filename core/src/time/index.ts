/**
 * Moments and days in one form, compared as instants.
 *
 * @example
 * daysBetween('2026-03-20', '2026-03-21T12:00:00') // 1.5
 * isDay('2026-02-30') // false
 */
export {
  DAY_MS,
  dayOf,
  daysBetween,
  FIRST_YEAR,
  instantOf,
  isBefore,
  isDay,
  isMoment,
  LAST_YEAR,
  momentOf,
  onDayOf,
  plusDays,
  plusMinutes,
  dayAfter,
  dayInWords,
  mondayOf,
  wallClock,
  weekdayOf,
  weeksInWords,
  type Day,
  type Moment,
} from './time.ts'
