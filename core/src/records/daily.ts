import { boolean, string } from 'yup'
import { Refusal } from '../errors/index.ts'
import { noteText, strict, whole } from '../fields/index.ts'
import { writtenNote } from '../instruments/index.ts'
import { parseNote, prettyNote } from '../pitch/index.ts'
import { exercise, EXERCISE_IDS, nextGo, TEMPO, type ExerciseId, type Go } from '../tongue/index.ts'
import { kindOf, type Noted } from './kind.ts'

interface Daily extends Go {
  exercise: ExerciseId
}

/** What was played of one exercise, oldest first. */
export const goesOf = (entries: readonly Noted<Daily>[], id: ExerciseId): Go[] =>
  entries.filter((e) => e.data.exercise === id).map((e) => e.data)

/** The highest note on which the tone still held; undefined while none was played. */
export const highestHeld = (entries: readonly Noted<Daily>[]): string | undefined =>
  entries
    .filter((e) => e.data.exercise === 'height' && e.data.toneHeld && e.data.even)
    .map((e) => e.data.from)
    .sort((a, b) => parseNote(b).midi - parseNote(a).midi)[0]

/** One exercise of the daily set for speed and height. */
export const daily = kindOf(
  strict({
    exercise: string()
      .required()
      .oneOf([...EXERCISE_IDS]),
    from: noteText(),
    perMinute: whole(TEMPO.low, TEMPO.high),
    even: boolean().required(),
    toneHeld: boolean().required(),
    /** Where it was to grow: whether it did; null where that couldn't be told. */
    grew: boolean().nullable(),
  }),
)({
  kind: 'daily',
  title: 'Daily set',
  stages: ['tongue'],
  plan: { minutes: 4, air: true, everyDays: 21, ready: ({ weeks, notes }) => weeks > 51 && notes.length > 7 },
  fits: (inst) => inst.tongue !== null,
  check(inst, { from }) {
    writtenNote(inst, from)
    if (!inst.tongue) throw new Refusal('invalid', 'Notes aren’t tongued on this instrument.', 'kind')
  },
  noted: (d) =>
    `${exercise(d.exercise).title}: ${prettyNote(d.from)} at ${d.perMinute}, ${!d.toneHeld ? 'tone broke' : !d.even ? 'uneven' : d.grew === false ? 'didn’t grow' : 'held'}`,
  line(entries) {
    const held = entries.filter((e) => e.even && e.toneHeld).length
    return entries.length ? `set ${held} of ${entries.length}` : null
  },
  series(entries) {
    const ids = [...new Set(entries.map((e) => e.data.exercise))]
    return ids.map((about) => {
      const byNote = exercise(about).climbs === 'note'
      return {
        about,
        title: exercise(about).title,
        name: byNote ? 'height' : 'tempo',
        unit: byNote ? 'semitones above C4' : 'a minute',
        better: 'more' as const,
        race: true,
        points: entries
          .filter((e) => e.data.exercise === about)
          .map(({ at, data }) => ({
            at,
            value: byNote ? parseNote(data.from).midi - 60 : data.perMinute,
            aim: null,
            reached: data.even && data.toneHeld && data.grew !== false,
          })),
      }
    })
  },
  concerns({ entries }) {
    const last = entries.slice(-3).map((e) => e.data)
    if (last.length < 3 || last.some((d) => d.toneHeld)) return []
    return [{ kind: 'daily', weight: 42, sentence: 'daily set: the tone breaks three times in a row' }]
  },
  rows({ inst, entries, before, observes, notes }) {
    const played = [...new Set(entries.map((e) => e.data.exercise))]
    return played.slice(0, 2).map((id) => {
      const ex = exercise(id)
      const next = nextGo(id, inst, goesOf([...before, ...entries], id), notes)
      return {
        id: `daily-${id}`,
        kind: 'tongue' as const,
        title: ex.title,
        amount: observes ? 'twice, from a tempo that is even' : `twice at ${next.perMinute}`,
        minutes: 2,
        leastMinutes: 1,
        weight: 42,
        aim: `${ex.how}${ex.caution ? ` ${ex.caution}` : ''}`,
        notes: [next.from],
        line: ex.line(inst, next.from, notes),
      }
    })
  },
  *demo({ inst, week }, random) {
    if (!inst.tongue || week < 5 || week % 2 === 0) return
    yield {
      stage: 'tongue',
      data: {
        exercise: 'swell',
        from: exercise('swell').begins(inst),
        perMinute: Math.min(120, 56 + 4 * (week - 4)),
        even: random.chance(0.8),
        toneHeld: random.chance(0.85),
        grew: undefined,
      },
    }
  },
})
