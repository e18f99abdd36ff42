import { OutOfRange } from '../errors/index.ts'

/** How likely something is, in five words; the numbers behind them stand here and nowhere else (chosen by Halitus). */
export const LIKELY = {
  'almost never': 0.03,
  seldom: 0.15,
  'now and then': 0.4,
  often: 0.75,
  'almost always': 0.95,
} as const
export type HowLikely = keyof typeof LIKELY

/** Something that may be the case. */
export interface Cause {
  id: string
  words: string
  /** How usual it is before anything is known. */
  usual: HowLikely
  /** So many times more, by what isn't a question's answer. */
  weight?: number
}

/** What can be seen, heard or measured. */
export interface Outcome {
  id: string
  words: string
  /** How likely it is under a cause; where it isn't named, `otherwise`. */
  under: Readonly<Partial<Record<string, HowLikely>>>
  otherwise: HowLikely
}

/**
 * Something to look at, listen to or try. With one outcome it is there or it isn't; several outcomes shut each other out.
 */
export interface Question {
  id: string
  /** What to do, to be said aloud; left out where it is only noticed or measured. */
  ask?: string
  /** How long that takes in a lesson. */
  seconds?: number
  outcomes: readonly [Outcome, ...Outcome[]]
}

/** One thing that is there or isn't, and how likely under each cause. */
export const sign = (
  id: string,
  words: string,
  under: Outcome['under'],
  otherwise: HowLikely,
  asked?: { ask: string; seconds: number },
): Question => ({ id, ...asked, outcomes: [{ id, words, under, otherwise }] })

export interface Model {
  causes: readonly Cause[]
  questions: readonly Question[]
  /** Share of what nobody has thought of, before anything is known. */
  otherShare: number
}

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
  /** All beliefs together are 1. */
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

export const OTHER = 'other'
export const NO = 'no'
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
const rawly = (o: Outcome, cause: string) => LIKELY[o.under[cause] ?? o.otherwise]

/** Probability of an outcome under a cause; those of one question make 1 for each cause. */
function likelihood(q: Question, outcome: string, cause: string): number {
  const [first] = q.outcomes
  if (q.outcomes.length === 1) return outcome === NO ? 1 - rawly(first, cause) : rawly(first, cause)
  const all = q.outcomes.reduce((sum, o) => sum + rawly(o, cause), 0)
  return (
    rawly(
      q.outcomes.find((o) => o.id === outcome)!,
      cause,
    ) / all
  )
}

function checkAnswer(model: Model, { question, outcome }: Answer): Question {
  const q = questionOf(model, question)
  const known = outcomesOf(q)
  if (!known.includes(outcome))
    throw new OutOfRange(`“${question}” has no outcome “${outcome}”. Known: ${known.join(', ')}.`)
  return q
}

const idsOf = (model: Model) => [...model.causes.map((c) => c.id), OTHER]

/** Shares before anything is known. */
function before(model: Model): number[] {
  const usual = model.causes.map((c) => LIKELY[c.usual] * (c.weight ?? 1))
  const all = usual.reduce((a, b) => a + b, 0)
  return [...usual.map((u) => ((1 - model.otherShare) * u) / all), model.otherShare]
}

function after(model: Model, shares: readonly number[], q: Question, outcome: string): number[] {
  const ids = idsOf(model)
  const joint = shares.map((s, i) => s * likelihood(q, outcome, ids[i]!))
  const all = joint.reduce((a, b) => a + b, 0)
  return joint.map((j) => j / all)
}

function sharesOf(model: Model, answers: readonly Answer[]): number[] {
  return answers.reduce((now, a) => after(model, now, checkAnswer(model, a), a.outcome), before(model))
}

/**
 * What to believe after some answers, by Bayes' rule: exact, answers being independent of one another once the cause is
 * known. The most believed first; what nobody has thought of has a share of its own.
 * @throws OutOfRange for a question or an outcome that there isn't
 */
export function believe(model: Model, answers: readonly Answer[]): Belief[] {
  const shares = sharesOf(model, answers)
  const first = before(model)
  const ids = idsOf(model)
  return ids
    .map((cause, i): Belief => {
      const weighed = answers.map((a): Weighed => {
        const q = questionOf(model, a.question)
        const mean = ids.reduce(
          (sum, other, k) => (k === i ? sum : sum + first[k]! * likelihood(q, a.outcome, other)),
          0,
        )
        return {
          words: a.words ?? wordsOf(q, a.outcome),
          bits: Math.log2((likelihood(q, a.outcome, cause) * (1 - first[i]!)) / mean),
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
  const shares = sharesOf(model, answers)
  if (Math.max(...shares) >= SURE) return undefined
  const ids = idsOf(model)
  const now = entropy(shares)
  let best: NextCheck | undefined
  for (const q of model.questions) {
    if (!q.ask || !q.seconds || answers.some((a) => a.question === q.id)) continue
    let left = 0
    const outcomes = outcomesOf(q).map((id) => {
      const chance = shares.reduce((sum, s, i) => sum + s * likelihood(q, id, ids[i]!), 0)
      const then = after(model, shares, q, id)
      left += chance * entropy(then)
      const top = then.indexOf(Math.max(...then))
      return {
        id,
        words: wordsOf(q, id),
        chance,
        leads: model.causes[top]?.words ?? 'Another cause',
        share: then[top]!,
      }
    })
    const bits = now - left
    if (bits < WORTH_BITS || (best && bits / q.seconds <= best.bits / best.seconds)) continue
    best = { question: q.id, ask: q.ask, seconds: q.seconds, bits, outcomes }
  }
  return best
}
