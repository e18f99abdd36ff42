import { describe, expect, it } from 'vitest'
import { analyse, longTone } from '@halitus/core/sound'

/** The truth is the curve that was made: its r.m.s. × √2 about its own straight line (exact arithmetic). */
const RATE = 24000
const LENGTH_S = 6
const LEAD_S = 0.3

/** A tone of twelve partials whose pitch follows a curve, cents over seconds. */
function played(cents: (t: number) => number): Float32Array {
  let phase = 0
  return Float32Array.from({ length: (LENGTH_S + 2 * LEAD_S) * RATE }, (_, i) => {
    const t = i / RATE - LEAD_S
    const level = Math.max(0, Math.min(1, t / 0.04, (LENGTH_S - t) / 0.04))
    phase += (2 * Math.PI * 330 * 2 ** (cents(t) / 1200)) / RATE
    let v = 0
    for (let k = 1; k <= 12; k++) v += Math.sin(k * phase) / k
    return 0.2 * level * v
  })
}
function sizeOf(cents: (t: number) => number): number {
  const n = 2000
  const t = Array.from({ length: n }, (_, i) => ((i + 0.5) / n - 0.5) * LENGTH_S)
  const x = t.map((s) => cents(s + LENGTH_S / 2))
  const mean = x.reduce((a, b) => a + b) / n
  const slope = t.reduce((s, v, i) => s + v * x[i]!, 0) / t.reduce((s, v) => s + v * v, 0)
  return Math.sqrt((2 * x.reduce((s, v, i) => s + (v - mean - slope * t[i]!) ** 2, 0)) / n)
}
const sine = (hz: number, t: number, at = 0) => Math.sin(2 * Math.PI * hz * t + at)

describe('all that a pitch moves, as one size', () => {
  it.each<[string, (t: number) => number]>([
    ['nothing', () => 0],
    ['a slow waver', (t) => 12 * sine(1.1, t)],
    ['a waver in no order', (t) => 9 * sine(0.6, t) + 7 * sine(1.37, t, 1) + 6 * sine(2.3, t, 2)],
    ['a waver that grows and hurries', (t) => (9 + t) * Math.sin(2 * Math.PI * (0.8 * t + 0.06 * t * t))],
    ['vibrato', (t) => 20 * sine(5.5, t)],
    ['a waver under vibrato, on a drift', (t) => 10 * sine(0.9, t) + 10 * sine(5, t) + 4 * t],
  ])('%s', (_, cents) => {
    const tone = longTone(analyse(played(cents), RATE).report)!
    expect(Math.abs(tone.movementCents - sizeOf(cents))).toBeLessThan(1.5)
  })
})
