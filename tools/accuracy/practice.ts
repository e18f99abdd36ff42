import { seeded, seedOf } from '@halitus/core/player'
import { simulate, WORKED, type Kind } from '../../core/test/practice/weeks.ts'
import type { Row } from './lines.ts'

/** Learners of every kind. */
const EACH = 5
/** Where the kinds and learners of the report begin: what is below was looked at while rules were chosen. */
const REPORT = 6000
const INSTRUMENTS = ['flute', 'alto-sax', 'oboe', 'clarinet'] as const

/** Kinds drawn by chance, so that nobody chose them: other instruments, minutes, gains, habits and troubles than were tried. */
function drawn(seed: number): Kind[] {
  return Array.from({ length: 20 }, (_, k): Kind => {
    const random = seeded(seedOf('kinds of learners', String(seed), String(k)))
    const share = random.between(0.2, 1)
    const pause = random.chance(0.4) ? Math.floor(random.between(4, 16)) : Infinity
    return {
      name: `drawn ${k}`,
      on: INSTRUMENTS[k % INSTRUMENTS.length]!,
      age: 8 + Math.floor(random.between(0, 50)),
      // Every fifth has hardly any time: there most has to wait.
      minutes: k % 5 === 4 ? 5 + Math.floor(random.between(0, 2)) : Math.round(random.between(5, 45)),
      sessions: 3 + Math.floor(random.between(0, 5)),
      gain: random.between(0.01, 0.12),
      spread: random.between(0.06, 0.25),
      recall: random.between(0.4, 0.95),
      diligence: (week) => (week >= pause && week < pause + 4 ? 0 : share),
      dizzy: random.chance(0.4) ? random.between(0.05, 0.3) : 0,
      sore: random.chance(0.4) ? random.between(0.05, 0.3) : 0,
      absent: random.chance(0.3) ? random.between(0.1, 0.4) : 0,
      observes: random.chance(0.2),
      tune: random.chance(0.4),
    }
  })
}

/** Cards of simulated learners over 26 weeks, against the product's own targets; kinds and seeds that decided nothing. */
export function practice(seed: number): Row[] {
  const kinds = drawn(seed + REPORT)
  const all = kinds.flatMap((kind) =>
    Array.from({ length: EACH }, (_, k) => ({ kind, out: simulate(kind, seed + REPORT + k) })),
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
  const longest = Math.max(...all.filter((a) => a.kind.minutes > 6).map((a) => a.out.starved))
  const shortest = Math.max(0, ...all.filter((a) => a.kind.minutes <= 6).map((a) => a.out.starved))
  const over = sum((o) => o.overMinutes)
  const hurt = sum((o) => o.roseHurt)
  const idle = sum((o) => o.roseIdle)
  const told = sum((o) => o.dueTold)
  const due = sum((o) => o.due)
  const raced = sum((o) => o.raced.length)
  return [
    row(
      `${kinds.length} kinds drawn by chance, ${all.length} learners, 26 weeks: cards longer than agreed`,
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
      'cards that one thing waits beside, longest; with six minutes a session or fewer',
      'three; three',
      `${longest}; ${shortest || 'none drawn'}`,
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
