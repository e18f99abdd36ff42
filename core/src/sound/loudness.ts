import { correlation, line, mean, spread } from './statistics.ts'

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
/** The loudness must have moved by this much, standard deviation in dB. */
const NEEDS_DB = 0.7
/** One long fade: what drifts and what follows loudness look the same. */
const FADE = 0.95
/** Of a normal distribution, both sides. */
const NINETY = 1.645
/** What the model leaves out besides chance, cents a dB (chosen by Halitus after trials). */
const MODEL = 0.03

/**
 * Pitch as a plane over time and level, by least squares; the interval counts only as many independent values as the
 * residual's own correlation leaves (first-order, Bartlett 1935, from memory).
 */
export function loudnessPitch(t: Float64Array, cents: Float64Array, level: Float64Array): LoudnessPitch {
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
  const lag = autocorrelation(rest)
  const independent = Math.max(4, (t.length * (1 - lag)) / (1 + lag))
  const error = spread(rest) / (spread(freeLevel) * Math.sqrt(independent))
  return { centsPerDb: slope, plusMinus: NINETY * error + MODEL, why: null }
}

function autocorrelation(x: Float64Array): number {
  const m = mean(x)
  let now = 0
  let next = 0
  for (let i = 0; i < x.length; i++) {
    now += (x[i]! - m) ** 2
    if (i) next += (x[i]! - m) * (x[i - 1]! - m)
  }
  return now > 0 ? Math.max(0, Math.min(0.999, next / now)) : 0
}
