import { describe, expect, it } from 'vitest'
import { instrument } from '@halitus/core/instruments'
import { centsBetween, hzOfMidi, parseNote } from '@halitus/core/pitch'
import { perform, presetOn, PRESETS, type Performance } from '@halitus/core/player'
import { trackPitch, type Track } from '@halitus/core/sound'

/** What is asked of the player is heard again in short tones; every expected number is exact arithmetic. */
const RATE = 16000
const HZ = hzOfMidi(parseNote('A4').midi)
const play = (more: Partial<Performance> = {}, rate = RATE) =>
  perform(
    { instrument: 'flute', written: 'A4', lengthS: 0.8, leadS: 0, tailS: 0, breathDb: -90, ...more },
    rate,
  )
const hear = (more: Partial<Performance> = {}) => trackPitch(play(more), RATE)
const cents = (hz: number) => centsBetween(HZ, hz)
/** Mean pitch of frames between two shares of the tone, cents from A4. */
function around(track: Track, from: number, to: number): number {
  const n = track.hz.length
  const own = [...track.hz.slice(Math.floor(from * n), Math.ceil(to * n))].filter((hz) => hz > 0).map(cents)
  return own.reduce((a, b) => a + b, 0) / own.length
}
const level = (track: Track, share: number) => track.db[Math.floor(share * track.db.length)]!
const rms = (x: Float32Array, from: number, to: number) =>
  Math.sqrt(x.slice(from, to).reduce((sum, v) => sum + v * v, 0) / (to - from))

describe('a performance lasts and begins as asked', () => {
  it('has silence before and after, as long as asked or as usual', () => {
    expect(play({ leadS: 0.25, tailS: 0.1, lengthS: 0.5 })).toHaveLength(0.85 * RATE)
    const usual = perform({ instrument: 'flute', written: 'A4', lengthS: 0.5, breathDb: -90 }, RATE)
    expect(usual).toHaveLength((0.3 + 0.5 + 0.5) * RATE)
    const first = usual.findIndex((s) => s !== 0)
    expect(first / RATE).toBeGreaterThanOrEqual(0.3)
    expect(first / RATE).toBeLessThan(0.302)
    expect(usual.slice(Math.round(0.8 * RATE)).every((s) => s === 0)).toBe(true)
  })
  it.each([
    [0.5, 0.5],
    [0.25, 0.25],
  ])('peaks near %f of full scale, never above', (peak, most) => {
    const samples = play({ peak })
    const high = Math.max(...samples.map(Math.abs))
    expect(high).toBeLessThanOrEqual(most * 1.02)
    expect(high).toBeGreaterThan(most * 0.5)
  })
  it.each([
    // From nothing to full in 15 ms by the tongue, in 180 ms by air alone; both let go in 30 ms.
    ['tongue', 0.015],
    ['air', 0.18],
  ] as const)('begins by %s within %f s', (start, attackS) => {
    const samples = play({ start })
    const at = (s: number) => rms(samples, Math.round((s - 0.004) * RATE), Math.round((s + 0.004) * RATE))
    const full = at(0.5)
    expect(at(attackS / 2) / full).toBeGreaterThan(0.35)
    expect(at(attackS / 2) / full).toBeLessThan(0.65)
    expect(at(attackS + 0.02) / full).toBeGreaterThan(0.95)
    expect(at(0.8 - 0.015) / full).toBeGreaterThan(0.35)
    expect(at(0.8 - 0.015) / full).toBeLessThan(0.65)
  })
})

