import { array, type InferType } from 'yup'
import { finite, noteText, strict } from '../fields/index.ts'
import { writtenNote, type Instrument } from '../instruments/index.ts'
import { centsInWords, parseNote, prettyNote } from '../pitch/index.ts'
import { happenedFirst, happenings } from './happened.ts'
import { kindOf, type Noted } from './kind.ts'
import { noteKey } from './long-tone.ts'

const one = strict({
  written: noteText(),
  lengthS: finite().min(0.1).max(600),
  cents: finite().min(-50).max(50),
  steadinessCents: finite().min(0).max(600),
  hnrDb: finite().min(-60).max(120),
  happened: happenings(),
})
const schema = strict({ notes: array().of(one).required().min(1).max(3) })
export type FirstMinutes = InferType<typeof schema>
type One = InferType<typeof one>

/**
 * Low, middle and high of the notes that a learner knows: a teacher hears from them how the week went (common practice). Fewer where
 * fewer are known; who knows none yet plays the first one that the instrument is taught with.
 * @param known written notes, in any order
 * @returns one to three written notes, from low to high
 * @example lowMiddleHigh(clarinet, ['G4', 'E4', 'C4', 'D4', 'F4']) // ['C4', 'E4', 'G4']
 */
export function lowMiddleHigh(inst: Instrument, known: readonly string[]): [string, ...string[]] {
  const byPitch = new Map(known.map((n) => [parseNote(n).midi, n]))
  const [low, ...rest] = [...byPitch.keys()].sort((a, b) => a - b).map((m) => byPitch.get(m)!)
  if (low === undefined) return [inst.teaching.firstNotes[0]!]
  const high = rest.at(-1)
  if (high === undefined || rest.length < 2) return high ? [low, high] : [low]
  return [low, rest[Math.floor((rest.length - 1) / 2)]!, high]
}

/** Further than this from what is usual is told: cents, dB (chosen by Halitus). */
const TELLS = { steadyCents: 5, hnrDb: 4, cents: 12 } as const
const RECENT = 5
const median = (x: number[]) => [...x].sort((a, b) => a - b)[Math.floor(x.length / 2)]!

/**
 * What the first notes of a lesson tell, against the learner's own last weeks; “as usual” is an answer.
 * @param before earlier ones, oldest first
 */
export function firstMinutesWords(now: FirstMinutes, before: readonly Noted<FirstMinutes>[]): string[] {
  return now.notes.flatMap((n: One) => {
    const own = before
      .flatMap((b) => b.data.notes.filter((x) => noteKey(x.written) === noteKey(n.written)))
      .slice(-RECENT)
    const name = prettyNote(noteKey(n.written))
    const happened = happenedFirst(n.happened)
    if (happened) return [`${name}: ${happened.charAt(0).toLowerCase()}${happened.slice(1)}`]
    if (own.length < 2) return [`${name}: heard for the first time, nothing to set it against yet.`]
    const steady = Math.round(n.steadinessCents - median(own.map((x) => x.steadinessCents)))
    const air = Math.round(n.hnrDb - median(own.map((x) => x.hnrDb)))
    const cents = Math.round(n.cents - median(own.map((x) => x.cents)))
    const said = [
      ...(Math.abs(steady) >= TELLS.steadyCents
        ? [`${steady > 0 ? 'less' : 'more'} steady by ${centsInWords(Math.abs(steady))}`]
        : []),
      ...(Math.abs(air) >= TELLS.hnrDb ? [`${air > 0 ? 'clearer' : 'airier'} by ${Math.abs(air)} dB`] : []),
      ...(Math.abs(cents) >= TELLS.cents
        ? [`${centsInWords(Math.abs(cents))} ${cents > 0 ? 'higher' : 'lower'}`]
        : []),
    ]
    return [`${name}: ${said.length ? `${said.join(', ')} than in the last weeks` : 'as usual'}.`]
  })
}

/** One low, one middle, one high note: how the week went. */
export const firstMinutes = kindOf(schema)({
  kind: 'first-minutes',
  title: 'First minutes',
  stages: ['sound'],
  plan: { minutes: 3, air: true, everyDays: 7, ready: ({ notes }) => notes.length > 2 },
  check(inst, { notes }) {
    for (const n of notes) writtenNote(inst, n.written)
  },
  noted: (d) =>
    `First minutes: ${d.notes.map((n) => `${prettyNote(n.written)} ${centsInWords(Math.round(n.steadinessCents))} steady`).join(', ')}`,
  line: (entries) => (entries.length ? 'heard' : null),
  series(entries) {
    const notes = [...new Set(entries.flatMap((e) => e.data.notes.map((n) => noteKey(n.written))))]
    return notes.map((about) => ({
      about,
      title: `First minutes ${prettyNote(about)}`,
      name: 'unsteadiness',
      unit: 'cents',
      better: 'less' as const,
      race: false,
      points: entries.flatMap(({ at, data }) =>
        data.notes
          .filter((n) => noteKey(n.written) === about)
          .map((n) => ({
            at,
            value: Math.round(n.steadinessCents),
            aim: null,
            reached: n.steadinessCents <= 15,
          })),
      ),
    }))
  },
  *demo({ inst, week, steady }, random) {
    if (week < 6) return
    const tenths = (x: number) => Math.round(10 * x) / 10
    yield {
      stage: 'sound',
      data: {
        notes: lowMiddleHigh(inst, inst.teaching.firstNotes).map((written, k) => ({
          written,
          lengthS: tenths(random.between(3, 5)),
          cents: tenths(6 * random.normal()),
          steadinessCents: tenths(Math.max(3, steady * 0.93 ** week * (1 + 0.25 * k) + random.normal())),
          hnrDb: tenths(18 - 2 * k + random.normal()),
        })),
      },
    }
  },
})
