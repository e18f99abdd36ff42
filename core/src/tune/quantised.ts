import { fraction, minus, plus, quarters, type Fraction } from './fraction.ts'
import type { Bar, Head, Part } from './model.ts'

/** Parts of a quarter that notes are written in: sixteenths and thirds. */
const GRID = 12
/** How far a player’s note may lie beside its place, quarters, and how much of its time it may leave silent (chosen by Halitus). */
const PLAYED = { beside: 0.09, silent: 0.34 } as const

/** The place on the grid, if it is near; else as it was played. */
function snapped(at: Fraction): Fraction {
  const near = fraction(Math.round(quarters(at) * GRID), GRID)
  return Math.abs(quarters(minus(at, near))) <= PLAYED.beside ? near : at
}

/** Lengths that are looked for first: parts of a quarter, the plainest first. */
const LENGTHS = [2, 4, 3] as const
/** A stroke takes so much of a note, as a share. */
const STROKE = 0.15
/** The plainest length that a note was meant to have; what a stroke takes away is given back. */
function usual(length: Fraction): Fraction {
  const long = quarters(length)
  for (const parts of LENGTHS) {
    const near = Math.ceil(long * parts - 1e-9) / parts
    if (near > 0 && (near - long) / near <= STROKE) return fraction(Math.round(near * parts), parts)
  }
  return snapped(length)
}

/**
 * A part that was recorded rather than written, as it would be written: notes on the beats and their parts beside which they lie,
 * as long as until the next one where only a stroke parts them.
 */
export function quantised(part: Part): Part {
  const onsets = [...new Set(part.bars.flatMap((b) => b.heads.map((h) => quarters(snapped(h.onset)))))].sort(
    (a, b) => a - b,
  )
  // After the last one its bar ends.
  const end = (at: number) =>
    part.bars.map((b) => quarters(plus(b.start, b.length))).find((e) => e > at + 1e-9) ?? Infinity
  const next = new Map(onsets.map((o, i) => [o, onsets[i + 1] ?? end(o)] as const))
  const written = (head: Head): Head => {
    const onset = snapped(head.onset)
    const room = (next.get(quarters(onset)) ?? Infinity) - quarters(onset)
    const length = quarters(head.duration)
    const parted = room < Infinity && length >= (1 - PLAYED.silent) * room && length <= room + PLAYED.beside
    const duration = parted ? fraction(Math.round(room * GRID), GRID) : usual(head.duration)
    return { ...head, onset, duration: duration.n > 0 ? duration : fraction(1, GRID) }
  }
  // A note that was played a little before its bar belongs to it.
  const heads = part.bars.flatMap((b) => b.heads.map(written))
  const bars: Bar[] = part.bars.map((b) => ({ ...b, heads: [] }))
  let m = 0
  for (const head of heads.sort((a, b) => quarters(a.onset) - quarters(b.onset))) {
    const ends = (bar: Bar) => quarters(plus(bar.start, bar.length))
    while (m + 1 < bars.length && quarters(head.onset) >= ends(bars[m]!) - 1e-9) m++
    bars[m]!.heads.push(head)
  }
  return { ...part, bars }
}
