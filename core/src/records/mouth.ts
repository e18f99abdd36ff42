import { array, string } from 'yup'
import { OutOfRange, Refusal } from '../errors/index.ts'
import { believe, nextCheck, OTHER, type Answer, type Belief, type NextCheck } from '../evidence/index.ts'
import { id, strict } from '../fields/index.ts'
import type { Instrument, MouthCause } from '../instruments/index.ts'
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
    add('part-high', `the small part ${partCents} cents above its mark`)
  if (partCents !== undefined && partCents < -PART_OFF)
    add('part-low', `the small part ${-partCents} cents below its mark`)
  if (steadinessCents !== undefined && steadinessCents > STEADY_CENTS)
    add('unsteady', `the last long tone wavers by ${steadinessCents} cents`)
  if (hnrDb !== undefined && hnrDb < AIRY_DB) add('air-in-tone', `tone only ${hnrDb} dB above the noise`)
  if (centsPerDb !== undefined && centsPerDb < SAGS)
    add('sags-loud', `sinks ${(-centsPerDb).toFixed(1)} cents a dB when loud`)
  if (bendCents !== undefined && bendCents < NARROW_BEND) add('narrow-bend', `bends only ${bendCents} cents`)
  return found
}

export interface MouthVerdict {
  known: boolean
  beliefs: (Belief & { remedy: string; caution?: string })[]
  next: NextCheck | undefined
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
  }
}

const causeOf = (inst: Instrument, cause: string) => inst.mouth.model.causes.find((c) => c.id === cause)

/** What was seen and heard at the mouth, what it was taken for, and whether the one thing tried helped. */
export const mouth = kindOf(
  strict({
    answers: array()
      .of(strict({ question: id(), outcome: id() }))
      .required()
      .min(1)
      .max(30),
    cause: id(),
    helped: string().oneOf(['yes', 'no', 'not tried']).required(),
  }),
)({
  kind: 'mouth',
  title: 'Mouth',
  stages: ['sound'],
  check(inst, { answers, cause }) {
    try {
      believe(inst.mouth.model, answers)
    } catch (error) {
      if (error instanceof OutOfRange) throw new Refusal('invalid', error.message, 'data.answers')
      throw error
    }
    if (cause !== OTHER && !causeOf(inst, cause))
      throw new Refusal(
        'invalid',
        `data.cause is “${cause}”; allowed: ${[...inst.mouth.model.causes.map((c) => c.id), OTHER].join(', ')}.`,
        'data.cause',
      )
  },
  noted(d, inst) {
    const words = causeOf(inst, d.cause)?.words ?? 'Another cause'
    return `${words}${d.helped === 'yes' ? '; what was tried helped' : d.helped === 'no' ? '; what was tried didn’t help' : ''}`
  },
  line: (entries) => (entries.length ? 'mouth' : null),
  rows({ inst, entries }) {
    const last = entries.findLast((e) => e.data.helped !== 'no')?.data
    const cause = last && causeOf(inst, last.cause)
    if (!cause) return []
    return [
      {
        id: `mouth-${cause.id}`,
        kind: 'sound' as const,
        title: 'Before the mirror',
        amount: '5 sounds, looking',
        minutes: 2,
        leastMinutes: 1,
        weight: 60,
        aim: `${cause.remedy}${cause.caution ? ` ${cause.caution}` : ''}`,
        notes: [],
      },
    ]
  },
  concerns({ inst, entries }) {
    const [one, two] = entries.slice(-2).map((e) => e.data)
    if (!one || !two || one.cause !== two.cause || two.helped === 'yes' || one.cause === OTHER) return []
    const words = causeOf(inst, one.cause)?.words ?? ''
    return [
      {
        kind: 'mouth',
        weight: 48,
        sentence: `mouth: ${words.charAt(0).toLowerCase()}${words.slice(1)}, again`,
      },
    ]
  },
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
