import { array, string } from 'yup'
import { OutOfRange, Refusal } from '../errors/index.ts'
import { believe, OTHER, type Cause, type Model } from '../evidence/index.ts'
import { id, strict } from '../fields/index.ts'
import type { Instrument } from '../instruments/index.ts'
import type { Concern, Noted, RowProposal } from './kind.ts'

/** What every diagnosis keeps: answers, what it was taken for, and whether the one thing tried helped. */
export const diagnosisSchema = () =>
  strict({
    answers: array()
      .of(strict({ question: id(), outcome: id() }))
      .required()
      .min(1)
      .max(30),
    cause: id(),
    helped: string().oneOf(['yes', 'no', 'not tried']).required(),
  })
export interface Diagnosis {
  answers: { question: string; outcome: string }[]
  cause: string
  helped: 'yes' | 'no' | 'not tried'
}

/** The same cause twice running, and what was tried didn't help the second time. */
function again(entries: readonly Noted<Diagnosis>[]): Diagnosis | undefined {
  const [one, two] = entries.slice(-2).map((e) => e.data)
  const comes = one && two && one.cause === two.cause && two.helped !== 'yes' && one.cause !== OTHER
  return comes ? one : undefined
}

/** What goes home when what was tried didn't help. */
const AGAIN = 'What was tried didn’t help yet: the smallest part, slowly, watching; bring what you saw.'

/** A cause with what to do about it. */
type Curable = Cause & { remedy: string; caution?: string }
type Curables = Omit<Model, 'causes'> & { causes: readonly Curable[] }

/**
 * What is the same for every diagnosis: whether its answers are possible, its words, its row, and when it comes again.
 * @param modelOf what an instrument can have wrong there; null where it has nothing of the kind
 */
export function diagnosis(of: {
  kind: string
  modelOf(inst: Instrument): Curables | null
  /** What the lesson's line says. */
  line: string
  row: Pick<RowProposal, 'kind' | 'title' | 'amount' | 'minutes' | 'leastMinutes' | 'weight'>
  weight: number
}) {
  const causeOf = (inst: Instrument, cause: string) => of.modelOf(inst)?.causes.find((c) => c.id === cause)
  return {
    check(inst: Instrument, { answers, cause }: Diagnosis) {
      const model = of.modelOf(inst)
      if (!model) throw new Refusal('invalid', `There is no “${of.kind}” on this instrument.`, 'kind')
      try {
        believe(model, answers)
      } catch (error) {
        if (error instanceof OutOfRange) throw new Refusal('invalid', error.message, 'data.answers')
        throw error
      }
      if (cause !== OTHER && !causeOf(inst, cause))
        throw new Refusal(
          'invalid',
          `data.cause is “${cause}”; allowed: ${[...model.causes.map((c) => c.id), OTHER].join(', ')}.`,
          'data.cause',
        )
    },
    noted(d: Diagnosis, inst: Instrument) {
      const words = causeOf(inst, d.cause)?.words ?? 'Another cause'
      return `${words}${d.helped === 'yes' ? '; what was tried helped' : d.helped === 'no' ? '; what was tried didn’t help' : ''}`
    },
    advised(d: Diagnosis, inst: Instrument) {
      const cause = causeOf(inst, d.cause)
      return cause && d.helped !== 'not tried' ? { words: cause.words, helped: d.helped === 'yes' } : null
    },
    line: (entries: readonly Diagnosis[]) => (entries.length ? of.line : null),
    rows(
      inst: Instrument,
      entries: readonly Noted<Diagnosis>[],
      before: readonly Noted<Diagnosis>[],
    ): RowProposal[] {
      const last = entries.findLast((e) => e.data.helped !== 'no')?.data
      const cause = last && causeOf(inst, last.cause)
      if (!cause && entries.length && again([...before, ...entries]))
        return [{ ...of.row, id: `${of.kind}-again`, aim: AGAIN, notes: [] }]
      if (!cause) return []
      const aim = `${cause.remedy}${cause.caution ? ` ${cause.caution}` : ''}`
      return [{ ...of.row, id: `${of.kind}-${cause.id}`, aim, notes: [] }]
    },
    concerns(inst: Instrument, entries: readonly Noted<Diagnosis>[]): Concern[] {
      const one = again(entries)
      if (!one) return []
      const words = causeOf(inst, one.cause)?.words ?? ''
      const sentence = `${of.line}: ${words.charAt(0).toLowerCase()}${words.slice(1)}, again`
      return [{ kind: of.kind, weight: of.weight, sentence }]
    },
  }
}
