import { OutOfRange } from '../errors/index.ts'
import { NEAR, secondsOf, type Line, type LineNote } from './line.ts'
import type { Part } from './model.ts'

/** A breath stands before the note that begins at `onset`; `measure` is that of the note before it. */
export interface Breath {
  measure: number
  onset: number
}
export interface BreathPlan {
  breaths: Breath[]
  /** Lower is better; what it is made of is in the text of each cost. */
  cost: number
}
/** What was moved by hand: wanted there, or not. */
export interface Wish {
  onset: number
  wanted: boolean
}

/** A rest of so long refills the lungs, s. */
export const REFILL_S = 0.3
const LIMITS = { tempo: [10, 400], capacityS: [0.5, 120] } as const
/** So many plans are given. */
const PLANS = 3

/**
 * What a breath costs at a place (chosen by Halitus: the order is that of common practice, never inside a slur, rather where
 * a speaker would).
 */
const PLACE = {
  usual: 3,
  /** A rest too short to refill by itself. */
  rest: 0.3,
  marked: 0.3,
  /** A repeat or double bar, the end of what belongs together. */
  boundary: 0.5,
  longBefore: -1.5,
  slurEnds: -1,
  barLine: -0.4,
  shortBefore: 1,
  beam: 2,
  /** The last note of a phrase belongs to it. */
  beforeLast: 3,
  slur: 6,
  least: 0.2,
  unwanted: 5,
} as const
/** From so much of the capacity a stretch begins to cost, and each capacity over costs so much. */
const STRETCH = { easy: 0.85, tight: 10, over: 40 } as const
/** A note of this many times the usual length is long, of this share short. */
const LONG = 1.9
const SHORT = 0.6

/** What a stretch of so many seconds costs somebody: nothing while there is air to spare, then ever more (convex). */
export function stretchCost(seconds: number, capacityS: number): number {
  const share = seconds / capacityS
  if (share <= STRETCH.easy) return 0
  if (share <= 1) return STRETCH.tight * (share - STRETCH.easy)
  return STRETCH.tight * (1 - STRETCH.easy) + STRETCH.over * (share - 1)
}

const at = (wish: Wish, note: LineNote) => Math.abs(wish.onset - note.onset) < NEAR
const median = (values: readonly number[]) => [...values].sort((a, b) => a - b)[values.length >> 1] ?? 1

/** Bars behind which something new begins: repeats, double bars, sections. */
const endsPart = (part: Part, measure: number) => {
  const [bar, next] = [part.bars[measure], part.bars[measure + 1]]
  return !!(bar?.doubleBar || bar?.turns.endsRepeat || next?.turns.startsRepeat || next?.label)
}
/** Bars after which playing goes on elsewhere: nobody can carry one breath over unless it is planned there and here. */
const leaps = (part: Part, measure: number) => {
  const [bar, next] = [part.bars[measure], part.bars[measure + 1]]
  return !!(bar?.turns.endsRepeat || bar?.turns.jump || next?.turns.startsRepeat || next?.turns.ending)
}

/**
 * What a breath before note `i` costs, from 0.2 up.
 * @param usual length of most notes, quarters
 */
function placeCost(
  part: Part,
  notes: readonly LineNote[],
  i: number,
  usual: number,
  wishes: readonly Wish[],
): number {
  const [before, after] = [notes[i - 1]!, notes[i]!]
  let cost: number = PLACE.usual
  const phraseEnds = (n: LineNote) =>
    n.rest > 0 || n.marks.some((m) => m === 'breath' || m === 'fermata') || n.duration >= LONG * usual
  if (before.marks.some((m) => m === 'breath' || m === 'fermata')) cost = PLACE.marked
  else if (before.rest > 0) cost = PLACE.rest
  else if (after.measure !== before.measure && endsPart(part, before.measure)) cost = PLACE.boundary
  else {
    if (before.duration >= LONG * usual) cost += PLACE.longBefore
    if (before.slurEnds && !before.slurred) cost += PLACE.slurEnds
    if (after.measure !== before.measure) cost += PLACE.barLine
    if (before.duration <= SHORT * usual) cost += PLACE.shortBefore
    if (before.beamed) cost += PLACE.beam
    if (phraseEnds(after) && !phraseEnds(before)) cost += PLACE.beforeLast
  }
  if (before.slurred) cost += PLACE.slur
  if (wishes.some((w) => !w.wanted && at(w, after))) cost += PLACE.unwanted
  return Math.max(PLACE.least, cost)
}

/** A part as a row of places where a breath may stand. */
export interface Stage {
  notes: readonly LineNote[]
  /** Cost of a breath before each note; the first has none. */
  costs: Float64Array
  /** Before this note the lungs are full in any case. */
  refilled: readonly boolean[]
  /** Seconds at which each note begins and ends. */
  fromS: Float64Array
  toS: Float64Array
}

/** The places of a line at a tempo. @param bpm quarters a minute */
export function stageOf(part: Part, line: Line, bpm: number, wishes: readonly Wish[] = []): Stage {
  const { notes } = line
  const usual = median(notes.map((n) => n.duration))
  const refilled = notes.map((_, i) => i === 0 || secondsOf(notes[i - 1]!.rest, bpm) >= REFILL_S - NEAR)
  return {
    notes,
    costs: Float64Array.from(notes, (_, i) => (i ? placeCost(part, notes, i, usual, wishes) : 0)),
    refilled,
    fromS: Float64Array.from(notes, (n) => secondsOf(n.onset, bpm)),
    toS: Float64Array.from(notes, (n) => secondsOf(n.onset + n.duration, bpm)),
  }
}

