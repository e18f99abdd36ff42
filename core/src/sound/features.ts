import { between, differenceOf, noiseLeft, powerOf, vertex } from './between.ts'
import { bandPassPower, type History } from './streams.ts'

/** Two neighbouring stretches this long at least are compared, s: shorter ones are alike by chance. */
const CLOSE_S = 0.004
/** The value of a pitch is taken from this many periods, but from no less and no more than so much, s. */
const VALUE_PERIODS = 3
const VALUE_S = [0.02, 0.056] as const
/** How many neighbours a value between samples needs on each side. */
const SIDE = 6
/** So many lags are tried, a multiple of three. */
const LAGS = 2 * SIDE + 3
/** Partials that colour is told by, and how high, Hz. */
const MOST_PARTIALS = 20
const COLOUR_TOP_HZ = 10500
/** Colour is read from at least this long a window, s. */
const COLOUR_S = 0.02
/** A peak this near to where it was expected is placed well, samples. */
const WELL_INSIDE = 0.6
const UPPER_HZ = 1500
const STEP_S = 0.005

/**
 * Window that a pitch's value is taken from: its length and the lag of as many periods as fit into half of it, s. What
 * moves faster than that is averaged by both.
 */
export function valueWindow(hz: number): { lengthS: number; lagS: number } {
  const lengthS = Math.max(VALUE_S[0], Math.min(VALUE_S[1], VALUE_PERIODS / hz))
  return { lengthS, lagS: Math.max(1, Math.floor((lengthS / 2) * hz)) / hz }
}

/** What is measured once a pitch is known, from the samples around it. Reads the streams' histories; keeps nothing else. */
export class FineFeatures {
  private readonly rate: number
  private readonly rumbleHz: number
  private readonly full: History
  /** Half the rate, without rumble. */
  private readonly middle: History
  private colourFrame = 0
  private colour = { brightness: NaN, oddEvenDb: NaN }
  private readonly scratch = new Float64Array(64)
  private low = 0
  private low2 = 0
  private readonly upper: History

  constructor(rate: number, full: History, middle: History, upper: History, rumbleHz: number) {
    this.upper = upper
    this.rate = rate
    this.rumbleHz = rumbleHz
    this.full = full
    this.middle = middle
  }

  /** r.m.s. level of two hops around a centre, dB below full scale. */
  levelDb(centre: number, hop: number): number {
    const { data, begin, end } = this.full
    const from = Math.max(begin, Math.round(centre) - 2 * hop)
    const to = Math.min(end, Math.round(centre) + 2 * hop)
    let sum = 0
    for (let i = from; i < to; i++) sum += data[i - begin]! * data[i - begin]!
    return 10 * Math.log10(sum / Math.max(1, to - from) + 1e-12)
  }

  /** How alike the two stretches on each side of a moment are, one period apart: −1 to 1. Samples at half the rate. */
  repeats(centre: number, lag: number): number {
    const { data, begin, end } = this.middle
    const length = Math.max(Math.round(lag), Math.round((CLOSE_S * this.rate) / 2))
    const whole = Math.floor(lag)
    const part = lag - whole
    const from = Math.round(centre - (length + lag) / 2)
    if (from < begin || from + length + whole + 1 >= end) return 0
    let ab = 0
    let aa = 0
    let bb = 0
    for (let i = from - begin, last = i + length; i < last; i++) {
      const a = data[i]!
      const b = data[i + whole]! * (1 - part) + data[i + whole + 1]! * part
      ab += a * b
      aa += a * a
      bb += b * b
    }
    const both = aa + bb
    return both > 0 ? (2 * ab) / both : 0
  }

  /**
   * The pitch at a moment from a window of three periods: the lag of as many periods as fit into half of it, found
   * between samples, is that much finer than one period.
   */
  exactHz(centreFull: number, hz: number): number {
    const found = this.refined(centreFull, hz)
    // Away from where it was expected too few neighbours stood on one side: once more from there.
    const moved = valueWindow(hz).lagS * (this.rate / 2) * Math.abs(found / hz - 1)
    return moved > WELL_INSIDE ? this.refined(centreFull, found) : found
  }

  private refined(centreFull: number, hz: number): number {
    const { data, begin, end } = this.middle
    const rate = this.rate / 2
    const centre = centreFull / 2
    const period = rate / hz
    const { lengthS, lagS } = valueWindow(hz)
    const window = Math.round(rate * lengthS)
    const periods = Math.round(lagS * hz)
    const target = periods * period
    const first = Math.round(target) - SIDE - 1
    const count = LAGS
    const length = window - Math.round(target)
    // A lag that is not whole moves the window's middle with it.
    const from = Math.round(centre - (length + target) / 2)
    if (first < 1 || from < begin || from + length + first + count >= end) return hz
    const base = from - begin
    const values = this.scratch
    let bb = 0
    let aa = 0
    for (let i = 0; i < length; i++) {
      aa += data[base + i]! ** 2
      bb += data[base + i + first]! ** 2
    }
    // Three lags in one pass: each sample is fetched once for all three.
    for (let k = 0; k < count; k += 3) {
      let ab0 = 0
      let ab1 = 0
      let ab2 = 0
      for (let i = base, j = base + first + k, last = base + length; i < last; i++, j++) {
        const a = data[i]!
        ab0 += a * data[j]!
        ab1 += a * data[j + 1]!
        ab2 += a * data[j + 2]!
      }
      values[k] = ab0
      values[k + 1] = ab1
      values[k + 2] = ab2
    }
    for (let k = 0, lag = first; k < count; k++, lag++) {
      values[k] = (2 * values[k]!) / (aa + bb + 1e-20)
      bb += data[base + length + lag]! ** 2 - data[base + lag]! ** 2
    }
    // The peak next to where it is expected.
    let best = SIDE + 1
    while (best < count - SIDE + 3 && best + 1 < count - 1 && values[best + 1]! > values[best]!) best++
    while (best > 1 && values[best - 1]! > values[best]!) best--
    if (best < SIDE - 2 || best > SIDE + 4) return hz
    const at = best + vertex(values[best - 1]!, values[best]!, values[best + 1]!)
    const clamped = Math.max(4.3, Math.min(count - 6.3, at))
    const [a, b, c] = [
      between(values, clamped - 0.25),
      between(values, clamped),
      between(values, clamped + 0.25),
    ]
    const lag = first + clamped + 0.25 * vertex(a, b, c)
    return (rate * periods) / lag
  }

