import type { SheetAnswer } from '@halitus/core/contract'
import { prettyNote } from '@halitus/core/pitch'
import { ribbonPieces, type Places } from './places.ts'

type Plan = SheetAnswer['plans'][number]

/** Bars that equal an earlier one, and what is said of a run of them. */
export function paleBars(places: Places, sheet: SheetAnswer) {
  return sheet.bars.flatMap((bar, m) => {
    const box = places.bars.get(m)
    if (!box || bar.as === undefined) return []
    const head = places.notes.get(sheet.notes.findIndex((n) => n.measure === m))
    // The clef and the number before a system’s first bar belong to all of it.
    const first = places.bars.get(m - 1)?.system !== box.system
    const before = sheet.bars[m - 1]?.as
    // Said once for a run of bars that follow one another as they did before.
    const goesOn = before !== undefined && before + 1 === bar.as && !first
    return [
      {
        m,
        box,
        from: first && head ? head.left - 16 : box.left,
        x: head?.left ?? box.left,
        words: goesOn ? '' : `as bar ${sheet.bars[bar.as]!.number}`,
      },
    ]
  })
}

/** A name needs so much room, px; where two would touch the later one stands further right. */
const NAME = 76
/** Notes that are new, each where it is met first. */
export function newRings(places: Places, sheet: SheetAnswer) {
  const ends = new Map<number, number>()
  return sheet.reading.newNotes.flatMap((n) => {
    const index = sheet.notes.findIndex((x) => x.measure === n.measure && x.written === n.written)
    const place = places.notes.get(index)
    if (!place) return []
    const { bottom } = places.systems[place.system]!
    const x = Math.max(place.x - NAME / 2, ends.get(place.system) ?? 0)
    ends.set(place.system, x + NAME)
    return [
      { index, place, x, y: Math.max(bottom, place.bottom) + 22, words: `${prettyNote(n.written)} new` },
    ]
  })
}

/** So many moves are bowed: more would say nothing. */
const BOWED = 3
/** Where the first note stands on the line before: so much of the bow is drawn, px. */
const CARRIED = 34
/** The hardest moves as bows. @param clean how a move went last: “6 of 8”; empty where it was never counted */
export function hardArcs(places: Places, sheet: SheetAnswer, clean: (from: string, to: string) => string) {
  return sheet.reading.hardMoves.slice(0, BOWED).flatMap((move, rank) => {
    const to = sheet.notes.findIndex((n) => Math.abs(n.onset - move.onset) < 1e-6)
    const [a, b] = [places.notes.get(to - 1), places.notes.get(to)]
    if (!b) return []
    // From the line before only its end is seen.
    const from = a?.system === b.system ? a.x : b.x - CARRIED
    const system = places.systems[b.system]!.top
    const top = Math.min(a?.system === b.system ? a.top : system, b.top, system) - 8
    return [
      {
        rank,
        words: clean(move.from, move.to),
        x: (from + b.x) / 2,
        y: top - 24,
        d: `M${from} ${top}C${from} ${top - 22} ${b.x} ${top - 22} ${b.x} ${top}`,
      },
    ]
  })
}

/** Where the commas of a plan stand: between two heads, or at a system’s end. */
export function commasOf(places: Places, sheet: SheetAnswer, plan: Plan | undefined) {
  return (plan?.breaths ?? []).flatMap(({ onset }) => {
    const next = sheet.notes.findIndex((n) => Math.abs(n.onset - onset) < 1e-6)
    const [before, after] = [places.notes.get(next - 1), places.notes.get(next)]
    if (!before) return []
    const system = places.systems[before.system]!
    const x =
      after && after.system === before.system
        ? (before.right + after.left) / 2
        : Math.min(system.right - 4, before.right + 34)
    return [{ onset, x, y: Math.min(system.top, before.top) - 10 }]
  })
}

/** Height of a full breath’s ribbon, and how far below the staff it runs, px. */
const RIBBON = { full: 18, below: 40 }
/** Said where it is tight: fewer than eight of ten would reach the end, in tenths. */
const TIGHT = 0.75
/** What is left of each breath, as ribbons under the systems, with words where it is tight. */
export function ribbonsOf(places: Places, sheet: SheetAnswer, plan: Plan | undefined) {
  const lowest = places.systems.map((system, s) =>
    Math.max(
      system.bottom,
      ...[...places.notes.values()].filter((n) => n.system === s).map((n) => n.bottom + 6),
    ),
  )
  return (plan?.stretches ?? []).flatMap((stretch) => {
    const left = Math.max(0.04, 1 - stretch.seconds / sheet.capacity.seconds)
    return ribbonPieces(places, stretch, left).map((p, i, all) => {
      const y = lowest[p.system]! + RIBBON.below
      const [h0, h1] = [(RIBBON.full * p.from) / 2, (RIBBON.full * p.to) / 2]
      const begins = `M${p.x0} ${y}Q${p.x0 + 14} ${y - h0} ${p.x0 + 30} ${y - h0}L${p.x1} ${y - h1}V${y + h1}L${p.x0 + 30} ${y + h0}Q${p.x0 + 14} ${y + h0} ${p.x0} ${y}Z`
      const tight = i === all.length - 1 && stretch.reached < TIGHT
      return {
        d: i ? `M${p.x0} ${y - h0}L${p.x1} ${y - h1}V${y + h1}L${p.x0} ${y + h0}Z` : begins,
        x: p.x1,
        y: y - RIBBON.full / 2 - 5,
        words: tight ? `reached in ${Math.round(10 * stretch.reached)} of 10` : '',
      }
    })
  })
}

/** The order of practising as discs over the bars where each step begins. */
export function orderDiscs(places: Places, sheet: SheetAnswer) {
  const seen = new Map<number, number>()
  return sheet.steps.flatMap((step, i) => {
    const bar = places.bars.get(step.from)
    if (step.kind === 'joined' || !bar) return []
    // Behind the clef, where the bar’s music begins.
    const head = places.notes.get(sheet.notes.findIndex((n) => n.measure === step.from))
    const beside = seen.get(step.from) ?? 0
    seen.set(step.from, beside + 1)
    return [{ n: i + 1, x: (head?.left ?? bar.left) + 6 + 30 * beside, y: bar.top - 34 }]
  })
}
