import type { Instrument } from '../instruments/index.ts'
import { AIR_CAUSES } from './causes/air.ts'
import { FINGER_CAUSES } from './causes/fingers.ts'
import { INSTRUMENT_CAUSES } from './causes/instrument.ts'
import { MOUTH_CAUSES } from './causes/mouth.ts'
import { REED_CAUSES } from './causes/reeds.ts'
import { TONGUE_CAUSES } from './causes/tongue.ts'
import type { SqueakCause } from './cause.ts'
import { CHECKS, COMPLAINTS, OBSERVATIONS, type Check, type Complaint, type Observation } from './terms.ts'

/** Every cause of every family. */
export const ALL_CAUSES: readonly SqueakCause[] = [
  ...FINGER_CAUSES,
  ...REED_CAUSES,
  ...MOUTH_CAUSES,
  ...AIR_CAUSES,
  ...TONGUE_CAUSES,
  ...INSTRUMENT_CAUSES,
]

/** What is known of accidents on one instrument. */
export interface Knowledge {
  complaints: readonly Complaint[]
  observations: readonly Observation[]
  causes: readonly SqueakCause[]
  checks: readonly Check[]
}
const KNOWN = new Map<string, Knowledge>()

/** What a family has of causes and checks; what is complained of and seen is the same for all. */
export function knowledgeOf({ family }: Pick<Instrument, 'family'>): Knowledge {
  const known = KNOWN.get(family)
  if (known) return known
  const has = (x: { on?: readonly string[] }) => !x.on || x.on.includes(family)
  const knowledge = {
    complaints: COMPLAINTS,
    observations: OBSERVATIONS.filter(has),
    causes: ALL_CAUSES.filter(has),
    checks: CHECKS.filter(has),
  }
  KNOWN.set(family, knowledge)
  return knowledge
}

const plain = (text: string) => text.toLowerCase().replace(/[’']/g, '')
/** Whether some word of a text begins with a stem. */
const begins = (text: string, stem: string) => ` ${text}`.includes(` ${plain(stem)}`)

/**
 * Complaints that some words may mean, the best first: by the words that are used for them.
 * @example complaintsIn('it squeaks on low notes')[0].id // 'shriek'
 */
export function complaintsIn(text: string): Complaint[] {
  const words = plain(text).replace(/[^\p{L}\p{N}]+/gu, ' ')
  return COMPLAINTS.map((complaint) => ({
    complaint,
    hits: [complaint.words, ...complaint.said].filter((s) => begins(words, s)).length,
  }))
    .filter(({ hits }) => hits > 0)
    .sort((a, b) => b.hits - a.hits)
    .map(({ complaint }) => complaint)
}

/**
 * What some words say was noticed.
 * @example noticedIn('it squeaks on low notes')[0].id // 'low'
 */
export function noticedIn(text: string): Observation[] {
  const words = plain(text).replace(/[^\p{L}\p{N}]+/gu, ' ')
  return OBSERVATIONS.filter((o) => o.said?.some((s) => begins(words, s)))
}
