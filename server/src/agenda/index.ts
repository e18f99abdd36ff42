export { calendarOf, practiceTimes, type CalendarLesson } from './calendar.ts'
export {
  addAway,
  AHEAD_DAYS,
  awayFrom,
  clashOf,
  dropRegular,
  forgetBusy,
  isUsed,
  makeRegular,
  missingRegular,
  putBusy,
  removeAway,
} from './agenda.ts'
