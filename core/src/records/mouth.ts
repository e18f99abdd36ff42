import { centsInWords } from '../pitch/index.ts'
import { believe, nextCheck, NO, type Answer, type Belief, type NextCheck } from '../evidence/index.ts'
import type { Instrument, MouthCause } from '../instruments/index.ts'
import { diagnosis, diagnosisSchema } from './diagnosed.ts'
import { kindOf, type Facts } from './kind.ts'
import { AIRY_DB, STEADY_CENTS } from './long-tone-ladder.ts'

/** Sagging more than this, cents a dB, speaks for loose lips (chosen by Halitus). */
const SAGS = -1
/** A part that sounds this far off speaks for one side, cents; a bend below this is hardly one (chosen by Halitus). */
const PART_OFF = 40
const NARROW_BEND = 25

/** What the learner's own newest numbers say about the mouth. */
export function measuredOf({ partCents, steadinessCents, hnrDb, centsPerDb, bendCents }: Facts): Answer[] {
  const found: Answer[] = []
  const add = (question: string, words: string) =>
    found.push({ question, outcome: question, words: `Measured: ${words}` })
  if (partCents !== undefined && partCents > PART_OFF)
    add('part-high', `the small part ${centsInWords(partCents)} above its mark`)
  if (partCents !== undefined && partCents < -PART_OFF)
    add('part-low', `the small part ${centsInWords(-partCents)} below its mark`)
  if (steadinessCents !== undefined && steadinessCents > STEADY_CENTS)
    add('unsteady', `the last long tone wavers by ${centsInWords(steadinessCents)}`)
  if (hnrDb !== undefined && hnrDb < AIRY_DB) add('air-in-tone', `tone only ${hnrDb} dB above the noise`)
  if (centsPerDb !== undefined && centsPerDb < SAGS)
    add('sags-loud', `sinks ${(-centsPerDb).toFixed(1)} cents a dB when loud`)
  if (bendCents !== undefined && bendCents < NARROW_BEND)
    add('narrow-bend', `bends only ${centsInWords(bendCents)}`)
  return found
}

export interface MouthVerdict {
  known: boolean
  beliefs: (Belief & { remedy: string; caution?: string })[]
  next: NextCheck | undefined
  /** Said when what was measured is as it should be and nothing wrong was tapped. */
  fine: string | undefined
}

function fineWords(told: readonly Answer[], measured: number, facts: Facts): string | undefined {
  const { steadinessCents, hnrDb, partCents } = facts
  const heard = steadinessCents !== undefined || partCents !== undefined
  if (measured > 0 || !heard || told.some((a) => a.outcome !== NO)) return undefined
  const numbers = [
    ...(steadinessCents === undefined ? [] : [`the last long tone within ${centsInWords(steadinessCents)}`]),
    ...(hnrDb === undefined ? [] : [`${hnrDb} dB above the noise`]),
    ...(partCents === undefined ? [] : ['the small part at its mark']),
  ]
  return `Nothing is wrong in what was measured: ${numbers.join(', ')}. Leave the mouth as it is.`
}

/**
 * What is seen and heard at the mouth, and what it most likely comes from.
 * @param told answers to the instrument's own questions
 * @param facts the learner's own numbers
 * @throws OutOfRange for a question or outcome that there isn't
 */
export function mouthVerdict(inst: Instrument, told: readonly Answer[], facts: Facts): MouthVerdict {
  const { model } = inst.mouth
  const answers = [...told, ...measuredOf(facts)]
  const of = (cause: string): Pick<MouthCause, 'remedy' | 'caution'> =>
    model.causes.find((c) => c.id === cause) ?? {
      remedy: 'Back to the smallest part, one thing at a time; the teacher plays it once.',
    }
  return {
    known: answers.length > 0,
    beliefs: believe(model, answers).map((b) => {
      const { remedy, caution } = of(b.cause)
      return { ...b, remedy, ...(caution && { caution }) }
    }),
    next: answers.length ? nextCheck(model, answers) : undefined,
    fine: fineWords(told, answers.length - told.length, facts),
  }
}

const { check, noted, advised, line, rows, concerns } = diagnosis({
  kind: 'mouth',
  modelOf: (inst) => inst.mouth.model,
  line: 'mouth',
  row: {
    kind: 'sound',
    title: 'Before the mirror',
    amount: '5 sounds, looking',
    minutes: 2,
    leastMinutes: 1,
    weight: 60,
  },
  weight: 48,
})

/** What was seen and heard at the mouth, what it was taken for, and whether the one thing tried helped. */
export const mouth = kindOf(diagnosisSchema())({
  kind: 'mouth',
  title: 'Mouth',
  stages: ['sound'],
  plan: { minutes: 3, air: false, everyDays: 28, ready: ({ worry }) => worry },
  check,
  noted,
  advised,
  line,
  rows: ({ inst, entries, before }) => rows(inst, entries, before),
  concerns: ({ inst, entries }) => concerns(inst, entries),
  *demo({ inst, week, trouble }, random) {
    if (week % 5 !== 2) return
    const [first] = inst.mouth.model.causes
    const [question] = inst.mouth.heard
    if (!first || !question) return
    yield {
      stage: 'sound',
      data: {
        answers: [{ question, outcome: question }],
        cause: first.id,
        helped: random.chance(trouble === 'unsteady' ? 0.4 : 0.8) ? 'yes' : 'no',
      },
    }
  },
})
