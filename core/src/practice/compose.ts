import type { Stage } from '../fields/index.ts'
import { toListenFor, type Instrument } from '../instruments/index.ts'
import {
  stillEased,
  notesKnown,
  rowsOf,
  type CardRow,
  type EntryRecord,
  type Home,
  type HomeNumber,
  type RowProposal,
} from '../records/index.ts'
import { dayAfter, dayOf, isBefore, type Moment } from '../time/index.ts'
import {
  basicRows,
  composeCard,
  easedSince,
  rowsOfPlans,
  shortened,
  WAITING_WEIGHT,
  type WeekCard,
} from './card.ts'
import { weekLoad, wentWell, type WeekDone, type WeekLoad } from './week.ts'

/** A card that was given, with what came back of it. */
export interface GivenCard {
  instrument: string
  from: string
  sessions: number
  rows: readonly CardRow[]
  /** What stood beside it. */
  left: readonly CardRow[]
  ticks: readonly { rowId: string; session: number; at: Moment }[]
  reports: readonly { kind: string; at: Moment }[]
  numbers: readonly { row: string; value: number; unit: string; measured: boolean; at: Moment }[]
}

const asWeek = (card: GivenCard): WeekDone => ({
  ...card,
  minutes: card.rows.reduce((sum, r) => sum + r.minutes, 0),
})

/**
 * What home says that bears on aims: what hurt and isn't over, and the numbers that came back.
 * @param cards of one learner, oldest first
 */
export function homeOf(cards: readonly GivenCard[]): Home {
  const eased = easedSince(
    cards.flatMap((c) => c.reports),
    cards.filter((c) => wentWell(asWeek(c))).map((c) => c.from),
  )
  const numbers = cards.flatMap((c) =>
    c.numbers.flatMap(({ row, value, unit, measured, at }): HomeNumber[] => {
      const asks = c.rows.find((r) => r.id === row)?.asks
      return asks && asks.unit === unit
        ? [{ goal: asks.goal, about: asks.about, value, unit, measured, at }]
        : []
    }),
  )
  const newest = new Map(cards.map((c) => [c.instrument, c]))
  const asked = [...newest.values()].flatMap((c) =>
    c.rows.flatMap(({ asks }) =>
      asks && asks.value !== null
        ? [{ on: c.instrument, goal: asks.goal, about: asks.about, value: asks.value }]
        : [],
    ),
  )
  return { eased, numbers: numbers.sort((a, b) => a.at.localeCompare(b.at)), asked }
}

/** A second instrument shares the minutes while it has a card of the last days. */
const SHARES_DAYS = 14

/**
 * What a learner's next week bears on an instrument.
 * @param cards that were given before, of all instruments, oldest first
 */
export function weekFor(
  agreed: { minutesPerSession: number; sessionsPerWeek: number },
  cards: readonly GivenCard[],
  on: string,
  today: string,
): WeekLoad {
  const lately = cards.filter((c) => !isBefore(c.from, dayAfter(dayOf(today), -SHARES_DAYS)))
  const instruments = new Set([on, ...lately.map((c) => c.instrument)]).size
  return weekLoad(agreed, cards.filter((c) => c.instrument === on).map(asWeek), today, instruments)
}

/** All that a week's card is composed from. */
export interface WeekAsked {
  /** As this learner is taught it. */
  inst: Instrument
  lesson: { id: string; startsAt: Moment }
  /** Lessons on this instrument before this one. */
  lessonsBefore: number
  /** On this instrument, oldest first. */
  entries: readonly EntryRecord[]
  /** Given before this lesson, of all instruments, oldest first. */
  cards: readonly GivenCard[]
  plans: readonly { stage: Stage; text: string }[]
  agreed: { minutesPerSession: number; sessionsPerWeek: number }
  observes: boolean
}

/** A row left beside so many cards running comes first on the next, but not more than some at once (chosen by Halitus). */
const STARVES = { cards: 2, weight: 97, atOnce: 3, shortMinutes: 10, atOnceShort: 5 } as const
/** A row that stood beside a card and isn't proposed again waits for so many cards before it is forgotten. */
const WAITS_CARDS = 3
/** What is breath and lip work: it doesn't grow while something hurts. */
const AIR: readonly string[] = ['breath', 'sound']

/** Composes a learner's week: what the lesson gave, what is due, what waited, fitted into what the week bears. */
export function composeWeek(of: WeekAsked): WeekCard & { load: WeekLoad } {
  const { inst, lesson, entries, observes } = of
  const load = weekFor(of.agreed, of.cards, inst.id, lesson.startsAt)
  const home = homeOf(of.cards)
  const own = of.cards.filter((c) => c.instrument === inst.id)
  const eased = stillEased(entries, home)
  const measured = [
    ...rowsOf(entries, lesson.id, inst, observes, home, lesson.startsAt),
    ...rowsOfPlans(of.plans).map((row) => ({ ...row, why: 'Planned by the teacher.' })),
  ]
  const notes = notesKnown(entries, inst)
  const basics = basicRows(inst, measured, {
    lessonsBefore: of.lessonsBefore,
    eased: !!eased?.dizzy,
    whole: notes.length > 0,
  })
  const wanted = [...measured, ...basics, ...waiting(own, [...measured, ...basics])]
  const proposals = notStarving(
    own,
    (eased ? wanted.map((row) => heldDown(own.at(-1), row)) : wanted).map((row) => withNotes(row, observes)),
    load.minutesPerSession,
  )
  const card = composeCard(proposals, {
    minutesPerSession: load.minutesPerSession,
    sessions: load.sessions,
    listenFor: toListenFor(inst, notes),
  })
  const light = new Set(proposals.filter((p) => p.weight <= WAITING_WEIGHT).map((p) => p.id))
  return {
    ...card,
    rows: card.rows.map((row) => ({ ...row, why: whyOn(row, own.at(-1), observes) })),
    leftOut: card.leftOut.map((row) => ({
      ...row,
      why: whyBeside(row, { light: light.has(row.id), minutes: load.minutesPerSession }),
    })),
    load,
  }
}

