export { calendarOf, type CalendarLesson } from './calendar.ts'
export {
  addAway,
  AHEAD_DAYS,
  awayFrom,
  dropRegular,
  isUsed,
  makeRegular,
  missingRegular,
  removeAway,
} from './agenda.ts'
