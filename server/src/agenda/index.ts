export { calendarOf, type CalendarLesson } from './calendar.ts'
export { AHEAD_DAYS, dropRegular, isUsed, makeRegular, missingRegular } from './agenda.ts'
