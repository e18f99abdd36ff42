import { centsBetween } from '../pitch/index.ts'

/** How far one tone was bent from where it settled. */
export interface Bend {
  /** Where it settled, Hz: the median of its first half second. */
  hz: number
  /** Zero or below. */
  lowCents: number
  /** Zero or above. */
  highCents: number
  lengthS: number
}

/** Gaps and steps as a listener forgives them: a bend glides, it doesn't jump. */
const GAP_S = 0.06
/** Times of frames are sums of steps: differences smaller than this are none. */
const CLOCK_GRAIN_S = 1e-6
const STEP_CENTS = 100
const SETTLED_S = 0.5
const SHORTEST_S = 1
/** A single stray frame isn't how far somebody bent: this share at each end is left out. */
const STRAY = 0.02

const quantile = (sorted: Float64Array, share: number) => sorted[Math.round(share * (sorted.length - 1))]!

/**
 * The bend of the longest gliding tone in a track; undefined when none lasts a second.
 * @param timeS time of each frame, s
 * @param hz pitch of each frame, 0 where there is none
 */
export function bendOf(timeS: ArrayLike<number>, hz: ArrayLike<number>): Bend | undefined {
  let best = { from: 0, to: 0 }
  let from = -1
  let last = -1
  const close = () => {
    if (from >= 0 && timeS[last]! - timeS[from]! > timeS[best.to]! - timeS[best.from]!)
      best = { from, to: last }
  }
  for (let i = 0; i < timeS.length; i++) {
    if (hz[i]! <= 0) continue
    const goesOn =
      from >= 0 &&
      timeS[i]! - timeS[last]! <= GAP_S + CLOCK_GRAIN_S &&
      Math.abs(centsBetween(hz[last]!, hz[i]!)) <= STEP_CENTS
    if (!goesOn) {
      close()
      from = i
    }
    last = i
  }
  close()
  const lengthS = timeS.length ? timeS[best.to]! - timeS[best.from]! : 0
  if (lengthS < SHORTEST_S - CLOCK_GRAIN_S) return undefined
  const voiced: number[] = []
  for (let i = best.from; i <= best.to; i++) if (hz[i]! > 0) voiced.push(i)
  const settled = voiced.filter((i) => timeS[i]! - timeS[best.from]! <= SETTLED_S).map((i) => hz[i]!)
  const home = quantile(Float64Array.from(settled).sort(), 0.5)
  const cents = Float64Array.from(voiced, (i) => centsBetween(home, hz[i]!)).sort()
  return {
    hz: home,
    lowCents: Math.min(0, quantile(cents, STRAY)),
    highCents: Math.max(0, quantile(cents, 1 - STRAY)),
    lengthS,
  }
}
