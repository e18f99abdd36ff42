import { OutOfRange } from '../errors/index.ts'
import { believe, nextCheck, together, type Model, type NextCheck } from '../evidence/index.ts'
import type { Instrument } from '../instruments/index.ts'
import { contradictionsIn, PAIN, toldOf, type Told } from './answers.ts'
import { worthOf, type Fact } from './facts.ts'
import { knowledgeOf, type Knowledge } from './knowledge.ts'
import type { SqueakCause } from './cause.ts'
import { asking, BETTER, modelOf, OUTCOMES, remedying, TRY } from './model.ts'
import type { Accident } from './accident.ts'
import { helped } from './helped.ts'
import { ofNote } from './note.ts'
import { byDiffering, DIFFER } from './differs.ts'
import { byPitch } from './pitch.ts'
import type { Check } from './terms.ts'

/** Something to try or to look at, with its answers by one tap. */
export interface Step {
  id: string
  words: string
  seconds: number
  caution?: string
  /** What is put back first, after something that didn't help. */
  first?: string
  outcomes: { id: string; words: string }[]
}

export interface Diagnosed {
  /** Best first; beliefs make 1. */
  causes: {
    id: string
    words: string
    belief: number
    for: string[]
    against: string[]
    remedy: string
    drill: string
    source: string
    caution?: string
    stop?: string
  }[]
  /** Two causes at once, where that is believed by a twentieth at least. */
  together: { ids: [string, string]; words: string; belief: number }[]
  next: Step | null
  /** What to look at or ask for, the most telling. */
  look: Step | null
  /** Things that can't be true together. */
  contradictions: string[]
  /** Why the search ends here; undefined while it goes on. */
  halt?: string
}

const HURTS =
  'It hurts: stop playing. Rest, and look at reed, mouth and hands together; what lasts goes to a doctor or dentist.'
/** So many of the likeliest causes have their remedies among the next checks (chosen by Halitus). */
const REMEDIES = 3
/** From this belief on a cause is likely: its remedy is worth trying; below it the field is split first (chosen on cases told in words). */
const LIKELY = 0.2
/** Then a second of what tells player, reed and instrument apart is worth so many of another's (chosen with it). */
const SPLITS = 2
/** From this belief on a teacher tries the remedy before anything else (chosen on cases told in words). */
const CLEAR = 0.6
const remedyOf = (c: SqueakCause) => {
  const { id, ask, seconds } = remedying(c)
  return { id, ask: ask!, seconds: seconds!, ...(c.caution && { caution: c.caution }) }
}
/** So many weeks somebody is in the first sounds, where silence is the mouth's or the air's (common practice, no source). */
const FIRST_WEEKS = 1
/** The smallest part comes first there, then the mouth, and joints last: how many times a second of each is worth another's. */
const FIRST_WORTH: Readonly<Record<string, number>> = {
  'off-centre': 4,
  corners: 4,
  'much-in': 4,
  'little-in': 4,
  'hole-under': 4,
  shallow: 3,
  'joint-gap': 0.2,
  'key-stays': 0.2,
}
const PART_ALONE = 'small-part'

/** It happens only while fingers change: a part without any can't show it. */
const IN_A_CHANGE: ReadonlySet<string> = new Set(['between', 'one-move', 'crossing'])
/** What is said of a change of notes. */
const CHANGES: ReadonlySet<string> = new Set(['between', 'one-move', 'crossing', 'slurred', 'fast'])

/** Pairs believed less aren't named (chosen by Halitus). */
const NAMED_PAIR = 0.05
const PRACTICE = 'common practice, no source'
const UNKNOWN = {
  words: 'Something else',
  remedy: 'Back to the smallest part, one thing at a time; the teacher plays it once.',
  drill: '',
}

const rounded = (times: number) =>
  times >= 1 ? `${times.toFixed(1)} times more` : `${(1 / times).toFixed(1)} times less`
/** What facts say of a cause, with what it counted. */
const said = (facts: readonly Fact[], id: string, more: boolean) =>
  facts.flatMap((f) => {
    const times = f.times[id] ?? 1
    return times !== 1 && times > 1 === more ? [`${f.words} (counts ${rounded(times)}).`] : []
  })

