import { array, string } from 'yup'
import { finite, noteText, strict, whole } from '../fields/index.ts'
import { writtenNote } from '../instruments/index.ts'
import { MOST_NOTES, SCHEMES } from '../tongue/index.ts'
import { kindOf } from './kind.ts'

const IDS = [...SCHEMES.map((s) => s.id), 'custom'] as const
const wordsOf = (id: string) => SCHEMES.find((s) => s.id === id)?.words ?? 'As marked'
/** A line is played as asked from here on (chosen by Halitus). */
export const AS_ASKED = 0.95

/** A line played with a given articulation. */
export const articulation = kindOf(
  strict({
    scheme: string()
      .required()
      .oneOf([...IDS]),
    notes: array().of(noteText()).required().min(1).max(MOST_NOTES),
    perMinute: whole(30, 208),
    right: finite().min(0).max(1),
    wrong: array().of(string().required().max(160)).required().max(12),
  }),
)({
  kind: 'articulation',
  title: 'On a line',
  stages: ['tongue'],
  plan: { minutes: 3, air: true, everyDays: 21, ready: ({ weeks, notes }) => weeks > 7 && notes.length > 2 },
  fits: (inst) => inst.tongue !== null,
  check(inst, { notes }) {
    for (const n of notes) writtenNote(inst, n)
  },
  noted: (d) => `${wordsOf(d.scheme)}: ${Math.round(100 * d.right)} % as asked at ${d.perMinute}`,
  line(entries) {
    const last = entries.at(-1)
    return last ? `${Math.round(100 * last.right)} % as asked` : null
  },
  series(entries) {
    const ids = [...new Set(entries.map((e) => e.data.scheme))]
    return ids.map((about) => ({
      about,
      title: wordsOf(about),
      name: 'as asked',
      unit: '%',
      better: 'more' as const,
      race: false,
      points: entries
        .filter((e) => e.data.scheme === about)
        .map(({ at, data }) => ({
          at,
          value: Math.round(100 * data.right),
          aim: Math.round(100 * AS_ASKED),
          reached: data.right >= AS_ASKED,
        })),
    }))
  },
  rows({ entries }) {
    const last = entries.at(-1)?.data
    if (!last) return []
    return [
      {
        id: `articulation-${last.scheme}`,
        kind: 'tongue' as const,
        title: wordsOf(last.scheme),
        amount: `3 times at ${last.perMinute}`,
        minutes: 2,
        leastMinutes: 1,
        weight: 40,
        aim: last.right >= AS_ASKED ? 'Also the wrong way round, on purpose.' : 'Slowly; say it first.',
        notes: last.notes.slice(0, 1),
      },
    ]
  },
  *demo({ inst, week }, random) {
    if (!inst.tongue || week % 4 !== 0 || week < 4) return
    yield {
      stage: 'tongue',
      data: {
        scheme: week % 8 ? 'slur-two' : 'off-beats',
        notes: inst.teaching.firstNotes.slice(0, 3),
        perMinute: 66,
        right: random.chance(0.6) ? 1 : 0.9,
        wrong: [],
      },
    }
  },
})
