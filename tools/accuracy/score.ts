/** Scores of what was heard against what was played. Times in s, pitches in Hz. */

export interface FrameScore {
  voiced: number
  missed: number
  wrong: number
  unvoiced: number
  falsely: number
  left: number
  cents: number[]
}

export const noFrames = (): FrameScore => ({
  voiced: 0,
  missed: 0,
  wrong: 0,
  unvoiced: 0,
  falsely: 0,
  left: 0,
  cents: [],
})

/** Frames this near to a change of the truth aren't scored; the share left out is printed. */
export const EDGE_MS = 15

/** @param truth Hz every millisecond, 0 for none */
export function scoreFrames(
  timeS: ArrayLike<number>,
  hz: ArrayLike<number>,
  truth: ArrayLike<number>,
  into: FrameScore = noFrames(),
): FrameScore {
  for (let i = 0; i < timeS.length; i++) {
    const ms = Math.round(timeS[i]! * 1000)
    const want = truth[ms] ?? 0
    let edge = false
    for (let k = -EDGE_MS; k <= EDGE_MS && !edge; k++) {
      const v = truth[ms + k] ?? 0
      edge = v > 0 !== want > 0 || (v > 0 && Math.abs(Math.log2(v / want)) > 0.03)
    }
    if (edge) into.left++
    else if (want > 0) {
      into.voiced++
      const got = hz[i]!
      if (!(got > 0)) into.missed++
      else {
        const cents = 1200 * Math.log2(got / want)
        if (Math.abs(cents) > 50) into.wrong++
        else into.cents.push(Math.abs(cents))
      }
    } else {
      into.unvoiced++
      if (hz[i]! > 0) into.falsely++
    }
  }
  return into
}

export interface EventScore {
  hits: number
  missed: number
  falsely: number
  seconds: number
  /** Heard minus true, for each hit, s. */
  off: number[]
  pairs: [number, number][]
}
export const noEvents = (): EventScore => ({
  hits: 0,
  missed: 0,
  falsely: 0,
  seconds: 0,
  off: [],
  pairs: [],
})

/** Pairs each true event with the nearest heard one within `withinS`, each heard one once. */
export function scoreEvents(
  truth: readonly number[],
  heard: readonly number[],
  withinS: number,
  seconds: number,
  into: EventScore = noEvents(),
): EventScore {
  const free = new Set(heard.keys())
  truth.forEach((t, k) => {
    let best = -1
    for (const i of free)
      if (
        Math.abs(heard[i]! - t) <= withinS &&
        (best < 0 || Math.abs(heard[i]! - t) < Math.abs(heard[best]! - t))
      )
        best = i
    if (best < 0) into.missed++
    else {
      free.delete(best)
      into.hits++
      into.off.push(heard[best]! - t)
      into.pairs.push([k, best])
    }
  })
  into.falsely += free.size
  into.seconds += seconds
  return into
}

export const f1 = (s: EventScore) => (2 * s.hits) / Math.max(1, 2 * s.hits + s.missed + s.falsely)
export const recall = (s: EventScore) => s.hits / Math.max(1, s.hits + s.missed)
export const perMinute = (s: EventScore) => (60 * s.falsely) / Math.max(1e-9, s.seconds)
export const quantile = (x: readonly number[], share: number) => {
  const sorted = [...x].sort((a, b) => a - b)
  return sorted.length ? sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]! : NaN
}
