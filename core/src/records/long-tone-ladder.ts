/** Steps of the long-tone ladder, s (common practice, no source). */
export const LADDER = { firstHoldS: 4, homeS: 15, stepS: 3, topS: 60 } as const

/** A tone counts as held only while it stays this steady about its drift, cents r.m.s. (chosen by Halitus). */
export const STEADY_CENTS = 15
/** … drifts by no more than this from its beginning to its end, cents (chosen by Halitus) … */
export const LEVEL_CENTS = 20
/** … and shakes by no more than this, 2 to 12 times a second, cents (chosen by Halitus). */
export const SHAKE_CENTS = 12
/** Below this harmonics-to-noise ratio more air than tone is heard, dB. It is said, but doesn't hold a tone back: the
 * room is in it too (chosen by Halitus). */
export const AIRY_DB = 12
/** Below this range of loudness nothing can be said about pitch against loudness, dB (chosen by Halitus). */
export const TELLING_DB = 6
/** Pitch that follows loudness by more than this is said, cents; it doesn't hold a tone back either (chosen by Halitus). */
export const SAG_CENTS = 15
/** A drift this large is mentioned though it is allowed, cents. */
const TOLD_CENTS = 10

/** Two tones in a row shorter than this share of their target take one step back (chosen by Halitus). */
const FAR_SHORT = 0.8

export interface Tone {
  targetS: number
  lengthS: number
  /** About the straight line of the drift, r.m.s. */
  steadinessCents: number
  /** Rise (or fall) over the whole tone. */
  driftCents: number
  /** Depth of what moves 2 to 12 times a second, and how often; null when the tone is too short to say. */
  wobbleCents: number | null
  wobbleHz: number | null
  /** Harmonics-to-noise ratio. */
  hnrDb: number
  /** Pitch at the loudest less pitch at the quietest, and how far apart those are. */
  sagCents: number
  rangeDb: number
  /** Squeaks inside the tone; undefined where nobody counted. */
  squeaks?: number | undefined
}

export type ToneFault = 'squeaks' | 'sinks' | 'rises' | 'shaky' | 'unsteady' | 'airy' | 'loudness'

export interface ToneVerdict {
  /** As shown: tenths of a second, whole cents. Everything is judged by these and nothing else. */
  lengthS: number
  steadinessCents: number
  driftCents: number
  long: boolean
  /** Nothing but its length stands between it and being held. */
  steady: boolean
  /** Long enough and steady enough: one step more only while quality holds. */
  held: boolean
  /** What is most wrong with it beside its length, and that in words with its limit. */
  fault: { kind: ToneFault; words: string } | undefined
}

/** Said, but no reason to hold a tone back. */
const HARMLESS: readonly ToneFault[] = ['airy', 'loudness']

const tenths = (x: number) => Math.round(x * 10) / 10

/** The main fault of a tone: a squeak first, then what is furthest beyond its limit, then air, then loudness. */
function faultOf(tone: Tone): ToneVerdict['fault'] {
  const { squeaks = 0, wobbleHz } = tone
  if (squeaks > 0)
    return { kind: 'squeaks', words: squeaks === 1 ? 'it squeaked once' : `it squeaked ${squeaks} times` }
  const drift = Math.round(tone.driftCents)
  const shake = Math.round(tone.wobbleCents ?? 0)
  const spread = Math.round(tone.steadinessCents)
  const often = wobbleHz === null ? '' : `, ${Math.round(wobbleHz)} times a second`
  const [worst] = [
    {
      kind: drift < 0 ? ('sinks' as const) : ('rises' as const),
      times: Math.abs(drift) / LEVEL_CENTS,
      words: `it ${drift < 0 ? 'sinks' : 'rises'} by ${Math.abs(drift)} cents; ${LEVEL_CENTS} is the limit`,
    },
    {
      kind: 'shaky' as const,
      times: shake / SHAKE_CENTS,
      words: `it shakes by ${shake} cents${often}; ${SHAKE_CENTS} is the limit`,
    },
    {
      kind: 'unsteady' as const,
      times: spread / STEADY_CENTS,
      words: `it wavers by ${spread} cents; ${STEADY_CENTS} is the limit`,
    },
  ].sort((a, b) => b.times - a.times)
  if (worst && worst.times > 1) return { kind: worst.kind, words: worst.words }
  if (Math.round(tone.hnrDb) < AIRY_DB)
    return { kind: 'airy', words: `it is airy: tone ${Math.round(tone.hnrDb)} dB above the noise` }
  const sag = Math.round(tone.sagCents)
  if (tone.rangeDb >= TELLING_DB && Math.abs(sag) > SAG_CENTS)
    return {
      kind: 'loudness',
      words: `it goes ${Math.abs(sag)} cents ${sag < 0 ? 'flat' : 'sharp'} when loud`,
    }
  return undefined
}

