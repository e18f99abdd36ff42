import { string } from 'yup'
import { Refusal } from '../errors/index.ts'
import { id, strict } from '../fields/index.ts'
import { spokenName, type Instrument } from '../instruments/index.ts'
import { daysBetween, type Moment } from '../time/index.ts'
import { kindOf, type Noted } from './kind.ts'

const stepOf = (inst: Instrument, stepId: string) => inst.setup.find((s) => s.id === stepId)
const faultOf = (inst: Instrument, stepId: string, faultId: string | undefined) =>
  stepOf(inst, stepId)?.faults.find((f) => f.id === faultId)
const lower = (s: string) => s.charAt(0).toLowerCase() + s.slice(1)

/** A fault of this many days ago still counts, and this often makes it a concern (chosen by Halitus). */
const LATELY_DAYS = 28
const OFTEN = 2

/** Faults that were seen several times lately, the commonest first. */
function habits(
  inst: Instrument,
  entries: readonly Noted<{ stepId: string; verdict: string; faultId?: string | undefined }>[],
  today: Moment,
): { stepId: string; what: string; times: number }[] {
  const found = new Map<string, { stepId: string; what: string; times: number }>()
  for (const { at, data } of entries) {
    const what = data.verdict === 'wrong' && faultOf(inst, data.stepId, data.faultId)?.what
    if (!what || daysBetween(at, today) > LATELY_DAYS) continue
    found.set(what, { stepId: data.stepId, what, times: (found.get(what)?.times ?? 0) + 1 })
  }
  return [...found.values()].filter((h) => h.times >= OFTEN).sort((a, b) => b.times - a.times)
}

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
  plan: { minutes: 2, air: false, everyDays: 7, always: true },
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
    const [worst] = habits(inst, entries, today)
    if (!worst) return []
    const { what, times } = worst
    return [
      { kind: 'fault', weight: 40 + times, sentence: `${what.toLowerCase()}, ${times} times in four weeks` },
    ]
  },
  rows({ inst, entries, before }) {
    const newest = new Map(entries.map((e) => [e.data.stepId, e.data]))
    const wrongNow = [...newest.values()].filter((d) => d.verdict === 'wrong')
    const now = wrongNow.flatMap((d) => {
      const step = stepOf(inst, d.stepId)
      const what = faultOf(inst, d.stepId, d.faultId)?.what ?? step?.title
      return step && what ? [{ step, aim: `Last time: ${lower(what)}.` }] : []
    })
    // What keeps going wrong stays on the card until it was looked at and right.
    const until = (entries.at(-1) ?? before.at(-1))?.at
    const often = until === undefined ? [] : habits(inst, before, until)
    const recurring = often.flatMap(({ stepId, what, times }) => {
      const step = stepOf(inst, stepId)
      return step && !newest.has(stepId)
        ? [{ step, aim: `${times} times in four weeks: ${lower(what)}.` }]
        : []
    })
    const distinct = new Map([...now, ...recurring].reverse().map((r) => [r.step.id, r]))
    return [...distinct.values()].reverse().map(({ step, aim }, i) => ({
      id: `setup-${step.id}`.slice(0, 64),
      kind: 'setup' as const,
      title: step.title,
      amount: 'once, before the first note',
      minutes: 1,
      leastMinutes: 1,
      // One check a day is enough; the others wait under what is left out.
      weight: i === 0 ? 60 : 5,
      aim,
      notes: [],
    }))
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
