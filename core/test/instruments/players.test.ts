import { describe, expect, it } from 'vitest'
import { playersOn } from '@halitus/core/instruments'

describe('several players on one note', () => {
  it('each has its own written name of the same concert pitch (transpositions: common knowledge)', () => {
    // Concert B flat 4, semitone number 70.
    const named = Object.fromEntries(playersOn(70).map((p) => [p.inst.id, p.written]))
    expect(named).toMatchObject({
      flute: 'Bb4',
      clarinet: 'C5',
      'soprano-sax': 'C5',
      'alto-sax': 'G5',
      'tenor-sax': 'C6',
      oboe: 'Bb4',
      bassoon: 'Bb4',
      'alto-recorder': 'Bb4',
    })
  })
  it('who doesn’t have it isn’t named', () => {
    expect(playersOn(34).map((p) => p.inst.id)).toEqual(expect.arrayContaining(['bassoon']))
    expect(playersOn(34).map((p) => p.inst.id)).not.toContain('flute')
    expect(playersOn(20)).toEqual([])
  })
})
