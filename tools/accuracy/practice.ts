import { JUDGED, simulate, WORKED } from '../../core/test/practice/weeks.ts'
import type { Row } from './lines.ts'

/** Learners of every kind. */
const EACH = 5

/** Cards of simulated learners over 26 weeks, against the product's own targets; kinds and seeds that decided nothing. */
export function practice(seed: number): Row[] {
  const all = JUDGED.flatMap((kind) =>
    Array.from({ length: EACH }, (_, k) => ({ kind, out: simulate(kind, seed + 5000 + k) })),
  )
  const sum = (of: (o: (typeof all)[number]['out']) => number) => all.reduce((n, { out }) => n + of(out), 0)
  const cards = sum((o) => o.cards)
  const of = (part: number, whole: number) => `${part} of ${whole}`
  const row = (what: string, target: string, found: string, met: boolean): Row => ({
    what,
    target,
    found,
    met,
  })
  const longest = Math.max(...all.filter((a) => a.kind.minutes > 5).map((a) => a.out.starved))
  const shortest = Math.max(...all.filter((a) => a.kind.minutes <= 5).map((a) => a.out.starved))
  const over = sum((o) => o.overMinutes)
  const hurt = sum((o) => o.roseHurt)
  const idle = sum((o) => o.roseIdle)
  const told = sum((o) => o.dueTold)
  const due = sum((o) => o.due)
  const raced = sum((o) => o.raced.length)
  return [
    row(
      `${JUDGED.length} kinds, ${all.length} learners, 26 weeks: cards longer than agreed`,
      'none',
      of(over, cards),
      !over,
    ),
    row(
      'cards that rise while something hurts',
      'none',
      of(
        hurt,
        sum((o) => o.hurtCards),
      ),
      !hurt,
    ),
    row(
      'cards that rise after two weeks and more without practice',
      'none',
      of(
        idle,
        sum((o) => o.idleCards),
      ),
      !idle,
    ),
    row(
      'notes due: on the card, or said why not',
      '90 %',
      `${((100 * told) / due).toFixed(1)} %`,
      told / due >= 0.9,
    ),
    row(
      'cards that one thing waits beside, longest; with five minutes a session',
      'three; three',
      `${longest}; ${shortest}`,
      longest <= 3 && shortest <= 3,
    ),
    row('numbers to beat on cards of who observes', 'none', String(raced), !raced),
    ...WORKED.map((work) => {
      const tries = sum((o) => o.met[work].tries)
      const met = sum((o) => o.met[work].met) / tries
      return row(
        `aims of ${work} met at home, ${tries} sessions`,
        '50 to 80 %',
        `${(100 * met).toFixed(0)} %`,
        met >= 0.5 && met <= 0.8,
      )
    }),
  ]
}
