import { array, boolean } from 'yup'
import { Refusal } from '../errors/index.ts'
import { noteText, strict, whole } from '../fields/index.ts'
import { writtenNote } from '../instruments/index.ts'
import { prettyNote } from '../pitch/index.ts'
import { STAIRS, TEMPO } from '../tongue/index.ts'
import { asked, kindOf } from './kind.ts'

const PARTS: Readonly<Record<number, string>> = { 1: 'beats', 2: 'eighths', 3: 'triplets', 4: 'sixteenths' }
const partsOf = (about: string) => PARTS[Number(about)] ?? about
/**
 * How far from the limit's low end to its middle practice lies. The low end is where nine of ten are even; for three of five, of a
 * normal distribution, it is (1.28 − 0.25) / 1.28 of the way. Several tries and a week's growth make that four of five sessions at most.
 */
const NEAR_LIMIT = 0.8
/** Where a staircase begins while nothing is known, beats a minute. */
const FIRST = 72

/** The fastest tempo at which strokes stay even and keep their tone, by a staircase. */
export const tongueTempo = kindOf(
  strict({
    written: noteText(),
    /** Strokes a beat. */
    perBeat: whole(1, 4),
    perMinute: whole(TEMPO.low, TEMPO.high),
    /** Where it lies in eight cases of ten. */
    low: whole(TEMPO.low, TEMPO.high),
    high: whole(TEMPO.low, TEMPO.high),
    takes: array()
      .of(strict({ perMinute: whole(TEMPO.low, TEMPO.high), held: boolean().required() }))
      .required()
      .min(1)
      .max(STAIRS.most),
  }),
)({
  kind: 'tongue-tempo',
  title: 'Fastest even',
  stages: ['tongue'],
  plan: { minutes: 3, air: true, everyDays: 28, ready: ({ weeks, notes }) => weeks > 51 && notes.length > 0 },
  fits: (inst) => inst.tongue !== null,
  check(inst, { written, low, high, perMinute }) {
    writtenNote(inst, written)
    if (low > perMinute || perMinute > high)
      throw new Refusal(
        'invalid',
        `data.perMinute is ${perMinute}; it lies between data.low and data.high.`,
        'data.perMinute',
      )
  },
  noted: (d) =>
    `Fastest even: ${partsOf(String(d.perBeat))} at ${d.perMinute} (${d.low} to ${d.high}) on ${prettyNote(d.written)}`,
  line(entries) {
    const last = entries.at(-1)
    return last ? `♩ ${last.perMinute}` : null
  },
  goal: {
    unit: 'a minute',
    about: (d) => String(d.perBeat),
    title: (about) => `Even ${partsOf(about)}`,
    checkAbout(about) {
      if (!PARTS[Number(about)])
        throw new Refusal('invalid', `data.about is “${about}”; strokes a beat: 1, 2, 3 or 4.`, 'data.about')
    },
    limits: [TEMPO.low, TEMPO.high],
    ease: (value) => Math.max(TEMPO.low, value - 8),
    // A tempo that was found isn't held: practice lies below it.
    reached: () => 0,
    next(history) {
      const last = history.at(-1)
      if (!last) return { value: FIRST, why: `Not measured yet: begin at ${FIRST}.` }
      // Below the limit, near enough to it that it isn't always even: surely even is too easy to grow by.
      const value = Math.round(last.low + NEAR_LIMIT * (last.perMinute - last.low))
      return {
        value: Math.max(TEMPO.low, value),
        why: `The limit lay between ${last.low} and ${last.high}: practise where three of five are even.`,
      }
    },
  },
  series(entries) {
    const abouts = [...new Set(entries.map((e) => String(e.data.perBeat)))]
    return abouts.map((about) => ({
      about,
      title: `Even ${partsOf(about)}`,
      name: 'fastest',
      unit: 'a minute',
      better: 'more' as const,
      race: true,
      points: entries
        .filter((e) => String(e.data.perBeat) === about)
        .map(({ at, data }) => ({ at, value: data.perMinute, aim: null, reached: true })),
    }))
  },
  rows({ entries, aim, observes }) {
    const last = entries.at(-1)?.data
    if (!last) return []
    const next = aim(String(last.perBeat))
    return [
      {
        id: `tongue-tempo-${last.perBeat}`,
        kind: 'tongue' as const,
        title: `Even ${partsOf(String(last.perBeat))}`,
        amount: observes ? '4 times one bar, as fast as it stays even' : `4 times one bar at ${next.value}`,
        ...asked(next, observes),
        minutes: 2,
        leastMinutes: 1,
        weight: 46,
        aim: 'Up one mark when three in a row are even with the same tone; down one when not.',
        notes: [last.written],
      },
    ]
  },
  *demo({ inst, week }, random) {
    if (!inst.tongue || week % 4 !== 3) return
    const perMinute = Math.round(58 + 3 * week + 3 * random.normal())
    yield {
      stage: 'tongue',
      data: {
        written: inst.teaching.firstNotes[0]!,
        perBeat: 2,
        perMinute,
        low: perMinute - 5,
        high: perMinute + 5,
        takes: [
          { perMinute: perMinute - 8, held: true },
          { perMinute: perMinute + 8, held: false },
          { perMinute, held: true },
        ],
      },
    }
  },
})