  /** Noise, colour and the upper band at a moment. */
  tell(centre: number, hz: number) {
    const { hnrDb } = this.noise(centre, hz)
    if (hz <= 0) this.colour = { brightness: NaN, oddEvenDb: NaN }
    else if (Number.isNaN(this.colour.brightness) || ++this.colourFrame >= 4) {
      this.colourFrame = 0
      this.colour = this.colourAt(centre / 2, hz)
    }
    return {
      hnrDb,
      levelDb: this.level(this.full, centre, hz),
      upperDb: this.level(this.upper, centre, hz),
      ...this.colour,
    }
  }

  /**
   * What isn't the same one period earlier is noise, once in each of the two: half the difference's power. Over whole
   * periods, of 5 ms at least; what the value between samples takes off the earlier noise is given back.
   */
  private noise(centre: number, hz: number): { hnrDb: number } {
    if (hz <= 0) return { hnrDb: NaN }
    const { data, begin, end } = this.full
    const lag = this.rate / hz
    const length = Math.round(Math.ceil(STEP_S * hz) * lag)
    const from = Math.round(centre - length / 2 + lag / 2)
    if (from - lag - SIDE < begin || from + length + SIDE >= end) return { hnrDb: NaN }
    const power = powerOf(data, from - begin, length)
    const noise = differenceOf(data, from - begin, length, lag) / (1 + noiseLeft(-lag))
    const tone = power - noise
    return { hnrDb: tone > 0 && noise > 0 ? 10 * Math.log10(tone / noise) : tone > 0 ? 80 : -20 }
  }

  /** Amplitudes of partials from a whole number of periods, where each partial is blind to all others. */
  private colourAt(centre: number, hz: number): { brightness: number; oddEvenDb: number } {
    const { data, begin, end } = this.middle
    const rate = this.rate / 2
    const periods = Math.max(2, Math.ceil(COLOUR_S * hz))
    const length = Math.round((periods * rate) / hz)
    const from = Math.round(centre - length / 2)
    if (from < begin || from + length >= end) return { brightness: NaN, oddEvenDb: NaN }
    const top = Math.min(MOST_PARTIALS, Math.floor(Math.min(COLOUR_TOP_HZ, rate * 0.46) / hz))
    let sum = 0
    let weighted = 0
    let odd = 0
    let even = 0
    for (let h = 1; h <= top; h++) {
      const turn = 2 * Math.cos((2 * Math.PI * h * hz) / rate)
      let s1 = 0
      let s2 = 0
      for (let i = from - begin, last = i + length; i < last; i++) {
        const s0 = data[i]! + turn * s1 - s2
        s2 = s1
        s1 = s0
      }
      const power = Math.max(0, s1 * s1 + s2 * s2 - turn * s1 * s2)
      // What the band-pass took is given back.
      const whole = power / bandPassPower(h * hz, this.rumbleHz, rate)
      sum += Math.sqrt(whole)
      weighted += h * Math.sqrt(whole)
      if (h > 1) {
        if (h % 2) odd += whole
        else even += whole
      }
    }
    return {
      brightness: sum > 0 ? weighted / sum : NaN,
      oddEvenDb: top >= 3 && odd > 0 && even > 0 ? 10 * Math.log10(odd / even) : NaN,
    }
  }

  /** Keeps what of a block lies above 1.5 kHz, by two poles. */
  hear(block: Float32Array): void {
    const share = 1 - Math.exp((-2 * Math.PI * UPPER_HZ) / this.rate)
    const out = new Float32Array(block.length)
    for (let i = 0; i < block.length; i++) {
      this.low += share * (block[i]! - this.low)
      const high = block[i]! - this.low
      this.low2 += share * (high - this.low2)
      out[i] = high - this.low2
    }
    this.upper.push(out)
  }

  /** Level over a whole number of periods, of 5 ms at least: a shorter window would beat with the tone. */
  private level(of: History, centre: number, hz: number): number {
    const length = hz > 0 ? (Math.ceil(STEP_S * hz) * this.rate) / hz : 2 * STEP_S * this.rate
    const { data, begin, end } = of
    const from = Math.max(begin, Math.round(centre - length / 2))
    const to = Math.min(end, Math.round(centre + length / 2))
    let sum = 0
    for (let i = from - begin; i < to - begin; i++) sum += data[i]! * data[i]!
    return 10 * Math.log10(sum / Math.max(1, to - from) + 1e-12)
  }
}
