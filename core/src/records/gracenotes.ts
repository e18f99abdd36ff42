import { Refusal } from '../errors/index.ts'
import { array, string } from 'yup'
import { finite, id, noteText, strict, whole } from '../fields/index.ts'
import type { Instrument } from '../instruments/index.ts'
import { graceHolds } from '../tongue/index.ts'
import { kindOf } from './kind.ts'

const moveOf = (inst: Instrument, move: string) => inst.graces?.moves.find((m) => m.id === move)
const nameOf = (inst: Instrument, written: string) =>
  inst.graces?.notes.find((n) => n.written === written)?.name ?? written
/** What a movement is called with its note, named once: “Throw on D” is on D by name. */
function titleOf(inst: Instrument, d: { move: string; on: string }): string {
  const name = moveOf(inst, d.move)?.name ?? d.move
  const on = ` on ${nameOf(inst, d.on)}`
  return name.endsWith(on) ? name : `${name}${on}`
}

/** A movement of quick fingers, measured. */
export const gracenotes = kindOf(
  strict({
    move: id(),
    on: noteText(),
    count: whole(1, 500),
    meanMs: finite().min(1).max(500),
    unevenMs: finite().min(0).max(500),
    noises: whole(0, 500),
    /** That were late or early in them. */
    fingers: array().of(string().required().max(12)).required().max(10),
  }),
)({
  kind: 'gracenotes',
  title: 'Gracenotes',
  stages: ['tongue'],
  plan: { minutes: 3, air: true, everyDays: 7, ready: ({ notes }) => notes.length > 1 },
  fits: (inst) => inst.graces !== null,
  check(inst, { move, on }) {
    const known = moveOf(inst, move)
    if (!known)
      throw new Refusal(
        'invalid',
        `data.move is “${move}”; allowed: ${inst.graces?.moves.map((m) => m.id).join(', ') || 'none on this instrument'}.`,
        'data.move',
      )
    if (!known.forms.some((f) => f.on === on))
      throw new Refusal(
        'invalid',
        `data.on is “${on}”; the ${known.name} stands on ${known.forms.map((f) => f.on).join(', ')}.`,
        'data.on',
      )
  },
  noted: (d, inst) =>
    `${titleOf(inst, d)}: ${Math.round(d.meanMs)} ms, ${d.noises ? `${d.noises} crossing noises` : `uneven by ${Math.round(d.unevenMs)} ms`}`,
  line(entries) {
    const last = entries.at(-1)
    return last ? `${Math.round(last.meanMs)} ms` : null
  },
  series(entries, inst) {
    const abouts = [...new Set(entries.map((e) => `${e.data.move}-${e.data.on}`))]
    return abouts.map((about) => {
      const own = entries.filter((e) => `${e.data.move}-${e.data.on}` === about)
      return {
        about,
        title: titleOf(inst, own[0]!.data),
        name: 'length',
        unit: 'ms',
        better: 'less' as const,
        race: false,
        points: own.map(({ at, data }) => ({
          at,
          value: Math.round(data.meanMs),
          aim: inst.graces?.usualMs ?? null,
          reached: graceHolds(data, inst.graces?.usualMs ?? 0),
        })),
      }
    })
  },
  concerns({ inst, entries }) {
    const last = entries.slice(-2).map((e) => e.data)
    if (last.length < 2 || last.some((d) => !d.noises)) return []
    return [
      {
        kind: 'gracenotes',
        weight: 44,
        sentence: `crossing noises in the ${titleOf(inst, last[1]!)}, again`,
      },
    ]
  },
  rows({ inst, entries }) {
    const last = entries.at(-1)?.data
    if (!last) return []
    return [
      {
        id: `gracenotes-${last.move}`,
        kind: 'tongue' as const,
        title: titleOf(inst, last),
        amount: '20 times, slowly',
        minutes: 2,
        leastMinutes: 1,
        weight: 56,
        aim: `${moveOf(inst, last.move)?.how ?? ''} Short and even; no sound between.`,
        notes: [],
      },
    ]
  },
  *demo({ inst, week }, random) {
    const move = inst.graces?.moves[week % 3]
    if (!inst.graces || !move || week < 1) return
    const noises = random.chance(Math.max(0.05, 0.5 - 0.05 * week)) ? 2 : 0
    yield {
      stage: 'tongue',
      data: {
        move: move.id,
        on: move.forms[0]!.on,
        count: 8,
        meanMs: Math.max(35, Math.round(95 - 4 * week + 5 * random.normal())),
        unevenMs: Math.max(3, Math.round(22 - 1.2 * week + 2 * random.normal())),
        noises,
        fingers: noises ? ['R4'] : [],
      },
    }
  },
})
