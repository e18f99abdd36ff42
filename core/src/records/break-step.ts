import { boolean } from 'yup'
import { Refusal } from '../errors/index.ts'
import { id, noteText, strict, text, whole } from '../fields/index.ts'
import { breaksOf, breakSteps, type Break, type BreakStep } from '../crossings/index.ts'
import { isCharted, type Instrument } from '../instruments/index.ts'
import { prettyNote } from '../pitch/index.ts'
import { kindOf, slug, type Noted } from './kind.ts'

interface Stepped {
  from: string
  to: string
  step: string
  passed: boolean
}

/** Times that a step fails until it is a concern (chosen by Halitus). */
const STUCK = 3

const over = ({ from, to }: Break) => `${prettyNote(from)} to ${prettyNote(to)}`
const stepOf = (inst: Instrument, d: Stepped) => breakSteps(inst, d).find((s) => s.id === d.step)

/** The steps over a break that were passed, and the one that comes next; undefined when all were. */
export function stepsPassed(
  inst: Instrument,
  entries: readonly Noted<Stepped>[],
  at: Break,
): { passed: Set<string>; next: BreakStep | undefined } {
  const passed = new Set(
    entries
      .filter(({ data }) => data.from === at.from && data.to === at.to && data.passed)
      .map(({ data }) => data.step),
  )
  return { passed, next: breakSteps(inst, at).find((s) => !passed.has(s.id)) }
}

/** One step on the way over a break. */
export const breakStep = kindOf(
  strict({
    from: noteText(),
    to: noteText(),
    step: id(),
    clean: whole(0, 99),
    tries: whole(0, 99),
    passed: boolean().required(),
    words: text(200),
  }),
)({
  kind: 'break-step',
  title: 'Registers and breaks',
  stages: ['fingers'],
  plan: {
    minutes: 4,
    air: true,
    everyDays: 14,
    ready: ({ entries, notes }) => entries.length > 0 || notes.length > 7,
  },
  fits: isCharted,
  check(inst, d) {
    const breaks = breaksOf(inst)
    if (!breaks.some((b) => b.from === d.from && b.to === d.to))
      throw new Refusal(
        'invalid',
        `data.from and data.to are ${over(d)}; breaks of this instrument: ${breaks.map(over).join(', ')}.`,
        'data.from',
      )
    // Whatever system was taught when it was played.
    const steps = inst.systems.flatMap((s) => breakSteps(inst, d, s.id))
    if (!steps.some((s) => s.id === d.step))
      throw new Refusal(
        'invalid',
        `data.step is “${d.step}”; allowed: ${[...new Set(steps.map((s) => s.id))].join(', ')}.`,
        'data.step',
      )
    if (d.clean > d.tries)
      throw new Refusal('invalid', `data.clean is ${d.clean}; at most the ${d.tries} tries.`, 'data.clean')
  },
  noted: (d, inst) =>
    `${over(d)}, ${stepOf(inst, d)?.title.toLowerCase() ?? d.step}: ${d.passed ? 'passed' : 'not yet'}${d.tries > 1 ? `, ${d.clean} of ${d.tries}` : ''}`,
  line(entries) {
    const last = entries.at(-1)
    return last ? `${over(last)} ${last.passed ? 'a step on' : 'begun'}` : null
  },
  concerns({ inst, entries }) {
    // A step that was tried three times running and never went well holds everything up.
    const last = entries.at(-1)?.data
    if (!last || last.passed) return []
    const own = entries.filter(
      (e) => e.data.from === last.from && e.data.to === last.to && e.data.step === last.step,
    )
    if (own.length < STUCK || own.slice(-STUCK).some((e) => e.data.passed)) return []
    return [
      {
        kind: 'break-step',
        weight: 44,
        sentence: `${over(last)}: ${stepOf(inst, last)?.title.toLowerCase() ?? last.step} doesn’t go yet, ${own.length} times tried`,
      },
    ]
  },
  rows({ inst, entries, before }) {
    const last = entries.at(-1)?.data
    if (!last) return []
    const { next } = stepsPassed(inst, [...before, ...entries], last)
    if (!next) return []
    return [
      {
        id: `break-${slug(last.from)}-${slug(last.to)}-${next.id}`,
        kind: 'fingers' as const,
        title: `Over the break: ${next.title.toLowerCase()}`,
        amount: next.times > 1 ? `${next.times} times` : 'twice, slowly',
        minutes: 3,
        leastMinutes: 2,
        aim: next.ask.slice(0, 300),
        notes: next.notes.slice(0, 2).map((n) => n.written),
        weight: 58,
      },
    ]
  },
  *demo({ inst, week }, random) {
    if (week < 5 || !isCharted(inst)) return
    const [at] = breaksOf(inst)
    const step = at && breakSteps(inst, at)[week - 5]
    if (!at || !step) return
    const clean = step.times > 1 ? random.pick([3, 4, 4, 5] as const) : 1
    yield {
      stage: 'fingers',
      data: {
        from: at.from,
        to: at.to,
        step: step.id,
        clean,
        tries: step.times,
        passed: step.times === 1 || clean > 3,
        words: '',
      },
    }
  },
})
