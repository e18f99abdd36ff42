/** A stroke of the tongue on running air, as the level shows it. */
export interface Dent {
  /** Frame of the lowest level. */
  at: number
  /** When the reed or jet starts again: where the level begins to rise, s. */
  timeS: number
  depthDb: number
  /** Between the half-way points of fall and rise, ms. */
  widthMs: number
  /** How far the pitch falls in it, cents; 0 or more. */
  dipCents: number
  /** Share of the width that the rise takes. */
  upShare: number
  /** Level a little after it against the level before, dB. */
  returnsDb: number
}

/** Frames [from, to) of a track that belong to one note; `skip` are frames of accidents inside it. */
export interface Segment {
  from: number
  to: number
  /** Fractional semitones. */
  midi: number
  skip: Set<number>
  /** How it was reached: out of silence, by a stroke on running air, or from another note with no gap. */
  after: 'silence' | 'dent' | 'note'
  /** The stroke it began with. */
  dent?: Dent
}

export interface Accident {
  kind: 'squeak' | 'crack' | 'slip' | 'gurgle' | 'dropout'
  from: number
  to: number
  /** Fractional semitones of the note it left and of where it went. */
  midi: number
  toMidi: number
  /** At the start of a note, inside it, at its end, or between two. */
  place: 'start' | 'inside' | 'end' | 'crossing'
}

/** A change of more than this is another note, not a wavering one. Semitones. */
export const JUMP = 0.8