/** What is printed in notation can be heard at home, note by note. */
function withNotes(row: RowProposal, observes: boolean): RowProposal {
  const of = row.line?.filter((n) => n.written !== null).length
  if (!of || row.asks) return row
  const asks = { goal: row.from ?? row.kind, about: row.id, value: observes ? null : of, unit: 'hits' }
  return { ...row, asks }
}

/** Rows that stood beside the last cards, were never on one since, and that nothing proposes any more. */
function waiting(own: readonly GivenCard[], proposed: readonly RowProposal[]): RowProposal[] {
  const lately = own.slice(-WAITS_CARDS)
  const known = new Set(proposed.map((p) => p.id))
  const on = new Set(lately.flatMap((c) => c.rows.map((r) => r.id)))
  const byId = new Map(lately.flatMap((c) => c.left.map((r) => [r.id, r] as const)))
  return [...byId.values()]
    .filter((r) => !known.has(r.id) && !on.has(r.id) && !/^(basic|plan|setup)-/.test(r.id))
    .map(({ why: _, ...row }) => ({ ...row, leastMinutes: 1, weight: WAITING_WEIGHT + 1, earlier: true }))
}

/** Beside how many of the last cards running a row stood. */
function beside(own: readonly GivenCard[], id: string): number {
  let cards = 0
  for (const card of [...own].reverse()) {
    if (card.rows.some((r) => r.id === id) || !card.left.some((r) => r.id === id)) break
    cards++
  }
  return cards
}

/** Rows that stood beside the last cards again and again come first, those that waited longest before the others. */
function notStarving(
  own: readonly GivenCard[],
  rows: readonly RowProposal[],
  minutes: number,
): RowProposal[] {
  const waited = rows
    .map((row) => ({ row, cards: beside(own, row.id) }))
    .filter((w) => w.cards >= STARVES.cards)
    .sort(
      (a, b) => b.cards - a.cards || a.row.leastMinutes - b.row.leastMinutes || b.row.weight - a.row.weight,
    )
    // In a short session everything takes its turn; in a longer one what the lesson gave comes along.
    .slice(0, minutes < STARVES.shortMinutes ? STARVES.atOnceShort : STARVES.atOnce)
  const many = waited.length >= STARVES.atOnce
  const starving = new Map(waited.map(({ row, cards }) => [row, cards]))
  return rows.map((row) => {
    const cards = starving.get(row)
    // Where much waits, the tune gives one of its minutes: it is there every week.
    if (!cards) return row.kind === 'tune' && many ? { ...row, leastMinutes: 1 } : row
    const why = `Beside the last ${cards} cards.${row.why ? ` ${row.why}` : ''}`
    // Who waited longer goes first; of those who waited as long, the shorter, so that more of them find room.
    const weight = STARVES.weight + Math.min(0.9, cards / 100) - row.leastMinutes / 10_000
    return { ...row, weight: Math.max(row.weight, weight), why }
  })
}

/** While something hurts, breath and lip work is no longer than it was. */
function heldDown(last: GivenCard | undefined, row: RowProposal): RowProposal {
  const before = last?.rows.find((r) => r.id === row.id)
  if (!before || !AIR.includes(row.kind) || row.minutes <= before.minutes) return row
  return {
    ...row,
    minutes: Math.max(1, before.minutes),
    leastMinutes: Math.min(row.leastMinutes, Math.max(1, before.minutes)),
  }
}

/** A reason is no longer than this: it is read between two notes. */
const MOST_WHY = 300

/** Why a row is on the card: it is new, moves on, stays or goes back, with the numbers. */
function whyOn(row: CardRow, last: GivenCard | undefined, observes: boolean): string {
  const before = last?.rows.find((r) => r.id === row.id)
  const reason = row.why ?? ''
  if (!last || !before) return shortened(reason, MOST_WHY) || 'New this week.'
  const done = new Set(last.ticks.filter((t) => t.rowId === row.id).map((t) => t.session)).size
  const times = observes ? '' : ` Done ${done} of ${last.sessions} times.`
  const [was, is] = [before.asks?.value ?? null, row.asks?.value ?? null]
  const way =
    was === null || is === null || was === is || row.asks?.unit === 'hits'
      ? 'Stays.'
      : `${is > was ? 'Moves on' : 'Goes back'}: ${was} to ${is} ${row.asks!.unit}.`
  return shortened(`${way}${times}${reason ? ` ${reason}` : ''}`, MOST_WHY)
}

/** Why a row stands beside the card. */
function whyBeside(row: CardRow, of: { light: boolean; minutes: number }): string {
  const reason = of.light
    ? 'Waits behind what is harder.'
    : `No room in ${of.minutes} minutes beside what weighs more.`
  return shortened(`${reason}${row.why ? ` ${row.why}` : ''}`, MOST_WHY)
}
