/**
 * Notes, frequencies and transposition. Frequencies in Hz, intervals in cents or semitones.
 *
 * @example
 * noteName(parseNote('B♭4').midi) // 'Bb4'
 * Math.round(centsBetween(440, 880)) // 1200
 */
export { NoteError, noteName, parseNote, type Note } from './note.ts'
export { nameNotes, NAMINGS, notesNamed, noteWord, prettyNote, readNote, type Naming } from './naming.ts'
export { centsBetween, centsInWords, hzOfMidi, midiOfHz, partialDeviationCents } from './tuning.ts'
export { heardNote, type HeardNote } from './transposition.ts'
export { beatsAgainst, intervalOver, type IntervalTuning } from './intervals.ts'
export { overtonesOf, partialHeard, type Overtone } from './overtones.ts'
export { inKey } from './spelling.ts'
export { withoutOctaves } from './without-octaves.ts'
export { airCents, ROOM_AIR, speedOfSound, type Air } from './air.ts'
