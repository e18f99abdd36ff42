import { OutOfRange } from '../errors/index.ts'
import {
  believe,
  nextCheck,
  OTHER,
  sign,
  SURE,
  type Answer,
  type Model,
  type NextCheck,
  type Outcome,
  type Question,
} from '../evidence/index.ts'

/** What could be done about a reed that doesn't serve. */
export const ADVICE = ['stay', 'flatten', 'replace', 'down', 'up', 'tip', 'not-reed'] as const
export type Advice = (typeof ADVICE)[number] | typeof OTHER

export const ADVICE_WORDS: Record<Advice, string> = {
  stay: 'Stay with this reed',
  flatten: 'Soak it, dry it flat, then try it again',
  replace: 'Replace this reed by one of the same strength',
  down: 'Half a step softer, on this maker’s own scale',
  up: 'Half a step harder, on this maker’s own scale',
  tip: 'Another tip opening of the mouthpiece',
  'not-reed': 'Not the reed',
  other: 'Something else',
}

/** What is noticed without looking for it (directions are common practice, no source; the five words are ours). */
const NOTICED: readonly Question[] = [
  sign(
    'hard-start',
    'Hard to start',
    { down: 'almost always', up: 'almost never', 'not-reed': 'seldom', replace: 'now and then' },
    'seldom',
  ),
  sign(
    'airy',
    'Airy tone',
    { down: 'often', up: 'almost never', replace: 'now and then', 'not-reed': 'seldom' },
    'seldom',
  ),
  sign(
    'out-of-breath',
    'Runs out of breath early',
    { down: 'often', up: 'almost never', 'not-reed': 'now and then' },
    'seldom',
  ),
  sign('low-refuse', 'Low notes refuse', { down: 'now and then', 'not-reed': 'often' }, 'seldom'),
  sign('buzzy', 'Buzzy tone', { up: 'often', replace: 'now and then', down: 'almost never' }, 'seldom'),
  sign(
    'wild-loud',
    'Flat and wild when loud',
    { up: 'often', replace: 'now and then', down: 'almost never' },
    'seldom',
  ),
  sign(
    'high-collapse',
    'High notes collapse',
    { up: 'often', replace: 'now and then', down: 'almost never' },
    'seldom',
  ),
  sign('no-control', 'No control over soft and loud', { up: 'often', tip: 'now and then' }, 'seldom'),
  sign(
    'one-note',
    'Only on one note or one crossing',
    {
      'not-reed': 'often',
      stay: 'seldom',
      down: 'almost never',
      up: 'almost never',
      replace: 'almost never',
      flatten: 'almost never',
      tip: 'almost never',
    },
    'seldom',
  ),
  sign('tired-lip', 'Lip tires within minutes', { down: 'often', tip: 'often' }, 'seldom'),
]

const outcome = (
  id: string,
  words: string,
  under: Outcome['under'],
  otherwise: Outcome['otherwise'],
): Outcome => ({ id, words, under, otherwise })

