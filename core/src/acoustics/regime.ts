import type { Model } from './model.ts'
import type { Complex } from './tube.ts'

/** Partials that a reed or a jet listens to. */
export const PARTIALS = 6
/**
 * How fast partials count less, how much the strongest of them weigh, what an octave up costs, and how sharply the firmest
 * wins (the first three found by trying all against the charts, the last chosen by Halitus).
 */
export const RULE = { fall: 0.5, power: 1.5, octave: 0.4, sharp: 0.5 }

/**
 * How firmly a pitch stands on a tube by itself, as a logarithm: what the tube answers to its partials, each counting less,
 * the strong ones most; the higher the pitch the more breath it needs. After A. H. Benade, Fundamentals of Musical
 * Acoustics (1976), that partials which meet resonances work together, as an idea; the numbers are found from the charts.
 * @param answer how readily the tube answers to the n-th partial: real part of the impedance for a reed, of the admittance
 * for a jet, in any one unit
 */
export function firmness(
  answer: (n: number) => number,
  hz: number,
  rule: Pick<typeof RULE, 'fall' | 'power' | 'octave'> = RULE,
): number {
  let sum = 0
  let weight = 1
  for (let n = 1; n <= PARTIALS; n++, weight *= rule.fall)
    sum += weight * Math.max(0, answer(n)) ** rule.power
  return Math.log(Math.max(sum, 1e-300)) - rule.octave * Math.log2(hz)
}

/** The same, asked of a model directly. @param open how far each hole is open */
export function standing(model: Model, open: ArrayLike<number>, hz: number): number {
  const z: Complex = { re: 0, im: 0 }
  return firmness((n) => {
    model.at(hz * n, open, z)
    return model.way === 'greatest' ? z.re : z.re / (z.re * z.re + z.im * z.im)
  }, hz)
}
