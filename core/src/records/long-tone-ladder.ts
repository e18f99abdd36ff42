/** Steps of the long-tone ladder, s (common practice, no source). */
export const LADDER = { firstHoldS: 4, homeS: 15, stepS: 3, topS: 60 } as const

/** A tone counts as held only while it stays this steady, cents r.m.s. (chosen by Halitus). */
export const STEADY_CENTS = 15

/** Two tones in a row shorter than this share of their target take one step back (chosen by Halitus). */
const FAR_SHORT = 0.8

export interface Tone {
  targetS: number
  lengthS: number
  steadinessCents: number
}

export interface ToneVerdict {
  /** As shown: tenths of a second, whole cents. Everything is judged by these and nothing else. */
  lengthS: number
  steadinessCents: number
  long: boolean
  steady: boolean
  /** Long enough and steady enough: one step more only while quality holds. */
  held: boolean
}

const tenths = (x: number) => Math.round(x * 10) / 10

/**
 * How a long tone is judged, on screen and on the ladder alike: by the numbers as they are shown.
 * @example judgeTone({ targetS: 15, lengthS: 14.96, steadinessCents: 15.04 }).held // true: 15.0 s, 15 cents
 */
export function judgeTone({ targetS, lengthS, steadinessCents }: Tone): ToneVerdict {
  const shown = { lengthS: tenths(lengthS), steadinessCents: Math.round(steadinessCents) }
  const long = shown.lengthS >= targetS
  const steady = shown.steadinessCents <= STEADY_CENTS
  return { ...shown, long, steady, held: long && steady }
}

/** The lowest rung from home upwards that isn't below `lengthS`; beyond the top, whole seconds. */
function rungAtLeast(lengthS: number): number {
  const { homeS, stepS, topS } = LADDER
  const rung = homeS + Math.max(0, Math.ceil((lengthS - homeS) / stepS)) * stepS
  return rung <= topS ? rung : Math.max(topS, Math.ceil(lengthS))
}

/**
 * One step up: below 15 s a second more than was held, from there three seconds a step, up to 60 s. Never below what was
 * held.
 * @example stepUp(15, 16.2) // 18
 * @example stepUp(4, 6.7) // 7
 * @example stepUp(4, 22) // 24
 */
export function stepUp(targetS: number, lengthS: number): number {
  const { homeS, stepS, topS } = LADDER
  if (targetS < homeS && lengthS < homeS)
    return Math.min(homeS, Math.max(targetS + 1, Math.floor(lengthS) + 1))
  const next = targetS < homeS ? homeS : Math.min(Math.max(topS, targetS), targetS + stepS)
  return Math.max(next, rungAtLeast(lengthS))
}

/** One step back, never below the first hold. */
export function stepBack(targetS: number): number {
  const { firstHoldS, homeS, stepS } = LADDER
  return targetS > homeS ? Math.max(homeS, targetS - stepS) : Math.max(firstHoldS, targetS - 1)
}

const s = (seconds: number) => `${seconds.toFixed(seconds % 1 ? 1 : 0)} s`

/**
 * The next target, from the tones on one note in order of time.
 * Held: one step up. Twice in a row short by more than a fifth: one step back. Otherwise the same again.
 */
export function nextTarget(history: readonly Tone[]): { value: number; why: string } {
  const { firstHoldS, topS } = LADDER
  const last = history.at(-1)
  if (!last) return { value: firstHoldS, why: `No long tone on this note yet: begin with ${firstHoldS} s.` }
  const verdict = judgeTone(last)
  if (verdict.held) {
    const value = stepUp(last.targetS, verdict.lengthS)
    if (value >= topS && last.targetS >= topS)
      return { value, why: `${s(verdict.lengthS)} is held: the ladder ends here.` }
    return {
      value,
      why: `Held ${s(verdict.lengthS)} of ${s(last.targetS)} within ${verdict.steadinessCents} cents: ${
        value > stepUp(last.targetS, last.targetS) ? 'on from there' : 'one step up'
      }.`,
    }
  }
  if (verdict.long)
    return {
      value: last.targetS,
      why: `Long enough, but ${verdict.steadinessCents} cents unsteady (limit ${STEADY_CENTS}): same length, steadier.`,
    }
  const previous = history.at(-2)
  const farShort = (t: Tone) => judgeTone(t).lengthS < t.targetS * FAR_SHORT
  if (
    previous &&
    farShort(last) &&
    farShort(previous) &&
    previous.targetS === last.targetS &&
    last.targetS > firstHoldS
  )
    return {
      value: stepBack(last.targetS),
      why: `Twice well short of ${s(last.targetS)} (${s(previous.lengthS)}, ${s(last.lengthS)}): one step back.`,
    }
  return { value: last.targetS, why: `${s(verdict.lengthS)} of ${s(last.targetS)}: same target again.` }
}