/** What can be tried, with its time in a lesson. Each way it may turn out speaks for something. */
const CHECKS: readonly Question[] = [
  {
    id: 'tip-look',
    ask: 'Hold the tip against the light: chipped or split, wavy, or whole and flat?',
    seconds: 10,
    outcomes: [
      outcome(
        'chipped',
        'Chipped or split tip',
        { replace: 'often', flatten: 'almost never', stay: 'almost never', 'not-reed': 'almost never' },
        'almost never',
      ),
      outcome(
        'wavy',
        'Wavy tip',
        { flatten: 'almost always', replace: 'seldom', stay: 'almost never' },
        'almost never',
      ),
      outcome(
        'tip-fine',
        'Tip whole and flat',
        { replace: 'now and then', flatten: 'almost never' },
        'almost always',
      ),
    ],
  },
  {
    id: 'other-reed',
    ask: 'Another reed of the same strength, soft and loud. Does that one serve, or is it no better?',
    seconds: 30,
    outcomes: [
      outcome(
        'other-reed-better',
        'Another reed of this strength is better',
        {
          replace: 'almost always',
          flatten: 'often',
          stay: 'seldom',
          'not-reed': 'almost never',
          tip: 'almost never',
        },
        'seldom',
      ),
      outcome(
        'other-reed-same',
        'Another reed is no better',
        {
          replace: 'almost never',
          flatten: 'seldom',
          stay: 'often',
          'not-reed': 'almost always',
          tip: 'almost always',
        },
        'often',
      ),
    ],
  },
  {
    id: 'teacher',
    ask: 'You play the learner’s instrument on this reed, on your own mouthpiece if you have one. The same trouble, or easy?',
    seconds: 60,
    outcomes: [
      outcome(
        'teacher-same',
        'The teacher has the same trouble on it',
        {
          stay: 'almost never',
          down: 'now and then',
          up: 'often',
          replace: 'often',
          flatten: 'often',
          tip: 'now and then',
          'not-reed': 'often',
        },
        'now and then',
      ),
      outcome(
        'teacher-easy',
        'Easy for the teacher',
        {
          stay: 'almost always',
          down: 'now and then',
          up: 'seldom',
          replace: 'seldom',
          flatten: 'seldom',
          tip: 'now and then',
          'not-reed': 'now and then',
        },
        'now and then',
      ),
    ],
  },
  {
    id: 'soft-loud',
    ask: 'One middle note, very soft, then loud. Does the soft one refuse, or the loud one sag and rattle?',
    seconds: 20,
    outcomes: [
      outcome(
        'soft-refuses',
        'Soft won’t start',
        { down: 'often', up: 'almost never', 'not-reed': 'now and then' },
        'seldom',
      ),
      outcome(
        'loud-sags',
        'Loud sags and rattles',
        { up: 'often', down: 'almost never', replace: 'now and then' },
        'seldom',
      ),
      outcome(
        'both-fine',
        'Both are there',
        { stay: 'almost always', down: 'seldom', up: 'seldom' },
        'now and then',
      ),
    ],
  },
  {
    id: 'softer',
    ask: 'A softer reed on this mouthpiece: does it start at once, or turn buzzy and start no better?',
    seconds: 60,
    outcomes: [
      outcome(
        'softer-better',
        'A softer one starts at once',
        { down: 'almost always', up: 'almost never', tip: 'seldom', stay: 'seldom' },
        'seldom',
      ),
      outcome(
        'softer-buzzy',
        'A softer one only buzzes',
        { down: 'almost never', up: 'almost always', tip: 'often', stay: 'often' },
        'often',
      ),
    ],
  },
  {
    id: 'harder',
    ask: 'A harder reed on this mouthpiece: do the high notes hold?',
    seconds: 60,
    outcomes: [
      outcome(
        'harder-better',
        'High notes hold on a harder one',
        { up: 'almost always', down: 'almost never', tip: 'seldom' },
        'seldom',
      ),
      outcome(
        'harder-worse',
        'A harder one is no better',
        { up: 'almost never', down: 'almost always', tip: 'often' },
        'often',
      ),
    ],
  },
  {
    id: 'part-alone',
    ask: 'The smallest part alone, loud: does its pitch hold?',
    seconds: 20,
    outcomes: [
      outcome(
        'part-holds',
        'The smallest part alone is all right',
        { 'not-reed': 'often', stay: 'almost always', up: 'seldom', replace: 'seldom', flatten: 'seldom' },
        'now and then',
      ),
      outcome(
        'part-fails',
        'The same trouble on the smallest part',
        { 'not-reed': 'seldom', stay: 'almost never', up: 'often', replace: 'often', flatten: 'often' },
        'now and then',
      ),
    ],
  },
]

/** What is known from numbers; each says its own. */
const MEASURED: readonly Question[] = [
  sign('hard-for-beginner', 'Hard for a beginner', { down: 'often', up: 'almost never' }, 'seldom'),
  sign('soft-for-long', 'Soft after so long', { up: 'often', down: 'almost never' }, 'seldom'),
  sign('hard-on-open', 'Hard reed on an open tip', { down: 'often', tip: 'often' }, 'seldom'),
  sign('soft-on-close', 'Soft reed on a close tip', { up: 'often', tip: 'often' }, 'seldom'),
  sign('long-on-open', 'Long facing with an open tip', { tip: 'now and then' }, 'seldom'),
  sign('sags', 'Sags when loud', { up: 'often', down: 'almost never' }, 'seldom'),
  sign('holds', 'Pitch holds when loud', { up: 'seldom', stay: 'often' }, 'now and then'),
  sign('tone-reached', 'Long tone reaches its target', { stay: 'often', down: 'seldom' }, 'now and then'),
  sign('tone-short', 'Long tone far from its target', { down: 'often', stay: 'seldom' }, 'now and then'),
]

const MODEL: Model = {
  causes: (
    [
      ['stay', 'now and then'],
      ['flatten', 'seldom'],
      ['replace', 'seldom'],
      ['down', 'seldom'],
      ['up', 'seldom'],
      ['tip', 'seldom'],
      ['not-reed', 'now and then'],
    ] as const
  ).map(([id, usual]) => ({ id, usual, words: ADVICE_WORDS[id] })),
  questions: [...NOTICED, ...CHECKS, ...MEASURED],
  otherShare: 0.05,
}

export interface Symptom {
  id: string
  words: string
}
const told = (q: Question): Symptom[] => q.outcomes.map(({ id, words }) => ({ id, words }))
/** Every way a check or a look may turn out, by what can be told of a reed. */
export const FINDINGS: readonly Symptom[] = [...NOTICED, ...CHECKS].flatMap(told)
/** What a teacher may say before anything is tried. */
export const SYMPTOMS: readonly Symptom[] = FINDINGS.filter((f) =>
  [
    ...NOTICED.map((q) => q.id),
    'other-reed-same',
    'teacher-same',
    'other-reed-better',
    'chipped',
    'wavy',
  ].includes(f.id),
)

