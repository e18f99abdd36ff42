import { describe, expect, it } from 'vitest'
import { neither, type Foreign } from '@halitus/core/sound'

const RATE = 44100
/** Partials as sines, each with its amplitude; exact. */
const tone = (hz: number, amplitudes: readonly number[]) => (t: number) =>
  amplitudes.reduce((sum, a, n) => sum + a * Math.sin(2 * Math.PI * hz * (n + 1) * t + n), 0)
const A = tone(440, [1, 0.6, 0.4, 0.2, 0.1])
const B = tone(587.33, [1, 0.5, 0.3, 0.2, 0.1])
/** A for half a second, something for a while, B for half a second. */
function hear(what: (t: number) => number, ms: number, level = 1): Foreign[] {
  const [from, to] = [0.5, 0.5 + ms / 1000]
  const samples = Float32Array.from({ length: Math.round((to + 0.5) * RATE) }, (_, i) => {
    const t = i / RATE
    return 0.2 * (t < from ? A(t) : t < to ? level * what(t) : B(t))
  })
  const own = [[{ startS: 0.1, endS: 0.4 }], [{ startS: to + 0.1, endS: to + 0.4 }]] as const
  return neither(samples, RATE, [{ startS: 0.42, endS: to + 0.1 }], own, 440)
}
const sine = (hz: number) => tone(hz, [1])

describe('what is neither of two notes', () => {
  it('is nothing while the one becomes the other, at once or both together for a while', () => {
    expect(hear(A, 0)).toEqual([])
    for (const share of [0.1, 0.5, 0.9])
      expect(hear((t) => share * A(t) + (1 - share) * B(t), 60)).toEqual([])
    expect(hear(A, 60, 0.2)).toEqual([])
  })
  it('is a sine on a partial of one of them, or between', () => {
    for (const hz of [2200, 2900, 3524, 2350]) {
      const [found, ...more] = hear(sine(hz), 60)
      expect(more).toEqual([])
      expect(Math.abs(found!.peakHz - hz)).toBeLessThan(45)
      expect(Math.abs(found!.startS - 0.5)).toBeLessThan(0.015)
      expect(Math.abs(found!.endS - 0.56)).toBeLessThan(0.015)
      // A note or its octave, of which that sine is a partial, wouldn't sound so.
      for (const no of [440, 587.33, 880, 1174.66]) expect(found!.sounds(no)).toBe(false)
      expect(found!.sounds(hz)).toBe(true)
    }
  })
  it('is the octave of one of them, known by its pitch', () => {
    const [found] = hear(tone(880, [1, 0.5, 0.3]), 60)
    expect(found!.sounds(880)).toBe(true)
    // Every second partial of the note below, every third of the one below that, and not on those of a fifth above.
    for (const hz of [440, 293.33, 1320]) expect(found!.sounds(hz)).toBe(false)
  })
  it('is two fifths of a sound, or more, that neither explains', () => {
    /** Power of a sine against that of the note. */
    const [a2, share] = [1 + 0.36 + 0.16 + 0.04 + 0.01, (p: number) => Math.sqrt(p / (1 - p))]
    const beside = (p: number) => hear((t) => A(t) + Math.sqrt(a2) * share(p) * sine(2650)(t), 80)
    expect(beside(0.34)).toEqual([])
    expect(beside(0.46)).toHaveLength(1)
  })
  it('lasts 20 ms, and isn’t the noise of a gap', () => {
    expect(hear(sine(2650), 10)).toEqual([])
    expect(hear(sine(2650), 35)).toHaveLength(1)
    const quiet = (db: number) => hear(sine(2650), 80, Math.sqrt(1.5) * 10 ** (db / 20))
    expect(quiet(-16)).toHaveLength(1)
    expect(quiet(-24)).toEqual([])
  })
  it('isn’t told where a note is never heard alone', () => {
    const samples = Float32Array.from({ length: RATE }, (_, i) => A(i / RATE))
    const own = [[{ startS: 0.1, endS: 0.4 }], []] as const
    expect(neither(samples, RATE, [{ startS: 0.4, endS: 0.6 }], own, 440)).toEqual([])
  })
})
