import { practised } from '../home/index.ts'
import { concernsOf, progressOf, type EntryRecord, type Series } from '../records/index.ts'
import type { Instrument } from '../instruments/index.ts'
import { dayAfter, dayOf, daysBetween, isBefore, type Day, type Moment } from '../time/index.ts'
import { FILLER_WEIGHT } from './attention.ts'
import type { GivenCard } from './compose.ts'

/** A term as its family reads it: what improved, what is next, and the picture of its weeks. No number, no mark. */
export interface Term {
  from: Day
  to: Day
  improved: string
  next: string
  /** Week by week: how much of the card was practised, 0 to 1; undefined where there was none. */
  weeks: { from: Day; practised: number | undefined }[]
  /** The line that grew, from 0 (as at the beginning) to 1 (at its best); empty where nothing can be drawn. */
  line: { title: string; points: { at: Moment; height: number }[] } | undefined
}

/** A term, days (thirteen weeks: common practice, no source). */
export const TERM_DAYS = 91
const COMPARED = 3
/** Grown by less than this share nobody would call it grown (chosen by Halitus). */
const GROWN = 0.1

const middle = (values: readonly number[]) => {
  const sorted = [...values].sort((a, b) => a - b)
  return sorted[sorted.length >> 1]!
}
/** How much a number became better over the term, as a share of what it was; by the middle of three on either side. */
function growth(points: Series['points'], better: Series['better']): number {
  if (points.length < 2 * COMPARED) return 0
  const before = middle(points.slice(0, COMPARED).map((p) => p.value))
  const now = middle(points.slice(-COMPARED).map((p) => p.value))
  const change = better === 'more' ? now - before : before - now
  return change / Math.max(Math.abs(before), 1)
}
/** What grew, as it is told to a family. */
const GROWN_WORDS: Readonly<Record<string, string>> = {
  held: 'lasts longer than at the beginning of the term',
  unsteadiness: 'is steadier than at the beginning of the term',
  clean: 'goes cleanly more often',
  clicks: 'reaches further on one breath',
  right: 'comes to mind more surely',
}

/**
 * A term in one thing that improved and one that is next.
 * @param entries on one instrument, oldest first
 * @param cards given on it, oldest first
 */
export function termOf(
  entries: readonly EntryRecord[],
  cards: readonly GivenCard[],
  inst: Instrument,
  today: Moment,
): Term {
  const to = dayOf(today)
  const from = dayAfter(to, -TERM_DAYS)
  const within = <T extends { at: Moment }>(list: readonly T[]) =>
    list.filter((x) => !isBefore(dayOf(x.at), from) && !isBefore(today, x.at))
  const series = progressOf(entries, inst).map((s) => ({ ...s, points: within(s.points) }))
  const [best] = series
    .map((s) => ({ s, grew: growth(s.points, s.better) }))
    .filter((g) => g.grew >= GROWN)
    .sort((a, b) => b.grew - a.grew)
  const [worry] = concernsOf(entries, inst, today, true)
    .filter((c) => c.weight > FILLER_WEIGHT)
    .sort((a, b) => b.weight - a.weight)
  const own = cards.filter((c) => !isBefore(c.from, from) && !isBefore(to, c.from))
  const weeks = Array.from({ length: TERM_DAYS / 7 }, (_, k) => {
    const begins = dayAfter(from, 7 * k)
    const card = own.findLast((c) => daysBetween(begins, c.from) >= 0 && daysBetween(begins, c.from) < 7)
    return {
      from: begins,
      practised: card && practised(card).sessionsDone / Math.max(1, card.sessions),
    }
  })
  return {
    from,
    to,
    improved: best
      ? `${best.s.title} ${GROWN_WORDS[best.s.name] ?? 'goes better than at the beginning of the term'}.`
      : own.some((c) => practised(c).sessionsDone > 0)
        ? 'Practising has become part of the week.'
        : 'The beginning is made.',
    next: `Next: ${NEXT[worry?.from ?? ''] ?? 'on in the same way, a little every day'}.`,
    weeks,
    line: best && lineOf(best.s),
  }
}

/** What is next, as a family reads it: a concern's counts and amounts are the teacher's. */
const NEXT: Readonly<Record<string, string>> = {
  'long-tone': 'long tones, level to the end',
  'shaped-tone': 'softer and louder at one pitch',
  'first-minutes': 'low, middle and high in the first minutes',
  'small-part': 'the smallest part, first thing every day',
  tries: 'the first sounds on the smallest part',
  mouth: 'a look into the mirror before the first note',
  setup: 'putting together slowly, looking twice',
  move: 'two notes back and forth, all fingers at once',
  'break-step': 'over the break, slowly',
  recalled: 'naming the notes and finding their fingers',
  strokes: 'a light tongue on a steady tone',
  'tongue-fault': 'a light tongue on a steady tone',
  'tune-played': 'the hardest bar of the tune, alone first',
  accident: 'what helped against the squeak, a little every day',
  dizzy: 'short and easy breathing, seated',
}

function lineOf({ title, points, better }: Series): NonNullable<Term['line']> {
  const values = points.map((p) => p.value)
  const [low, high] = [Math.min(...values), Math.max(...values)]
  const height = (v: number) => (high === low ? 0.5 : (better === 'more' ? v - low : high - v) / (high - low))
  return { title, points: points.map(({ at, value }) => ({ at, height: height(value) })) }
}