/** Somebody in the first week from whom nothing comes yet. */
const silentAtFirst = ({ complaint, weeksPlaying }: Accident) =>
  complaint === 'silent' && weeksPlaying <= FIRST_WEEKS

/** The checks of a model, what can't be done left out, what never helped worth less. */
function open(model: Model, known: Knowledge, accident: Accident, { tried }: Told, likeliest: number): Model {
  const never = worthOf(accident.past ?? [])
  const parts = new Set(known.checks.filter((c) => c.parts).map((c) => c.id))
  // Once player and equipment are told apart, telling them apart again is worth no more than anything else.
  const apart = tried.some((t) => parts.has(t.check))
  const first = silentAtFirst(accident)
  return {
    ...model,
    questions: model.questions
      // What was answered stays: its answer counts, whatever can be done now.
      .filter((q) => !accident.unavailable?.includes(q.id) || tried.some((t) => t.check === q.id))
      .map((q) => {
        const worth = (q.worth ?? 1) * (never.get(q.id) ?? 1) * (first ? (FIRST_WORTH[q.id] ?? 1) : 1)
        const splits = parts.has(q.id) && likeliest < LIKELY ? SPLITS : 1
        return { ...q, worth: apart && parts.has(q.id) ? Math.min(worth, 1) : worth * splits }
      }),
  }
}

const only = (model: Model, ids: ReadonlySet<string>, keep: readonly { question: string }[]): Model => ({
  ...model,
  questions: model.questions.map((q) =>
    ids.has(q.id) || keep.some((a) => a.question === q.id) ? q : { id: q.id, outcomes: q.outcomes },
  ),
})

function stepOf(
  known: Knowledge,
  next: Pick<NextCheck, 'question' | 'seconds'> | undefined,
  last: Told['tried'][number] | undefined,
): Step | null {
  if (!next) return null
  const o = known.observations.find((x) => x.id === next.question)
  if (o)
    return {
      id: o.id,
      words: asking(o),
      seconds: next.seconds,
      outcomes: [
        { id: `${o.id}:yes`, words: 'Yes' },
        { id: `${o.id}:no`, words: 'No' },
      ],
    }
  const check: Pick<Check, 'id' | 'ask' | 'seconds' | 'caution'> =
    known.checks.find((c) => c.id === next.question) ??
    remedyOf(known.causes.find((c) => `${TRY}${c.id}` === next.question)!)
  const before = last && last.outcome !== BETTER && known.checks.find((c) => c.id === last.check)?.back
  return {
    id: check.id,
    words: check.ask,
    seconds: check.seconds,
    ...(check.caution && { caution: check.caution }),
    ...(before && { first: before }),
    outcomes: OUTCOMES.map((x) => ({ id: `${check.id}:${x.id}`, words: x.words })),
  }
}

/**
 * What is most likely behind an accident, with what speaks for and against it, and the one check that saves most time:
 * expected information a second, cures and what tells player from equipment preferred. Beliefs are exact (Bayes) over single
 * causes and pairs that go together; what nobody thought of keeps its share. Contradictions are said, not refused: each
 * answer still counts. With nothing known but the complaint, the next thing is the most telling of all, a question too.
 * @throws OutOfRange for a complaint, observation, check or touch that there isn't, for weeks below 0, and as `faultsOf` for a pitch
 */
