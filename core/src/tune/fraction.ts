/** A whole number of parts of a quarter note: `n / d`, reduced, `d` positive. Bars must add up exactly, thirds too. */
export interface Fraction {
  readonly n: number
  readonly d: number
}

const gcd = (a: number, b: number): number => {
  while (b) [a, b] = [b, a % b]
  return a
}

export const ZERO: Fraction = { n: 0, d: 1 }

/** `n / d` reduced. @example fraction(6, 4) // { n: 3, d: 2 } */
export function fraction(n: number, d = 1): Fraction {
  if (n === 0) return ZERO
  const by = gcd(Math.abs(n), Math.abs(d)) * (d < 0 ? -1 : 1)
  return { n: n / by, d: d / by }
}

/** The sum. @example plus(fraction(1, 3), fraction(1, 6)) // { n: 1, d: 2 } */
export const plus = (a: Fraction, b: Fraction): Fraction =>
  a.d === b.d ? fraction(a.n + b.n, a.d) : fraction(a.n * b.d + b.n * a.d, a.d * b.d)
/** The difference. @example minus(fraction(1, 2), fraction(1, 3)) // { n: 1, d: 6 } */
export const minus = (a: Fraction, b: Fraction): Fraction => plus(a, { n: -b.n, d: b.d })
/** The product. @example times(fraction(2, 3), fraction(1, 2)) // { n: 1, d: 3 } */
export const times = (a: Fraction, b: Fraction): Fraction => fraction(a.n * b.n, a.d * b.d)
/** Which is later: below 0 when the first is. @example compare(fraction(1, 3), fraction(1, 2)) < 0 // true */
export const compare = (a: Fraction, b: Fraction): number => a.n * b.d - b.n * a.d
/** Whether both are one number. */
export const same = (a: Fraction, b: Fraction): boolean => a.n === b.n && a.d === b.d
/** The later of two. */
export const later = (a: Fraction, b: Fraction): Fraction => (compare(a, b) >= 0 ? a : b)
/** As a number of quarters. */
export const quarters = (a: Fraction): number => a.n / a.d

/** Notes no shorter than a 256th, in tuplets of up to 15: their denominators divide these. */
const DENOMINATORS = [1, 64, 3 * 64, 5 * 64, 7 * 64, 9 * 64, 11 * 64, 13 * 64, 15 * 64]
/** A computed number this near to a fraction is that fraction. */
const NEAR = 1e-6

/**
 * The fraction that a computed number stands for.
 * @example nearest(0.6666666666666666) // { n: 2, d: 3 }
 */
export function nearest(x: number): Fraction {
  for (const d of DENOMINATORS)
    if (Math.abs(Math.round(x * d) - x * d) < NEAR * d) return fraction(Math.round(x * d), d)
  const d = 64 * 3465
  return fraction(Math.round(x * d), d)
}
