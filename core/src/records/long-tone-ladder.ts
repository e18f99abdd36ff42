import { centsInWords } from '../pitch/index.ts'
import { happenedSaid, type Happening, type HappeningKind } from './happened.ts'

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
/** From this on a tone is said to be sharp or flat, cents; it doesn't hold a tone back: an instrument that is still cold
 * does as much (chosen by Halitus). */
export const OFF_CENTS = 20
/** A slow swing this deep is said, cents, and a trembling of the loudness, dB (chosen by Halitus). */
export const SLOW_CENTS = 10
export const TREMBLE_DB = 1.5
/** Slower than this it is a swell, Hz. */
const TREMBLE_HZ = 3
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
  /** What happened to it, the worst first; undefined where nobody listened for it. */
  happened?: readonly Happening[] | undefined
  /** From its note, where the scale is tempered. */
  offCents?: number | null | undefined
  /** How it spoke and ended, by what it began and what was asked for. */
  startIs?: string | undefined
  endIs?: string | undefined
  began?: string | undefined
  asked?: string | undefined
  /** What moves in it beside its spread, how far (cents; dB for `tremor`) and how often. */
  swing?: string | null | undefined
  swingDepth?: number | null | undefined
  swingHz?: number | null | undefined
}

export type ToneFault =
  | HappeningKind
  | 'sinks'
  | 'rises'
  | 'shaky'
  | 'unsteady'
  | 'sharp'
  | 'flat'
  | 'late'
  | 'by-air'
  | 'by-tongue'
  | 'air-first'
  | 'runs-out'
  | 'wavers'
  | 'trembles'
  | 'airy'
  | 'loudness'

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
  /** What is most wrong with it beside its length, that in words with its limit, and what else there was. */
  fault: { kind: ToneFault; words: string; also: readonly string[]; listen: string } | undefined
}

/** What is wrong with the tone itself and what is merely said: the latter is no reason to hold a tone back. */
const HARMLESS: ReadonlySet<ToneFault> = new Set<ToneFault>([
  'sharp',
  'flat',
  'late',
  'by-air',
  'by-tongue',
  'air-first',
  'runs-out',
  'wavers',
  'trembles',
  'airy',
  'loudness',
])

const tenths = (x: number) => Math.round(x * 10) / 10

type Fault = { kind: ToneFault; words: string; listen: string }
/** What is told of numbers, not of happenings. */
type Merely = Exclude<ToneFault, HappeningKind>

/** Of tones that were kept before more was listened for. */
const countedSqueaks = (n: number) =>
  Array.from({ length: n }, () => ({ kind: 'squeak', place: 'inside', atS: null, to: undefined }) as const)

/** What went beyond its limit in the held tone, the furthest first. */
function movements(tone: Tone): Fault[] {
  const { wobbleHz } = tone
  const drift = Math.round(tone.driftCents)
  const shake = Math.round(tone.wobbleCents ?? 0)
  const spread = Math.round(tone.steadinessCents)
  const often = wobbleHz === null ? '' : `, ${Math.round(wobbleHz)} times a second`
  const all: { kind: Merely; words: string; times: number }[] = [
    {
      kind: drift < 0 ? 'sinks' : 'rises',
      times: Math.abs(drift) / LEVEL_CENTS,
      words: `it ${drift < 0 ? 'sinks' : 'rises'} by ${centsInWords(Math.abs(drift))}; ${LEVEL_CENTS} is the limit`,
    },
    {
      kind: 'shaky',
      times: shake / SHAKE_CENTS,
      words: `it shakes by ${centsInWords(shake)}${often}; ${SHAKE_CENTS} is the limit`,
    },
    {
      kind: 'unsteady',
      times: spread / STEADY_CENTS,
      words: `it wavers by ${centsInWords(spread)}; ${STEADY_CENTS} is the limit`,
    },
  ]
  return all
    .filter((f) => f.times > 1)
    .sort((a, b) => b.times - a.times)
    .map(({ kind, words }) => ({ kind, words, listen: LISTEN[kind] }))
}

/** What is said though it holds nothing back: pitch, beginning, end, air, loudness. */
function remarks(tone: Tone): Fault[] {
  const off = Math.round(tone.offCents ?? 0)
  const hnr = Math.round(tone.hnrDb)
  const sag = Math.round(tone.sagCents)
  const { startIs, endIs, began, asked, swing } = tone
  const depth = tone.swingDepth ?? 0
  const of = (on: boolean, kind: Merely, words: string): Fault[] =>
    on ? [{ kind, words, listen: LISTEN[kind] }] : []
  return [
    ...of(
      Math.abs(off) > OFF_CENTS,
      off > 0 ? 'sharp' : 'flat',
      `it is ${centsInWords(Math.abs(off))} ${off > 0 ? 'sharp' : 'flat'}`,
    ),
    ...of(hnr < AIRY_DB, 'airy', `it is airy: tone ${hnr} dB above the noise`),
    ...of(
      swing === 'waver' && depth >= SLOW_CENTS,
      'wavers',
      `it wavers slowly, by ${centsInWords(Math.round(depth))}`,
    ),
    ...of(
      swing === 'tremor' && depth >= TREMBLE_DB && (tone.swingHz ?? 0) >= TREMBLE_HZ,
      'trembles',
      `its loudness trembles, by ${depth.toFixed(0)} dB ${Math.round(tone.swingHz ?? 0)} times a second`,
    ),
    ...of(startIs === 'late', 'late', 'its pitch came late'),
    ...of(startIs === 'airy', 'air-first', 'air came before the tone'),
    ...of(
      began === 'air' && asked === 'tongued' && startIs !== 'airy',
      'by-air',
      'it began with air alone; with the tongue was asked for',
    ),
    ...of(
      began === 'tongued' && asked === 'air',
      'by-tongue',
      'it began with the tongue; with air alone was asked for',
    ),
    ...of(endIs === 'sagging', 'runs-out', 'its pitch fell at the end: the air ran out'),
    ...of(
      tone.rangeDb >= TELLING_DB && Math.abs(sag) > SAG_CENTS,
      'loudness',
      `it goes ${centsInWords(Math.abs(sag))} ${sag < 0 ? 'flat' : 'sharp'} when loud`,
    ),
  ]
}

