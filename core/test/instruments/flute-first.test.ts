import { describe, expect, it } from 'vitest'
import { fingerSystem, instrument, standardFingering, underSchools } from '@halitus/core/instruments'

/** The school that begins a flute with F, E♭, D: the notes about the middle of the staff (common practice, no source). */
describe('F, E♭, D on the flute', () => {
  const flute = underSchools(instrument('flute'), { 'flute-first-notes': 'f-e-flat-d' })
  const down = (written: string, touch: string) => standardFingering(flute, written).touches.includes(touch)
  it('are those of the second register', () =>
    expect(flute.teaching.firstNotes.slice(0, 3)).toEqual(['F5', 'Eb5', 'D5']))
  it('the left index tells them apart: down on F, up on E♭ and D', () =>
    expect([down('F5', 'L1'), down('Eb5', 'L1'), down('D5', 'L1')]).toEqual([true, false, false]))
  it('leads to known fingerings only, and to nothing twice', () => {
    expect(new Set(flute.teaching.firstNotes).size).toBe(flute.teaching.firstNotes.length)
    for (const n of flute.teaching.firstNotes)
      expect(fingerSystem(flute).chart.some((f) => f.written === n)).toBe(true)
  })
})
