/**
 * Everything that is known of each instrument, as data, with what can be asked of it. Lengths in mm.
 *
 * @example
 * standardFingering(instrument('clarinet'), 'E4').touches // ['LT', 'L1']
 * seriesOf(instrument('clarinet').bore) // 'odd'
 */
export * from './types.ts'
export type { Source } from './source.ts'
export type { Gauge, Measure } from './placement.ts'
export {
  allInstruments,
  allSchools,
  columnEndMm,
  fingeringsOf,
  fingerSystem,
  handConflicts,
  holeStates,
  instrument,
  INSTRUMENT_IDS,
  InstrumentError,
  isCharted,
  justNote,
  openHoles,
  playersOn,
  spokenName,
  standardFingering,
  toListenFor,
  underSchools,
  underSystem,
  writtenNote,
  type HoleState,
  type InstrumentId,
} from './lookup.ts'
export type { Ends, Mouth, MouthCause } from './mouth.ts'
export type { MouthStep } from './mouth-orders.ts'
export type { Tongue, TongueCause, WayIn } from './tongues.ts'
export { halfTouch } from './touches.ts'
export { diameterAt, seriesOf } from './bore.ts'
export { pictureOf, type Picture } from './picture.ts'
export { handsInWords, handsOf, type FingerState, type HandState } from './hands.ts'
export { stepPicture, type PictureSide, type StepPicture } from './step-pictures.ts'
export { setupSequence, type SequenceStep } from './sequence.ts'
export {
  addedMm,
  effectiveLengthMm,
  judge,
  lengthCents,
  partialOf,
  tune,
  tuningGauge,
  tuningWords,
  shifts,
  type MeasureVerdict,
  type Lengthening,
  type NoteShift,
  type Tuning,
} from './gauge.ts'
