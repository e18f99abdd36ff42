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
  const table = new Float64Array((STEPS + 1) * 2 * HALF_KERNEL)
  for (let s = 0; s <= STEPS; s++)
    for (let k = 0; k < 2 * HALF_KERNEL; k++) {
      const x = k - HALF_KERNEL + 1 - s / STEPS
      const window = 0.5 + 0.5 * Math.cos((Math.PI * x) / HALF_KERNEL)
      table[s * 2 * HALF_KERNEL + k] =
        Math.abs(x) < 1e-9 ? 1 : (Math.sin(Math.PI * x) / (Math.PI * x)) * window
    }
  return table
})()

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

/** Value between samples by a windowed sinc over ten neighbours; `at` must have five on each side. */
export function between(x: ArrayLike<number>, at: number): number {
  const whole = Math.floor(at)
  const step = Math.round((at - whole) * STEPS) * 2 * HALF_KERNEL
  const from = whole - HALF_KERNEL + 1
  let sum = 0
  for (let k = 0; k < 2 * HALF_KERNEL; k++) sum += x[from + k]! * KERNEL[step + k]!
  return sum
}
