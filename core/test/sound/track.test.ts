import { describe, expect, it } from 'vitest'
import { LiveTracker, trackPitch } from '@halitus/core/sound'
import { Doubler, Halver } from '../../src/sound/streams.ts'

/** A plain sine; exact arithmetic is the check, no instrument is needed. */
const sine = (hz: number, seconds: number, rate: number, amplitude = 0.5) =>
  Float32Array.from(
    { length: Math.round(seconds * rate) },
    (_, i) => amplitude * Math.sin((2 * Math.PI * hz * i) / rate),
  )
const rms = (x: Float32Array, from: number, to: number) =>
  Math.sqrt(x.slice(from, to).reduce((sum, v) => sum + v * v, 0) / (to - from))
const cents = (a: number, b: number) => 1200 * Math.log2(a / b)
/** A whole signal through a stream, in blocks. */
const through = (stream: Halver | Doubler, x: Float32Array, size = 1000) => {
  const out: number[] = []
  for (let at = 0; at < x.length; at += size) out.push(...stream.push(x.subarray(at, at + size)))
  return Float32Array.from([...out, ...stream.drain()])
}
const halve = (x: Float32Array, size?: number) => through(new Halver(), x, size)
const middle = <T>(x: ArrayLike<T>) => x[Math.floor(x.length / 2)]!

describe('halving a rate', () => {
  it('keeps what is low and drops what would fold back', () => {
    const low = halve(sine(500, 0.1, 48000))
    expect(low).toHaveLength(2400)
    expect(rms(low, 120, 2280)).toBeCloseTo(0.5 / Math.SQRT2, 3)
    expect(rms(halve(sine(20000, 0.1, 48000)), 200, 2200)).toBeLessThan(0.002)
  })
  it('keeps every second moment in its place', () => {
    const ramp = Float32Array.from({ length: 400 }, (_, i) => i / 400)
    const half = halve(ramp)
    for (const i of [30, 100, 150]) expect(half[i]!).toBeCloseTo((2 * i) / 400, 4)
    // However small the blocks that it comes in.
    expect([...halve(ramp, 7)]).toEqual([...half])
    // An odd length keeps its last sample.
    expect(halve(ramp.slice(0, 399))).toHaveLength(200)
  })
})

describe('doubling a rate', () => {
  it('keeps each sample in its place and puts one between', () => {
    const x = sine(1000, 0.05, 16000)
    const twice = through(new Doubler(), x, 33)
    expect(twice).toHaveLength(1600)
    for (const i of [200, 301, 555, 900])
      expect(twice[i]!).toBeCloseTo(0.5 * Math.sin((2 * Math.PI * 1000 * i) / 32000), 2)
  })
})

describe('pitch and level of a sine', () => {
  it.each([
    [58, 48000],
    [110, 48000],
    [440, 48000],
    [519, 48000],
    [521, 48000],
    [880, 44100],
    [1760, 48000],
    [3500, 48000],
    [440, 8000],
    [880, 16000],
    [440, 96000],
    [440, 192000],
  ])('%f Hz at %i samples a second is heard within a cent and a half', (hz, rate) => {
    const track = trackPitch(sine(hz, 0.3, rate), rate)
    expect(Math.abs(cents(middle(track.hz), hz))).toBeLessThan(1.5)
    expect(middle(track.clarity)).toBeGreaterThan(0.95)
  })
  it.each([
    [1, -3.01],
    [0.5, -9.03],
    [0.01, -43.01],
  ])('amplitude %f is %f dB (20·log10(a/√2), exact)', (amplitude, db) =>
    // Ten whole periods of 500 Hz lie in the 20 ms that the level is taken from.
    expect(middle(trackPitch(sine(500, 0.2, 48000, amplitude), 48000).db)).toBeCloseTo(db, 1),
  )
  it.each([
    // The room below −60 dB isn't listened to: 0.001414·… just above it and just below.
    [0.00143, true],
    [0.0014, false],
  ])('amplitude %f has a pitch: %s', (amplitude, heard) =>
    expect(middle(trackPitch(sine(440, 0.2, 48000, amplitude), 48000).hz) > 0).toBe(heard),
  )
  it.each([
    [47, true],
    [42, false],
    [4700, true],
    [4950, false],
  ])('%f Hz lies inside what is heard: %s', (hz, heard) =>
    expect(middle(trackPitch(sine(hz, 0.4, 48000), 48000).hz) > 0).toBe(heard),
  )
  it('hears no pitch in silence', () => {
    const track = trackPitch(new Float32Array(4800), 48000)
    expect([...track.hz].every((hz) => hz === 0)).toBe(true)
    expect(Math.max(...track.db)).toBeLessThan(-110)
    expect(Math.max(...track.clarity)).toBe(0)
  })
  it('has a frame every five thousandths of a second, each at its middle', () => {
    const track = trackPitch(sine(440, 0.2, 48000), 48000)
    expect(track.hz).toHaveLength(40)
    expect(track.hopS).toBe(0.005)
    expect(track.timeS[0]).toBeCloseTo(0.0025, 9)
    expect(track.timeS[39]).toBeCloseTo(0.1975, 9)
    expect(trackPitch(new Float32Array(10), 48000).hz).toHaveLength(1)
  })
  it('follows a step from low to high within its window', () => {
    const both = new Float32Array(19200)
    both.set(sine(220, 0.2, 48000))
    both.set(sine(1320, 0.2, 48000), 9600)
    const track = trackPitch(both, 48000)
    expect(Math.abs(cents(track.hz[24]!, 220))).toBeLessThan(3)
    expect(Math.abs(cents(track.hz[56]!, 1320))).toBeLessThan(3)
  })
})

describe('the same, live', () => {
  it.each([128, 480, 1000, 4800])('in blocks of %i samples hears what the whole recording holds', (size) => {
    const samples = sine(500, 0.4, 48000)
    const tracker = new LiveTracker(48000)
    const frames = []
    for (let at = 0; at < samples.length; at += size)
      frames.push(...tracker.push(samples.slice(at, at + size)))
    // What waits for its window (31 ms) and for what follows (15 ms) isn't told yet.
    expect(frames.length).toBeGreaterThanOrEqual(69)
    expect(frames.length).toBeLessThanOrEqual(72)
    const full = frames.filter((f) => f.timeS > 0.05)
    for (const f of full) {
      expect(Math.abs(cents(f.hz, 500))).toBeLessThan(1.5)
      expect(f.db).toBeCloseTo(-9.03, 1)
      expect(f.newestS - f.timeS).toBeCloseTo(0.03125, 9)
    }
    for (let i = 1; i < frames.length; i++)
      expect(frames[i]!.timeS - frames[i - 1]!.timeS).toBeCloseTo(0.005, 9)
  })
})
