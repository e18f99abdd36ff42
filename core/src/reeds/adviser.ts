import { OutOfRange } from '../errors/index.ts'
/** What could be done about a reed that doesn't serve. */
export const ADVICE = ['stay', 'flatten', 'replace', 'down', 'up', 'tip', 'not-reed'] as const
export type Advice = (typeof ADVICE)[number]

export const ADVICE_WORDS: Record<Advice, string> = {
  stay: 'Stay with this reed',
  flatten: 'Soak it, dry it flat, then try it again',
  replace: 'Replace this reed by one of the same strength',
  down: 'Half a step softer, on this maker’s own scale',
  up: 'Half a step harder, on this maker’s own scale',
  tip: 'Another tip opening of the mouthpiece',
  'not-reed': 'Not the reed',
}

/** Evidence for (+) and against (−) each advice; the weights are chosen by Halitus, the directions are common practice. */
type Weights = Partial<Record<Advice, number>>
export interface Symptom {
  id: string
  words: string
  weights: Weights
}

export const SYMPTOMS: readonly Symptom[] = [
  { id: 'hard-start', words: 'Hard to start', weights: { down: 2, up: -2, 'not-reed': 0.5 } },
  { id: 'airy', words: 'Airy tone', weights: { down: 1.5, up: -1, 'not-reed': 0.3 } },
  { id: 'out-of-breath', words: 'Runs out of breath early', weights: { down: 1.5, up: -1, 'not-reed': 0.5 } },
  { id: 'low-refuse', words: 'Low notes refuse', weights: { down: 1, 'not-reed': 1.2 } },
  { id: 'buzzy', words: 'Buzzy tone', weights: { up: 1.5, down: -1.5 } },
  { id: 'wild-loud', words: 'Flat and wild when loud', weights: { up: 2, down: -2 } },
  { id: 'high-collapse', words: 'High notes collapse', weights: { up: 2, down: -1.5 } },
  { id: 'no-control', words: 'No control over soft and loud', weights: { up: 1, tip: 0.5 } },
  {
    id: 'one-note',
    words: 'Only on one note or one crossing',
    weights: { 'not-reed': 3, down: -1, up: -1, replace: -0.5, stay: 0.5 },
  },
  {
    id: 'other-reed-same',
    words: 'Another reed is no better',
    weights: { 'not-reed': 3, replace: -3, flatten: -2, stay: -1, down: -1, up: -1 },
  },
  {
    id: 'teacher-same',
    words: 'The teacher has the same trouble on it',
    weights: { 'not-reed': 2.5, stay: -0.5 },
  },
  {
    id: 'other-reed-better',
    words: 'Another reed of this strength is better',
    weights: { replace: 4, flatten: 0.5, stay: -2, 'not-reed': -2, down: -0.5, up: -0.5 },
  },
  {
    id: 'chipped',
    words: 'Chipped or split tip',
    weights: { replace: 5, flatten: -3, stay: -3, 'not-reed': -1 },
  },
  { id: 'wavy', words: 'Wavy tip', weights: { flatten: 4, replace: 2, stay: -2, 'not-reed': -1 } },
  { id: 'tired-lip', words: 'Lip tires within minutes', weights: { down: 1, tip: 0.8 } },
]

export interface ReedCase {
  symptoms: readonly string[]
  /** On its maker's scale, half steps; null for reeds without numbers. */
  strength: number | null
  tip: 'close' | 'medium' | 'open'
  facing: 'short' | 'medium' | 'long'
  weeksPlaying: number
  /** The learner's own numbers, where there are any. */
  longToneS?: number | null
  targetS?: number | null
  /** Pitch against loudness, cents a dB; negative sags when loud. */
  centsPerDb?: number | null
}

export interface Evidence {
  words: string
  weight: number
}
export interface Opinion {
  advice: Advice
  words: string
  /** Share of belief, all opinions together 1. */
  belief: number
  for: Evidence[]
  against: Evidence[]
}
export interface Verdict {
  /** False while nothing was said or measured: then the beliefs are only what is usual. */
  known: boolean
  opinions: Opinion[]
  /** The cheapest check that tells the two best apart. */
  check: string
}

