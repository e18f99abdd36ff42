export * from './types.ts'
export {
  allInstruments,
  columnEndMm,
  fingeringsOf,
  fingerSystem,
  instrument,
  InstrumentError,
  openHoles,
  spokenName,
  standardFingering,
  writtenNote,
} from './lookup.ts'
export { pictureOf, type Picture } from './picture.ts'
export { setupSequence, type SequenceStep } from './sequence.ts'
export {
  addedMm,
  effectiveLengthMm,
  judge,
  lengthCents,
  partialOf,
  pullFor,
  shifts,
  type Gauge,
  type Measure,
  type MeasureVerdict,
  type NoteShift,
  type Tube,
} from './gauge.ts'
