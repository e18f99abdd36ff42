import { centsInWords } from '../pitch/index.ts'
import { array, boolean, string, type InferType } from 'yup'
import { Refusal } from '../errors/index.ts'
import { finite, id, strict } from '../fields/index.ts'
import type { Instrument } from '../instruments/index.ts'
import { kindOf } from './kind.ts'
import { knownPart, partNamed } from './small-part.ts'

/** The places of a thing that is tried from both ends, in the order in which they are played. */
export const PLACES = ['little', 'much', 'middle'] as const
export type EndPlace = (typeof PLACES)[number]

const take = strict({
  place: string()
    .required()
    .oneOf([...PLACES]),
  hz: finite().min(0).max(8000),
  lengthS: finite().min(0).max(600),
  steadinessCents: finite().min(0).max(600),
  hnrDb: finite().min(-60).max(120),
  /** Between its loudest and its quietest moment. */
  rangeDb: finite().min(0).max(120),
  /** Median level, dB below full scale; left out of older takes. */
  levelDb: finite().min(-120).max(0).optional(),
  /** No sound came: a result, too; its other numbers are 0. */
  silent: boolean().optional(),
})
export type EndTake = InferType<typeof take>

const endOf = (inst: Instrument, end: string) => inst.mouth.ends.find((e) => e.id === end)

/** The place at which no sound came. */
export const noSound = (place: EndPlace): EndTake => ({
  place,
  hz: 0,
  lengthS: 0,
  steadinessCents: 0,
  hnrDb: 0,
  rangeDb: 0,
  silent: true,
  levelDb: undefined,
})
/** From so many dB on one take is heard as louder than another (chosen by Halitus). */
const LOUDER_DB = 3

/** How a take at an end differs from the one that was chosen, in numbers that matter; empty when nothing does. */
export function differs(of: EndTake, from: EndTake): string[] {
  if (of.silent) return ['no sound']
  if (from.silent) return []
  const louder =
    of.levelDb === undefined || from.levelDb === undefined ? 0 : Math.round(of.levelDb - from.levelDb)
  const cents = Math.round(1200 * Math.log2(of.hz / from.hz))
  const wavers = Math.round(of.steadinessCents - from.steadinessCents)
  const air = Math.round(of.hnrDb - from.hnrDb)
  return [
    ...(Math.abs(cents) >= 5 ? [`${centsInWords(Math.abs(cents))} ${cents > 0 ? 'higher' : 'lower'}`] : []),
    ...(Math.abs(wavers) >= 3
      ? [`${wavers > 0 ? 'less' : 'more'} steady by ${centsInWords(Math.abs(wavers))}`]
      : []),
    ...(Math.abs(louder) >= LOUDER_DB
      ? [`${louder > 0 ? 'louder' : 'softer'} by ${Math.abs(louder)} dB`]
      : []),
    ...(Math.abs(air) >= 3 ? [`${air > 0 ? 'clearer' : 'airier'} by ${Math.abs(air)} dB`] : []),
  ]
}

/** Too little, too much, then the middle: the takes side by side, and the one that was chosen by ear. */
export const bothEnds = kindOf(
  strict({
    end: id(),
    /** On a small part alone. */
    part: id().optional(),
    takes: array().of(take).required().min(2).max(3),
    chosen: string()
      .required()
      .oneOf([...PLACES]),
  }),
)({
  kind: 'both-ends',
  title: 'Both ends',
  stages: ['sound'],
  plan: { minutes: 4, air: true, everyDays: 42, ready: ({ weeks }) => weeks > 1 },
  check(inst, { end, takes, chosen, part }) {
    if (part !== undefined) knownPart(inst, part)
    const faint = takes.find((t) => !t.silent && (t.hz < 20 || t.lengthS < 0.1))
    if (faint)
      throw new Refusal(
        'invalid',
        `data.takes has a sound of ${faint.hz} Hz for ${faint.lengthS} s; allowed: from 20 Hz and 0.1 s on, or silent.`,
        'data.takes',
      )
    if (!endOf(inst, end))
      throw new Refusal(
        'invalid',
        `data.end is “${end}”; allowed: ${inst.mouth.ends.map((e) => e.id).join(', ')}.`,
        'data.end',
      )
    if (new Set(takes.map((t) => t.place)).size !== takes.length)
      throw new Refusal('invalid', 'data.takes names the same place twice.', 'data.takes')
    if (!takes.some((t) => t.place === chosen))
      throw new Refusal('invalid', `data.chosen is “${chosen}”, which wasn’t played.`, 'data.chosen')
    if (takes.find((t) => t.place === chosen)?.silent)
      throw new Refusal(
        'invalid',
        `data.chosen is “${chosen}”, where no sound came: choose one that sounds.`,
        'data.chosen',
      )
  },
  noted(d, inst) {
    const end = endOf(inst, d.end)
    const words = { little: end?.little, much: end?.much, middle: 'the middle' }[d.chosen]
    const silent = d.takes.filter((t) => t.silent).length
    const on = d.part ? ` on the ${partNamed(inst, d.part)?.part ?? d.part}` : ''
    return `${end?.words ?? d.end}${on}: ${words ?? d.chosen} chosen of ${d.takes.length}${silent ? `, no sound at ${silent}` : ''}`
  },
  line: (entries) => (entries.length ? 'both ends' : null),
  rows({ inst, entries }) {
    const last = entries.at(-1)?.data
    const end = last && endOf(inst, last.end)
    if (!end) return []
    return [
      {
        id: `both-ends-${end.id}`,
        kind: 'sound' as const,
        title: `Both ends: ${end.words.toLowerCase()}`,
        amount: `3 times: ${end.little}; ${end.much}; then the middle`,
        minutes: 2,
        leastMinutes: 1,
        weight: 40,
        aim: 'Hear all three. The middle is where it is easiest and fullest.',
        notes: [],
      },
    ]
  },
  *demo({ inst, week }, random) {
    const end = inst.mouth.ends[0]
    if (!end || week !== 3) return
    const one = (place: EndPlace, cents: number, steady: number, air: number): EndTake => ({
      place,
      hz: Math.round(10 * 440 * 2 ** (cents / 1200)) / 10,
      lengthS: Math.round(10 * random.between(3, 5)) / 10,
      steadinessCents: steady,
      hnrDb: air,
      rangeDb: 4,
      levelDb: undefined,
      silent: undefined,
    })
    yield {
      stage: 'sound',
      data: {
        end: end.id,
        part: undefined,
        takes: [one('little', 14, 12, 11), one('much', -18, 19, 14), one('middle', 0, 8, 17)],
        chosen: 'middle',
      },
    }
  },
})
