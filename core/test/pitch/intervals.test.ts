import { describe, expect, it } from 'vitest'
import { beatsAgainst, hzOfMidi, intervalOver } from '@halitus/core/pitch'

describe('a note over a drone', () => {
  // Just intonation: ratios of small whole numbers (exact arithmetic); equal temperament: 2^(1/12), ISO 16.
  it.each([
    [69, 69, 'just', 440, 'unison'],
    [69, 76, 'just', 660, 'fifth'],
    [69, 73, 'just', 550, 'major third'],
    [69, 81, 'just', 880, 'octave'],
    [69, 57, 'just', 220, 'octave'],
    [69, 64, 'just', 330, 'fifth'],
    [69, 88, 'just', 1320, 'fifth'],
    [69, 74, 'just', (440 * 4) / 3, 'fourth'],
    [69, 76, 'equal', 440 * 2 ** (7 / 12), 'fifth'],
  ] as const)('drone %i, note %i, %s: %d Hz, %s', (drone, note, tuning, hz, name) => {
    const found = intervalOver(drone, note, tuning)
    expect(found.hz).toBeCloseTo(hz, 9)
    expect(found.name).toBe(name)
  })
  // The syntonic ratios of just intonation, in cents to a tenth (published tables): each within an octave.
  it.each([
    ['unison', 0],
    ['minor second', 111.7],
    ['major second', 203.9],
    ['minor third', 315.6],
    ['major third', 386.3],
    ['fourth', 498.0],
    ['tritone', 590.2],
    ['fifth', 702.0],
    ['minor sixth', 813.7],
    ['major sixth', 884.4],
    ['minor seventh', 1017.6],
    ['major seventh', 1088.3],
  ] as const)('a just %s is %f cents', (name, cents) => {
    const all = Array.from({ length: 12 }, (_, k) => intervalOver(60, 60 + k, 'just'))
    const found = all.find((i) => i.name === name)!
    expect(1200 * Math.log2(found.hz / hzOfMidi(60))).toBeCloseTo(cents, 1)
    expect(1200 * Math.log2(found.ratio[0] / found.ratio[1])).toBeCloseTo(cents, 1)
  })
  it('beats as its lowest common partials do, and stands still where it is pure', () => {
    const beats = (drone: number, note: number, off: number) => {
      const { hz, ratio } = intervalOver(drone, note, 'just')
      return beatsAgainst(hzOfMidi(drone), hz + off, ratio)
    }
    for (const note of [57, 64, 69, 73, 74, 76, 81, 88]) expect(beats(69, note, 0)).toBeCloseTo(0, 9)
    // A fifth: the second partial of the note against the third of the drone.
    expect(beats(69, 76, 1)).toBeCloseTo(2, 9)
    expect(beats(69, 73, 1)).toBeCloseTo(4, 9)
    expect(beats(69, 69, 1.5)).toBeCloseTo(1.5, 9)
    expect(beats(69, 81, 1)).toBeCloseTo(1, 9)
    expect(beats(69, 57, 1)).toBeCloseTo(2, 9)
    // An equal-tempered fifth over 440 Hz beats 1.49 times a second: 3 × 440 − 2 × 659.255.
    expect(beatsAgainst(440, 440 * 2 ** (7 / 12), [3, 2])).toBeCloseTo(1.49, 2)
  })
})