/** What a choice of places costs in all: each breath, and each stretch between two refills. @param at notes before which a breath stands */
export function costOf(stage: Stage, at: ReadonlySet<number>, capacityS: number): number {
  let [cost, from] = [0, 0]
  for (let i = 1; i <= stage.notes.length; i++) {
    const end = i === stage.notes.length
    if (!end && !stage.refilled[i] && !at.has(i)) continue
    cost += stretchCost(stage.toS[i - 1]! - stage.fromS[from]!, capacityS)
    if (!end && at.has(i)) cost += stage.costs[i]!
    from = i
  }
  return cost
}

/** One way to reach a note with full lungs. */
interface Way {
  cost: number
  from: number
  rank: number
}

/**
 * The cheapest ways to breathe through a line: dynamic programming over the places, the best few kept at each (Bellman, 1957).
 * Exact: what isn’t looked at can’t be among them.
 * @param capacityS what a breath lasts here, s
 * @returns up to three, best first
 */
export function cheapest(stage: Stage, capacityS: number): { at: number[]; cost: number }[] {
  const n = stage.notes.length
  const best: Way[][] = [[{ cost: 0, from: -1, rank: 0 }]]
  for (let i = 1; i <= n; i++) {
    const end = i === n
    const mine: Way[] = []
    const own = end || stage.refilled[i] ? 0 : stage.costs[i]!
    for (let j = i - 1; j >= 0; j--) {
      const stretch = stretchCost(stage.toS[i - 1]! - stage.fromS[j]!, capacityS)
      best[j]!.forEach((way, rank) => {
        const cost = way.cost + stretch + own
        if (mine.length === PLANS && cost >= mine[PLANS - 1]!.cost) return
        const place = mine.findIndex((w) => cost < w.cost)
        mine.splice(place < 0 ? mine.length : place, 0, { cost, from: j, rank })
        if (mine.length > PLANS) mine.pop()
      })
      // Full lungs are full: nothing before them matters. Nor does anything further back once a breath taken here for nothing
      // would be too late already: the cost of a stretch is convex, so a longer one saves no more than that breath.
      if (stage.refilled[j]) break
      const without = best[j]![0]!.cost - stage.costs[j]! + stretch + own
      if (mine.length === PLANS && without >= mine[PLANS - 1]!.cost) break
    }
    best.push(mine)
  }
  return best[n]!.map((last) => {
    const at: number[] = []
    for (let way = last; way.from > 0; way = best[way.from]![way.rank]!)
      if (!stage.refilled[way.from]) at.unshift(way.from)
    return { at, cost: last.cost }
  })
}

/**
 * Where to breathe, best plan first. Breaths come with the line as written; where playing goes back or elsewhere one is always
 * planned, so that each way through the repeats has its air. What was moved by hand is kept: a breath that was set stands, one that
 * was taken away costs more.
 * @param bpm quarters a minute, 10 to 400 @param capacityS what one breath lasts, 0.5 to 120 s
 * @throws OutOfRange for a tempo or a breath that nobody has
 */
export function planBreaths(
  part: Part,
  line: Line,
  bpm: number,
  capacityS: number,
  wishes: readonly Wish[] = [],
): BreathPlan[] {
  const check = (name: string, field: keyof typeof LIMITS, value: number, unit: string) => {
    const [low, high] = LIMITS[field]
    if (!(value >= low && value <= high))
      throw new OutOfRange(`${name} is ${value}; allowed: ${low} to ${high} ${unit}.`, field)
  }
  check('The tempo', 'tempo', bpm, 'quarters a minute')
  check('The breath', 'capacityS', capacityS, 's')
  const stage = stageOf(part, line, bpm, wishes)
  const forced = new Set<number>()
  line.notes.forEach((note, i) => {
    const before = line.notes[i - 1]
    if (!before || stage.refilled[i]) return
    const leap = note.measure !== before.measure && leaps(part, before.measure)
    if (leap || wishes.some((w) => w.wanted && at(w, note))) forced.add(i)
  })
  const open = { ...stage, refilled: stage.refilled.map((r, i) => r || forced.has(i)) }
  const paid = [...forced].reduce((sum, i) => sum + stage.costs[i]!, 0)
  return cheapest(open, capacityS).map(({ at, cost }) => ({
    breaths: [...at, ...forced]
      .sort((a, b) => a - b)
      .map((i) => ({ measure: line.notes[i - 1]!.measure, onset: line.notes[i]!.onset })),
    cost: cost + paid,
  }))
}

/** One breath from a refill to the next. */
export interface Stretch {
  /** Indices of the first and last note of the line. */
  from: number
  to: number
  seconds: number
}

/** The stretches that a plan leaves, in order; a rest that refills ends one, too. */
export function stretchesOf(part: Part, line: Line, bpm: number, breaths: readonly Breath[]): Stretch[] {
  const stage = stageOf(part, line, bpm)
  const found: Stretch[] = []
  let from = 0
  for (let i = 1; i <= line.notes.length; i++) {
    const end = i === line.notes.length
    const breath = !end && breaths.some((b) => Math.abs(b.onset - line.notes[i]!.onset) < NEAR)
    if (!end && !breath && !stage.refilled[i]) continue
    found.push({ from, to: i - 1, seconds: stage.toS[i - 1]! - stage.fromS[from]! })
    from = i
  }
  return found
}