export function diagnose(inst: Instrument, accident: Accident): Diagnosed {
  if (!(accident.weeksPlaying >= 0)) throw new OutOfRange('Weeks of playing are 0 or more.')
  const known = knowledgeOf(inst)
  const told = toldOf(inst, accident)
  const { hz, at } = accident.heard ?? {}
  const crossing = at === 'crossing' || accident.complaint === 'between'
  const facts: Fact[] = [
    ...(accident.written && hz !== undefined
      ? byPitch(inst, accident.written, hz, accident.a4Hz ?? 440, crossing)
      : []),
    ...(accident.facts ?? []),
    ...byDiffering(inst, accident, crossing),
  ]
  // A finger that isn't down on the note can't be pressed there; in a change it may be on its way.
  const changes = at === 'crossing' || [accident.complaint, ...told.seen].some((id) => CHANGES.has(id))
  const inChange = at === 'crossing' || [accident.complaint, ...told.seen].some((id) => IN_A_CHANGE.has(id))
  const note = accident.written && !changes ? ofNote(inst, accident.written, told.seen) : undefined
  facts.push(...(note?.facts ?? []))
  const base = modelOf(inst, accident.weeksPlaying)
  const weighed: Model = {
    ...base,
    causes: base.causes.map((c) => ({ ...c, weight: facts.reduce((w, f) => w * (f.times[c.id] ?? 1), 1) })),
  }
  const answers = told.answers.filter((a) => !accident.unavailable?.includes(a.question))
  const cause = (id: string) => known.causes.find((c) => c.id === id)
  const tries = told.tried.flatMap((t) => cause(t.check.slice(TRY.length)) ?? [])
  const asked: Model = { ...weighed, questions: [...weighed.questions, ...tries.map((c) => remedying(c))] }
  const beliefs = believe(asked, answers)
  // Remedies of the likeliest are checks as well.
  const cures = beliefs.slice(0, REMEDIES).flatMap((b) => {
    const c = b.share >= LIKELY ? cause(b.cause) : undefined
    return c && !tries.includes(c) ? [remedying(c, b.share)] : []
  })
  const fresh = !told.seen.length && !told.absent.length && !told.tried.length
  // Before anything was noticed a question costs least.
  const likeliest = fresh ? 1 : beliefs[0]!.share
  const model = open(
    { ...asked, questions: [...asked.questions, ...cures] },
    known,
    {
      ...accident,
      unavailable: [
        ...(accident.unavailable ?? []),
        ...(note?.up ?? []).map((id) => `press-${id}`),
        ...(inChange ? [PART_ALONE] : []),
        ...(accident.differs?.length ? [DIFFER] : []),
        ...known.checks.flatMap((c) => (c.of && !c.of.includes(accident.complaint) ? [c.id] : [])),
      ],
    },
    told,
    likeliest,
  )
  const hurts = accident.observations.includes(PAIN)
  const looks = new Set(known.observations.map((o) => o.id))
  const checks = new Set([...known.checks, ...cures].map((c) => c.id))
  const best = (ids: ReadonlySet<string>) =>
    hurts ? null : stepOf(known, nextCheck(only(model, ids, answers), answers), told.tried.at(-1))
  const look = best(looks)
  // What doesn't sound alone won't sound with more behind it.
  const alone =
    silentAtFirst(accident) &&
    !hurts &&
    !accident.unavailable?.includes(PART_ALONE) &&
    !told.tried.some((t) => t.check === PART_ALONE)
      ? known.checks.find((c) => c.id === PART_ALONE)
      : undefined
  const clear =
    !hurts && beliefs[0]!.share >= CLEAR
      ? cures.find((q) => q.id === `${TRY}${beliefs[0]!.cause}` && !accident.unavailable?.includes(q.id))
      : undefined
  const on =
    !hurts && !clear ? helped(told.tried.at(-1), known, beliefs, tries, accident.unavailable) : undefined
  const first = alone ?? clear ?? on
  const words = (id: string) => cause(id)!.words
  return {
    causes: beliefs.map((b) => {
      const known = cause(b.cause)
      return {
        id: b.cause,
        words: known?.words ?? UNKNOWN.words,
        belief: b.share,
        for: [...said(facts, b.cause, true), ...b.for.map((w) => w.words)],
        against: [...said(facts, b.cause, false), ...b.against.map((w) => w.words)],
        remedy: known?.remedy ?? UNKNOWN.remedy,
        drill: known?.drill ?? UNKNOWN.drill,
        source: known?.source ?? PRACTICE,
        ...(known?.caution && { caution: known.caution }),
        ...(known?.stop && { stop: known.stop }),
      }
    }),
    together: together(model, answers)
      .filter((p) => p.share >= NAMED_PAIR)
      .map(({ both, share }) => ({
        ids: [...both] as [string, string],
        words: `${words(both[0])}; and ${words(both[1]).charAt(0).toLowerCase()}${words(both[1]).slice(1)}`,
        belief: share,
      })),
    next: first
      ? stepOf(known, { question: first.id, seconds: first.seconds! }, told.tried.at(-1))
      : fresh
        ? best(new Set([...looks, ...checks]))
        : best(checks),
    look,
    contradictions: contradictionsIn(inst, told),
    ...(hurts && { halt: HURTS }),
  }
}