describe('pitch does what it is told', () => {
  it('sounds at concert pitch, transposed and tuned', () => {
    expect(Math.abs(around(hear(), 0.2, 0.8))).toBeLessThan(1.5)
    expect(around(hear({ detuneCents: 30 }), 0.2, 0.8)).toBeCloseTo(30, 0)
    expect(around(hear({ a4Hz: 442 }), 0.2, 0.8)).toBeCloseTo(1200 * Math.log2(442 / 440), 0)
    // A clarinet's written B4 sounds A4.
    expect(Math.abs(around(hear({ instrument: 'clarinet', written: 'B4' }), 0.2, 0.8))).toBeLessThan(1.5)
  })
  it('drifts from half below to half above', () => {
    const track = hear({ driftCents: 40 })
    // From the first tenth to the last: nine tenths of the way, less half a tenth at each end.
    expect(around(track, 0.85, 0.95) - around(track, 0.05, 0.15)).toBeCloseTo(32, -0.5)
    expect(Math.abs(around(track, 0.45, 0.55))).toBeLessThan(2)
  })
  it('wobbles as deep and as often as asked', () => {
    const track = hear({ wobble: { depthCents: 20, rateHz: 4 }, lengthS: 1 })
    const inside = [...track.hz.slice(8, -8)].map(cents)
    // The window averages a wobble of 4 Hz by about three per cent.
    expect(Math.max(...inside)).toBeGreaterThan(17)
    expect(Math.max(...inside)).toBeLessThan(21.5)
    expect(Math.min(...inside)).toBeLessThan(-17)
    const crossings = inside.slice(1).filter((c, i) => c > 0 !== inside[i]! > 0).length
    expect(crossings).toBeGreaterThanOrEqual(6)
    expect(crossings).toBeLessThanOrEqual(8)
  })
  it('wanders with the spread that was asked', () => {
    const track = hear({ unsteadyCents: 15, lengthS: 3, seed: 5 })
    const inside = [...track.hz.slice(8, -8)].map(cents)
    const spread = Math.sqrt(inside.reduce((sum, c) => sum + c * c, 0) / inside.length)
    expect(spread).toBeGreaterThan(13)
    expect(spread).toBeLessThan(17)
  })
  it('bends down, up and back, after half a second', () => {
    const track = hear({ bendCents: { low: -60, high: 20 }, lengthS: 2 })
    // Half a second settled, then thirds of a second and a half: lowest at 1.0 s, highest at 1.5 s, home at 2 s.
    expect(Math.abs(around(track, 0.1, 0.2))).toBeLessThan(1.5)
    expect(around(track, 0.49, 0.51)).toBeCloseTo(-60, -0.5)
    expect(around(track, 0.74, 0.76)).toBeCloseTo(20, -0.5)
    expect(Math.abs(around(track, 0.96, 0.98))).toBeLessThan(3)
    expect(around(track, 0.37, 0.38)).toBeCloseTo(-30, -1)
    // A short tone settles for a quarter of its length.
    const short = hear({ bendCents: { low: -60, high: 20 }, lengthS: 0.8 })
    expect(around(short, 0.48, 0.52)).toBeLessThan(-50)
  })
  it('follows loudness, sharp or flat, as told', () => {
    const track = hear({ dynamics: 'swell', rangeDb: 12, sagCents: -20, lengthS: 1.2 })
    expect(around(track, 0.48, 0.52)).toBeCloseTo(-10, -0.5)
    // At eight hundredths of the length a swell has reached 0.16 of its loudness: −20 · (0.16 − 0.5).
    expect(Math.abs(around(track, 0.06, 0.1) - 6.8)).toBeLessThan(1)
  })
})

describe('loudness does what it is told', () => {
  it.each([
    // dB against the loudest: at the ends, the middle, and half way (linear in dB over the length).
    ['level', 12, [0, 0, 0]],
    ['swell', 12, [-12, 0, -6]],
    ['dip', 12, [0, -12, -6]],
    ['fade', 12, [0, -6, -3]],
  ] as const)('%s over %i dB', (dynamics, rangeDb, [start, middle, quarter]) => {
    const track = hear({ dynamics, rangeDb, lengthS: 2 })
    const loudest = Math.max(...track.db)
    const below = (share: number) => level(track, share) - loudest
    expect(below(0.03) - start).toBeLessThan(1.2)
    expect(below(0.03) - start).toBeGreaterThan(-1.2)
    expect(below(0.5)).toBeCloseTo(middle, -0.3)
    expect(below(0.25)).toBeCloseTo(quarter, -0.3)
  })
  it('takes 18 dB where only the shape was told, and none where nothing was', () => {
    const swell = hear({ dynamics: 'swell', lengthS: 2 })
    expect(level(swell, 0.5) - level(swell, 0.02)).toBeCloseTo(17.3, -0.5)
    const plain = hear({ lengthS: 1 })
    expect(Math.abs(level(plain, 0.2) - level(plain, 0.8))).toBeLessThan(0.3)
  })
  it('breathes as loud as asked, against the tone', () => {
    // Silent tone, breath 20 dB below a peak of a half: r.m.s. 0.05 (exact).
    const tone = play({ breathDb: -90 })
    const both = play({ breathDb: -20 })
    const breath = both.map((s, i) => s - tone[i]!)
    expect(rms(breath, 4000, 9000)).toBeCloseTo(0.05, 2)
    expect(20 * Math.log10(rms(breath, 4000, 9000) / 0.5)).toBeCloseTo(-20, 0)
  })
})

