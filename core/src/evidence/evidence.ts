import { OutOfRange } from '../errors/index.ts'
import { hypotheses, NO, row, type Hypotheses } from './hypotheses.ts'
import { LIKELY, type Model, type Question } from './model.ts'

/** What was found: the id of an outcome, or `no` where the only one wasn't there. */
export interface Answer {
  question: string
  outcome: string
  /** In place of the outcome's words, where a number was measured. */
  words?: string
}

/** One answer's weight for or against a cause: how many times more likely it is under it than under the others, log 2. */
export interface Weighed {
  words: string
  bits: number
}

export interface Belief {
  cause: string
  words: string
  /** All beliefs together are 1; what is believed of a pair goes to its two causes by halves. */
  share: number
  for: Weighed[]
  against: Weighed[]
}

export interface NextCheck {
  question: string
  ask: string
  seconds: number
  /** What it is expected to tell. */
  bits: number
  /** What each outcome would lead to. */
  outcomes: { id: string; words: string; chance: number; leads: string; share: number }[]
}

/** From this share on nothing needs to be checked any more (chosen by Halitus). */
export const SURE = 0.9
/** A check that is expected to tell less isn't worth asking, bits (chosen by Halitus). */
const WORTH_BITS = 0.02
/** Weaker evidence isn't mentioned, bits. */
const TOLD_BITS = 0.15

const questionOf = (model: Model, id: string): Question => {
  const found = model.questions.find((q) => q.id === id)
  if (!found)
    throw new OutOfRange(
      `There is no question “${id}”. Known: ${model.questions.map((q) => q.id).join(', ')}.`,
    )
  return found
}
const outcomesOf = (q: Question): string[] =>
  q.outcomes.length > 1 ? q.outcomes.map((o) => o.id) : [q.outcomes[0].id, NO]
function checkAnswer(model: Model, { question, outcome }: Answer): Question {
  const q = questionOf(model, question)
  const known = outcomesOf(q)
  if (!known.includes(outcome))
    throw new OutOfRange(`“${question}” has no outcome “${outcome}”. Known: ${known.join(', ')}.`)
  return q
}

/** Shares before anything is known, in the order of the hypotheses. */
function before(model: Model): number[] {
  const usual = new Map(model.causes.map((c) => [c.id, LIKELY[c.usual] * (c.weight ?? 1)]))
  const of = (id: string) => {
    const found = usual.get(id)
    if (found === undefined) throw new OutOfRange(`A pair names “${id}”, which is no cause.`)
    return found
  }
  const single = [...usual.values()]
  const paired = (model.pairs ?? []).map((p) => of(p.both[0]) * of(p.both[1]) * LIKELY[p.usual])
  const all = [...single, ...paired].reduce((a, b) => a + b, 0)
  const scaled = (u: number) => ((1 - model.otherShare) * u) / all
  return [...single.map(scaled), model.otherShare, ...paired.map(scaled)]
}

function after(all: Hypotheses, shares: readonly number[], q: Question, outcome: string): number[] {
  const under = row(q, outcome, all)
  const joint = shares.map((s, i) => s * under[i]!)
  const sum = joint.reduce((a, b) => a + b, 0)
  return joint.map((j) => j / sum)
}

function sharesOf(model: Model, all: Hypotheses, answers: readonly Answer[]): number[] {
  return answers.reduce((now, a) => after(all, now, checkAnswer(model, a), a.outcome), before(model))
}

/** What is believed of each cause and of what nobody thought of: its own share and half of each pair it is in. */
function byCause(model: Model, shares: readonly number[]): number[] {
  const singles = model.causes.length + 1
  const own = shares.slice(0, singles)
  const at = new Map(model.causes.map((c, i) => [c.id, i]))
  model.pairs?.forEach(({ both }, k) => {
    for (const id of both) own[at.get(id)!]! += shares[singles + k]! / 2
  })
  return own
}

/**
 * What to believe after some answers, by Bayes' rule: exact, answers being independent of one another once the cause is
 * known. The most believed first; what nobody has thought of has a share of its own.
 * @throws OutOfRange for a question or an outcome that there isn't
 */
