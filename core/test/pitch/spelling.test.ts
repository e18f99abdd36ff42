import { Scale } from 'tonal'
import { describe, expect, it } from 'vitest'
import { inKey, noteName, parseNote } from '@halitus/core/pitch'

describe('notes as their key spells them', () => {
  // tonal's own scales, spelled by theory (general-purpose library).
  it.each(['C', 'G', 'D', 'A', 'E', 'B', 'F#', 'F', 'Bb', 'Eb', 'Ab', 'Db'])(
    'a whole scale of %s major',
    (tonic) => {
      const scale = Scale.get(`${tonic}4 major`).notes
      expect(inKey(scale.map((n) => noteName(parseNote(n).midi)))).toEqual(scale)
    },
  )
  it('no E flat in B major', () =>
    expect(inKey(['B4', 'C#5', 'Eb5', 'E5', 'F#5'])).toEqual(['B4', 'C#5', 'D#5', 'E5', 'F#5']))
  it('what lies outside takes the key’s kind of sign', () => {
    expect(inKey(['D4', 'E4', 'F#4', 'G4', 'A4', 'Bb4'])).toContain('A#4')
    expect(inKey(['F4', 'G4', 'A4', 'Bb4', 'C5', 'C#5'])).toContain('Db5')
  })
  it('one or two notes keep their usual names', () => {
    expect(inKey(['D#4'])).toEqual(['Eb4'])
    expect(inKey(['A#4', 'D#4', 'A#4'])).toEqual(['Bb4', 'Eb4', 'Bb4'])
    expect(inKey([])).toEqual([])
  })
  it('C flat and B sharp stay in the octave that they sound in', () => {
    const sounding = (names: string[]) => names.map((n) => parseNote(n).midi)
    const six = Scale.get('Gb4 major').notes
    expect(sounding(inKey(six))).toEqual(sounding(six))
  })
})
