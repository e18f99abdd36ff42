import type { Instrument, ReedKind } from '../instruments/index.ts'
import type { CardRow, CardRowKind } from '../records/index.ts'

/** What an adult at home is told of a card: nobody of them need play. */
export interface ForAdults {
  /** Rows in plain words: what to look or listen for, and what to write down. */
  rows: { titles: string[]; help: string }[]
  /** How much, and how to take it. */
  howMuch: string[]
  /** When to stop. */
  stop: string[]
  /** What the instrument wants from whoever puts it away. */
  care: string[]
}

/** Common practice, no source. */
const HELP: Readonly<Record<CardRowKind, string>> = {
  setup: 'Watch it being put together once: parts turn and slide, nothing is forced.',
  breath: 'Shoulders stay low and still. It needs no sound, and one breath between tries.',
  sound: 'Listen for one tone that stays the same. Longer comes by itself; never ask for more than the card.',
  tongue: 'Slow and even is right. Clap or count the beat along; don’t ask for faster.',
  fingers: 'Look at the fingers before you listen: all of them move at once, close to the instrument.',
  tune: 'A few notes several times, then the next few. All of it only at the end.',
}
/** Common practice, no source. */
const REED: Readonly<Record<ReedKind, string>> = {
  single: 'The reed comes off the mouthpiece, is dried and lies flat in its case.',
  double: 'The reed is dried and goes into a case that lets air in; its tip is touched by nobody.',
  chanter: 'The reed stays where it sits; the chanter lies where it stays dry.',
}
/** Units as one says them. */
const UNITS: Readonly<Record<string, string>> = {
  s: 'seconds',
  'a minute': 'tempo',
  hits: 'number that was right',
}

/** What a row asks of whoever watches. */
const helpFor = ({ kind, asks, line }: CardRow) =>
  asks && asks.value !== null && !line
    ? `${HELP[kind]} Write the ${UNITS[asks.unit] ?? asks.unit} into the box of that session, whatever came.`
    : HELP[kind]
/** Rows that ask the same stand together. */
function together(rows: readonly CardRow[]): ForAdults['rows'] {
  const byHelp = new Map<string, string[]>()
  for (const row of rows) byHelp.set(helpFor(row), [...(byHelp.get(helpFor(row)) ?? []), row.title])
  return [...byHelp].map(([help, titles]) => ({ titles, help }))
}

/**
 * The second page of a card, for the adult at home.
 * @example forAdults({ rows: [], sessions: 5 }, instrument('flute')).howMuch[0] // '5 sessions of about 0 minutes; which days is yours to choose.'
 */
export function forAdults(
  { rows, sessions }: { rows: readonly CardRow[]; sessions: number },
  inst: Pick<Instrument, 'reed'>,
): ForAdults {
  const minutes = rows.reduce((sum, row) => sum + row.minutes, 0)
  return {
    rows: together(rows),
    howMuch: [
      `${sessions} sessions of about ${minutes} minutes; which days is yours to choose.`,
      'A missed day is fine, and isn’t made up for. Two short sessions are better than a long one.',
      'Lips and breath tire before the will does: a rest after every try belongs to it.',
      'Say what was better, not what was wrong. What won’t go waits for the lesson.',
    ],
    stop: [
      'Dizzy, tingling, a headache: stop, sit down, breathe normally. No more blowing today.',
      'Lips, teeth, jaw or hands hurt: stop for today, and tell the teacher.',
      'Pain that comes back or stays is a question for a doctor, teeth and jaw for a dentist.',
    ],
    care: [
      ...(inst.reed ? [REED[inst.reed.kind]] : []),
      'Dry it inside before it goes into its case. What sticks or leaks is the teacher’s or a technician’s work.',
      `${inst.reed ? 'Reeds, caps' : 'Grease, plugs'} and small parts stay out of reach of little children. Nobody else plays on it without washing it.`,
    ],
  }
}
