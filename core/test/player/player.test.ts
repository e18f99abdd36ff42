import { describe, expect, it } from 'vitest'
import { perform, PRESETS, seeded } from '@halitus/core/player'

describe('the simulated player', () => {
  it('plays the same for the same seed and differently for another', () => {
    const play = (seed: number) => perform({ instrument: 'flute', written: 'A4', lengthS: 0.5, seed }, 16000)
    expect(play(4)).toEqual(play(4))
    expect(play(4)).not.toEqual(play(5))
  })
  it('never exceeds full scale, whatever the preset', () => {
    for (const preset of PRESETS) {
      const samples = perform(
        { instrument: 'clarinet', written: 'G4', lengthS: 2, ...preset.performance },
        16000,
      )
      expect(Math.max(...samples.map(Math.abs)), preset.id).toBeLessThanOrEqual(1)
      expect(samples.some((s) => s !== 0)).toBe(true)
    }
  })
  it('refuses what can’t be played', () => {
    expect(() => perform({ instrument: 'clarinet', written: 'C3', lengthS: 2 }, 16000)).toThrow(
      'written E3 to C7',
    )
    for (const lengthS of [0, -1, 121, NaN])
      expect(() => perform({ instrument: 'flute', written: 'A4', lengthS }, 16000)).toThrow('at most 120 s')
  })
})

describe('the source of randomness', () => {
  it('is even and normal enough for 20 000 draws', () => {
    const random = seeded(11)
    const even = Array.from({ length: 20000 }, () => random())
    const normal = Array.from({ length: 20000 }, () => random.normal())
    const mean = (x: number[]) => x.reduce((a, b) => a + b, 0) / x.length
    expect(mean(even)).toBeCloseTo(0.5, 1)
    expect(mean(even.map((x) => (x - 0.5) ** 2))).toBeCloseTo(1 / 12, 2) // variance of a uniform draw, exact
    expect(Math.abs(mean(normal))).toBeLessThan(0.03)
    expect(mean(normal.map((x) => x * x))).toBeCloseTo(1, 1)
  })
})
