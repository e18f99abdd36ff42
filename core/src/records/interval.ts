import { string } from 'yup'
import { finite, noteText, strict } from '../fields/index.ts'
import { writtenNote } from '../instruments/index.ts'
import { centsInWords, prettyNote } from '../pitch/index.ts'
import { kindOf } from './kind.ts'
import { noteKey } from './long-tone.ts'

/** Within this of the pure or tempered place two notes are in tune, cents (chosen by Halitus). */
export const IN_TUNE_CENTS = 6

const said = (cents: number) => {
  const c = Math.round(cents)
  if (Math.abs(c) <= IN_TUNE_CENTS) return 'in tune'
  return `${centsInWords(Math.abs(c))} ${c > 0 ? 'high' : 'low'}`
}

/** A note held against a drone: how far from its place, and how it beat. */
export const interval = kindOf(
  strict({
    drone: noteText(),
    written: noteText(),
    tuning: string()
      .required()
      .oneOf(['just', 'equal'] as const),
    cents: finite().min(-600).max(600),
    beatsHz: finite().min(0).max(500),
    lengthS: finite().min(0.1).max(600),
  }),
)({
  kind: 'interval',
  title: 'Tuning',
  stages: ['sound'],
  plan: { minutes: 3, air: true, everyDays: 28, ready: ({ weeks, notes }) => weeks > 12 && notes.length > 2 },
  check(inst, { drone, written }) {
    writtenNote(inst, written)
    writtenNote(inst, drone)
  },
  noted: (d) => `${prettyNote(d.written)} over ${prettyNote(d.drone)}, ${d.tuning}: ${said(d.cents)}`,
  line(entries) {
    const last = entries.at(-1)
    return last ? said(last.cents) : null
  },
  series(entries) {
    const pairs = [...new Set(entries.map((e) => `${noteKey(e.data.written)}-${noteKey(e.data.drone)}`))]
    return pairs.map((about) => {
      const own = entries.filter((e) => `${noteKey(e.data.written)}-${noteKey(e.data.drone)}` === about)
      const [written, drone] = about.split('-') as [string, string]
      return {
        about,
        title: `${prettyNote(written)} over ${prettyNote(drone)}`,
        name: 'out of tune',
        unit: 'cents',
        better: 'less' as const,
        race: false,
        points: own.map(({ at, data }) => ({
          at,
          value: Math.abs(Math.round(data.cents)),
          aim: IN_TUNE_CENTS,
          reached: Math.abs(Math.round(data.cents)) <= IN_TUNE_CENTS,
        })),
      }
    })
  },
  rows({ entries }) {
    const last = entries.at(-1)?.data
    if (!last) return []
    return [
      {
        id: 'interval',
        kind: 'sound' as const,
        title: `${prettyNote(last.written)} against a drone`,
        amount: `4 long tones over ${prettyNote(last.drone)}`,
        minutes: 2,
        leastMinutes: 1,
        weight: 26,
        aim: 'Listen for the beats to slow down; stay where they stop.',
        notes: [last.written],
      },
    ]
  },
  *demo({ tone, week }, random) {
    if (week < 7 || week % 2 === 0) return
    const cents = Math.round((24 - week) * 0.6 * random.normal())
    yield {
      stage: 'sound',
      data: {
        drone: tone,
        written: tone,
        tuning: 'just',
        cents,
        beatsHz: Math.round(10 * Math.abs(330 * (2 ** (cents / 1200) - 1))) / 10,
        lengthS: Math.round(10 * random.between(4, 8)) / 10,
      },
    }
  },
})
