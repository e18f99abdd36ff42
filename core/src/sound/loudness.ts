import { correlation, line, mean, smooth, spread } from './statistics.ts'

/** How pitch follows loudness within one note. */
export interface LoudnessPitch {
  /** Cents for each dB louder; null when it can't be told. */
  centsPerDb: number | null
  /** Nine times out of ten the truth lies within so much of it. */
  plusMinus: number | null
  /** Why it can't be told. */
  why: 'short' | 'level' | 'fade' | null
}

const NEEDS_S = 1
/** Only what is slower than this says how pitch follows loudness, s. */
const SLOW_S = 0.4
/** The loudness must have moved by this much, standard deviation in dB. */
const NEEDS_DB = 0.7
/** One long fade: what drifts and what follows loudness look the same. */
const FADE = 0.95
/** Two straight lines and a mean are fitted: so many values are spent. */
const SPENT = 3

/** Nine times of ten within this many standard errors: Student’s t, both sides, within two percent of the table from 3 up. */
const ninety = (free: number) => 1.645 * (1 + 1.3 / free)

/** What the model leaves out besides chance, cents a dB (chosen by Halitus after trials). */
const MODEL = 0.03

/**
 * Pitch as a plane over time and level, by least squares; the interval counts only as many independent values as the
 * residual's own correlation leaves (Bartlett 1935, from memory).
 */
export function loudnessPitch(
  t: Float64Array,
  quickCents: Float64Array,
  quickLevel: Float64Array,
): LoudnessPitch {
  // A vibrato moves both at once: that is no habit of playing sharp or flat when loud.
  const half = t.length > 1 ? Math.round(SLOW_S / 2 / ((t.at(-1)! - t[0]!) / (t.length - 1))) : 0
  const cents = smooth(quickCents, half)
  const level = smooth(quickLevel, half)
  const unknown = (why: LoudnessPitch['why']): LoudnessPitch => ({ centsPerDb: null, plusMinus: null, why })
  if (t.length < 20 || t.at(-1)! - t[0]! < NEEDS_S) return unknown('short')
  if (spread(level) < NEEDS_DB) return unknown('level')
  if (Math.abs(correlation(t, level)) > FADE) return unknown('fade')
  const levelOnT = line(t, level)
  const centsOnT = line(t, cents)
  const freeLevel = level.map((l, i) => l - levelOnT.a - levelOnT.b * t[i]!)
  const freeCents = cents.map((c, i) => c - centsOnT.a - centsOnT.b * t[i]!)
  const slope = line(freeLevel, freeCents).b
  const rest = freeCents.map((c, i) => c - slope * freeLevel[i]!)
  const independent = t.length / (1.2 * memory(rest))
  const free = Math.max(1.5, independent - SPENT)
  const error = spread(rest) / (spread(freeLevel) * Math.sqrt(free))
  return { centsPerDb: slope, plusMinus: ninety(free) * error + MODEL, why: null }
}

/** How many neighbours in a row tell the same: one and twice the sum of correlations, to where they first turn negative. */
function memory(x: Float64Array): number {
  const m = mean(x)
  const at = (lag: number) => {
    let sum = 0
    for (let i = lag; i < x.length; i++) sum += (x[i]! - m) * (x[i - lag]! - m)
    return sum
  }
  const whole = at(0)
  if (!(whole > 0)) return 1
  let sum = 1
  for (let lag = 1; lag < x.length / 3; lag++) {
    const share = at(lag) / whole
    if (share <= 0) break
    sum += 2 * share
  }
  return sum
}
