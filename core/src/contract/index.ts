/**
 * What server, client and files agree on: a file a word, every route, every error.
 *
 * @example
 * ROUTES.addEntry.path // '/lessons/:id/entries'
 * ERRORS['not-found'].status // 404
 */
export {
  check,
  ContractError,
  PROVENANCES,
  STAGES,
  type Checkable,
  type Provenance,
  type Stage,
} from '../fields/index.ts'
export * from './acoustics.ts'
export * from './cards.ts'
export * from './entries.ts'
export * from './errors.ts'
export * from './fingering.ts'
export * from './groups.ts'
export { BACKUP_WEEKS, KEEPING } from './keeping.ts'
export * from './learners.ts'
export * from './overview.ts'
export * from './lessons.ts'
export * from './pieces.ts'
export * from './plans.ts'
export * from './reeds.ts'
export type { PastAnswer } from './squeaks.ts'
export {
  ROUTES,
  type LearnerAnswer,
  type LessonAnswer,
  type Method,
  type PathNames,
  type Route,
  type RouteName,
  type TodayAnswer,
} from './routes.ts'
export * from './sound.ts'
export * from './studio.ts'
export * from './takes.ts'
export * from './tunes.ts'
export { upgradeFile } from './upgrade.ts'