export interface ReedCase {
  /** Ids of {@link FINDINGS}. */
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
  /** How many times more likely under this advice than under the others, log 2. */
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
  /** What to try next, in words to say aloud; what to do when nothing more needs to be tried. */
  check: string
  /** The ways that check may turn out, as findings; empty when there is none. */
  outcomes: Symptom[]
}

function measuredEvidence(c: ReedCase): Answer[] {
  const found: Answer[] = []
  const { strength, centsPerDb, longToneS, targetS } = c
  const add = (id: string, words: string) => found.push({ question: id, outcome: id, words })
  if (strength !== null && c.weeksPlaying < 16 && strength >= 3)
    add(
      'hard-for-beginner',
      `Strength ${strength} in week ${c.weeksPlaying}; beginners start at about 2 to 2½`,
    )
  if (strength !== null && c.weeksPlaying > 40 && strength <= 1.5)
    add('soft-for-long', `Strength ${strength} after ${c.weeksPlaying} weeks`)
  if (strength !== null && c.tip === 'open' && strength >= 3) add('hard-on-open', 'Hard reed on an open tip')
  if (strength !== null && c.tip === 'close' && strength <= 2)
    add('soft-on-close', 'Soft reed on a close tip')
  if (c.facing === 'long' && c.tip === 'open') add('long-on-open', 'Long facing with an open tip')
  if (centsPerDb != null && centsPerDb < -1)
    add('sags', `Measured: sags ${(-centsPerDb).toFixed(1)} cents a dB when loud`)
  if (centsPerDb != null && Math.abs(centsPerDb) <= 0.5)
    add('holds', `Measured: pitch holds when loud (${centsPerDb.toFixed(1)} cents a dB)`)
  if (longToneS != null && targetS != null && longToneS >= targetS)
    add('tone-reached', `Measured: long tone ${longToneS.toFixed(0)} s reaches its target`)
  if (longToneS != null && targetS != null && longToneS < targetS * 0.7)
    add('tone-short', `Measured: long tone ${longToneS.toFixed(0)} of ${targetS} s`)
  return found
}

function answerOf(id: string): Answer {
  const question = [...NOTICED, ...CHECKS].find((q) => q.outcomes.some((o) => o.id === id))
  if (!question)
    throw new OutOfRange(`There is no symptom “${id}”. Known: ${FINDINGS.map((s) => s.id).join(', ')}.`)
  return { question: question.id, outcome: id }
}

/** How long a check takes, as one says it. */
function time(seconds: number): string {
  return seconds < 30 ? `${seconds} seconds` : seconds < 60 ? 'Half a minute' : 'A minute'
}

/** There is nothing to weigh about a broken tip. */
const BROKEN = 'Chipped or split: this reed is done with, whatever else is found. '

function checkWords(next: NextCheck | undefined, best: Opinion): string {
  if (next) return `${time(next.seconds)}: ${lower(next.ask)}`
  const said = `${lower(best.words)}.`
  return best.belief >= SURE ? `Sure enough: ${said}` : `Nothing quick tells more: ${said}`
}
const lower = (s: string) => s.charAt(0).toLowerCase() + s.slice(1)

/**
 * Weighs what is heard, equipment and measured numbers, and names the check that tells most for its time.
 * @throws OutOfRange for an unknown symptom, a strength outside 1 to 5 or negative weeks
 */
export function advise(c: ReedCase): Verdict {
  if (c.strength !== null && !(c.strength >= 1 && c.strength <= 5))
    throw new OutOfRange(`strength is ${c.strength}; allowed: 1 to 5 in half steps.`)
  if (!(c.weeksPlaying >= 0)) throw new OutOfRange(`weeksPlaying is ${c.weeksPlaying}; allowed: 0 or more.`)
  const answers = [...c.symptoms.map(answerOf), ...measuredEvidence(c)]
  const opinions = believe(MODEL, answers).map((b): Opinion => {
    const weigh = (list: typeof b.for) => list.map(({ words, bits }) => ({ words, weight: bits }))
    return {
      advice: b.cause as Advice,
      words: ADVICE_WORDS[b.cause as Advice],
      belief: b.share,
      for: weigh(b.for),
      against: weigh(b.against),
    }
  })
  if (!answers.length)
    return {
      known: false,
      opinions,
      check: 'Say what is heard, then the check that tells most is named here.',
      outcomes: [],
    }
  const next = nextCheck(MODEL, answers)
  return {
    known: true,
    opinions,
    check: `${c.symptoms.includes('chipped') ? BROKEN : ''}${checkWords(next, opinions[0]!)}`,
    outcomes: next?.outcomes.map(({ id, words }) => ({ id, words })) ?? [],
  }
}
