import { Refusal } from '../errors/index.ts'
import { noteText, strict } from '../fields/index.ts'
import { introduce, nextNotes, orderOfNotes } from '../fingering/index.ts'
import { fingeringsOf, isCharted, type Instrument } from '../instruments/index.ts'
import { noteName, parseNote, prettyNote } from '../pitch/index.ts'
import { daysBetween, type Moment } from '../time/index.ts'
import { kindOf, newestOf, slug, type Noted } from './kind.ts'

/** A note is new for so many days after it was met. */
export const NEW_DAYS = 7

interface Met {
  written: string
}

/** Notes met in the week up to a moment, oldest first. */
export const newSince = (entries: readonly Noted<Met>[], now: Moment): string[] => [
  ...new Set(entries.filter((e) => daysBetween(e.at, now) < NEW_DAYS).map((e) => e.data.written)),
]

/** A note is known once it was met or played; in the order in which beginners meet them. */
export const inOrder = (inst: Instrument, notes: readonly string[]): string[] => {
  const order = orderOfNotes(inst).map((n) => parseNote(n).midi)
  const place = (midi: number) => (order.includes(midi) ? order.indexOf(midi) : 1000 + midi)
  return [...new Set(notes.map((n) => parseNote(n).midi))].sort((a, b) => place(a) - place(b)).map(noteName)
}

/** A note met for the first time, from a known one. */
export const newNote = kindOf(
  strict({
    written: noteText(),
    /** The known note that it was met from; null for the very first. */
    beside: noteText().nullable().defined(),
  }),
)({
  kind: 'new-note',
  title: 'First notes',
  stages: ['fingers'],
  plan: { minutes: 3, air: false, everyDays: 14, ready: ({ weeks, notes }) => notes.length > 0 || weeks > 0 },
  fits: isCharted,
  check(inst, { written, beside }) {
    for (const [field, note] of [
      ['data.written', written],
      ['data.beside', beside],
    ] as const)
      if (note !== null && !fingeringsOf(inst, note).length)
        throw new Refusal('invalid', `${field}: no fingering is charted for ${prettyNote(note)}.`, field)
  },
  knows: (d) => [d.written],
  noted: (d) => `New note ${prettyNote(d.written)}${d.beside ? `, from ${prettyNote(d.beside)}` : ''}`,
  line(entries) {
    const last = entries.at(-1)
    return last ? `new: ${prettyNote(last.written)}` : null
  },
  rows({ inst, entries }) {
    return newestOf(entries, (d) => d.written)
      .slice(-2)
      .map(({ data: { written, beside } }, i) => ({
        id: `new-note-${slug(written)}`,
        kind: 'fingers' as const,
        title: 'The new note',
        amount: beside ? 'silently 5 times from the known one, then long, 4 times' : 'long, 4 times',
        minutes: 3,
        leastMinutes: 2,
        aim: introduce(inst, written, beside ? [beside] : []).words,
        notes: beside ? [beside, written] : [written],
        // What is new this week stays on the card.
        weight: 72 - i,
      }))
  },
  *demo({ inst, week }) {
    if (!isCharted(inst)) return
    const order = orderOfNotes(inst)
    const [next] = nextNotes(inst, order.slice(0, 2 + week))
    if (next && week < 12)
      yield {
        stage: 'fingers',
        data: {
          written: next,
          beside: introduce(inst, next, order.slice(0, 2 + week)).beside?.written ?? null,
        },
      }
  },
})
