import { string } from 'yup'
import { Refusal } from '../errors/index.ts'
import { id, strict } from '../fields/index.ts'
import { spokenName, type Instrument } from '../instruments/index.ts'
import { daysBetween } from '../time/index.ts'
import { kindOf } from './kind.ts'

const stepOf = (inst: Instrument, stepId: string) => inst.setup.find((s) => s.id === stepId)
const faultOf = (inst: Instrument, stepId: string, faultId: string | undefined) =>
  stepOf(inst, stepId)?.faults.find((f) => f.id === faultId)
const lower = (s: string) => s.charAt(0).toLowerCase() + s.slice(1)

/** A fault of this many days ago still counts, and this often makes it a concern (chosen by Halitus). */
const LATELY_DAYS = 28
const OFTEN = 2

/** One step of the set-up, looked at. */
export const setup = kindOf(
  strict({
    stepId: id(),
    verdict: string()
      .required()
      .oneOf(['ok', 'wrong'] as const),
    faultId: id().optional(),
  }),
)({
  kind: 'setup',
  title: 'Checklist',
  stages: ['setup'],
  check(inst, { stepId, verdict, faultId }) {
    const step = stepOf(inst, stepId)
    if (!step)
      throw new Refusal(
        'invalid',
        `data.stepId is “${stepId}”; the set-up of the ${spokenName(inst)} has no such step.`,
        'data.stepId',
      )
    if (faultId && !faultOf(inst, stepId, faultId))
      throw new Refusal(
        'invalid',
        `data.faultId is “${faultId}”; allowed: ${step.faults.map((f) => f.id).join(', ')}.`,
        'data.faultId',
      )
    if (faultId && verdict === 'ok')
      throw new Refusal('invalid', 'data.faultId goes only with a wrong verdict.', 'data.faultId')
  },
  // Steps that were right fill the lesson's line, not the list.
  noted({ stepId, verdict, faultId }, inst) {
    if (verdict === 'ok') return null
    return faultOf(inst, stepId, faultId)?.what ?? `${stepOf(inst, stepId)?.title ?? stepId}: wrong`
  },
  line(entries) {
    if (!entries.length) return null
    const newest = new Map(entries.map((e) => [e.stepId, e.verdict]))
    const wrong = [...newest.values()].filter((v) => v === 'wrong').length
    return wrong ? `${wrong} wrong` : 'all right'
  },
  concerns({ inst, entries, today }) {
    const counts = new Map<string, number>()
    for (const { at, data } of entries) {
      const what = data.verdict === 'wrong' && faultOf(inst, data.stepId, data.faultId)?.what
      if (what && daysBetween(at, today) <= LATELY_DAYS) counts.set(what, (counts.get(what) ?? 0) + 1)
    }
    const [worst] = [...counts].sort((a, b) => b[1] - a[1])
    if (!worst || worst[1] < OFTEN) return []
    return [
      {
        kind: 'fault',
        weight: 40 + worst[1],
        sentence: `${worst[0].toLowerCase()}, ${worst[1]} times in four weeks`,
      },
    ]
  },
  rows({ inst, entries }) {
    const newest = new Map(entries.map((e) => [e.data.stepId, e.data]))
    return [...newest.values()]
      .filter((d) => d.verdict === 'wrong')
      .flatMap((d, i) => {
        const step = stepOf(inst, d.stepId)
        if (!step) return []
        const what = faultOf(inst, d.stepId, d.faultId)?.what ?? step.title
        return [
          {
            id: `setup-${d.stepId}`.slice(0, 64),
            kind: 'setup' as const,
            title: step.title,
            amount: 'once, before the first note',
            minutes: 1,
            leastMinutes: 1,
            // One check a day is enough; the others wait under what is left out.
            weight: i === 0 ? 60 : 5,
            aim: `Last time: ${lower(what)}.`,
            notes: [],
          },
        ]
      })
  },
  *demo({ inst, week, weeks, habits }, random) {
    for (const step of inst.setup.filter((s) => s.sequences.includes(week < 3 ? 'first' : 'full'))) {
      const often = habits.includes(step.id)
      const wrong = random.chance(often ? (week >= weeks - 3 ? 1 : 0.6) : 0.3 / (week + 2))
      const fault = wrong ? step.faults[often ? 0 : Math.floor(random() * step.faults.length)] : undefined
      if (fault) yield { stage: 'setup', data: { stepId: step.id, verdict: 'wrong', faultId: fault.id } }
      else if (random.chance(0.85))
        yield { stage: 'setup', data: { stepId: step.id, verdict: 'ok', faultId: undefined } }
    }
  },
})
