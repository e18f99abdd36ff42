import { boolean, string } from 'yup'
import { Refusal } from '../errors/index.ts'
import { finite, noteText, strict } from '../fields/index.ts'
import { orderOfNotes } from '../fingering/index.ts'
import { fingeringsOf, isCharted } from '../instruments/index.ts'
import { prettyNote } from '../pitch/index.ts'
import { aboutNote, dueBy, DRILLS, gradeOf, remembered, type Drill, type Review } from '../recall/index.ts'
import { daysBetween } from '../time/index.ts'
import { kindOf, type Noted } from './kind.ts'

interface Asked {
  drill: Drill
  written: string
  right: boolean
  seconds: number
}
/** Moves are asked for too, and noted as moves. */
const ASKED = ['name-fingers', 'staff-fingers', 'fingers-name', 'fingers-sound'] as const satisfies Drill[]
/** A card lasts so long. */
const WEEK_DAYS = 7
/** Overdue notes from which it is said. */
const MANY_DUE = 3

/** Answers as reviews for the scheduler. */
export const reviewsOf = (entries: readonly Noted<Asked>[]): Review[] =>
  entries.map(({ at, data }) => ({
    about: aboutNote(data.written),
    grade: gradeOf(data.right, data.seconds),
    at,
  }))

const noteOf = (about: string) => about.replace('note ', '')

/** A note asked for by name, staff, fingers or sound, and the answer. */
export const recalled = kindOf(
  strict({
    drill: string<Drill>().required().oneOf(ASKED),
    written: noteText(),
    right: boolean().required(),
    /** From the question to the answer. */
    seconds: finite().min(0).max(600),
    /** What was given instead of the note, where that has a name. */
    gave: noteText().nullable().defined(),
  }),
)({
  kind: 'recalled',
  title: 'Recall',
  stages: ['fingers'],
  plan: {
    minutes: 2,
    air: false,
    everyDays: 14,
    ready: ({ notes }) => notes.length > 2,
    due: (entries, today) =>
      dueBy(remembered(reviewsOf(entries)), today).map((r) => prettyNote(noteOf(r.about))),
  },
  fits: isCharted,
  check(inst, { written }) {
    if (!fingeringsOf(inst, written).length)
      throw new Refusal(
        'invalid',
        `data.written: no fingering is charted for ${prettyNote(written)}.`,
        'data.written',
      )
  },
  // Twenty answers in two minutes would drown what else was noted: one line tells them.
  noted: (d) =>
    d.right
      ? null
      : `${prettyNote(d.written)}: ${DRILLS.find((x) => x.id === d.drill)!.words.toLowerCase()} not yet${d.gave ? `, gave ${prettyNote(d.gave)}` : ''}`,
  line(entries) {
    return entries.length ? `${entries.filter((e) => e.right).length} of ${entries.length} recalled` : null
  },
  series(entries) {
    const days = [...new Set(entries.map((e) => e.at.slice(0, 10)))]
    if (!days.length) return []
    return [
      {
        about: 'notes',
        title: 'Notes recalled',
        name: 'right',
        unit: '%',
        better: 'more' as const,
        race: false,
        points: days.map((day) => {
          const own = entries.filter((e) => e.at.startsWith(day))
          const value = Math.round((100 * own.filter((e) => e.data.right).length) / own.length)
          return { at: own.at(-1)!.at, value, aim: null, reached: value >= 90 }
        }),
      },
    ]
  },
  concerns({ entries, today }) {
    const due = dueBy(remembered(reviewsOf(entries)), today)
    if (due.length < MANY_DUE) return []
    return [
      {
        kind: 'recalled',
        // Said when nothing weightier is.
        weight: 12,
        sentence: `${due.length} notes are due to be recalled: ${due
          .slice(0, 4)
          .map((d) => prettyNote(noteOf(d.about)))
          .join(', ')}${due.length > 4 ? ' …' : ''}`,
      },
    ]
  },
  rows({ entries, before, observes, today }) {
    const all = [...before, ...entries]
    if (!all.length || today === undefined) return []
    const known = remembered(reviewsOf(all))
    // What was forgotten today, then what comes up first.
    const weak = known.filter((r) => r.last === 'again' || r.last === 'hard')
    const soon = known.filter((r) => !weak.includes(r) && daysBetween(today, r.due) <= WEEK_DAYS)
    const notes = [...weak, ...soon].slice(0, 6).map((r) => noteOf(r.about))
    if (!notes.length) return []
    const due = dueBy(known, today)
    return [
      {
        id: 'recall',
        kind: 'fingers' as const,
        title: 'Name it, finger it',
        amount: 'cover the pictures; each note twice',
        minutes: 2,
        leastMinutes: 1,
        aim:
          weak.length && !observes
            ? `${weak.length === 1 ? 'One wasn’t' : `${weak.length} weren’t`} there at once: ${weak
                .slice(0, 4)
                .map((r) => prettyNote(noteOf(r.about)))
                .join(', ')}. Say the name, then the fingers within three seconds.`
            : 'Say the name, then the fingers within three seconds.',
        notes,
        asks: {
          goal: 'recalled',
          about: 'notes',
          value: observes ? null : 2 * notes.length,
          unit: 'hits',
        },
        why: due.length
          ? `${due.length === 1 ? 'One note is' : `${due.length} notes are`} due: ${due
              .slice(0, 4)
              .map((r) => prettyNote(noteOf(r.about)))
              .join(', ')}${due.length > 4 ? ' …' : '.'}`
          : 'Due within the week.',
        // What is due keeps its minute; what comes up soon waits behind what the teacher has planned in words.
        weight: due.length ? 66 : weak.length ? 38 : 24,
      },
    ]
  },
  *demo({ inst, week }, random) {
    if (!isCharted(inst) || week < 2) return
    for (const written of orderOfNotes(inst)
      .slice(0, 2 + week)
      .filter(() => random.chance(0.4))) {
      const right = random.chance(0.8)
      yield {
        stage: 'fingers',
        data: {
          drill: random.pick(ASKED),
          written,
          right,
          seconds: Math.round(10 * Math.max(1, 4 + 2 * random.normal())) / 10,
          gave: null,
        },
      }
    }
  },
})
