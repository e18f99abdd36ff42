/**
 * Fits rows into the card’s minutes, and sorts what needs attention.
 *
 * @example
 * composeCard([], { minutesPerSession: 15, sessions: 5, listenFor: '' }).rows // []
 */
export { backgroundOf, openIn, type ReedInUse, type ServiceLine } from './background.ts'
export {
  basicRows,
  composeCard,
  easedSince,
  NEW_LESSONS,
  rowsOfPlans,
  shortened,
  MOST_ROWS,
  SESSION_MINUTES,
  SESSIONS,
  WAITING_WEIGHT,
  type WeekCard,
} from './card.ts'
export { attention, FILLER_WEIGHT, PAUSE_DAYS, PRACTISED_SHARE, type Circumstances } from './attention.ts'
export { composeWeek, homeOf, weekFor, type GivenCard, type WeekAsked } from './compose.ts'
export { weekLoad, wentWell, type WeekDone, type WeekLoad } from './week.ts'
export { LATELY_DAYS, lanesOf, movementOf, type Lane, type Movement } from './lanes.ts'
export {
  airMinutes,
  nextInPlan,
  NO_CHANGES,
  planLesson,
  tookMinutes,
  type LessonAsked,
  type LessonPlan,
  type PlanChanges,
  type PlanItem,
} from './lesson-plan.ts'
export { manyMinutes } from './minutes.ts'
export { forAdults, type ForAdults } from './for-adults.ts'
export { TERM_DAYS, termOf, type Term } from './term.ts'
export {
  commonNote,
  longestSilence,
  planGroup,
  SILENT_MOST_S,
  type CommonNote,
  type GroupBlock,
  type GroupPlan,
  type Member,
  type Span,
} from './group.ts'