/** Before anything is known: most reeds are kept. */
const PRIOR: Record<Advice, number> = {
  stay: 1,
  flatten: -1.5,
  replace: -1,
  down: 0,
  up: 0,
  tip: -1,
  'not-reed': 0,
}

function measuredEvidence(c: ReedCase): { words: string; weights: Weights }[] {
  const found: { words: string; weights: Weights }[] = []
  const { strength, centsPerDb, longToneS, targetS } = c
  if (strength !== null && c.weeksPlaying < 16 && strength >= 3)
    found.push({
      words: `Strength ${strength} in week ${c.weeksPlaying}; beginners start at about 2 to 2½`,
      weights: { down: 1.5, up: -1.5 },
    })
  if (strength !== null && c.weeksPlaying > 40 && strength <= 1.5)
    found.push({ words: `Strength ${strength} after ${c.weeksPlaying} weeks`, weights: { up: 1, down: -1 } })
  if (strength !== null && c.tip === 'open' && strength >= 3)
    found.push({ words: 'Hard reed on an open tip', weights: { down: 1, tip: 1 } })
  if (strength !== null && c.tip === 'close' && strength <= 2)
    found.push({ words: 'Soft reed on a close tip', weights: { up: 1, tip: 1 } })
  if (c.facing === 'long' && c.tip === 'open')
    found.push({ words: 'Long facing with an open tip', weights: { tip: 0.5 } })
  if (centsPerDb != null && centsPerDb < -1)
    found.push({
      words: `Measured: sags ${(-centsPerDb).toFixed(1)} cents a dB when loud`,
      weights: { up: 1.5, down: -1 },
    })
  if (centsPerDb != null && Math.abs(centsPerDb) <= 0.5)
    found.push({
      words: `Measured: pitch holds when loud (${centsPerDb.toFixed(1)} cents a dB)`,
      weights: { up: -1, stay: 0.5 },
    })
  if (longToneS != null && targetS != null && longToneS >= targetS)
    found.push({
      words: `Measured: long tone ${longToneS.toFixed(0)} s reaches its target`,
      weights: { stay: 0.8, down: -1 },
    })
  if (longToneS != null && targetS != null && longToneS < targetS * 0.7)
    found.push({
      words: `Measured: long tone ${longToneS.toFixed(0)} of ${targetS} s`,
      weights: { down: 0.8 },
    })
  return found
}

/** Something to try that tells some advices from others, and the symptoms that it would answer. */
interface Check {
  words: string
  tells: readonly [readonly Advice[], readonly Advice[]]
  answers: readonly string[]
}

/** The cheapest first. */
const CHECKS: readonly Check[] = [
  {
    words:
      'Ten seconds: the tip against the light. Chipped or split: replace it. Wavy: soak it, press it flat, dry it.',
    tells: [
      ['replace', 'flatten'],
      ['replace', 'flatten'],
    ],
    answers: ['chipped', 'wavy'],
  },
  {
    words:
      'Half a minute: another reed of the same strength. It starts and holds its pitch: this one is worn. No change: the strength, or look at leaks, hold and mouth instead.',
    tells: [
      ['replace', 'flatten'],
      ['stay', 'down', 'up', 'tip', 'not-reed'],
    ],
    answers: ['other-reed-better', 'other-reed-same'],
  },
  {
    words:
      'Half a minute: another reed of the same strength, soft and loud. If that one serves, this one is worn; if it is no better, look at leaks, hold and mouth.',
    tells: [['stay'], ['down', 'up', 'not-reed']],
    answers: ['other-reed-better', 'other-reed-same'],
  },
  {
    words:
      'One middle note, very soft, then loud. Soft won’t start: too hard. Loud sags and rattles: too soft.',
    tells: [['down'], ['up']],
    answers: [],
  },
  {
    words:
      'A minute: you play the learner’s instrument on this reed. Easy for you: the mouth and air. Hard for you too: the reed or a leak; then the smallest part alone tells which.',
    tells: [['not-reed'], ['stay', 'flatten', 'replace', 'down', 'up', 'tip']],
    answers: ['teacher-same'],
  },
  {
    words: 'A minute: your own mouthpiece with this reed.',
    tells: [['tip'], ['stay', 'flatten', 'replace', 'not-reed']],
    answers: [],
  },
  {
    words:
      'A minute: a softer reed on this mouthpiece. If it turns buzzy but starts no better, it is the tip.',
    tells: [['down'], ['stay', 'flatten', 'replace', 'tip']],
    answers: [],
  },
  {
    words: 'A minute: a harder reed on this mouthpiece. If high notes hold, it was the reed’s strength.',
    tells: [['up'], ['stay', 'flatten', 'replace', 'tip']],
    answers: [],
  },
  {
    words: 'Half a minute: the smallest part alone, loud. Pitch holds there: not the reed.',
    tells: [['not-reed'], ['stay', 'flatten', 'replace', 'down', 'up', 'tip']],
    answers: [],
  },
]

