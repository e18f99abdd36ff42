import { centsBetween } from '../pitch/index.ts'
import { median } from './statistics.ts'

/** How levels move: what strokes are read from. Frames are counted from the beginning of the track, [from, to) is where sound doesn't stop. */

const SINE_HZ = [3, 6] as const
const SINE_S = 0.5

/** Amplitude of the strongest sine of 3 to 6 Hz in the level within half a second, dB; 0 where the note is shorter. */
export function sineAround(x: Float32Array, at: number, hopS: number, from: number, to: number): number {
  const reach = Math.round(SINE_S / hopS)
  const low = Math.max(from, at - reach)
  const high = Math.min(to, at + reach)
  if (high - low < reach) return 0
  const average = meanOf(x, low, high - 1)
  let strongest = 0
  for (let rate = SINE_HZ[0]; rate <= SINE_HZ[1]; rate += 0.25) {
    let re = 0
    let im = 0
    let weight = 0
    for (let i = low; i < high; i++) {
      const w = 0.5 - 0.5 * Math.cos((2 * Math.PI * (i - low + 0.5)) / (high - low))
      const angle = 2 * Math.PI * rate * hopS * i
      const v = w * Math.max(-25, x[i]! - average)
      re += v * Math.cos(angle)
      im += v * Math.sin(angle)
      weight += w
    }
    strongest = Math.max(strongest, (2 * Math.hypot(re, im)) / weight)
  }
  return strongest
}

/** Mean of values `from` to `to`, both counted. */
export function meanOf(x: Float32Array, from: number, to: number): number {
  let sum = 0
  for (let i = from; i <= to; i++) sum += x[i]!
  return sum / (to - from + 1)
}

/** How far a moment lies below the lower of its two shoulders; each is the third highest value there, so that no click is one. */
export function depthAt(x: Float32Array, i: number, reach: number, from: number, to: number): number {
  return (
    Math.min(shoulder(x, i - reach, i - 1, from, to), shoulder(x, i + 2, i + reach + 1, from, to)) - x[i]!
  )
}

/** The third highest of values [low, high) as far as they lie in [from, to); -Infinity of none. */
export function shoulder(x: Float32Array, low: number, high: number, from: number, to: number): number {
  let a = -Infinity
  let b = -Infinity
  let c = -Infinity
  for (let k = Math.max(from, low); k < Math.min(to, high); k++) {
    const v = x[k]!
    if (v > a) {
      c = b
      b = a
      a = v
    } else if (v > b) {
      c = b
      b = v
    } else if (v > c) c = v
  }
  return c > -Infinity ? c : b
}

/** How much the level jumps about by chance: the usual distance of a frame from the mean of its neighbours, dB. */
export function chanceOf(x: Float32Array, from: number, to: number): number {
  const jumps: number[] = []
  for (let i = from + 2; i < to - 2; i++) jumps.push(Math.abs(x[i]! - (x[i - 1]! + x[i + 1]!) / 2))
  return median(jumps)
}

/** Whether the pitch is another one, by more than 60 cents, so many frames before and after a moment. */
export function changes(hz: Float32Array, i: number, reach: number, from: number, to: number): boolean {
  const a = hz[Math.max(from, i - reach)]!
  const b = hz[Math.min(to - 1, i + reach)]!
  return a > 0 && b > 0 && Math.abs(centsBetween(a, b)) > 60
}
