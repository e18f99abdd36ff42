/** Values between samples. */

/** Where the highest point of a parabola through three equal steps lies, −0.5 to 0.5 of a step from the middle one. */
export function vertex(a: number, b: number, c: number): number {
  const bend = a - 2 * b + c
  return bend < 0 ? Math.max(-0.5, Math.min(0.5, (0.5 * (a - c)) / bend)) : 0
}

/** Half the number of neighbours that a value between two samples is made of. */
export const HALF_KERNEL = 5
/** Steps between two samples that are kept ready. */
const STEPS = 64
const KERNEL = (() => {
  const width = 2 * HALF_KERNEL
  const table = new Float64Array((STEPS + 1) * width)
  for (let s = 0; s <= STEPS; s++) {
    const at = Float64Array.from({ length: width }, (_, k) => k - HALF_KERNEL + 1 - s / STEPS)
    const taps = at.map((x) => {
      const window = 0.5 + 0.5 * Math.cos((Math.PI * x) / HALF_KERNEL)
      return Math.abs(x) < 1e-9 ? 1 : (Math.sin(Math.PI * x) / (Math.PI * x)) * window
    })
    table.set(keepingParabolas(taps, at), s * width)
  }
  return table
})()

/**
 * Taps changed by as little as possible (least squares) so that constants, lines and parabolas come out exactly: a cut
 * sinc bends the top of a flat peak and puts it elsewhere.
 */
function keepingParabolas(taps: Float64Array, at: Float64Array): Float64Array {
  const powers = [0, 1, 2]
  const sum = (of: (x: number, k: number) => number) => at.reduce((s, x, k) => s + of(x, k), 0)
  const missing = powers.map((p) => (p === 0 ? 1 : 0) - sum((x, k) => taps[k]! * x ** p))
  const [[a, b, c], [, d, e], [, , f]] = powers.map((p) => powers.map((q) => sum((x) => x ** (p + q)))) as [
    [number, number, number],
    [number, number, number],
    [number, number, number],
  ]
  // A symmetric three by three, by Cramer's rule.
  const det = a * (d * f - e * e) - b * (b * f - c * e) + c * (b * e - c * d)
  const [u, v, w] = missing as [number, number, number]
  const share = [
    (u * (d * f - e * e) - b * (v * f - e * w) + c * (v * e - d * w)) / det,
    (a * (v * f - e * w) - u * (b * f - c * e) + c * (b * w - v * c)) / det,
    (a * (d * w - v * e) - b * (b * w - v * c) + u * (b * e - c * d)) / det,
  ]
  return taps.map((t, k) => t + share[0]! + share[1]! * at[k]! + share[2]! * at[k]! ** 2)
}

/** What each step leaves of the power of white noise: the sum of the squares of its taps. */
const NOISE_LEFT = Float64Array.from({ length: STEPS + 1 }, (_, s) => {
  let sum = 0
  for (let k = 0; k < 2 * HALF_KERNEL; k++) sum += KERNEL[s * 2 * HALF_KERNEL + k]! ** 2
  return sum
})

/** How much of the power of white noise {@link between} leaves at a place. */
export function noiseLeft(at: number): number {
  return NOISE_LEFT[Math.round((at - Math.floor(at)) * STEPS)]!
}

type Taps = [number, number, number, number, number, number, number, number, number, number]

/** Sum of the squares of a stretch. */
export function powerOf(x: Float32Array, from: number, length: number): number {
  let sum = 0
  for (let i = from; i < from + length; i++) sum += x[i]! * x[i]!
  return sum
}

/**
 * Sum of the squared differences between a stretch and the one `lag` samples earlier, which need not be whole: the same as
 * by {@link between} for each sample, whose taps are the same for all of them.
 */
export function differenceOf(x: Float32Array, from: number, length: number, lag: number): number {
  const first = Math.floor(from - lag)
  const step = Math.round((from - lag - first) * STEPS) * 2 * HALF_KERNEL
  const ahead = from - first + HALF_KERNEL - 1
  // The ten taps written out: a loop over them takes three times as long.
  const [a, b, c, d, e, f, g, h, k, l] = KERNEL.subarray(step, step + 2 * HALF_KERNEL) as unknown as Taps
  let sum = 0
  for (let i = first - HALF_KERNEL + 1, last = i + length; i < last; i++) {
    const near = a * x[i]! + b * x[i + 1]! + c * x[i + 2]! + d * x[i + 3]! + e * x[i + 4]!
    const far = f * x[i + 5]! + g * x[i + 6]! + h * x[i + 7]! + k * x[i + 8]! + l * x[i + 9]!
    const before = near + far
    const difference = x[i + ahead]! - before
    sum += difference * difference
  }
  return sum
}

/** Value between samples by a windowed sinc over ten neighbours; `at` must have five on each side. */
export function between(x: ArrayLike<number>, at: number): number {
  const whole = Math.floor(at)
  const step = Math.round((at - whole) * STEPS) * 2 * HALF_KERNEL
  const from = whole - HALF_KERNEL + 1
  let sum = 0
  for (let k = 0; k < 2 * HALF_KERNEL; k++) sum += x[from + k]! * KERNEL[step + k]!
  return sum
}