/** From this belief on nothing needs to be checked any more (chosen by Halitus). */
export const SURE = 0.9

/** The cheapest check that tells the two best apart and whose answer isn't known yet. */
function checkBetween(best: Opinion, second: Opinion, symptoms: readonly string[]): string {
  const [a, b] = [best.advice, second.advice]
  const parts = ({ tells: [one, other] }: Check) =>
    (one.includes(a) && other.includes(b)) || (one.includes(b) && other.includes(a))
  const open =
    best.belief < SURE && CHECKS.find((c) => parts(c) && !c.answers.some((id) => symptoms.includes(id)))
  if (open) return open.words
  return `Nothing cheaper tells more: ${ADVICE_WORDS[a].charAt(0).toLowerCase()}${ADVICE_WORDS[a].slice(1)}.`
}

/**
 * Weighs symptoms, equipment and measured numbers. Evidence adds up; beliefs are its exponentials, made to sum to 1.
 * @throws OutOfRange for an unknown symptom, a strength outside 1 to 5 or negative weeks
 */
export function advise(c: ReedCase): Verdict {
  if (c.strength !== null && !(c.strength >= 1 && c.strength <= 5))
    throw new OutOfRange(`strength is ${c.strength}; allowed: 1 to 5 in half steps.`)
  if (!(c.weeksPlaying >= 0)) throw new OutOfRange(`weeksPlaying is ${c.weeksPlaying}; allowed: 0 or more.`)
  const evidence = [
    ...c.symptoms.map((id) => {
      const symptom = SYMPTOMS.find((s) => s.id === id)
      if (!symptom)
        throw new OutOfRange(`There is no symptom “${id}”. Known: ${SYMPTOMS.map((s) => s.id).join(', ')}.`)
      return symptom
    }),
    ...measuredEvidence(c),
  ]
  const score = (a: Advice) => evidence.reduce((sum, e) => sum + (e.weights[a] ?? 0), PRIOR[a])
  const total = ADVICE.reduce((sum, a) => sum + Math.exp(score(a)), 0)
  const opinions = ADVICE.map((advice): Opinion => {
    const own = evidence.map((e) => ({ words: e.words, weight: e.weights[advice] ?? 0 }))
    return {
      advice,
      words: ADVICE_WORDS[advice],
      belief: Math.exp(score(advice)) / total,
      for: own.filter((e) => e.weight > 0).sort((x, y) => y.weight - x.weight),
      against: own.filter((e) => e.weight < 0).sort((x, y) => x.weight - y.weight),
    }
  }).sort((x, y) => y.belief - x.belief)
  const [first, second] = opinions as [Opinion, Opinion]
  return {
    known: evidence.length > 0,
    opinions,
    check: evidence.length
      ? checkBetween(first, second, c.symptoms)
      : 'Say what is heard, then the check that tells most is named here.',
  }
}
