export { NoteError, noteName, parseNote, prettyNote, type Note } from './note.ts'
export { centsBetween, hzOfMidi, midiOfHz, partialDeviationCents } from './tuning.ts'
export { heardNote, type HeardNote } from './transposition.ts'
export { airCents, ROOM_AIR, speedOfSound, type Air } from './air.ts'
