import { array } from 'yup'
import { Refusal } from '../errors/index.ts'
import { finite, strict } from '../fields/index.ts'
import { kindOf } from './kind.ts'

/** A breath in that is this loud and this short is a gasp: shallow (common practice; figures chosen by Halitus). */
export const GASP = { aboveDb: 15, lengthS: 0.4 } as const
/** The last phrase shorter than this share of the first: the air ran down (chosen by Halitus). */
const RAN_DOWN = 0.8

const tenths = (s: number) => (Math.round(10 * s) / 10).toFixed(1)

interface Series {
  lengthsS: number[]
  pausesS: number[]
  intakes: ({ lengthS: number; aboveDb: number } | null)[]
}

/**
 * A series of phrases, each to the end of the breath, against its first one; and how the breaths between sounded.
 * @param loudSchool whether a loud, huge breath is what is asked for at first
 */
export function phrasesWords(d: Series, loudSchool = false): string[] {
  const first = d.lengthsS[0]!
  const last = d.lengthsS.at(-1)!
  const share = last / first
  const heard = d.intakes.filter((i) => i !== null)
  const gasps = heard.filter((i) => i.aboveDb >= GASP.aboveDb && i.lengthS <= GASP.lengthS).length
  return [
    d.lengthsS.length === 1
      ? `One phrase of ${tenths(first)} s.`
      : share < RAN_DOWN
        ? `The last of ${d.lengthsS.length} phrases lasted ${Math.round(100 * share)} % of the first: longer pauses, fuller breaths.`
        : `${d.lengthsS.length} phrases, the last as long as ${Math.round(100 * share)} % of the first.`,
    ...(d.pausesS.length
      ? [`Pauses from ${tenths(Math.min(...d.pausesS))} to ${tenths(Math.max(...d.pausesS))} s.`]
      : []),
    ...(d.pausesS.length === 0
      ? []
      : !heard.length
        ? ['Breaths between weren’t heard: quiet, or far from the microphone.']
        : loudSchool
          ? [`${heard.length} breaths heard, as this school asks at first.`]
          : gasps
            ? [`${gasps} of ${d.pausesS.length} breaths loud and short: a gasp is a shallow breath.`]
            : ['Breaths heard, none of them a gasp.']),
  ]
}

/** The same phrase to the end of the breath, several times. */
export const phrases = kindOf(
  strict({
    lengthsS: array().of(finite().min(0.1).max(600)).required().min(1).max(40),
    pausesS: array().of(finite().min(0).max(600)).required().max(40),
    intakes: array()
      .of(
        strict({ lengthS: finite().min(0).max(60), aboveDb: finite().min(0).max(120) })
          .nullable()
          .defined(),
      )
      .required()
      .max(40),
  }),
)({
  kind: 'phrases',
  title: 'Phrase series',
  stages: ['breath'],
  plan: { minutes: 3, air: true, everyDays: 28, ready: ({ notes }) => notes.length > 2 },
  check(_, d) {
    if (d.pausesS.length !== d.lengthsS.length - 1 || d.intakes.length !== d.pausesS.length)
      throw new Refusal(
        'invalid',
        `data.pausesS has ${d.pausesS.length} values and data.intakes ${d.intakes.length}; between ${d.lengthsS.length} phrases lie ${d.lengthsS.length - 1}.`,
        'data.pausesS',
      )
  },
  noted: (d) => `Phrases of ${d.lengthsS.map(tenths).join(', ')} s`,
  line(entries) {
    const last = entries.at(-1)
    return last ? `${last.lengthsS.length} phrases` : null
  },
  series: (entries) =>
    entries.some((e) => e.data.lengthsS.length > 1)
      ? [
          {
            about: 'phrases',
            title: 'Phrase series',
            name: 'last against first',
            unit: '%',
            better: 'more' as const,
            race: false,
            points: entries
              .filter((e) => e.data.lengthsS.length > 1)
              .map(({ at, data }) => {
                const value = Math.round((100 * data.lengthsS.at(-1)!) / data.lengthsS[0]!)
                return { at, value, aim: null, reached: value >= 100 * RAN_DOWN }
              }),
          },
        ]
      : [],
  rows({ entries }) {
    if (!entries.length) return []
    return [
      {
        id: 'phrases',
        kind: 'breath' as const,
        title: 'A phrase to the end of the breath',
        amount: '4 times; wait, let the jaw drop, and the air falls in',
        minutes: 2,
        leastMinutes: 1,
        weight: 44,
        aim: 'The breath that comes by itself is the model for all others. Dizzy: stop.',
        notes: [],
      },
    ]
  },
  *demo({ week, startS }, random) {
    if (week % 4 !== 3) return
    const tenth = (s: number) => Math.round(10 * s) / 10
    const first = startS * (0.8 + 0.03 * week)
    const lengthsS = [0, 1, 2, 3].map((k) =>
      tenth(first * (1 - (0.09 - 0.006 * week) * k + 0.03 * random.normal())),
    )
    yield {
      stage: 'breath',
      data: {
        lengthsS,
        pausesS: [1, 2, 3].map(() => tenth(random.between(1.2, 2.6))),
        intakes: [1, 2, 3].map(() => ({
          lengthS: tenth(random.between(0.3, 0.3 + 0.08 * week)),
          aboveDb: Math.round(random.between(8, 22 - week)),
        })),
      },
    }
  },
})
