import { describe, expect, it } from 'vitest'
import {
  centsBetween,
  heardNote,
  hzOfMidi,
  midiOfHz,
  noteName,
  NoteError,
  parseNote,
  partialDeviationCents,
  prettyNote,
} from '@halitus/core/pitch'

describe('notes', () => {
  it('reads plain and real accidentals alike', () => {
    for (const text of ['Bb4', 'B♭4', 'bb4', 'A#4', ' A♯4 ']) expect(parseNote(text).midi).toBe(70)
    expect(parseNote('C4').midi).toBe(60) // Standard MIDI File 1.0 numbering with C4 as middle C
  })
  it('says what a note looks like when it is none', () => {
    for (const text of ['', 'H4', 'B', 'B4x', '440', '♭4']) expect(() => parseNote(text)).toThrow(NoteError)
    expect(() => parseNote('H4')).toThrow('“H4” is not a note. Write a letter A–G')
  })
  it('names every semitone so that it reads back to itself', () => {
    for (let midi = 21; midi <= 108; midi++) expect(parseNote(noteName(midi)).midi).toBe(midi)
    expect(prettyNote('Eb5')).toBe('E♭5')
  })
})

describe('tuning', () => {
  it('follows ISO 16:1975 and equal temperament', () => {
    expect(hzOfMidi(69)).toBe(440)
    expect(hzOfMidi(70) / hzOfMidi(69)).toBeCloseTo(2 ** (1 / 12), 12)
    expect(hzOfMidi(60)).toBeCloseTo(261.6256, 4) // exact arithmetic: 440 · 2^(−9/12)
    expect(midiOfHz(hzOfMidi(61.37, 442), 442)).toBeCloseTo(61.37, 10)
  })
  // Exact arithmetic: 1200·log2(n) against the nearest multiple of 100.
  it.each([
    [2, 0],
    [3, 1.955],
    [5, -13.686],
    [6, 1.955],
    [7, -31.174],
  ])('puts partial %i at %f cents', (n, cents) => expect(partialDeviationCents(n)).toBeCloseTo(cents, 3))
  it('measures intervals in cents', () => {
    expect(centsBetween(440, 660)).toBeCloseTo(701.955, 3)
    expect(centsBetween(440, 220)).toBe(-1200)
  })
})

describe('transposition', () => {
  it('reads a sounding A4 as B4 on the clarinet in B flat and as A4 on the flute', () => {
    expect(heardNote(440, -2).written).toBe('B4')
    expect(heardNote(440, 0)).toEqual({ writtenMidi: 69, written: 'A4', concert: 'A4', cents: 0 })
  })
  it('keeps cents within half a semitone and signed', () => {
    expect(heardNote(440 * 2 ** (30 / 1200), 0).cents).toBeCloseTo(30, 9)
    expect(heardNote(440 * 2 ** (-30 / 1200), 0).cents).toBeCloseTo(-30, 9)
  })
})
