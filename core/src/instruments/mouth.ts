import type { MouthStep } from './mouth-orders.ts'
import { sign, type Cause, type HowLikely, type Model, type Question } from '../evidence/index.ts'

/** One thing that can be too little, too much or right: tried from both ends (common practice, no source). */
export interface Ends {
  id: string
  words: string
  little: string
  much: string
}

/** A cause at the mouth, with the one thing to try. */
export interface MouthCause extends Cause {
  remedy: string
  caution?: string
}

/** What can be wrong where sound is made: seen, heard, measured, and what to try. */
export interface Mouth {
  model: Omit<Model, 'causes'> & { causes: readonly MouthCause[] }
  /** Ids of questions by how an answer is come by. */
  seen: readonly string[]
  heard: readonly string[]
  ends: readonly Ends[]
  /** What a small part that sounds too high or too low usually means, and what to try. */
  high: string
  low: string
  /** What the guide beside the mirror asks to look for. */
  look: readonly string[]
  /** How the mouth is set, one step after the other (common practice; the words are ours). */
  order: readonly MouthStep[]
}

/** A cause at the mouth with the one thing to try. @param usual how often it is met */
export const cause = (
  id: string,
  words: string,
  usual: HowLikely,
  remedy: string,
  caution?: string,
): MouthCause => ({
  id,
  words,
  usual,
  remedy,
  ...(caution && { caution }),
})

/** Directions are common practice, no source; the five words of likelihood are chosen by Halitus. */
export const mouth = (
  causes: readonly MouthCause[],
  seen: readonly Question[],
  heard: readonly Question[],
  checks: readonly Question[],
  more: Pick<Mouth, 'ends' | 'high' | 'low' | 'look' | 'order'>,
): Mouth => ({
  model: { causes, questions: [...seen, ...heard, ...checks, ...MEASURED], otherShare: 0.08 },
  seen: seen.map((q) => q.id),
  heard: heard.map((q) => q.id),
  ...more,
})

/** Told by numbers of the newest take; causes that a mouth doesn't know are passed over. */
const MEASURED: readonly Question[] = [
  sign(
    'part-high',
    'The small part sounds high',
    {
      bite: 'often',
      much: 'seldom',
      little: 'now and then',
      fast: 'often',
      open: 'often',
      loose: 'almost never',
      covered: 'almost never',
      slow: 'seldom',
    },
    'seldom',
  ),
  sign(
    'part-low',
    'The small part sounds low',
    {
      loose: 'often',
      much: 'often',
      covered: 'often',
      slow: 'often',
      bite: 'almost never',
      open: 'almost never',
      fast: 'almost never',
    },
    'seldom',
  ),
  sign(
    'unsteady',
    'The pitch wavers',
    {
      loose: 'often',
      puffed: 'often',
      tension: 'often',
      slow: 'now and then',
      uneven: 'often',
      'teeth-off': 'often',
    },
    'seldom',
  ),
  sign(
    'air-in-tone',
    'More air than tone',
    {
      little: 'now and then',
      loose: 'often',
      missed: 'almost always',
      open: 'often',
      reed: 'now and then',
      leak: 'often',
      slow: 'now and then',
    },
    'seldom',
  ),
  sign(
    'sags-loud',
    'Sinks when loud',
    { loose: 'often', puffed: 'now and then', reed: 'now and then', bite: 'seldom' },
    'seldom',
  ),
  sign(
    'narrow-bend',
    'Hardly bends',
    { bite: 'often', tension: 'now and then', loose: 'almost never' },
    'seldom',
  ),
]

/** Said where biting is the cause. */
export const SORE = 'Sore lip, teeth or jaw: stop and rest; what lasts goes to a dentist or doctor.'
