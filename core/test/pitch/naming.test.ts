import { afterEach, describe, expect, it } from 'vitest'
import { nameNotes, noteName, notesNamed, parseNote, prettyNote, readNote } from '@halitus/core/pitch'

afterEach(() => nameNotes('english'))

// German note names as every dictionary of music has them; solfège with a fixed Do. Common knowledge.
const NAMES: [plain: string, german: string, solfege: string][] = [
  ['C4', 'C4', 'Do4'],
  ['C#4', 'Cis4', 'Do♯4'],
  ['Db4', 'Des4', 'Re♭4'],
  ['Eb4', 'Es4', 'Mi♭4'],
  ['E4', 'E4', 'Mi4'],
  ['F#5', 'Fis5', 'Fa♯5'],
  ['G#3', 'Gis3', 'Sol♯3'],
  ['Ab3', 'As3', 'La♭3'],
  ['A4', 'A4', 'La4'],
  ['Bb4', 'B4', 'Si♭4'],
  ['B4', 'H4', 'Si4'],
  ['B#4', 'His4', 'Si♯4'],
  ['Bbb4', 'Heses4', 'Si𝄫4'],
  ['Ebb4', 'Eses4', 'Mi𝄫4'],
  ['Abb4', 'Asas4', 'La𝄫4'],
  ['F##4', 'Fisis4', 'Fa𝄪4'],
]

describe('names of notes', () => {
  it.each(NAMES)('%s is %s in German and %s in solfège', (plain, german, solfege) => {
    nameNotes('german')
    expect(prettyNote(plain)).toBe(german)
    nameNotes('solfege')
    expect(prettyNote(plain)).toBe(solfege)
  })
  it.each(NAMES)('reads %s back from %s and %s', (plain, german, solfege) => {
    const { midi } = parseNote(plain)
    nameNotes('german')
    expect(parseNote(readNote(german)).midi).toBe(midi)
    nameNotes('solfege')
    expect(parseNote(readNote(solfege)).midi).toBe(midi)
    expect(parseNote(readNote(solfege.toLowerCase())).midi).toBe(midi)
  })
  it('shows every semitone in a way that can be typed again', () => {
    for (const names of ['english', 'german', 'solfege'] as const) {
      nameNotes(names)
      for (let midi = 40; midi < 100; midi++)
        expect(parseNote(readNote(prettyNote(noteName(midi)))).midi).toBe(midi)
    }
  })
  it('begins in English and says which names are shown', () => {
    expect(notesNamed()).toBe('english')
    expect(prettyNote('Bb4')).toBe('B♭4')
    nameNotes('german')
    expect(notesNamed()).toBe('german')
  })
  it('takes English accidentals in German names, but B for B flat', () => {
    nameNotes('german')
    expect(readNote('F#5')).toBe('F#5')
    expect(readNote('eb4')).toBe('Eb4')
    expect(readNote('B4')).toBe('Bb4')
  })
  it('says what may be typed', () => {
    nameNotes('german')
    expect(() => readNote('X4')).toThrow('“X4” is not a note. Write C to A or H')
    nameNotes('solfege')
    expect(() => readNote('B4')).toThrow('Write Do to Si')
    expect(() => readNote('Do')).toThrow('“Do” is not a note')
    nameNotes('english')
    expect(() => readNote('H4')).toThrow('Write a letter A–G')
  })
})