/**
 * How a long tone is judged, on screen and on the ladder alike: by the numbers as they are shown.
 * @example judgeTone({ targetS: 15, lengthS: 14.96, steadinessCents: 15.04, driftCents: 0, … }).held // true: 15.0 s, 15 cents
 */
export function judgeTone(tone: Tone): ToneVerdict {
  const shown = {
    lengthS: tenths(tone.lengthS),
    steadinessCents: Math.round(tone.steadinessCents),
    driftCents: Math.round(tone.driftCents),
  }
  const fault = faultOf(tone)
  const long = shown.lengthS >= tone.targetS
  const steady = !fault || HARMLESS.includes(fault.kind)
  return { ...shown, long, steady, held: long && steady, fault }
}

/**
 * What a tone was, in a sentence.
 * @example toneWords(tone) // “Held: 15.0 of 15 s, within 6 cents.”
 * @example toneWords(sinking) // “Long enough, but it sinks by 60 cents; 20 is the limit.”
 */
export function toneWords(tone: Tone): string {
  const { lengthS, steadinessCents, driftCents, long, held, fault } = judgeTone(tone)
  const of = `${lengthS.toFixed(1)} of ${tone.targetS} s`
  if (held) {
    const tells = Math.abs(driftCents) >= TOLD_CENTS
    const drift = tells ? `, ${Math.abs(driftCents)} ${driftCents < 0 ? 'lower' : 'higher'} at the end` : ''
    return `Held: ${of}, within ${steadinessCents} cents${drift}${fault ? `; ${fault.words}` : ''}.`
  }
  if (long) return `Long enough, but ${fault?.words}.`
  return fault ? `${of}, and ${fault.words}.` : `${of}, steady.`
}

/**
 * What is better than last time on the same note, in words; undefined when nothing is, or when it was the first.
 * @example betterWords(tone, before) // “Better than last time: 1.2 s longer, 3 cents steadier.”
 */
export function betterWords(now: Tone, before: Tone | undefined): string | undefined {
  if (!before) return undefined
  const [a, b] = [judgeTone(now), judgeTone(before)]
  const longer = tenths(a.lengthS - b.lengthS)
  const steadier = b.steadinessCents - a.steadinessCents
  const clearer = Math.round(now.hnrDb) - Math.round(before.hnrDb)
  const found = [
    ...(longer >= BETTER.seconds ? [`${longer.toFixed(1)} s longer`] : []),
    ...(steadier >= BETTER.cents ? [`${steadier} cents steadier`] : []),
    ...(clearer >= BETTER.db ? [`${clearer} dB clearer`] : []),
  ]
  return found.length ? `Better than last time: ${found.join(', ')}.` : undefined
}
/** Less than this nobody would call better (chosen by Halitus). */
const BETTER = { seconds: 0.5, cents: 2, db: 3 } as const

/** One thing to listen for next time, by what was most wrong; the instrument's own where nothing was. */
export function listenWords(tone: Tone, usual: string): string {
  const kind = judgeTone(tone).fault?.kind
  return kind ? LISTEN[kind] : `${usual}.`
}
const LISTEN: Record<ToneFault, string> = {
  squeaks: 'The very beginning: is the note there before it is loud?',
  sinks: 'The end: does it stay where it began?',
  rises: 'The end: does pressure creep in?',
  shaky: 'The body: where does the shaking begin?',
  unsteady: 'The middle: one pitch, as if ruled.',
  airy: 'The core: more tone, less air around it.',
  loudness: 'Loud and soft: does the pitch stay when the loudness goes?',
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
      why: `Long enough, but ${verdict.fault?.words}: same length again.`,
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
