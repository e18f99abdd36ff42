import type { Gauge, Tube } from './gauge.ts'

/** Where a fact comes from; shown beside it. */
export type Source = 'published' | 'computed' | 'common practice' | 'from memory'

export const INSTRUMENT_IDS = [
  'flute',
  'clarinet',
  'soprano-sax',
  'alto-sax',
  'tenor-sax',
  'baritone-sax',
  'oboe',
  'bassoon',
  'soprano-recorder',
  'alto-recorder',
  'chanter',
] as const
export type InstrumentId = (typeof INSTRUMENT_IDS)[number]
export type Family = 'flute' | 'clarinet' | 'saxophone' | 'oboe' | 'bassoon' | 'recorder' | 'chanter'

/** `L1`, `LT:reg`, `R4:Eb`: a bare finger is the hole, ring or plate it rests on. */
export type TouchId = string

export type Finger = 'thumb' | 'index' | 'middle' | 'ring' | 'little' | 'palm'
export type Hand = 'left' | 'right'

/** One thing a finger can hold down. */
export interface Touch {
  id: TouchId
  hand: Hand
  finger: Finger
  kind: 'hole' | 'ring' | 'plate' | 'key'
  /** What stands on it in drawings: finger number, T, or the key's letter. */
  label: string
  /** Plain words: “left index”, “register key”. */
  name: string
  /** Where it lies along the tube, mm from the place where the sound is made. */
  atMm: number
  /** Which line of the lying drawing it belongs to. */
  row: 'front' | 'upper' | 'lower' | 'little'
}

/** One opening of the tube. */
export interface ToneHole {
  id: string
  /** mm from the reed tip or the middle of the embouchure hole. */
  atMm: number
  diameterMm: number
  rest: 'open' | 'closed'
  /** Vents help a register to speak and don't end the sounding column. */
  role: 'tone' | 'vent'
  /** Touches that close it (from open at rest) or open it (from closed at rest). */
  movedBy: TouchId[]
}

/** Outline and openings, mm, measured from the place where the sound is made. */
export interface Body {
  startMm: number
  endMm: number
  /** Outer diameter along the length, for the drawing; straight lines between. */
  outline: { atMm: number; diameterMm: number }[]
  /** Rings and tenons where joints meet. */
  jointsMm: number[]
  boreMm: number
  holes: ToneHole[]
  source: Source
}

export type FingeringKind = 'standard' | 'alternate' | 'trill'

export interface Fingering {
  written: string
  touches: TouchId[]
  kind: FingeringKind
  /** 1 is the lowest register. */
  register: number
  /** What a teacher takes it for, in a few words. */
  use: string
  confidence: 'high' | 'medium'
}

/** Everything that fingers need; absent while an instrument's chart hasn't been written and compared. */
export interface FingerSystem {
  touches: Touch[]
  body: Body
  chart: Fingering[]
  breaks: { from: string; to: string; preparation: string }[]
}

export type SetupPhase = 'materials' | 'reed' | 'assembly' | 'hold' | 'after'

/** One thing to look at, with what goes wrong and what that sounds or feels like. */
export interface SetupStep {
  id: string
  phase: SetupPhase
  /** `first`: smallest sounding part only; `full`: whole instrument. */
  sequences: ('first' | 'full')[]
  title: string
  look: string
  tolerance?: string
  faults: { id: string; what: string; effect: string }[]
  caution?: string
  source: Source
}

export interface Teaching {
  firstNotes: string[]
  /** Smallest sounding parts with what they sound, concert pitch. */
  smallParts: { part: string; concert: string; source: Source }[]
  /** What the teacher watches and listens for at the mouth. */
  embouchure: { point: string; listen: string }[]
  /** How pitch tends to move when the tone gets louder. */
  loudTendency: 'flat' | 'sharp'
  listenFor: string
}

export interface Instrument {
  id: InstrumentId
  name: string
  family: Family
  /** Semitones from the written note to the sounding one. */
  transposition: number
  clef: 'treble' | 'bass'
  /** Inclusive, as the player reads. */
  range: { beginner: [string, string]; full: [string, string] }
  /** Where long tones are at home for the first weeks. */
  teaching: Teaching
  fingers: FingerSystem | null
  tube: Tube
  gauges: Gauge[]
  setup: SetupStep[]
}
