import { describe, expect, it } from 'vitest'
import { analyse, longTone, PUT_IN, Stitcher } from '@halitus/core/sound'

const RATE = 48_000
const ms = (n: number) => Math.round((n * RATE) / 1000)
/** A plain tone; nothing in it is exactly zero. */
const tone = (count: number, from = 0, level = 0.2, hz = 294) =>
  Float32Array.from(
    { length: count },
    (_, i) => level * Math.sin((2 * Math.PI * hz * (from + i)) / RATE + 0.1),
  )
const zeros = (count: number) => new Float32Array(count)
const row = (...parts: Float32Array[]) => {
  const out = new Float32Array(parts.reduce((n, p) => n + p.length, 0))
  let at = 0
  for (const p of parts) {
    out.set(p, at)
    at += p.length
  }
  return out
}
/** Through the stitcher in blocks of so many samples. */
function stitched(samples: Float32Array, block = 480) {
  const stitcher = new Stitcher(RATE)
  const out: Float32Array[] = []
  for (let at = 0; at < samples.length; at += block) out.push(stitcher.push(samples.slice(at, at + block)))
  out.push(stitcher.drain())
  return { out: row(...out), takenOutS: stitcher.takenOutS }
}

describe('sound that comes late', () => {
  it.each([128, 441, 480, 5000])('a tone is whole again, read in blocks of %i', (block) => {
    const [a, b, c] = [tone(ms(700)), tone(ms(300), ms(700)), tone(ms(500), ms(1000))]
    const { out, takenOutS } = stitched(row(a, zeros(ms(10)), b, zeros(ms(20)), c), block)
    expect(out).toEqual(tone(ms(1500)))
    expect(takenOutS).toBeCloseTo(0.03, 6)
  })
  it('two pieces in a row are mended too', () => {
    const { out } = stitched(
      row(tone(ms(500)), zeros(ms(10)), tone(ms(10), ms(500)), zeros(ms(10)), tone(ms(500), ms(510))),
    )
    expect(out).toEqual(tone(ms(1010)))
  })
  it('without it the tone is heard as broken, with it as long as it was', () => {
    const torn = row(tone(ms(1800)), zeros(ms(20)), tone(ms(1200), ms(1800)))
    const [was, is] = [torn, stitched(torn).out].map((s) =>
      longTone(analyse(s, RATE, { transposition: -2 }).report),
    )
    expect(Math.abs(was!.lengthS - 3)).toBeGreaterThan(0.5)
    expect(is!.lengthS).toBeCloseTo(3, 1)
  })
})

describe('what isn’t late goes through untouched', () => {
  const [least, most] = [PUT_IN.leastS * RATE, PUT_IN.mostS * RATE]
  it.each([
    ['just under the shortest', least - 1, false],
    ['the shortest', least, true],
    ['just over the shortest', least + 1, true],
    ['just under the longest', most - 1, true],
    ['the longest', most, true],
    ['just over the longest', most + 1, false],
  ])('zeros in mid-swing, %s: taken out %s', (_, count, out) => {
    const heard = row(tone(ms(200)), zeros(count), tone(ms(200), ms(200)))
    const { out: got, takenOutS } = stitched(heard)
    expect(takenOutS > 0).toBe(out)
    expect(got).toEqual(out ? tone(ms(400)) : heard)
  })
  it.each([
    [0.0099, false],
    [0.0102, true],
  ])('a tone that swings by %f: taken out %s', (level, out) => {
    const { takenOutS } = stitched(row(tone(ms(200), 0, level), zeros(ms(10)), tone(ms(200), ms(200), level)))
    expect(takenOutS > 0).toBe(out)
  })
  it('a fade into silence, and a start out of it', () => {
    const quiet = tone(ms(20), 0, 0.003)
    for (const heard of [
      row(tone(ms(200)), quiet, zeros(ms(20)), tone(ms(200))),
      row(tone(ms(200)), zeros(ms(20)), quiet, tone(ms(200))),
    ]) {
      const { out, takenOutS } = stitched(heard)
      expect(out).toEqual(heard)
      expect(takenOutS).toBe(0)
    }
  })
  it('a long rest is given on as it comes, and what was held back at the end as well', () => {
    const stitcher = new Stitcher(RATE)
    expect(stitcher.push(zeros(ms(20)))).toHaveLength(0)
    expect(stitcher.push(zeros(ms(40)))).toHaveLength(ms(60))
    expect(stitcher.push(zeros(ms(40)))).toHaveLength(ms(40))
    expect(stitcher.push(tone(ms(10)))).toHaveLength(ms(10))
    expect(stitcher.push(zeros(ms(10)))).toHaveLength(0)
    expect(stitcher.push(tone(ms(3)))).toHaveLength(0)
    expect(stitcher.drain()).toHaveLength(ms(13))
  })
})
