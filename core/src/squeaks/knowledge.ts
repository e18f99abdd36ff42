import { distance } from 'fastest-levenshtein'
import type { Instrument } from '../instruments/index.ts'
import { retold } from '../schools/index.ts'
import { noteName, parseNote } from '../pitch/index.ts'
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

/** Every complaint, also those that aren't offered on some families any more: what was entered once stays good. */
export const ALL_COMPLAINTS: readonly Complaint[] = COMPLAINTS

/** What is known of accidents on one instrument. */
export interface Knowledge {
  complaints: readonly Complaint[]
  observations: readonly Observation[]
  causes: readonly SqueakCause[]
  checks: readonly Check[]
}
const KNOWN = new Map<string, Knowledge>()

/** What an accident is known by: its instrument's family, and the ways that are taught there. */
export type KnownBy = Pick<Instrument, 'family' | 'taught'>

/** The same for the same knowledge. */
export const knowledgeKey = ({ family, taught }: KnownBy): string =>
  taught ? `${family} ${JSON.stringify(taught)}` : family

/**
 * What a family has of causes and checks; what is complained of and seen is the same for all. Under chosen ways it is said in
 * their words, and what they teach as right is no fault.
 */
export function knowledgeOf(by: KnownBy): Knowledge {
  const { family, taught } = by
  const key = knowledgeKey(by)
  const known = KNOWN.get(key)
  if (known) return known
  if (taught) {
    const all = knowledgeOf({ family })
    const counts = ({ id }: { id: string }) => !taught.right.includes(id)
    const told = {
      complaints: all.complaints,
      observations: retold(all.observations.filter(counts), taught.says),
      causes: retold(all.causes.filter(counts), taught.says),
      checks: retold(all.checks, taught.says),
    }
    KNOWN.set(key, told)
    return told
  }
  const has = (x: { on?: readonly string[] }) => !x.on || x.on.includes(family)
  const knowledge = {
    complaints: COMPLAINTS.filter(has),
    observations: OBSERVATIONS.filter(has),
    causes: ALL_CAUSES.filter(has),
    checks: CHECKS.filter(has),
  }
  KNOWN.set(key, knowledge)
  return knowledge
}

const plain = (text: string) => text.toLowerCase().replace(/[’']/g, '')
const wordsOf = (text: string) =>
  plain(text)
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim()
/** Shorter words are too near to others to be taken for a misspelling of them; from so many letters on two slips are one word. */
const SPELT = { letters: 5, long: 8 } as const

/** Words that are one letter from another word's stem, and spelt as they should be. */
const SPELT_RIGHT = ['breath', 'break']

/** Whether some word of a text begins with a stem, a slip of the finger aside. */
function begins(text: string, stem: string): boolean {
  const said = plain(stem)
  if (` ${text}`.includes(` ${said}`)) return true
  if (said.includes(' ') || said.length < SPELT.letters) return false
  const slips = said.length >= SPELT.long ? 2 : 1
  return text.split(' ').some(
    (word) =>
      !SPELT_RIGHT.some((right) => word.startsWith(right) && right !== said) &&
      [0, -1, 1].some((more) => {
        const start = word.slice(0, said.length + more)
        // The first letter is nearly always right; without it “sharp” would be “harp”.
        return start.length >= SPELT.letters && start[0] === said[0] && distance(start, said) <= slips
      }),
  )
}

/**
 * Complaints that some words may mean, the best first: by the words that are used for them, misspelt ones too. None where
 * nothing was understood.
 * @example complaintsIn('it squeeks on low notes')[0].id // 'shriek'
 */
export function complaintsIn(text: string): Complaint[] {
  const words = wordsOf(text)
  return COMPLAINTS.map((complaint) => ({
    complaint,
    hits: [complaint.words, ...complaint.said].filter((s) => begins(words, s)).length,
  }))
    .filter(({ hits }) => hits > 0)
    .sort((a, b) => b.hits - a.hits)
    .map(({ complaint }) => complaint)
}

/** Words about where a pitch or note lies: they say nothing of where it happens. */
const OF_PITCH =
  /\b(too|so|stays?|octave) (low|high|lower|higher)\b|\b(drops|falls|jumps|goes|leaps) (down |up )?to (low|high|top|bottom) /g

/**
 * What some words say was noticed.
 * @example noticedIn('it squeaks on low notes')[0].id // 'low'
 */
export function noticedIn(text: string): Observation[] {
  const words = wordsOf(text).replace(OF_PITCH, ' ')
  return OBSERVATIONS.filter((o) => o.said?.some((s) => begins(words, s)))
}

const NAMED =
  /(?<![\p{L}\p{N}])(?:(low|lowest|bottom|middle|high|highest|top)\s+)?([a-g])(?:\s*([#♯b♭])|\s+(sharp|flat))?\s*([0-8])?(?![\p{L}\p{N}])/giu

/**
 * Written notes that some words name, in their order: by octave, or as low, middle or high on this instrument. A letter alone
 * is no note.
 * @example notesIn(clarinet, 'D5 drops to low D') // ['D5', 'D4']
 */
export function notesIn(inst: Pick<Instrument, 'range'>, text: string): string[] {
  const [low, high] = inst.range.full.map((n) => parseNote(n).midi) as [number, number]
  const found: string[] = []
  for (const [, where, letter, sign, word, octave] of text.matchAll(NAMED)) {
    if (!where && !octave) continue
    const accidental = sign ? (/[#♯]/.test(sign) ? '#' : 'b') : word ? (/sharp/i.test(word) ? '#' : 'b') : ''
    const name = `${letter!.toUpperCase()}${accidental}`
    const all = [0, 1, 2, 3, 4, 5, 6, 7, 8]
      .map((o) => parseNote(`${name}${o}`).midi)
      .filter((midi) => midi >= low && midi <= high)
    const midi = octave
      ? parseNote(`${name}${octave}`).midi
      : /low|bottom/i.test(where!)
        ? all[0]
        : /high|top/i.test(where!)
          ? all.at(-1)
          : all[Math.floor((all.length - 1) / 2)]
    if (midi !== undefined && midi >= low && midi <= high) found.push(noteName(midi))
  }
  return found
}
