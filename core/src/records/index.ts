/**
 * Every kind of thing noted in a lesson, one file each, and what is asked of them without naming one.
 *
 * @example
 * judgeTone({ targetS: 15, lengthS: 14.96, steadinessCents: 15.04 }).held // true
 * stepUp(15, 16.2) // 18
 */
export {
  slug,
  type Aim,
  type CardRow,
  type CardRowKind,
  type Concern,
  type Facts,
  type Goal,
  type RecordKind,
  type RowProposal,
  type Series,
  type Story,
} from './kind.ts'
export {
  aimFor,
  aimsOf,
  checkEntry,
  concernsOf,
  ENTRY_KINDS,
  factsOf,
  firstAims,
  goalOf,
  inventLesson,
  lineWords,
  notedWords,
  ofKind,
  ofLearner,
  progressOf,
  rowsOf,
  withoutBulk,
  type EntryData,
  type EntryInput,
  type EntryKind,
  type EntryRecord,
} from './records.ts'
export { RECORDS } from './registry.ts'
export { BEND, bendRange } from './bend.ts'
export { noteKey, TELLING_DB } from './long-tone.ts'
export {
  judgeTone,
  LADDER,
  nextTarget,
  STEADY_CENTS,
  stepBack,
  stepUp,
  type Tone,
  type ToneVerdict,
} from './long-tone-ladder.ts'