export function believe(model: Model, answers: readonly Answer[]): Belief[] {
  const all = hypotheses(model)
  const shares = byCause(model, sharesOf(model, all, answers))
  const first = byCause(model, before(model))
  const asked = answers.map((a) => ({ a, q: questionOf(model, a.question) }))
  const singles = all.all.slice(0, first.length)
  const under = asked.map(({ a, q }) => row(q, a.outcome, all).subarray(0, first.length))
  const mean = under.map((each) => each.reduce((sum, p, k) => sum + first[k]! * p, 0))
  return singles
    .map(([cause], i): Belief => {
      const weighed = asked.map(({ a, q }, n): Weighed => {
        const here = under[n]![i]!
        const others = mean[n]! - first[i]! * here
        return {
          words: a.words ?? wordsOf(q, a.outcome),
          bits: Math.log2((here * (1 - first[i]!)) / others),
        }
      })
      return {
        cause,
        words: model.causes[i]?.words ?? 'Another cause',
        share: shares[i]!,
        for: weighed.filter((w) => w.bits > TOLD_BITS).sort((a, b) => b.bits - a.bits),
        against: weighed.filter((w) => w.bits < -TOLD_BITS).sort((a, b) => a.bits - b.bits),
      }
    })
    .sort((a, b) => b.share - a.share)
}

/**
 * How likely it is that two causes are there at once, the likeliest pair first.
 * @throws OutOfRange for a question or an outcome that there isn't
 */
export function together(
  model: Model,
  answers: readonly Answer[],
): { both: readonly [string, string]; share: number }[] {
  const shares = sharesOf(model, hypotheses(model), answers)
  return (model.pairs ?? [])
    .map(({ both }, k) => ({ both, share: shares[model.causes.length + 1 + k]! }))
    .sort((a, b) => b.share - a.share)
}

/** An outcome in words; what isn't there says so. */
function wordsOf(q: Question, outcome: string): string {
  const [first] = q.outcomes
  if (outcome === NO) return `Not: ${first.words.charAt(0).toLowerCase()}${first.words.slice(1)}`
  return q.outcomes.find((o) => o.id === outcome)!.words
}

const entropy = (shares: readonly number[]) =>
  shares.reduce((sum, s) => (s > 0 ? sum - s * Math.log2(s) : sum), 0)

/**
 * What to ask next: the question that is expected to tell most for each second of the lesson. Expected information is the
 * mutual information between cause and outcome (Shannon, 1948): what is uncertain now less what will be on average.
 * @returns undefined when one cause is sure enough, or nothing that is left would tell anything
 */
export function nextCheck(model: Model, answers: readonly Answer[]): NextCheck | undefined {
  const all = hypotheses(model)
  const shares = sharesOf(model, all, answers)
  const beliefs = byCause(model, shares)
  if (Math.max(...beliefs) >= SURE) return undefined
  const now = entropy(shares)
  const perSecond = (q: Question, bits: number) => ((q.worth ?? 1) * bits) / q.seconds!
  let best: { q: Question; bits: number; ends: { id: string; chance: number; then: number[] }[] } | undefined
  for (const q of model.questions) {
    if (!q.ask || !q.seconds || answers.some((a) => a.question === q.id)) continue
    let left = 0
    const ends = outcomesOf(q).map((id) => {
      const under = row(q, id, all)
      const joint = shares.map((s, i) => s * under[i]!)
      const chance = joint.reduce((a, b) => a + b, 0)
      const then = joint.map((j) => j / chance)
      left += chance * entropy(then)
      return { id, chance, then }
    })
    const bits = now - left
    if (bits < WORTH_BITS || (best && perSecond(q, bits) <= perSecond(best.q, best.bits))) continue
    best = { q, bits, ends }
  }
  if (!best) return undefined
  const { q, bits, ends } = best
  return {
    question: q.id,
    ask: q.ask!,
    seconds: q.seconds!,
    bits,
    outcomes: ends.map(({ id, chance, then }) => {
      const own = byCause(model, then)
      const top = own.indexOf(Math.max(...own))
      return {
        id,
        words: wordsOf(q, id),
        chance,
        leads: model.causes[top]?.words ?? 'Another cause',
        share: own[top]!,
      }
    }),
  }
}
