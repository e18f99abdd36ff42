import { faultsOf, hasAir } from '../acoustics/index.ts'
import { OutOfRange } from '../errors/index.ts'
import {
  believe,
  nextCheck,
  NO,
  type Answer,
  type HowLikely,
  type Model,
  type Question,
} from '../evidence/index.ts'
import { fingerSystem, type Instrument } from '../instruments/index.ts'
import type { SqueakCause } from './cause.ts'
import { knowledgeOf } from './knowledge.ts'
import type { Letter } from './terms.ts'

const WORDS: Record<Letter, HowLikely> = {
  n: 'almost never',
  s: 'seldom',
  w: 'now and then',
  o: 'often',
  a: 'almost always',
}
/** What a complaint is where a cause doesn't name it, and the share of causes that nobody thought of (chosen by Halitus). */
const UNNAMED: Letter = 'n'
const OTHER_SHARE = 0.06
/** From so many weeks of playing on the later likelihood counts (chosen by Halitus). */
const GROWN_WEEKS = 18
const COMPLAINT = 'complaint'

/** What each cause shows, by id. */
export const showsOf = (cause: SqueakCause): Map<string, Letter> =>
  new Map(cause.shows.split(' ').map((s) => s.split(':') as [string, Letter]))

/** What is known when a diagnosis is asked for. */
export interface Accident {
  weeksPlaying: number
  complaint: string
  written?: string
  heard?: { hz?: number; partial?: number; at?: 'stroke' | 'crossing' | 'held' }
  /** Ids of what was noticed, and of checks with how they went: `freeze:better`, `freeze:same`, `freeze:worse`. */
  observations: readonly string[]
  absent?: readonly string[]
  /** Checks that can't be done here. */
  unavailable?: readonly string[]
}

export interface Diagnosed {
  causes: {
    id: string
    words: string
    belief: number
    for: string[]
    against: string[]
    remedy: string
    drill: string
    caution?: string
    stop?: string
  }[]
  next: {
    id: string
    words: string
    seconds: number
    caution?: string
    outcomes: { id: string; words: string }[]
  } | null
  /** Things that can't be true together. */
  contradictions: string[]
}

const MODELS = new Map<string, Model>()
/** The model of a family for somebody who has played for some weeks. */
function modelOf(inst: Instrument, weeks: number): Model {
  const grown = weeks >= GROWN_WEEKS
  const key = `${inst.family} ${grown}`
  const known = MODELS.get(key)
  if (known) return known
  const { complaints, observations, causes, checks } = knowledgeOf(inst)
  const shows = new Map(causes.map((c) => [c.id, showsOf(c)]))
  const under = (id: string) =>
    Object.fromEntries(
      causes.flatMap((c) => (shows.get(c.id)!.has(id) ? [[c.id, WORDS[shows.get(c.id)!.get(id)!]]] : [])),
    )
  const model: Model = {
    causes: causes.map((c) => ({
      id: c.id,
      words: c.words,
      usual: WORDS[c.usual[grown ? 1 : 0]],
    })),
    questions: [
      {
        id: COMPLAINT,
        outcomes: complaints.map((c) => ({
          id: c.id,
          words: c.words,
          under: under(c.id),
          otherwise: WORDS[UNNAMED],
        })) as unknown as Question['outcomes'],
      },
      ...observations.map((o): Question => ({
        id: o.id,
        outcomes: [{ id: o.id, words: o.words, under: under(o.id), otherwise: WORDS[o.otherwise] }],
      })),
      ...checks.map((c): Question => ({
        id: c.id,
        ask: c.ask,
        seconds: c.seconds,
        outcomes: [
          { id: BETTER, words: `Better: ${c.ask}`, under: under(c.id), otherwise: WORDS[c.otherwise] },
        ],
      })),
    ],
    otherShare: OTHER_SHARE,
  }
  MODELS.set(key, model)
  return model
}
const BETTER = 'better'
const OUTCOMES = [
  { id: BETTER, words: 'Better' },
  { id: 'same', words: 'The same' },
  { id: 'worse', words: 'Worse' },
] as const

/** What the ear heard, as what would be noticed. */
const AT: Record<NonNullable<NonNullable<Accident['heard']>['at']>, string> = {
  stroke: 'start',
  crossing: 'crossing',
  held: 'held',
}

/** Causes that one finger or vent stands for, by the touches that the model of the tube blames. */
function fingerOf(inst: Instrument, touchId: string, fault: string): string[] {
  const touch = fingerSystem(inst).touches.find((t) => t.id === touchId)
  if (!touch) return []
  if (fault === 'pad') return ['pad-leaks']
  if (fault === 'half') return ['half-closed']
  const vent = fingerSystem(inst).bore.holes.some((h) => h.role === 'vent' && h.movedBy.includes(touchId))
  if (fault === 'extra') return vent ? ['vent-touched'] : ['brushed-key', 'bis-thumb', 'not-learnt']
  if (vent) return ['vent-late', 'no-flick', 'whisper-off']
  const finger = touch.finger === 'little' ? 'little' : `${touch.hand}-${touch.finger}`
  return [`leak-${finger}`, ...(fault === 'missing' ? ['not-learnt', 'high-fingers', 'late-finger'] : [])]
}

/** How much the model of the tube may say: a finger that it blames fully counts so many times more (chosen by Halitus). */
const BLAMED = 12
/** A fault less likely than this isn't blamed. */
const LEAST = 0.05

