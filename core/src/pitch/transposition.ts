import { midiOfHz } from './tuning.ts'
import { noteName } from './note.ts'

/** A frequency read as a note: which one, and how far off in cents. */
export interface HeardNote {
  writtenMidi: number
  written: string
  concert: string
  /** Sharp is positive, −50 to 50. */
  cents: number
}

/**
 * The nearest equal-tempered note to a frequency, as a transposing player reads it.
 * @param hz sounding frequency
 * @param transposition semitones from the written note to the sounding one (clarinet in B♭: −2)
 * @param a4Hz reference in Hz
 */
export function heardNote(hz: number, transposition: number, a4Hz = 440): HeardNote {
  const exact = midiOfHz(hz, a4Hz)
  const nearest = Math.round(exact)
  return {
    writtenMidi: nearest - transposition,
    written: noteName(nearest - transposition),
    concert: noteName(nearest),
    cents: 100 * (exact - nearest),
  }
}
