import { between, HALF_KERNEL, vertex } from './between.ts'
import type { Periods } from './periods.ts'

/** Periods that a window may have, in samples of that window; plain arrays that are written anew for each frame. */
export class Candidates {
  readonly lag: Float64Array
  readonly value: Float64Array
  count = 0
  private readonly most: number
  constructor(most: number) {
    this.most = most
    this.lag = new Float64Array(most)
    this.value = new Float64Array(most)
  }

  /**
   * Peaks of a window, from short lags to long. Taken is what comes near the highest so far; a multiple of a period that
   * is taken is only taken when it repeats better (the octave below).
   */
  take(periods: Periods, minLag: number): void {
    this.count = 0
    const { values, maxLag } = periods
    let record = 0
    let rising = values[Math.floor(minLag)]! < values[Math.floor(minLag) + 1]!
    for (let i = Math.floor(minLag) + 1; i <= maxLag; i++) {
      const up = values[i + 1]! > values[i]!
      const peak = rising && !up
      rising = up
      if (!peak || values[i]! < LEAST || values[i]! < NEAR * record - 0.1) continue
      const [lag, value] = this.refine(values, i, maxLag)
      if (value < LEAST || value < NEAR * record) continue
      if (this.multiple(lag, value)) continue
      if (value > record) record = value
      this.keep(lag, value)
    }
  }

  private multiple(lag: number, value: number): boolean {
    for (let c = 0; c < this.count; c++) {
      const ratio = lag / this.lag[c]!
      const whole = Math.round(ratio)
      if (whole >= 2 && Math.abs(ratio / whole - 1) < 0.02 && value < this.value[c]! + GAIN) return true
    }
    return false
  }
  private keep(lag: number, value: number): void {
    if (this.count < this.most) {
      this.lag[this.count] = lag
      this.value[this.count++] = value
      return
    }
    // Full: what is left out is the least of them, an octave lower counting for as much less as the path will say.
    let worst = 0
    for (let c = 1; c < this.count; c++) if (this.rank(c) < this.rank(worst)) worst = c
    if (value - LOWER * Math.log2(lag) <= this.rank(worst)) return
    for (let c = worst; c < this.count - 1; c++) {
      this.lag[c] = this.lag[c + 1]!
      this.value[c] = this.value[c + 1]!
    }
    this.lag[this.count - 1] = lag
    this.value[this.count - 1] = value
  }
  private rank(c: number): number {
    return this.value[c]! - LOWER * Math.log2(this.lag[c]!)
  }
  private refine(values: Float32Array, i: number, maxLag: number): [number, number] {
    if (i < HALF_KERNEL + 1 || i > maxLag - HALF_KERNEL - 1) {
      const shift = vertex(values[i - 1]!, values[i]!, values[i + 1]!)
      return [i + shift, values[i]! - (shift * (values[i - 1]! - values[i + 1]!)) / 4]
    }
    const first = i + vertex(values[i - 1]!, values[i]!, values[i + 1]!)
    const a = between(values, first - 0.25)
    const b = between(values, first)
    const c = between(values, first + 0.25)
    const shift = vertex(a, b, c)
    return [first + 0.25 * shift, b - (shift * (a - c)) / 4]
  }
}

/** Less than this is chance, not a period. */
const LEAST = 0.2
/** Peaks lower than this share of the highest so far aren't looked at. */
const NEAR = 0.6
/** A multiple must repeat better by this much to be a period of its own. */
const GAIN = 0.015
/** What an octave lower costs. */
const LOWER = 0.04
