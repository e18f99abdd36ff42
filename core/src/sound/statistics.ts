/** Small statistics over plain arrays of numbers. */

/** Arithmetic mean; 0 of nothing. */
export const mean = (x: ArrayLike<number>): number => {
  let sum = 0
  for (let i = 0; i < x.length; i++) sum += x[i]!
  return x.length ? sum / x.length : 0
}

/** Middle value, the mean of the two middle ones for an even number; 0 of nothing. */
export const median = (x: ArrayLike<number>): number => {
  const sorted = Float64Array.from(x).sort()
  const half = sorted.length >> 1
  if (!sorted.length) return 0
  return sorted.length % 2 ? sorted[half]! : (sorted[half - 1]! + sorted[half]!) / 2
}

/** Root of the mean squared deviation from the mean. */
export const spread = (x: ArrayLike<number>): number => {
  const m = mean(x)
  let sum = 0
  for (let i = 0; i < x.length; i++) sum += (x[i]! - m) ** 2
  return x.length ? Math.sqrt(sum / x.length) : 0
}

/** Least-squares line y = a + b·x; b is 0 when x doesn't vary. */
export function line(x: ArrayLike<number>, y: ArrayLike<number>): { a: number; b: number } {
  const mx = mean(x)
  const my = mean(y)
  let sxx = 0
  let sxy = 0
  for (let i = 0; i < x.length; i++) {
    sxx += (x[i]! - mx) ** 2
    sxy += (x[i]! - mx) * (y[i]! - my)
  }
  const b = sxx > 0 ? sxy / sxx : 0
  return { a: my - b * mx, b }
}

/** Pearson’s correlation, −1 to 1; 0 where one of both doesn’t vary. */
export function correlation(x: ArrayLike<number>, y: ArrayLike<number>): number {
  const sx = spread(x)
  const sy = spread(y)
  return sx > 0 && sy > 0 ? (line(x, y).b * sx) / sy : 0
}

/** Centred moving average over `2·half + 1` values, shorter at the ends. */
export function smooth(x: ArrayLike<number>, half: number): Float64Array {
  const out = new Float64Array(x.length)
  let sum = 0
  let from = 0
  let to = 0
  for (let i = 0; i < x.length; i++) {
    while (to < Math.min(x.length, i + half + 1)) sum += x[to++]!
    while (from < i - half) sum -= x[from++]!
    out[i] = sum / (to - from)
  }
  return out
}
