import { describe, expect, it } from 'vitest'
import { Midi, Note } from 'tonal'
import { heardNote, hzOfMidi, midiOfHz, noteName, parseNote } from '@halitus/core/pitch'
import { allInstruments } from '@halitus/core/instruments'

/** A general-purpose music library as the outside reference. */
describe('pitch against a general-purpose library', () => {
  it('gives the same frequencies over the piano’s range', () => {
    for (let midi = 21; midi <= 108; midi++) {
      expect(hzOfMidi(midi)).toBeCloseTo(Midi.midiToFreq(midi), 9)
      expect(hzOfMidi(midi, 442)).toBeCloseTo(Midi.midiToFreq(midi, 442), 9)
      expect(midiOfHz(Midi.midiToFreq(midi))).toBeCloseTo(midi, 9)
    }
  })
  it('reads enharmonic names alike', () => {
    for (const name of ['C#4', 'Db4', 'B#3', 'Cb5', 'E#5', 'Fb4', 'F##4', 'Bbb3'])
      expect(parseNote(name).midi).toBe(Note.midi(name))
  })
  // Intervals from written to sounding as a musician names them; minus is down.
  const DOWN: Record<string, string> = {
    clarinet: '-2M',
    'soprano-sax': '-2M',
    'alto-sax': '-6M',
    'tenor-sax': '-9M',
    'baritone-sax': '-13M',
    'soprano-recorder': '8P',
  }
  it.each(allInstruments().map((i) => [i.id, i] as const))(
    'transposes the %s as musicians say',
    (id, inst) => {
      if (id === 'pipe-chanter') return expect(inst.transposition).toBe(1) // its A4 sounds near B flat 4, 466 Hz
      if (id === 'chanter') return expect(inst.transposition).toBe(-11) // its A4 sounds near B flat 3, 233 Hz (common practice)
      for (const written of ['C4', 'F#4', 'Bb4', 'D5']) {
        const sounding = Note.midi(DOWN[id] ? Note.transpose(written, DOWN[id]) : written)!
        expect(heardNote(hzOfMidi(sounding), inst.transposition).writtenMidi).toBe(parseNote(written).midi)
      }
    },
  )
  it('spells every semitone as one of the library’s names for it', () => {
    for (let midi = 40; midi < 100; midi++)
      expect([Midi.midiToNoteName(midi), Midi.midiToNoteName(midi, { sharps: true })]).toContain(
        noteName(midi),
      )
  })
})