/** So many further things are said beside the worst. */
const ALSO = 1

/** What is wrong with a tone: what happened to it first, then what is furthest beyond its limit, then what is merely said. */
function faultOf(tone: Tone): ToneVerdict['fault'] {
  const happened = tone.happened ?? countedSqueaks(tone.squeaks ?? 0)
  const accidents: Fault[] = happenedSaid(happened)
  // How it spoke is told once: a crack at the start is no late pitch beside it.
  const spoke = accidents.length > 0 && happened.some((h) => h.place === 'start')
  const said = remarks(tone).filter((f) => !spoke || (f.kind !== 'late' && f.kind !== 'air-first'))
  const [worst, ...others] = [...accidents, ...movements(tone), ...said]
  return worst && { ...worst, also: others.slice(0, ALSO).map((f) => f.words) }
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
  const steady = !fault || HARMLESS.has(fault.kind)
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
  const also = fault?.also.length ? `; also, ${fault.also.join(', and ')}` : ''
  const wrong = fault && `${fault.words}${also}`
  if (held) {
    const tells = Math.abs(driftCents) >= TOLD_CENTS
    const drift = tells ? `, ${Math.abs(driftCents)} ${driftCents < 0 ? 'lower' : 'higher'} at the end` : ''
    return `Held: ${of}, within ${centsInWords(steadinessCents)}${drift}${wrong ? `; ${wrong}` : ''}.`
  }
  if (long) return `Long enough, but ${wrong}.`
  return wrong ? `${of}, and ${wrong}.` : `${of}, steady.`
}

/**
 * What is better than last time on the same note, in words; undefined when nothing is, or when it was the first.
 * @example betterWords(tone, before) // “Better than last time: 1.2 s longer, 3 cents steadier.”
 */
export function betterWords(now: Tone, before: Tone | undefined): string | undefined {
  if (!before) return undefined
  const [a, b] = [judgeTone(now), judgeTone(before)]
  // Praise beside a squeak would be heard as its answer.
  if (a.fault && !a.steady) return undefined
  const longer = tenths(a.lengthS - b.lengthS)
  const steadier = b.steadinessCents - a.steadinessCents
  const clearer = Math.round(now.hnrDb) - Math.round(before.hnrDb)
  const found = [
    ...(longer >= BETTER.seconds ? [`${longer.toFixed(1)} s longer`] : []),
    ...(steadier >= BETTER.cents ? [`${centsInWords(steadier)} steadier`] : []),
    ...(clearer >= BETTER.db ? [`${clearer} dB clearer`] : []),
  ]
  return found.length ? `Better than last time: ${found.join(', ')}.` : undefined
}
/** Less than this nobody would call better (chosen by Halitus). */
const BETTER = { seconds: 0.5, cents: 2, db: 3 } as const

/** One thing to listen for next time, by what was most wrong; the instrument's own where nothing was. */
export function listenWords(tone: Tone, usual: string): string {
  return judgeTone(tone).fault?.listen ?? (usual.endsWith('?') ? usual : `${usual}.`)
}
const LISTEN: Record<Merely, string> = {
  sinks: 'The end: does it stay where it began?',
  rises: 'The end: does pressure creep in?',
  shaky: 'The body: where does the shaking begin?',
  unsteady: 'The middle: one pitch, as if ruled.',
  sharp: 'The pitch: lower, by less pressure, with the tone as full as now.',
  flat: 'The pitch: higher, by the air, without squeezing.',
  late: 'The first moment: the right pitch at once.',
  'by-air': 'The first moment: the tongue lets the air go.',
  'by-tongue': 'The first moment: air alone, and it speaks by itself.',
  'air-first': 'The first moment: sound at once, no air before it.',
  'runs-out': 'The end: stop while there is air left.',
  wavers: 'The middle: cheeks, corners and air stay where they are.',
  trembles: 'The air: one even stream, the chest at rest.',
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

/**
 * Where the whole instrument's ladder begins when its small part was held steadily before: at that length, up to 15 s, a usual
 * first wish. Undefined where nothing steady and longer than the first hold was heard.
 * @param parts what was heard of small parts, oldest first; the longest steady one of the last three counts
 * @param steadyCents steady up to here
 */
export function carriedOver(
  parts: readonly { lengthS: number; steadinessCents: number }[],
  steadyCents: number,
): { value: number; why: string } | undefined {
  const { firstHoldS, homeS } = LADDER
  const held = Math.max(
    0,
    ...parts.slice(-3).flatMap((p) => (Math.round(p.steadinessCents) <= steadyCents ? p.lengthS : [])),
  )
  const value = Math.min(homeS, Math.floor(held))
  return value > firstHoldS
    ? { value, why: `${s(Math.round(10 * held) / 10)} held on the small part: begin with ${value} s.` }
    : undefined
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
      why: `Held ${s(verdict.lengthS)} of ${s(last.targetS)} within ${centsInWords(verdict.steadinessCents)}: ${
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
