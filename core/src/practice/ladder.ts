/** Steps of the long-tone ladder, s (common practice, no source). */
export const LADDER = { firstHoldS: 4, homeS: 15, stepS: 3, topS: 60 } as const

/** A tone counts as held only while it stays this steady, cents r.m.s. (chosen by Halitus). */
export const STEADY_CENTS = 15

/** A long tone as it is remembered. */
export interface ToneResult {
  /** ISO date and time. */
  at: string
  written: string
  targetS: number
  lengthS: number
  steadinessCents: number
}

/** Long enough and steady enough: one step more only while quality holds. */
export function wasHeld(tone: ToneResult): boolean {
  return tone.lengthS >= tone.targetS && tone.steadinessCents <= STEADY_CENTS
}

/**
 * One step up: below 15 s a second more than was held, from there three seconds a step, up to 60 s.
 * @example stepUp(15, 16.2) // 18
 * @example stepUp(4, 6.7) // 7
 */
export function stepUp(targetS: number, lengthS: number): number {
  const { homeS, stepS, topS } = LADDER
  if (targetS >= homeS) return Math.min(topS, targetS + stepS)
  return Math.min(homeS, Math.max(targetS + 1, Math.floor(lengthS) + 1))
}

/** One step back, never below the first hold. */
export function stepBack(targetS: number): number {
  const { firstHoldS, homeS, stepS } = LADDER
  return targetS > homeS ? Math.max(homeS, targetS - stepS) : Math.max(firstHoldS, targetS - 1)
}

export interface NextTarget {
  targetS: number
  /** Why, in a sentence with the numbers that led to it. */
  why: string
}

const s = (seconds: number) => `${seconds.toFixed(seconds % 1 ? 1 : 0)} s`

/**
 * The next target, from the tones so far in order of time.
 * Held: one step up. Twice in a row short by more than a fifth: one step back. Otherwise the same again.
 */
export function nextTarget(history: readonly ToneResult[]): NextTarget {
  const last = history.at(-1)
  if (!last)
    return { targetS: LADDER.firstHoldS, why: `No long tone yet: begin with ${LADDER.firstHoldS} s.` }
  if (wasHeld(last)) {
    const targetS = stepUp(last.targetS, last.lengthS)
    if (targetS === last.targetS) return { targetS, why: `${targetS} s is held: the ladder ends here.` }
    return {
      targetS,
      why: `Held ${s(last.lengthS)} of ${last.targetS} s within ${Math.round(last.steadinessCents)} cents: one step up.`,
    }
  }
  if (last.lengthS >= last.targetS)
    return {
      targetS: last.targetS,
      why: `Long enough, but ${Math.round(last.steadinessCents)} cents unsteady (limit ${STEADY_CENTS}): same length, steadier.`,
    }
  const previous = history.at(-2)
  const farShort = (t: ToneResult) => t.lengthS < t.targetS * 0.8
  if (
    previous &&
    farShort(last) &&
    farShort(previous) &&
    previous.targetS === last.targetS &&
    last.targetS > LADDER.firstHoldS
  )
    return {
      targetS: stepBack(last.targetS),
      why: `Twice well short of ${last.targetS} s (${s(previous.lengthS)}, ${s(last.lengthS)}): one step back.`,
    }
  return { targetS: last.targetS, why: `${s(last.lengthS)} of ${last.targetS} s: same target again.` }
}
