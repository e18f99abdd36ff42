import { valueWindow } from './features.ts'
import { line, mean } from './statistics.ts'

/** A regular swing: its depth (r.m.s. × √2, the amplitude of a sine) and rate; null when the note is too short for it. */
export interface Swing {
  depth: number | null
  rateHz: number | null
}

/** Vibrato and shaking lie here; slower is a waver. */
const FAST_HZ = [2, 12] as const
const SLOW_HZ = [0.4, 2] as const
const FAST_NEEDS_S = 0.8
/** A slow swing needs this many of its own lengths to be told from a drift. */
const SLOW_PERIODS = 1.5

/** How much of a swing is left in a pitch value that was taken from a window: two moving averages (exact for a sine). */
export function leftOfSwing(rateHz: number, hz: number): number {
  const { lengthS, lagS } = valueWindow(hz)
  const sinc = (x: number) => (x === 0 ? 1 : Math.sin(Math.PI * x) / (Math.PI * x))
  return sinc(rateHz * (lengthS - lagS)) * sinc(rateHz * lagS)
}

/**
 * What of a curve swings 2 to 12 times a second: band-limited power by Goertzel sums (Parseval), strongest rate, and the
 * loss in the window given back.
 * @param residual the curve without its drift, one value every `hopS`
 * @param hz the pitch, for the window's length; 0 when nothing was averaged
 */
export function fastSwing(residual: Float64Array, hopS: number, hz: number): Swing {
  const n = residual.length
  const seconds = n * hopS
  if (seconds < FAST_NEEDS_S) return { depth: null, rateHz: null }
  const average = mean(residual)
  let power = 0
  let strongest = 0
  let rateHz = 0
  const powers: number[] = []
  for (let k = Math.ceil(FAST_HZ[0] * seconds); k <= Math.floor(FAST_HZ[1] * seconds); k++) {
    const step = (2 * Math.PI * k) / n
    const turn = 2 * Math.cos(step)
    let s1 = 0
    let s2 = 0
    for (let i = 0; i < n; i++) {
      const s0 = residual[i]! - average + turn * s1 - s2
      s2 = s1
      s1 = s0
    }
    const left = hz > 0 ? leftOfSwing(k / seconds, hz) : 1
    const binPower = (2 * (s1 * s1 + s2 * s2 - turn * s1 * s2)) / (n * n) / Math.max(0.2, left) ** 2
    power += binPower
    powers[k] = binPower
    if (binPower > strongest) {
      strongest = binPower
      rateHz = k / seconds
    }
  }
  // Between two rates: amplitudes of neighbours lean towards where the swing is (exact for a rectangular window's lobe).
  const k = Math.round(rateHz * seconds)
  const [below, above] = [Math.sqrt(powers[k - 1] ?? 0), Math.sqrt(powers[k + 1] ?? 0)]
  const side =
    above > below ? above / (above + Math.sqrt(strongest)) : -below / (below + Math.sqrt(strongest))
  if (Number.isFinite(side)) rateHz = (k + side) / seconds
  return { depth: Math.SQRT2 * Math.sqrt(power), rateHz }
}

/**
 * The sine between 0.4 and 2 Hz that fits best beside a straight line (least squares, rates tried one by one).
 * @returns depth and rate null where the note holds less than one and a half of its lengths; `share` of the movement that the
 *   sine explains
 */
export function slowSwing(t: Float64Array, x: Float64Array): Swing & { share: number } {
  const seconds = t.length > 1 ? t.at(-1)! - t[0]! : 0
  const lowest = Math.max(SLOW_HZ[0], SLOW_PERIODS / Math.max(1e-6, seconds))
  if (lowest >= SLOW_HZ[1]) return { depth: null, rateHz: null, share: 0 }
  const straight = line(t, x)
  const rest = x.map((v, i) => v - straight.a - straight.b * t[i]!)
  // Every fifth value is enough for what is this slow.
  const step = Math.max(1, Math.floor(x.length / 200))
  let best = { gain: 0, depth: 0, rateHz: lowest }
  for (let rateHz = lowest; rateHz <= SLOW_HZ[1] + 1e-9; rateHz += 0.05) {
    const fit = sineFit(t, rest, step, rateHz)
    if (fit.gain > best.gain) best = { ...fit, rateHz }
  }
  return { depth: best.depth, rateHz: best.gain > 0 ? best.rateHz : null, share: best.gain }
}

/** Least squares of a + b·t + c·cos + d·sin at one rate. */
function sineFit(t: Float64Array, x: Float64Array, step: number, rateHz: number) {
  const m = Array.from({ length: 4 }, () => new Float64Array(5))
  const middle = (t[0]! + t.at(-1)!) / 2
  let all = 0
  for (let i = 0; i < x.length; i += step) {
    const s = t[i]! - middle
    const row = [1, s, Math.cos(2 * Math.PI * rateHz * s), Math.sin(2 * Math.PI * rateHz * s)]
    for (let a = 0; a < 4; a++) {
      for (let b = 0; b < 4; b++) m[a]![b]! += row[a]! * row[b]!
      m[a]![4]! += row[a]! * x[i]!
    }
    all += x[i]! ** 2
  }
  const right = m.map((row) => row[4]!)
  const solution = solve(m)
  if (!solution) return { gain: 0, depth: 0 }
  const explained = solution.reduce((sum, v, k) => sum + v * right[k]!, 0)
  return { gain: all > 0 ? explained / all : 0, depth: Math.hypot(solution[2]!, solution[3]!) }
}

/** Gauss's elimination of four equations, in place; undefined when they don't determine anything. */
function solve(m: Float64Array[]): number[] | undefined {
  const n = m.length
  for (let c = 0; c < n; c++) {
    let pivot = c
    for (let r = c + 1; r < n; r++) if (Math.abs(m[r]![c]!) > Math.abs(m[pivot]![c]!)) pivot = r
    if (Math.abs(m[pivot]![c]!) < 1e-9) return undefined
    ;[m[c], m[pivot]] = [m[pivot]!, m[c]!]
    for (let r = 0; r < n; r++) {
      if (r === c) continue
      const factor = m[r]![c]! / m[c]![c]!
      for (let k = c; k <= n; k++) m[r]![k]! -= factor * m[c]![k]!
    }
  }
  return m.map((row, i) => row[n]! / row[i]!)
}
