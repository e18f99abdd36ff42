import { boolean } from 'yup'
import { Refusal } from '../errors/index.ts'
import { id, noteText, strict, text, whole } from '../fields/index.ts'
import { writtenNote, type Instrument } from '../instruments/index.ts'
import { kindOf, type Noted } from './kind.ts'

const wayOf = (inst: Instrument, way: string) => inst.tongue?.ways.find((w) => w.id === way)

/** Passed in two lessons, a step needn't be asked again (chosen by Halitus). */
const SURE = 2

/** The steps that are left on the way to tonguing, in their order. */
export function waysLeft(inst: Instrument, entries: readonly Noted<{ way: string; passed: boolean }>[]) {
  const passed = (way: string) => entries.filter((e) => e.data.way === way && e.data.passed).length
  return (inst.tongue?.ways ?? []).filter((w) => !w.airFirst && passed(w.id) < SURE)
}

/** One step on the way to a tongued note. */
export const wayIn = kindOf(
  strict({
    way: id(),
    written: noteText().nullable().defined(),
    strokes: whole(0, 200),
    passed: boolean().required(),
    words: text(200),
  }),
)({
  kind: 'way-in',
  title: 'First strokes',
  stages: ['tongue'],
  plan: {
    minutes: 3,
    air: true,
    everyDays: 7,
    ready: ({ inst, entries }) => waysLeft(inst, entries as never).length > 0,
  },
  fits: (inst) => inst.tongue !== null,
  check(inst, { way, written }) {
    if (!wayOf(inst, way))
      throw new Refusal(
        'invalid',
        `data.way is “${way}”; allowed: ${inst.tongue?.ways.map((w) => w.id).join(', ') || 'none on this instrument'}.`,
        'data.way',
      )
    if (written !== null) writtenNote(inst, written)
  },
  noted: (d, inst) => `${wayOf(inst, d.way)?.title ?? d.way}: ${d.passed ? 'passed' : 'not yet'}`,
  line(entries) {
    const last = entries.at(-1)
    return last ? (last.passed ? 'strokes begun' : 'first strokes') : null
  },
  rows({ inst, entries, before }) {
    const all = [...before, ...entries]
    const next = entries.length ? waysLeft(inst, all)[0] : undefined
    if (!next) return []
    return [
      {
        id: `way-in-${next.id}`,
        kind: 'tongue' as const,
        title: next.title,
        amount: '5 times',
        minutes: 2,
        leastMinutes: 1,
        weight: 70,
        aim: next.ask,
        notes: [],
      },
    ]
  },
  *demo({ inst, week }, random) {
    const way = inst.tongue?.ways[Math.floor(week / 2)]
    if (!way || way.airFirst || week > 9) return
    const passed = random.chance(0.7)
    yield {
      stage: 'tongue',
      data: { way: way.id, written: null, strokes: way.strokes, passed, words: '' },
    }
  },
})
