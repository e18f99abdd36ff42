/**
 * A signal heard: pitch track, notes, accidents; what ends a take. Times in s, levels in dB below full scale.
 *
 * @example
 * median([3, 1, 2]) // 2
 * forSeconds(2).counted // undefined
 */
export {
  analyse,
  Analysis,
  longTone,
  reportOf,
  TWO_AT_ONCE,
  type AnalyseOptions,
  type Analysed,
} from './analyse.ts'
export type { HeardStroke, NoteReport, Onset, OnsetKind, SoundReport } from './report.ts'
export { bendOf, type Bend } from './bend.ts'
export { BLOW_RULE, blowsOf, phrasesOf, type Blow, type Intake, type Phrases } from './blows.ts'
export { airOf, HISS_RULE, untilAirEnds, type Hiss } from './hiss.ts'
export { type LoudnessPitch } from './loudness.ts'
export { neither, type Foreign } from './neither.ts'
export { median } from './statistics.ts'
export { RINGS_FROM_S, roomWords } from './room.ts'
export { firstOf, forSeconds, TONE_RULE, untilQuiet, untilToneEnds, type StopRule } from './rules.ts'
export {
  LiveTracker,
  Tracker,
  trackPitch,
  type Frame,
  type LiveFrame,
  type Track,
  type TrackerOptions,
} from './track.ts'
export { notesAlong, tuningOf, type Along } from './scale.ts'
export { PUT_IN, Stitcher } from './stitch.ts'
export { openWav, readWav, WavError, writeWav, type OpenWav, type Recording } from './wav.ts'
