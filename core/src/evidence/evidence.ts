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
  /** Of two causes at once it takes both to show it, as that nothing changed; else either is enough. */
  takesBoth?: true
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
  /** How many times a second of it is worth another's: more where trying it is a cure, less where it never helped. */
  worth?: number
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

/** Two causes that are often there at once. */
export interface Pair {
  both: readonly [string, string]
  /** How likely the second one is because of the first. */
  usual: HowLikely
}

export interface Model {
  causes: readonly Cause[]
  /** Causes that come together; any other two are taken for one too many. */
  pairs?: readonly Pair[]
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
/** What is believed in: one cause, what nobody thought of, or two causes at once. */
type Hypothesis = readonly [string] | readonly [string, string]
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
function likelihood(q: Question, outcome: string, h: Hypothesis): number {
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

function checkAnswer(model: Model, { question, outcome }: Answer): Question {
  const q = questionOf(model, question)
  const known = outcomesOf(q)
  if (!known.includes(outcome))
    throw new OutOfRange(`“${question}” has no outcome “${outcome}”. Known: ${known.join(', ')}.`)
  return q
}

const hypotheses = (model: Model): Hypothesis[] => [
  ...model.causes.map((c): Hypothesis => [c.id]),
  [OTHER],
  ...(model.pairs ?? []).map((p): Hypothesis => p.both),
]

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

function after(
  all: readonly Hypothesis[],
  shares: readonly number[],
  q: Question,
  outcome: string,
): number[] {
  const joint = shares.map((s, i) => s * likelihood(q, outcome, all[i]!))
  const sum = joint.reduce((a, b) => a + b, 0)
  return joint.map((j) => j / sum)
}

function sharesOf(model: Model, all: readonly Hypothesis[], answers: readonly Answer[]): number[] {
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
  const singles = all.slice(0, first.length)
  const under = asked.map(({ a, q }) => singles.map((h) => likelihood(q, a.outcome, h)))
  const mean = under.map((row) => row.reduce((sum, p, k) => sum + first[k]! * p, 0))
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
      const joint = shares.map((s, i) => s * likelihood(q, id, all[i]!))
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
