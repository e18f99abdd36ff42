import { OutOfRange } from '../errors/index.ts'
import { NO, type Answer } from '../evidence/index.ts'
import type { Instrument } from '../instruments/index.ts'
import type { Accident } from './accident.ts'
import { knowledgeOf } from './knowledge.ts'
import { registerOf } from './note.ts'
import { partialOf } from './pitch.ts'
import { COMPLAINT, OUTCOMES, PARTIAL, TRY } from './model.ts'

/** Something hurts: no cause is looked for. */
export const PAIN = 'pain'
/** Partials up to here are the tube in another register (chosen by Halitus). */
const NEAR_PARTIAL = 4.5

/** What the ear heard, as what would be noticed. */
const AT = { stroke: 'start', held: 'held' } as const

/** A change of notes goes over the break only where the two lie in different registers. */
function changeOf(inst: Instrument, { from, written }: Pick<Accident, 'from' | 'written'>): string {
  const [before, after] = [from, written].map((n) => (n ? registerOf(inst, n) : undefined))
  return before !== undefined && after !== undefined && before !== after ? 'crossing' : 'one-move'
}

/** What was said of an accident, sorted: seen and not seen, and checks with how they went, in order. */
export interface Told {
  answers: Answer[]
  tried: { check: string; outcome: string }[]
  seen: string[]
  absent: string[]
}

/**
 * What was said, as answers to the model's questions.
 * @throws OutOfRange naming an id that there isn't, with those that there are
 */
export function toldOf(inst: Instrument, accident: Accident): Told {
  const { complaints, observations, causes, checks } = knowledgeOf(inst)
  const refuse = (what: string, id: string, all: readonly string[]) => {
    throw new OutOfRange(`There is no ${what} “${id}”. Known: ${all.join(', ')}.`)
  }
  const ids = observations.map((o) => o.id)
  const tryable = [
    ...checks.map((c) => ({ id: c.id, ask: c.ask })),
    ...causes.map((c) => ({ id: `${TRY}${c.id}`, ask: c.remedy })),
  ]
  const results = new Set(tryable.flatMap((c) => OUTCOMES.map((o) => `${c.id}:${o.id}`)))
  const tries = `checks as “${checks[0]!.id}:better”, “:same” or “:worse”: ${checks.map((c) => c.id).join(', ')}`
  if (!complaints.some((c) => c.id === accident.complaint))
    refuse(
      'complaint',
      accident.complaint,
      complaints.map((c) => c.id),
    )
  for (const id of accident.unavailable ?? [])
    if (!tryable.some((c) => c.id === id))
      refuse(
        'check',
        id,
        checks.map((c) => c.id),
      )
  const seen: string[] = []
  const absent: string[] = []
  const tried: Told['tried'] = []
  for (const said of accident.observations) {
    const [id, how] = said.split(':') as [string, string | undefined]
    if (said === PAIN) continue
    if (ids.includes(id) && (how === undefined || how === 'yes')) seen.push(id)
    else if (ids.includes(id) && how === 'no') absent.push(id)
    else if (results.has(said)) tried.push({ check: id, outcome: how! })
    else refuse('observation', said, [...ids, PAIN, tries])
  }
  for (const id of accident.absent ?? [])
    if (ids.includes(id)) absent.push(id)
    else refuse('observation', id, ids)
  const at =
    accident.heard?.at === 'crossing' ? changeOf(inst, accident) : accident.heard?.at && AT[accident.heard.at]
  if (at && ids.includes(at) && !seen.includes(at) && !absent.includes(at)) seen.push(at)
  const { hz } = accident.heard ?? {}
  const partial =
    accident.heard?.partial ??
    (accident.written && hz !== undefined ? partialOf(inst, accident.written, hz, accident.a4Hz) : undefined)
  const words = (check: string, outcome: string) =>
    `${OUTCOMES.find((o) => o.id === outcome)!.words}: ${tryable.find((c) => c.id === check)!.ask}`
  return {
    seen,
    absent,
    tried,
    answers: [
      { question: COMPLAINT, outcome: accident.complaint },
      ...(partial === undefined
        ? []
        : [{ question: PARTIAL, outcome: partial > 0 && partial <= NEAR_PARTIAL ? 'near' : 'far' }]),
      ...seen.map((id): Answer => ({ question: id, outcome: id })),
      ...absent.map((id): Answer => ({ question: id, outcome: NO })),
      ...tried.map(({ check, outcome }) => ({ question: check, outcome, words: words(check, outcome) })),
    ],
  }
}

/** What was said that can't be true together, a sentence each. */
export function contradictionsIn(
  inst: Instrument,
  { seen, absent }: Pick<Told, 'seen' | 'absent'>,
): string[] {
  const { observations } = knowledgeOf(inst)
  const words = (id: string) => observations.find((o) => o.id === id)!.words.toLowerCase()
  const both = seen
    .filter((id) => absent.includes(id))
    .map((id) => `“${words(id)}” is said to be so and not to be so.`)
  const pairs = observations.flatMap((o, i) =>
    observations
      .slice(i + 1)
      .filter((p) => seen.includes(o.id) && seen.includes(p.id))
      .filter((p) => o.against?.includes(p.id) || p.against?.includes(o.id))
      .map((p) => `“${words(o.id)}” and “${words(p.id)}” can’t both be.`),
  )
  return [...both, ...pairs]
}
