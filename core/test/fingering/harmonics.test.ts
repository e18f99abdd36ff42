import { describe, expect, it } from 'vitest'
import { harmonicsOf, ladderOf } from '@halitus/core/fingering'
import { instrument } from '@halitus/core/instruments'
import { hzOfMidi, parseNote } from '@halitus/core/pitch'

const concert = (id: string, written: string) =>
  hzOfMidi(parseNote(written).midi + instrument(id).transposition)
const said = (id: string, hz: number) =>
  harmonicsOf(instrument(id), hz).map((h) => `${h.written} ${h.partial} ${h.cents.toFixed(1)}`)

describe('harmonics', () => {
  it('of a heard pitch: every low fingering that has it (third partial +2, fifth −14: exact arithmetic)', () => {
    // Flute D6: D4's fourth, G4's third, D5 isn't low; B flat 4's … the fifth of B flat 3 is below the flute.
    expect(said('flute', concert('flute', 'D6'))).toEqual(['G4 3 -2.0', 'D4 4 0.0'])
    // Clarinet: odd ones only. C5 is F3's third.
    expect(said('clarinet', concert('clarinet', 'C5'))).toEqual(['F3 3 -2.0'])
    expect(said('clarinet', concert('clarinet', 'C#6'))).toEqual(['F#4 3 -2.0', 'A3 5 13.7'])
  })
  it('says how far off what was heard lies', () => {
    const hz = concert('alto-sax', 'Bb4') * 2 ** (20 / 1200)
    expect(said('alto-sax', hz)).toEqual(['Bb4 1 20.0', 'Bb3 2 20.0'])
  })
  it('is none far below, and refuses what is no pitch', () => {
    expect(harmonicsOf(instrument('flute'), 100)).toEqual([])
    for (const hz of [0, -3, NaN, Infinity])
      expect(() => harmonicsOf(instrument('flute'), hz)).toThrow('A pitch is a number of Hz above 0.')
  })
  it('ladder of the saxophone’s low B flat (common practice, no source): B♭, F, B♭, D, F', () =>
    expect(
      ladderOf(instrument('alto-sax'), 'Bb3', 6).map((r) => `${r.written} ${r.cents.toFixed(0)}`),
    ).toEqual(['Bb3 0', 'Bb4 0', 'F5 2', 'Bb5 0', 'D6 -14', 'F6 2']))
  it('ladder of a cylinder closed by a reed has odd rungs', () =>
    expect(ladderOf(instrument('clarinet'), 'E3', 7).map((r) => r.partial)).toEqual([1, 3, 5, 7]))
  it('stands on a low note', () =>
    expect(() => ladderOf(instrument('clarinet'), 'C5')).toThrow('C5 is in register 2'))
})
