import type { InstrumentId } from '../instruments/index.ts'
import type { Fraction } from './fraction.ts'

/** One note head as written. */
export interface Head {
  /** Quarters from the start of the part as written. */
  onset: Fraction
  /** Quarters; 0 for a grace note. */
  duration: Fraction
  /** The written note, `Bb4`. */
  written: string
  writtenMidi: number
  /** What sounds, as a MIDI number. */
  midi: number
  voice: string
  staff: number
  /** It goes on from the head before of the same pitch. */
  tied: boolean
  grace: boolean
  /** Slurs that begin and end on it. */
  slurFrom: number
  slurTo: number
  /** It is joined to the next by a beam. */
  beamed: boolean
  /** `staccato`, `accent`, `tenuto`, `fermata`, `breath`, `trill`; dynamics that begin with it: `p`, `mf`. */
  marks: readonly string[]
  lyric?: string
  /** Which note element of a MusicXML file it is, from 0; −1 in others. */
  source: number
}

/** What a bar says about the order of playing. */
export interface Turns {
  startsRepeat?: boolean
  /** It ends a repeated part, which is played so often in all. */
  endsRepeat?: number
  /** The passes in which it is played. */
  ending?: readonly number[]
  /** The ending stops at its end. */
  endingStops?: boolean
  segno?: boolean
  coda?: boolean
  toCoda?: boolean
  fine?: boolean
  jump?: 'capo' | 'segno'
}

/** One bar of a part. */
export interface Bar {
  /** As written: a pickup is `0`. */
  number: string
  start: Fraction
  /** How long it really is, quarters. */
  length: Fraction
  heads: Head[]
  /** The key signature in force: sharps, or flats as a negative number. */
  fifths: number
  /** Beats and the note that gets one, as written; null in free time. */
  time: { beats: number; beatType: number } | null
  turns: Turns
  /** A rehearsal mark, the name of a section. */
  label?: string
  /** Words that stand at it. */
  words: readonly string[]
  doubleBar: boolean
}

export interface Part {
  id: string
  name: string
  /** The instrument it is written for, where the name says one that is charted here. */
  instrument?: InstrumentId
  percussion: boolean
  /** Semitones from written to sounding. */
  transposition: number
  bars: Bar[]
  /** Indices of bars as they are played. */
  order: number[]
  keys: { measure: number; fifths: number }[]
  tempos: { onset: Fraction; bpm: number }[]
}

/** A sheet of music, wherever it came from. */
export interface Score {
  title: string
  parts: Part[]
  /** What was met and taken otherwise than written, in sentences. */
  warnings: string[]
}

/** The kinds of files that can be read. */
export const FORMATS = {
  musicxml: { name: 'MusicXML', types: ['application/vnd.recordare.musicxml+xml'] },
  mxl: { name: 'compressed MusicXML', types: ['application/vnd.recordare.musicxml'] },
  abc: { name: 'ABC', types: ['text/vnd.abc'] },
  midi: { name: 'MIDI', types: ['audio/midi'] },
} as const
export type Format = keyof typeof FORMATS

/** Dynamics as they are written, from soft to loud. */
export const DYNAMICS: readonly string[] = ['ppp', 'pp', 'p', 'mp', 'mf', 'f', 'ff', 'fff', 'fp', 'sf', 'sfz']