/** What the pitch says of fingers and vents, as a factor for each cause; 1 where it says nothing. */
function byPitch(inst: Instrument, written: string, hz: number): Map<string, number> {
  const factors = new Map<string, number>()
  for (const f of faultsOf(inst, written, hz)) {
    if (f.likelihood < LEAST || !f.touch) continue
    for (const id of fingerOf(inst, f.touch, f.fault))
      factors.set(id, (factors.get(id) ?? 1) + BLAMED * f.likelihood)
  }
  return factors
}

function answersOf(inst: Instrument, accident: Accident): Answer[] {
  const { complaints, observations, checks } = knowledgeOf(inst)
  const unknown = (what: string, id: string, all: readonly string[]) =>
    new OutOfRange(`There is no ${what} “${id}”. Known: ${all.join(', ')}.`)
  const ids = observations.map((o) => o.id)
  if (!complaints.some((c) => c.id === accident.complaint))
    throw unknown(
      'complaint',
      accident.complaint,
      complaints.map((c) => c.id),
    )
  const tried = (id: string): Answer | undefined => {
    const [check, outcome] = id.split(':')
    if (!outcome || !checks.some((c) => c.id === check)) return undefined
    if (!OUTCOMES.some((o) => o.id === outcome)) return undefined
    return { question: check!, outcome: outcome === BETTER ? BETTER : NO, words: triedWords(check!, outcome) }
  }
  const triedWords = (check: string, outcome: string) =>
    `${OUTCOMES.find((o) => o.id === outcome)!.words}: ${checks.find((c) => c.id === check)!.ask}`
  const all = [...ids, ...checks.flatMap((c) => OUTCOMES.map((o) => `${c.id}:${o.id}`))]
  const noticed = [
    ...accident.observations,
    ...(accident.heard?.at && !accident.observations.includes(AT[accident.heard.at])
      ? [AT[accident.heard.at]]
      : []),
  ]
  for (const id of accident.unavailable ?? [])
    if (!checks.some((c) => c.id === id))
      throw unknown(
        'check',
        id,
        checks.map((c) => c.id),
      )
  return [
    { question: COMPLAINT, outcome: accident.complaint },
    ...noticed.map((id): Answer => {
      if (ids.includes(id)) return { question: id, outcome: id }
      const check = tried(id)
      if (!check) throw unknown('observation', id, all)
      return check
    }),
    ...(accident.absent ?? []).map((id): Answer => {
      if (!ids.includes(id)) throw unknown('observation', id, ids)
      return { question: id, outcome: NO }
    }),
  ]
}

/** What was said that can't be true together, a sentence each. */
function contradictionsIn(inst: Instrument, { observations, absent = [] }: Accident): string[] {
  const { observations: all } = knowledgeOf(inst)
  const words = (id: string) => all.find((o) => o.id === id)?.words.toLowerCase() ?? id
  const both = observations
    .filter((id) => absent.includes(id))
    .map((id) => `“${words(id)}” is said to be so and not to be so.`)
  const pairs = all.flatMap((o) =>
    observations.includes(o.id)
      ? (o.against ?? [])
          .filter((a) => observations.includes(a) && o.id < a)
          .map((a) => `“${words(o.id)}” and “${words(a)}” can’t both be.`)
      : [],
  )
  return [...both, ...pairs]
}

/**
 * What is most likely behind an accident, with what speaks for and against it, and the one check that tells most for its
 * time. Beliefs are exact (Bayes) over single causes; what nobody thought of keeps its share. Contradictions are said, not
 * refused: each answer still counts.
 * @throws OutOfRange for a complaint, observation or check that there isn't, for weeks below 0, and as `faultsOf` for a pitch
 */
export function diagnose(inst: Instrument, accident: Accident): Diagnosed {
  if (!(accident.weeksPlaying >= 0)) throw new OutOfRange('Weeks of playing are 0 or more.')
  const { causes, checks } = knowledgeOf(inst)
  const answers = answersOf(inst, accident)
  const pitch = accident.heard?.hz
  const factors =
    accident.written && pitch && hasAir(inst)
      ? byPitch(inst, accident.written, pitch)
      : new Map<string, number>()
  const base = modelOf(inst, accident.weeksPlaying)
  const model: Model = {
    ...base,
    ...(factors.size && { causes: base.causes.map((c) => ({ ...c, weight: factors.get(c.id) ?? 1 })) }),
    questions: base.questions.filter((q) => !accident.unavailable?.includes(q.id)),
  }
  const told = answers.filter((a) => !accident.unavailable?.includes(a.question))
  const beliefs = believe(model, told)
  const next = nextCheck(model, told)
  const pitchSays = (id: string) => (factors.has(id) ? ['The pitch that was heard speaks for it.'] : [])
  const check = next && checks.find((c) => c.id === next.question)
  return {
    causes: beliefs.map((b) => {
      const cause = causes.find((c) => c.id === b.cause)
      return {
        id: b.cause,
        words: cause?.words ?? 'Something else',
        belief: b.share,
        for: [...pitchSays(b.cause), ...b.for.map((w) => w.words)],
        against: b.against.map((w) => w.words),
        remedy: cause?.remedy ?? 'Back to the smallest part, one thing at a time; the teacher plays it once.',
        drill: cause?.drill ?? '',
        ...(cause?.caution && { caution: cause.caution }),
        ...(cause?.stop && { stop: cause.stop }),
      }
    }),
    next: next
      ? {
          id: next.question,
          words: next.ask,
          seconds: next.seconds,
          ...(check?.caution && { caution: check.caution }),
          outcomes: OUTCOMES.map((o) => ({ id: `${next.question}:${o.id}`, words: o.words })),
        }
      : null,
    contradictions: contradictionsIn(inst, accident),
  }
}
