import { array, string } from 'yup'
import { Refusal } from '../errors/index.ts'
import { noteText, strict, whole } from '../fields/index.ts'
import { writtenNote, type Instrument } from '../instruments/index.ts'
import { parseNote, prettyNote, type Overtone } from '../pitch/index.ts'
import { kindOf, type Noted } from './kind.ts'
import { noteKey } from './long-tone.ts'
import { CONSISTENT, hasOvertones, overtoneNotes, overtonesOn } from './overtone.ts'

/** A note of the walk, and the low fingering that has it inside. */
export interface WalkNote {
  written: string
  way: Overtone
}
/** How each note begins: out of the air first, and with the tongue once the whole walk came that way. */
export const WALK_BEGINS = ['air', 'tongue'] as const
export type WalkBegins = (typeof WALK_BEGINS)[number]

/** Notes of a walk (chosen by Halitus): five make a scale, and lips tire. */
const LONGEST = 5

/**
 * The scale of a walk: notes that the learner knows and that lie inside a low fingering that is known, too, low to high. With fewer
 * than two of them there is no walk yet.
 * @param known written notes in any order
 * @example walkNotes(instrument('flute'), ['C4', 'D4', 'C5', 'D5']).map((n) => n.written) // ['C5', 'D5']
 */
export function walkNotes(inst: Instrument, known: readonly string[]): WalkNote[] {
  if (!hasOvertones(inst)) return []
  const knows = new Set(known.map((n) => parseNote(n).midi))
  const met = overtoneNotes(inst).flatMap((written) => {
    const way = overtonesOn(inst, written).find((w) => knows.has(parseNote(w.fingered).midi))
    return way && knows.has(parseNote(written).midi) ? [{ written, way }] : []
  })
  return met.length > 1 ? met.slice(0, LONGEST) : []
}

/** Where a walk stands. */
export interface Walk {
  /** The note that is asked for next, by its place. */
  at: number
  /** Tries over the whole walk. */
  tries: number
  /** Notes that came. */
  hits: number
}
export const WALK_BEGINS_AT: Walk = { at: 0, tries: 0, hits: 0 }

/** A step on at a hit, the same note again at a miss. @example stepWalk({ at: 1, tries: 3, hits: 1 }, true) // { at: 2, tries: 4, hits: 2 } */
export const stepWalk = (w: Walk, hit: boolean): Walk => ({
  at: w.at + Number(hit),
  tries: w.tries + 1,
  hits: w.hits + Number(hit),
})

/** Whether the tongue may come in: the last whole walk came by air alone, with as few misses as a consistent partial has. */
export function walkBegins(entries: readonly Noted<Walked>[]): WalkBegins {
  const last = entries.at(-1)?.data
  if (!last) return 'air'
  const whole = last.hits === last.notes.length
  const sure = last.hits / last.tries >= CONSISTENT.hits / CONSISTENT.of
  return whole && sure ? 'tongue' : last.begins === 'tongue' && whole ? 'tongue' : 'air'
}
interface Walked {
  notes: string[]
  hits: number
  tries: number
  begins: WalkBegins
}

/** A scale played as partials of low fingerings; the share of it that came is kept. */
export const overtoneWalk = kindOf(
  strict({
    notes: array().of(noteText()).required().min(2).max(16),
    hits: whole(0, 16),
    tries: whole(1, 99),
    begins: string<WalkBegins>()
      .required()
      .oneOf([...WALK_BEGINS]),
  }),
)({
  kind: 'overtone-walk',
  title: 'Overtone walk',
  stages: ['sound'],
  plan: { minutes: 4, air: true, everyDays: 28, ready: ({ weeks, notes }) => weeks > 26 && notes.length > 7 },
  fits: hasOvertones,
  check(inst, { notes, hits, tries }) {
    for (const n of notes) writtenNote(inst, n)
    if (!hasOvertones(inst))
      throw new Refusal('invalid', `Overtones aren’t practised on this instrument.`, 'kind')
    if (hits > notes.length)
      throw new Refusal('invalid', `data.hits is ${hits}; at most the ${notes.length} notes.`, 'data.hits')
    if (hits > tries)
      throw new Refusal('invalid', `data.hits is ${hits}; at most the ${tries} tries.`, 'data.hits')
  },
  noted: (d) =>
    `Overtone walk ${prettyNote(d.notes[0]!)} to ${prettyNote(d.notes.at(-1)!)}, ${d.begins === 'air' ? 'by air' : 'tongued'}: ${d.hits} of ${d.notes.length} notes in ${d.tries} tries`,
  line(entries) {
    const last = entries.at(-1)
    return last ? `walk ${last.hits} of ${last.notes.length}` : null
  },
  series: (entries) =>
    entries.length
      ? [
          {
            about: 'overtone-walk',
            title: 'Overtone walk',
            name: 'share of the scale',
            unit: '%',
            better: 'more' as const,
            race: false,
            points: entries.map(({ at, data }) => ({
              at,
              value: Math.round((100 * data.hits) / data.notes.length),
              aim: null,
              reached: data.hits === data.notes.length,
            })),
          },
        ]
      : [],
  rows({ inst, entries, before }) {
    const last = entries.at(-1)?.data
    if (!last) return []
    const tongued = walkBegins([...before, ...entries]) === 'tongue'
    return [
      {
        id: 'overtone-walk',
        kind: 'sound' as const,
        title: 'Overtone walk',
        amount: `once, ${prettyNote(last.notes[0]!)} to ${prettyNote(last.notes.at(-1)!)}, ${tongued ? 'tongued without a crack' : 'by air alone'}`,
        minutes: 3,
        leastMinutes: 2,
        weight: 27,
        aim: `Each note with its own fingers first, then from below. ${inst.reed ? 'Lips tire and shake: more air, then rest.' : 'Smaller opening, faster air; dizzy: stop.'}`,
        notes: last.notes.map(noteKey),
      },
    ]
  },
})
