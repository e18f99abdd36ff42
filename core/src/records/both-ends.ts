import { centsInWords } from '../pitch/index.ts'
import { array, string, type InferType } from 'yup'
import { Refusal } from '../errors/index.ts'
import { finite, id, strict } from '../fields/index.ts'
import type { Instrument } from '../instruments/index.ts'
import { kindOf } from './kind.ts'

/** The places of a thing that is tried from both ends, in the order in which they are played. */
export const PLACES = ['little', 'much', 'middle'] as const
export type EndPlace = (typeof PLACES)[number]

const take = strict({
  place: string()
    .required()
    .oneOf([...PLACES]),
  hz: finite().min(20).max(8000),
  lengthS: finite().min(0.1).max(600),
  steadinessCents: finite().min(0).max(600),
  hnrDb: finite().min(-60).max(120),
  /** Between its loudest and its quietest moment. */
  rangeDb: finite().min(0).max(120),
})
export type EndTake = InferType<typeof take>

const endOf = (inst: Instrument, end: string) => inst.mouth.ends.find((e) => e.id === end)

/** How a take at an end differs from the one that was chosen, in numbers that matter; empty when nothing does. */
export function differs(of: EndTake, from: EndTake): string[] {
  const cents = Math.round(1200 * Math.log2(of.hz / from.hz))
  const wavers = Math.round(of.steadinessCents - from.steadinessCents)
  const air = Math.round(of.hnrDb - from.hnrDb)
  return [
    ...(Math.abs(cents) >= 5 ? [`${centsInWords(Math.abs(cents))} ${cents > 0 ? 'higher' : 'lower'}`] : []),
    ...(Math.abs(wavers) >= 3
      ? [`${wavers > 0 ? 'less' : 'more'} steady by ${centsInWords(Math.abs(wavers))}`]
      : []),
    ...(Math.abs(air) >= 3 ? [`${air > 0 ? 'clearer' : 'airier'} by ${Math.abs(air)} dB`] : []),
  ]
}

/** Too little, too much, then the middle: the takes side by side, and the one that was chosen by ear. */
export const bothEnds = kindOf(
  strict({
    end: id(),
    takes: array().of(take).required().min(2).max(3),
    chosen: string()
      .required()
      .oneOf([...PLACES]),
  }),
)({
  kind: 'both-ends',
  title: 'Both ends',
  stages: ['sound'],
  check(inst, { end, takes, chosen }) {
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
  },
  noted(d, inst) {
    const end = endOf(inst, d.end)
    const words = { little: end?.little, much: end?.much, middle: 'the middle' }[d.chosen]
    return `${end?.words ?? d.end}: ${words ?? d.chosen} chosen of ${d.takes.length}`
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
    })
    yield {
      stage: 'sound',
      data: {
        end: end.id,
        takes: [one('little', 14, 12, 11), one('much', -18, 19, 14), one('middle', 0, 8, 17)],
        chosen: 'middle',
      },
    }
  },
})
