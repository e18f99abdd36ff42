import type { Dynamics } from './curves.ts'

/** What runs through the whole phrase. Cents: sharp is positive. */
export interface Manner {
  detuneCents?: number
  /** Rise of the pitch from beginning to end. */
  driftCents?: number
  /** Bent on purpose after half a second: down to `low`, then up to `high`, then back, in cosines. */
  bendCents?: { low: number; high: number }
  /** Loudness over time: level, or soft–loud–soft, loud–soft–loud, fading. */
  dynamics?: Dynamics
  /** Between loudest and quietest, dB. */
  rangeDb?: number
  /** Pitch at the loudest minus pitch at the quietest. */
  sagCents?: number
  /** Vibrato, a slow waver, or a shake: pitch, and loudness with it. */
  wobble?: { depthCents: number; rateHz: number; depthDb?: number }
  /** Loudness alone, shaking. */
  tremor?: { depthDb: number; rateHz: number }
  /** Slow random wander of the pitch, root mean square. */
  unsteadyCents?: number
  /** Level of breath noise against the peak of the tone, dB; −60 is a clean tone. */
  breathDb?: number
  /** Two or three reeds in the stock sounding on below the chanter, dB against it. */
  dronesDb?: number
}

/** A stroke of the tongue on the running air. */
export interface Stroke {
  /** How far the level falls, dB. */
  depthDb: number
  /** From the beginning of the fall to the end of the rise, ms. */
  lengthMs: number
  /** How far the pitch falls in it: the tongue is too far back. */
  dipCents?: number
}

/** How a note speaks; everything but `clean` lasts for `lengthMs` before the note is there. */
export interface Attack {
  kind: 'clean' | 'airy' | 'late' | 'cracked' | 'squeak'
  lengthMs?: number
  /** What it cracks or squeaks to, as a multiple of the note's frequency. */
  ratio?: number
}

/** Something that happens inside a note. */
export interface Happening {
  kind: 'squeak' | 'slip' | 'gurgle' | 'dropout'
  /** From the beginning of the note, s. A slip stays to the end of the note. */
  atS: number
  lengthS: number
  /** Multiple of the note's frequency; 2.7 is a shriek on no partial. */
  ratio?: number
}

export interface PhraseNote {
  /** As read; null is a rest. */
  written: string | null
  lengthS: number
  /** `breath`: out of silence by air alone; `stroke`: on running air; `slur`: fingers alone. */
  begins?: 'tongue' | 'breath' | 'stroke' | 'slur'
  stroke?: Stroke
  attack?: Attack
  /** Silence before the next note, s; 0 for what is slurred or stroked on the running air. */
  gapS?: number
  end?: 'released' | 'tapered' | 'cut' | 'sagging'
  /** Another note first, by a finger that is late or early. Written. */
  between?: { written: string; lengthMs: number }
  /** Another note at its very end, by fingers that are ahead of the tongue. Written. */
  ahead?: { written: string; lengthMs: number }
  happens?: Happening[]
  /** Loudness of this note, dB against the phrase. */
  levelDb?: number
}

export interface Phrase {
  instrument: string
  notes: PhraseNote[]
  seed?: number
  a4Hz?: number
  /** Silence before and after, s. */
  leadS?: number
  tailS?: number
  /** Of full scale. */
  peak?: number
  manner?: Manner
  around?: Around
}

/** What was really played, to measure an ear by. Times in s from the first sample. */
export interface Truth {
  /** Every millisecond; 0 where nothing with a pitch sounds. */
  hz: Float32Array
  notes: { startS: number; endS: number; midi: number; begins: NonNullable<PhraseNote['begins']> }[]
  /** When the reed or jet starts again: separate tonguing, strokes on running air. */
  strokes: { timeS: number; depthDb: number; lengthMs: number; separate: boolean }[]
  attacks: { timeS: number; kind: Attack['kind']; lengthMs: number }[]
  between: { startS: number; lengthMs: number; midi: number }[]
  happened: (Happening & { startS: number })[]
  /** Harmonic to noise, whole band, dB; Infinity without breath. */
  hnrDb: number
}

export interface Played {
  samples: Float32Array
  truth: Truth
}

/** What a room and a microphone add. Levels in dB against the r.m.s. of the playing unless said otherwise. */
export interface Around {
  room?: { decayS: number; wetDb: number }
  /** Mains and its second and third partial. */
  hum?: { hz: 50 | 60; db: number }
  /** Noise with the same power in each octave. */
  pinkDb?: number
  /** Clicks of a metronome. */
  clicks?: { perMinute: number; db: number }
  /** Another player in the next room. */
  second?: { phrase: Phrase; db: number }
  microphone?: { lowHz?: number; highHz?: number; clipAt?: number }
}
