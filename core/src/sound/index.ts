export { analyse, longTone, reportOf, type NoteReport, type OnsetKind, type SoundReport } from './analyse.ts'
export { LiveTracker, trackPitch, type LiveFrame, type Track } from './track.ts'
export { readWav, WavError, writeWav, type Recording } from './wav.ts'