describe('a preset on an instrument', () => {
  const sags = PRESETS.find((p) => p.id === 'sags')!
  it.each([
    // Loud is flat on reeds, sharp on flute and recorder (common practice, no source).
    ['clarinet', -18],
    ['oboe', -18],
    ['flute', 18],
    ['alto-recorder', 18],
  ])('goes the %s’s own way when loud: %i cents', (id, cents) =>
    expect(presetOn(sags, instrument(id)).sagCents).toBe(cents),
  )
  it('changes nothing else', () => {
    const { sagCents: _, ...rest } = sags.performance
    expect(presetOn(sags, instrument('flute'))).toMatchObject(rest)
    const steady = PRESETS[0]
    expect(presetOn(steady, instrument('flute'))).toEqual(steady.performance)
  })
})

describe('strokes and squeaks', () => {
  const onsets = (samples: Float32Array) => {
    const frame = Math.round(0.005 * RATE)
    const loud = Array.from(
      { length: Math.floor(samples.length / frame) },
      (_, i) => rms(samples, i * frame, (i + 1) * frame) > 0.04,
    )
    return loud.flatMap((now, i) => (now && !loud[i - 1] ? [i * 0.005] : []))
  }
  it('come as often as asked, four fifths tone and one fifth gap', () => {
    const at = onsets(play({ strokes: { rateHz: 5, jitterMs: 0 }, lengthS: 1 }))
    expect(at).toHaveLength(5)
    at.forEach((s, k) => expect(Math.abs(s - k * 0.2)).toBeLessThan(0.012))
    const samples = play({ strokes: { rateHz: 5, jitterMs: 0 }, lengthS: 1 })
    expect(rms(samples, Math.round(0.165 * RATE), Math.round(0.195 * RATE))).toBe(0)
    expect(rms(samples, Math.round(0.06 * RATE), Math.round(0.12 * RATE))).toBeGreaterThan(0.1)
  })
  it('come unevenly when told, the first one in its place', () => {
    const at = onsets(play({ strokes: { rateHz: 5, jitterMs: 20 }, lengthS: 3, seed: 3 }))
    const off = at.map((s, k) => s - k * 0.2)
    expect(Math.abs(off[0]!)).toBeLessThan(0.01)
    const rest = off.slice(1)
    const spread = Math.sqrt(rest.reduce((sum, x) => sum + x * x, 0) / rest.length)
    // Three even draws, doubled: the standard deviation is the jitter (exact); a dozen draws tell it roughly.
    expect(spread).toBeGreaterThan(0.009)
    expect(spread).toBeLessThan(0.035)
  })
  it('squeak where, as long and as high as told, and nowhere else', () => {
    const track = trackPitch(
      play({ squeak: { atS: 0.3, lengthS: 0.2, partial: 3 }, lengthS: 0.8 }, 48000),
      48000,
    )
    const at = (s: number) => track.hz[Math.round(s / track.hopS)]!
    expect(Math.abs(centsBetween(3 * HZ, at(0.4)))).toBeLessThan(3)
    for (const s of [0.2, 0.6]) expect(Math.abs(cents(at(s)))).toBeLessThan(3)
  })
})

describe('the instrument’s partials', () => {
  it('are left out where they would lie beyond what the rate can hold', () => {
    const inst = instrument('flute')
    expect(inst.partials.length).toBeGreaterThan(3)
    // At 2400 samples a second only 440 and 880 Hz lie below 0.45 of the rate: their sum is periodic in 1/440 s.
    const samples = play({ lengthS: 0.5 }, 2400)
    expect(samples.every((s) => Number.isFinite(s) && Math.abs(s) <= 0.5)).toBe(true)
    const power = (hz: number) => {
      let re = 0
      let im = 0
      for (let i = 300; i < 900; i++) {
        re += samples[i]! * Math.cos((2 * Math.PI * hz * i) / 2400)
        im += samples[i]! * Math.sin((2 * Math.PI * hz * i) / 2400)
      }
      return Math.hypot(re, im)
    }
    // Partials 1 and 2 in their proportion; a third at 1320 Hz would fold back to 1080.
    expect(power(880) / power(440)).toBeCloseTo(inst.partials[1]! / inst.partials[0]!, 1)
    expect(power(1080)).toBeLessThan(0.05 * power(440))
  })
})
