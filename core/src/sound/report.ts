import type { LoudnessPitch } from './loudness.ts'
import type { Accident } from './segments.ts'

/** What one note did. Cents; sharp is positive. */
export interface NoteReport {
  startS: number
  endS: number
  written: string
  concert: string
  /** Median frequency. */
  hz: number
  /** Deviation of the median from the nearest equal-tempered note. */
  cents: number
  /** Spread (root mean square) about the straight line of the drift. */
  steadinessCents: number
  /** Rise (or fall) of that line over the whole note. */
  driftCents: number
  /** Pitch at the loudest minus pitch at the quietest moment, drift removed. */
  sagCents: number
  /** Between the loudest and the quietest moment, dB. */
  rangeDb: number
  /** How pitch follows loudness, with an interval; or why it can't be told. */
  loudness: LoudnessPitch
  /** Harmonics-to-noise ratio of the whole band, dB. */
  hnrDb: number
  /** r.m.s. × √2 of what moves 2 to 12 times a second, and its strongest rate; null when the note is too short. */
  wobble: { depthCents: number | null; rateHz: number | null }
  /** The strongest slow swing, 0.4 to 2 Hz; null when the note is too short to tell it from a drift. */
  waver: { depthCents: number | null; rateHz: number | null }
  /** What of the loudness moves 2 to 12 times a second, dB likewise. */
  tremor: { depthDb: number | null; rateHz: number | null }
  /** All that the pitch moves about its drift, slow and fast, regular or not: r.m.s. × √2, as a sine's size; cents. */
  movementCents: number
  /** What those three amount to, in a word. */
  swing: 'steady' | 'vibrato' | 'shake' | 'waver' | 'tremor' | null
  /** Mean of the spectrum’s centre, in partials, and of odd against even partials, dB; null where not measured. */
  brightness: number | null
  oddEvenDb: number | null
  /** 0 to 1. */
  confidence: number
  start: {
    kind: OnsetKind
    riseMs: number
    offsetCents: number
    quality: 'clean' | 'airy' | 'late' | 'cracked' | 'squeak'
    /** Until the note is there in pitch and clear, ms. */
    settledMs: number
  }
  end: { fallMs: number; offsetCents: number; quality: 'stopped' | 'tapered' | 'cut' | 'sagging' }
}

export type OnsetKind = 'tongued' | 'air' | 'slurred'

export interface Onset {
  /** When the reed or jet starts (again), or the new note sounds, s. */
  timeS: number
  kind: OnsetKind
  /** On running air; null otherwise: how deep and long the level was dented, how far the pitch fell in it. */
  dent: { depthDb: number; widthMs: number; dipCents: number } | null
}

/** One stroke of the tongue, whether or not it began a note long enough to be told. */
export interface HeardStroke {
  /** When the reed or jet starts (again), s. */
  timeS: number
  /** How deep the level fell before it, dB; null out of silence. */
  depthDb: number | null
  /** Between the half-way points of fall and rise, ms; null out of silence. */
  widthMs: number | null
  /** How far the pitch fell in it, cents. */
  dipCents: number
}

export interface SoundReport {
  durationS: number
  notes: NoteReport[]
  onsets: Onset[]
  squeaks: {
    startS: number
    endS: number
    fromHz: number
    toHz: number
    /** The partial it went to; 0: a shriek on none. */
    partial: number
    levelDb: number
    place: Accident['place']
  }[]
  cracks: { startS: number; endS: number; fromHz: number; toHz: number; place: Accident['place'] }[]
  slips: { startS: number; endS: number; fromHz: number; toHz: number }[]
  gurgles: { startS: number; endS: number; fromHz: number; toHz: number }[]
  dropouts: { startS: number; endS: number }[]
  /** Short notes between two others. */
  between: { startS: number; lengthMs: number; written: string; concert: string; hz: number; cents: number }[]
  /** Strokes a second and their unevenness; null with fewer than four strokes. */
  tongue: { rateHz: number | null; jitterMs: number | null }
  /** What makes the numbers doubtful, a sentence each. */
  doubts: string[]
}
