import { describe, expect, it } from 'vitest'
import { hzOfMidi } from '@halitus/core/pitch'
import { perform } from '@halitus/core/player'
import { analyse, bendOf } from '@halitus/core/sound'

/** A track every 10 ms of these cents from 1000 Hz; null for no pitch. */
const track = (cents: (number | null)[]) => ({
  timeS: cents.map((_, i) => i / 100),
  hz: cents.map((c) => (c === null ? 0 : 1000 * 2 ** (c / 1200))),
})
const bend = (cents: (number | null)[]) => {
  const { timeS, hz } = track(cents)
  return bendOf(timeS, hz)
}
const level = (n: number, c = 0) => Array.from({ length: n }, () => c)
const glide = (from: number, to: number, n: number) =>
  Array.from({ length: n }, (_, i) => from + ((to - from) * i) / n)

describe('the bend of a tone (exact arithmetic)', () => {
  it('is told from where it settled', () => {
    const found = bend([
      ...level(60),
      ...glide(0, -80, 80),
      ...level(20, -80),
      ...glide(-80, 30, 80),
      ...level(20, 30),
    ])!
    expect(found.hz).toBeCloseTo(1000, 6)
    expect(found.lowCents).toBeCloseTo(-80, 0)
    expect(found.highCents).toBeCloseTo(30, 0)
    expect(found.lengthS).toBeCloseTo(2.59, 6)
  })
  it('is nothing on a level tone, and never of the wrong sign', () => {
    expect(bend(level(200))).toMatchObject({ lowCents: 0, highCents: 0 })
    expect(bend([...level(60), ...glide(0, 50, 100), ...level(30, 50)])!.lowCents).toBe(0)
    expect(bend([...level(60), ...glide(0, -50, 100), ...level(30, -50)])!.highCents).toBe(0)
  })
  it.each([
    [100, false],
    [101, true],
  ])('needs a second: %i frames, found %s', (n, found) => expect(bend(level(n)) !== undefined).toBe(found))
  it('takes the longest tone, over short gaps, not over steps', () => {
    expect(bend([...level(120), null, null, null, null, null, ...level(120)])!.lengthS).toBeCloseTo(2.44, 6)
    expect(bend([...level(120), ...level(6).map(() => null), ...level(150)])!.lengthS).toBeCloseTo(1.49, 6)
    expect(bend([...level(150), ...level(120, 101)])!.lengthS).toBeCloseTo(1.49, 6)
    expect(bend([...level(150), ...level(120, 99)])!.lengthS).toBeCloseTo(2.69, 6)
    expect(bend([])).toBeUndefined()
    expect(bend(level(300).map(() => null))).toBeUndefined()
  })
  it('leaves single stray frames out', () => {
    const cents = level(300)
    cents[150] = -90
    expect(bend(cents)!.lowCents).toBe(0)
  })
})

describe('a bend of the simulated player', () => {
  it.each([
    [-60, 15],
    [-150, 40],
    [0, 30],
  ])('of %f to %f cents is measured within 4', (low, high) => {
    const samples = perform(
      { instrument: 'clarinet', written: 'D6', lengthS: 6, bendCents: { low, high }, breathDb: -50 },
      44100,
    )
    const { track: heard } = analyse(samples, 44100)
    const found = bendOf(heard.timeS, heard.hz)!
    expect(Math.abs(found.lowCents - low)).toBeLessThan(4)
    expect(Math.abs(found.highCents - high)).toBeLessThan(4)
    expect(Math.abs(1200 * Math.log2(found.hz / hzOfMidi(84)))).toBeLessThan(4)
  })
})
