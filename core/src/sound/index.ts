/**
 * A signal heard: pitch track, notes, accidents; what ends a take. Times in s, levels in dB below full scale.
 *
 * @example
 * median([3, 1, 2]) // 2
 * forSeconds(2).counted // undefined
 */
export { analyse, longTone, reportOf, type NoteReport, type OnsetKind, type SoundReport } from './analyse.ts'
export { bendOf, type Bend } from './bend.ts'
export { median } from './statistics.ts'
export { forSeconds, TONE_RULE, untilQuiet, untilToneEnds, type StopRule } from './rules.ts'
export { LiveTracker, trackPitch, type LiveFrame, type Track } from './track.ts'
export { readWav, WavError, writeWav, type Recording } from './wav.ts'
