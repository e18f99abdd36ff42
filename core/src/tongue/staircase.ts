import { OutOfRange } from '../errors/index.ts'

/** One take of a staircase: a tempo, and whether evenness and tone held. */
export interface Step {
  perMinute: number
  held: boolean
}

/** Where a staircase stands. */
export interface Staircase {
  /** The tempo to try next; null once it is known well enough. */
  next: number | null
  /** The fastest tempo that half of the takes would hold, and where it lies in eight cases of ten. */
  perMinute: number
  low: number
  high: number
  /** The fastest tempo that was really held: what may be kept; null while none was. */
  held: number | null
  why: string
}

/** Strokes have a metronome mark between these, whatever the step. */
export const TEMPO = { low: 40, high: 208 } as const

/** Chosen by Halitus, after simulated learners. */
export const STAIRS = {
  /** A lesson has time for so many takes. */
  most: 8,
  /** It is known well enough within this ratio of high to low. */
  enough: 1.16,
  /** One step up is at most so much. */
  up: 1.15,
  /** How far apart tempos lie that hold seldom and nearly always: spread of the logistic curve, as a ratio's logarithm. */
  slope: 0.045,
  /** A take fails or holds by luck so often. */
  lapse: 0.02,
} as const

const GRID = 161
const gridAt = (i: number) =>
  Math.log(TEMPO.low * 0.8) + (i / (GRID - 1)) * Math.log((TEMPO.high * 1.2) / (TEMPO.low * 0.8))

/** How likely a take at a tempo holds, where the limit lies at `limit` (both as logarithms). */
function holds(limit: number, at: number): number {
  const { lapse, slope } = STAIRS
  return lapse + (1 - 2 * lapse) / (1 + Math.exp((at - limit) / slope))
}

/**
 * The fastest even tempo by a short staircase: each take is placed where it tells most, near the middle of what is still
 * possible, but never more than a step above what was held (Bayesian adaptive staircase: Watson & Pelli, QUEST, Perception &
 * Psychophysics 33, 1983).
 * @param first where to begin, a minute
 * @throws OutOfRange for a tempo outside 40 to 208
 * @example staircase(80, []).next // 80
 */
export function staircase(first: number, steps: readonly Step[]): Staircase {
  for (const { perMinute } of [{ perMinute: first }, ...steps])
    if (!(perMinute >= TEMPO.low && perMinute <= TEMPO.high))
      throw new OutOfRange(`The tempo is ${perMinute}; allowed: ${TEMPO.low} to ${TEMPO.high} a minute.`)
  const weights = new Float64Array(GRID)
  let sum = 0
  for (let i = 0; i < GRID; i++) {
    const limit = gridAt(i)
    // Wide, around where one begins: nobody knows yet.
    let w = Math.exp(-0.5 * ((limit - Math.log(first)) / 0.4) ** 2)
    for (const { perMinute, held } of steps) {
      const p = holds(limit, Math.log(perMinute))
      w *= held ? p : 1 - p
    }
    weights[i] = w
    sum += w
  }
  const at = (share: number) => {
    let run = 0
    for (let i = 0; i < GRID; i++) {
      run += weights[i]! / sum
      if (run >= share) return Math.exp(gridAt(i))
    }
    return TEMPO.high
  }
  const inside = (x: number) => Math.max(TEMPO.low, Math.min(TEMPO.high, Math.round(x)))
  const [perMinute, low, high] = [inside(at(0.5)), inside(at(0.1)), inside(at(0.9))]
  const best = Math.max(0, ...steps.filter((s) => s.held).map((s) => s.perMinute))
  const lowest = Math.min(Infinity, ...steps.map((s) => s.perMinute))
  const known = { perMinute, low, high, held: best || null }
  if (!steps.length) return { ...known, next: inside(first), why: `Begins at ${inside(first)}.` }
  if (!best && lowest <= TEMPO.low)
    return { ...known, next: null, why: `Not even at ${TEMPO.low}: back to the first strokes.` }
  if (best >= TEMPO.high) return { ...known, next: null, why: `${TEMPO.high} held: there is no faster mark.` }
  if (at(0.9) / at(0.1) <= STAIRS.enough)
    return { ...known, next: null, why: `Known within ${low} to ${high} after ${steps.length} takes.` }
  if (steps.length >= STAIRS.most)
    return { ...known, next: null, why: `${STAIRS.most} takes are enough for one lesson.` }
  const most = best ? best * STAIRS.up : lowest / STAIRS.up
  const next = inside(Math.min(most, at(0.5)))
  const last = steps.at(-1)!
  return {
    ...known,
    next,
    why: last.held ? `${last.perMinute} held: ${next}.` : `${last.perMinute} didn’t hold: ${next}.`,
  }
}
