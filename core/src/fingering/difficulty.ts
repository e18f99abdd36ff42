import type { FingerSystem, Fingering, Touch } from '../instruments/index.ts'
import { fingerOf, FINGERS } from './hand.ts'

/** What makes a change of fingers hard, or a fingering less welcome. */
export type Part =
  'fingers' | 'opposite' | 'slide' | 'thumb' | 'crossing' | 'tone' | 'trill' | 'unknown' | 'overruled'
export type Weights = Readonly<Record<Part, number>>
export type Tempo = 'slow' | 'fast'

/** What each part counts (chosen by Halitus; a slide of the little finger is what all avoid first). */
const USUAL: Weights = {
  fingers: 1,
  opposite: 1.2,
  slide: 4,
  thumb: 0.6,
  crossing: 1.5,
  tone: 1,
  trill: 2.5,
  unknown: 1,
  overruled: 4,
}
const BY_SCHOOL: Readonly<Record<string, Weights>> = {
  simplest: USUAL,
  tone: { ...USUAL, fingers: 0.6, opposite: 0.8, tone: 3 },
  standard: { ...USUAL, fingers: 0.2, opposite: 0.3, tone: 2, unknown: 2 },
}
/** In a quick passage motions count for more and tone for less, and a trill fingering is in its place. */
const FAST: Partial<Record<Part, number>> = { fingers: 1.2, opposite: 1.6, slide: 1.5, tone: 0.6, trill: 0.3 }

/** The weights of a school's choice at a tempo. @param choice a choice of the school `alternates`; the first when unknown */
export function weightsFor(choice: string, tempo: Tempo = 'slow'): Weights {
  const base = BY_SCHOOL[choice] ?? USUAL
  if (tempo === 'slow') return base
  return Object.fromEntries(
    Object.entries(base).map(([part, w]) => [part, w * (FAST[part as Part] ?? 1)]),
  ) as Weights
}

/** Each part of a change, unweighted; 0 where it has none. */
export type Parts = Record<Part, number>
const none = (): Parts => ({
  fingers: 0,
  opposite: 0,
  slide: 0,
  thumb: 0,
  crossing: 0,
  tone: 0,
  trill: 0,
  unknown: 0,
  overruled: 0,
})

/** A slide of these fingers from key to key counts so much; the thumb is made for it. */
const SLIDES: Partial<Record<Touch['finger'], number>> = {
  little: 1,
  thumb: 0.35,
  ring: 0.8,
  index: 0.5,
  palm: 0.3,
}

/** A finger that takes or leaves a touch beside one that it holds, against a slide. */
const ROLL = 0.25

/**
 * What is hard in going from one fingering to another: how much each moving finger weighs, fingers of one hand that go
 * opposite ways, a finger that slides between keys, thumb work, registers crossed. Touches of one finger count once.
 * @example difficulty(clarinet, { touches: ['LT', 'L1'], register: 1 }, { touches: ['LT'], register: 1 }).fingers // 0.8
 */
export function difficulty(
  system: FingerSystem,
  from: Pick<Fingering, 'touches' | 'register'>,
  to: Pick<Fingering, 'touches' | 'register'>,
): Parts {
  const parts = none()
  const held = new Set(from.touches)
  const next = new Set(to.touches)
  const seen = new Map<string, { press: boolean; lift: boolean; key: boolean; touch: Touch }>()
  /** Fingers that keep one touch. */
  const keeps = new Set<string>()
  for (const t of system.touches) {
    const [was, will] = [held.has(t.id), next.has(t.id)]
    const name = fingerOf(t)
    if (was && will) keeps.add(name)
    if (was === will) continue
    const own = seen.get(name) ?? { press: false, lift: false, key: true, touch: t }
    if (will) own.press = true
    else own.lift = true
    if (t.kind !== 'key') own.key = false
    seen.set(name, own)
  }
  const by: Record<Touch['hand'], { press: number; lift: number }> = {
    left: { press: 0, lift: 0 },
    right: { press: 0, lift: 0 },
  }
  for (const [name, { press, lift, key, touch }] of seen) {
    parts.fingers += FINGERS[touch.finger].effort
    if (touch.finger === 'thumb') parts.thumb += 1
    if (press && lift) {
      if (key) parts.slide += SLIDES[touch.finger] ?? 0.5
    } else if (keeps.has(name)) {
      // It rolls to one touch beside the other that it holds.
      if (touch.finger !== 'thumb') parts.slide += ROLL
    } else if (press) by[touch.hand].press++
    else by[touch.hand].lift++
  }
  parts.opposite = Math.min(by.left.press, by.left.lift) + Math.min(by.right.press, by.right.lift)
  parts.crossing = Math.abs(from.register - to.register)
  return parts
}

/** What a fingering costs by itself: its tone where it isn't the standard one, its doubt, its being made for trills only. */
export function ownParts(f: Pick<Fingering, 'kind' | 'confidence'>): Parts {
  const parts = none()
  if (f.kind === 'alternate') parts.tone = 0.5
  if (f.kind === 'trill') parts.trill = 1
  if (f.confidence === 'medium' && f.kind !== 'standard') parts.tone += 0.3
  return parts
}

/** Parts times their weights, summed. */
export function costOf(parts: Parts, weights: Weights): number {
  let sum = 0
  for (const part in parts) sum += parts[part as Part] * weights[part as Part]
  return sum
}

const NAMES: Record<Part, string> = {
  fingers: 'moving fingers',
  opposite: 'fingers of one hand against each other',
  slide: 'sliding',
  thumb: 'thumb',
  crossing: 'another register',
  tone: 'tone',
  trill: 'a trill fingering',
  unknown: 'not known yet',
  overruled: 'overruled',
}

/**
 * Parts in words, the hardest first, each with what it counts.
 * @example difficultyWords(parts, weightsFor('')) // 'moving fingers 7.0, another register 1.5'
 */
export function difficultyWords(parts: Parts, weights: Weights): string {
  return (Object.keys(parts) as Part[])
    .map((part) => ({ part, cost: parts[part] * weights[part] }))
    .filter(({ cost }) => cost > 0)
    .sort((a, b) => b.cost - a.cost)
    .map(({ part, cost }) => `${NAMES[part]} ${cost.toFixed(1)}`)
    .join(', ')
}
