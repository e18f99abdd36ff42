import { LIKELY, type Model, type Outcome, type Question } from './model.ts'

/** What nobody thought of, and that the only outcome of a question wasn’t there. */
export const OTHER = 'other'
export const NO = 'no'

/** What is believed in: one cause, what nobody thought of, or two causes at once. */
export type Hypothesis = readonly [string] | readonly [string, string]
const rawly = (o: Outcome, cause: string) => LIKELY[o.under[cause] ?? o.otherwise]

/**
 * How likely an outcome is under a hypothesis, before outcomes that shut each other out are weighed together. Two causes
 * show what either of them shows (noisy or: Pearl, 1988), with what is there without any cause counted once.
 */
function shown(o: Outcome, [one, two]: Hypothesis): number {
  const a = rawly(o, one)
  if (two === undefined) return a
  const b = rawly(o, two)
  if (o.takesBoth) return Math.min(a, b)
  return 1 - ((1 - a) * (1 - b)) / (1 - Math.min(a, b, LIKELY[o.otherwise]))
}

/** Probability of an outcome under a hypothesis; those of one question make 1 for each of them. */
export function likelihood(q: Question, outcome: string, h: Hypothesis): number {
  const [first] = q.outcomes
  if (q.outcomes.length === 1) return outcome === NO ? 1 - shown(first, h) : shown(first, h)
  let all = 0
  let asked = 0
  for (const o of q.outcomes) {
    const p = shown(o, h)
    all += p
    if (o.id === outcome) asked = p
  }
  return asked / all
}

/** Hypotheses in their order, with a name for the whole list: tables are kept by it. */
export interface Hypotheses {
  all: readonly Hypothesis[]
  name: string
}
/** Likelihoods don’t change while a search goes on: each question’s are worked out once for a list of hypotheses. */
const TABLES = new WeakMap<Question['outcomes'], { name: string; rows: Map<string, Float64Array> }>()

/** Probability of an outcome under each hypothesis, in their order; not to be written to. */
export function row(q: Question, outcome: string, { all, name }: Hypotheses): Float64Array {
  let table = TABLES.get(q.outcomes)
  if (table?.name !== name) TABLES.set(q.outcomes, (table = { name, rows: new Map() }))
  let found = table.rows.get(outcome)
  if (!found) table.rows.set(outcome, (found = Float64Array.from(all, (h) => likelihood(q, outcome, h))))
  return found
}

/** What can be believed in by a model: each cause, what nobody thought of, each pair. */
export function hypotheses(model: Model): Hypotheses {
  const all = [
    ...model.causes.map((c): Hypothesis => [c.id]),
    [OTHER] as const,
    ...(model.pairs ?? []).map((p): Hypothesis => p.both),
  ]
  return { all, name: all.map((h) => h.join('+')).join(' ') }
}
