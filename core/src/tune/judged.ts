import { OutOfRange } from '../errors/index.ts'
import { lineOf, secondsOf, type LineNote } from './line.ts'
import type { Part } from './model.ts'

/** What was heard: one note, when, how long, which (a MIDI number as it sounds; may lie between two). */
export interface Played {
  onsetS: number
  durationS: number
  midi: number
}
export type NoteVerdict = 'right' | 'wrong' | 'missing' | 'repeated'
/** A written note in the order of playing, and what became of it. */
export interface JudgedNote {
  measure: number
  /** Index of its head in that bar. */
  index: number
  verdict: NoteVerdict
  /** Index of what was heard last for it. */
  played?: number
  /** Seconds that it began after its place in the player's own time; negative when early. */
  lateS?: number
}
export interface Judgement {
  notes: JudgedNote[]
  /** What was heard and is nowhere written, by index. */
  extra: number[]
  /** The player's tempo, quarters a minute. */
  bpm: number
}

/** What a departure from the written line costs (chosen by Halitus, tried on seeds below 1000). */
const COST = {
  wrong: 1,
  octave: 0.8,
  missing: 1,
  extra: 1.1,
  /** The same note once more. */
  again: 0.75,
  /** Going back or on to another place. */
  leap: 2.2,
  /** And for each note between the two places: of bars that are alike the nearer is meant. */
  far: 0.01,
  /** Each note before the first and after the last that was played, and all of them at most. */
  late: 0.3,
  mostLate: 1.5,
  /** Time between two notes against what is written, a doubling. */
  time: 0.7,
  most: 0.6,
} as const
/** Steps that aren't leaps: notes left out and notes too many between two that were played. */
const MOST_MISSING = 5
const MOST_EXTRA = 2
/** Beyond these nothing is aligned. */
const MOST_PLAYED = 20_000
const MOST_CELLS = 16_000_000
/** A pitch this near is the note, semitones. */
const SAME = 0.5

interface Written extends LineNote {
  /** Seconds from the start in the order of playing at the asked tempo. */
  atS: number
}

/** The line in the order of playing, with times that run on. */
function performed(part: Part, order: readonly number[], bpm: number): Written[] {
  const { notes } = lineOf(part)
  const inBar = new Map<number, LineNote[]>()
  for (const n of notes) inBar.set(n.measure, [...(inBar.get(n.measure) ?? []), n])
  let at = 0
  return order.flatMap((measure) => {
    const bar = part.bars[measure]!
    const [start, length] = [bar.start.n / bar.start.d, bar.length.n / bar.length.d]
    const found = (inBar.get(measure) ?? []).map((n) => ({ ...n, atS: secondsOf(at + n.onset - start, bpm) }))
    at += length
    return found
  })
}

const pitchCost = (midi: number, heard: number) => {
  const apart = Math.abs(midi - heard)
  if (apart <= SAME) return 0
  return Math.abs(apart - 12) <= SAME ? COST.octave : COST.wrong
}

/** How a time between two notes departs from the written one: in doublings, no more than so much. */
function timeCost(heard: number, written: number, scale: number): number {
  const expected = written * scale
  if (expected <= 0 || heard <= 0) return COST.most
  return Math.min(COST.most, COST.time * Math.abs(Math.log2(heard / expected)))
}

/** Nothing came before. */
const START = -1

interface Alignment {
  cost: number
  /** For each thing heard, which written note it is; −1 for none. */
  pairs: Int32Array
}

/**
 * The cheapest way to lay what was heard along what is written: dynamic programming over pairs of the two, with steps that
 * leave out, add, repeat and leap (after Needleman & Wunsch, 1970, with leaps as in score following, from memory).
 * @param scale how much longer time was than written; undefined while it isn't known
 */
function align(written: readonly Written[], played: readonly Played[], scale: number | undefined): Alignment {
  const [n, m] = [played.length, written.length]
  // cost[k][i]: the k-th heard note is the i-th written one.
  const rows = Array.from({ length: n }, () => new Float32Array(m).fill(Infinity))
  // Where it came from: the earlier pair as k′·m + i′, or a start.
  const from = Array.from({ length: n }, () => new Int32Array(m).fill(START))
  // What a leap to each place costs at least, from each of the last few rows, and where it leaps from.
  const leaps = Array.from({ length: MOST_EXTRA + 1 }, () => ({
    cost: new Float32Array(m),
    at: new Int32Array(m),
  }))
  for (let k = 0; k < n; k++) {
    const row = rows[k]!
    const back = from[k]!
    const heard = played[k]!
    for (let i = 0; i < m; i++) {
      const own = pitchCost(written[i]!.midi, heard.midi)
      let best = k * COST.extra + Math.min(COST.mostLate, i * COST.late)
      let came = START
      for (let extra = 0; extra <= MOST_EXTRA && k - 1 - extra >= 0; extra++) {
        const earlier = k - 1 - extra
        const before = rows[earlier]!
        const between = heard.onsetS - played[earlier]!.onsetS
        const added = extra * COST.extra
        for (let missing = 0; missing <= MOST_MISSING && i - 1 - missing >= 0; missing++) {
          const j = i - 1 - missing
          let cost = before[j]! + added + missing * COST.missing
          if (cost >= best) continue
          if (scale !== undefined) cost += timeCost(between, written[i]!.atS - written[j]!.atS, scale)
          if (cost < best) [best, came] = [cost, earlier * m + j]
        }
        const again = before[i]! + added + COST.again
        if (again < best) [best, came] = [again, earlier * m + i]
        const leap = leaps[earlier % leaps.length]!
        const leapt = leap.cost[i]! + added
        if (leapt < best) [best, came] = [leapt, earlier * m + leap.at[i]!]
      }
      row[i] = best + own
      back[i] = came
    }
    leapsFrom(row, leaps[k % leaps.length]!)
  }
  // What is left over at the end was heard too much; what is left of the line costs as much as a late start.
  let [cost, last] = [Infinity, -1]
  for (let k = Math.max(0, n - 4); k < n; k++)
    for (let i = 0; i < m; i++) {
      const all = rows[k]![i]! + (n - 1 - k) * COST.extra + Math.min(COST.mostLate, (m - 1 - i) * COST.late)
      if (all < cost) [cost, last] = [all, k * m + i]
    }
  const pairs = new Int32Array(n).fill(-1)
  for (let at = last; at >= 0;) {
    const [k, i] = [Math.floor(at / m), at % m]
    pairs[k] = i
    at = from[k]![i]!
  }
  return { cost, pairs }
}

/** The cheapest leap to every place of a line: the least of what it costs to be elsewhere and of the way from there. */
function leapsFrom(row: Float32Array, into: { cost: Float32Array; at: Int32Array }): void {
  const m = row.length
  for (let i = 0; i < m; i++) {
    into.cost[i] = row[i]! + COST.leap
    into.at[i] = i
  }
  for (let i = 1; i < m; i++)
    if (into.cost[i - 1]! + COST.far < into.cost[i]!) {
      into.cost[i] = into.cost[i - 1]! + COST.far
      into.at[i] = into.at[i - 1]!
    }
  for (let i = m - 2; i >= 0; i--)
    if (into.cost[i + 1]! + COST.far < into.cost[i]!) {
      into.cost[i] = into.cost[i + 1]! + COST.far
      into.at[i] = into.at[i + 1]!
    }
}

/** How much longer time was than written, from neighbours that both were played; 1 while nothing can be told. */
function scaleOf(written: readonly Written[], played: readonly Played[], pairs: Int32Array): number {
  const ratios: number[] = []
  for (let k = 1; k < played.length; k++) {
    const [a, b] = [pairs[k - 1]!, pairs[k]!]
    if (a < 0 || b !== a + 1) continue
    const expected = written[b]!.atS - written[a]!.atS
    const heard = played[k]!.onsetS - played[k - 1]!.onsetS
    if (expected > 0 && heard > 0) ratios.push(heard / expected)
  }
  return ratios.sort((a, b) => a - b)[ratios.length >> 1] ?? 1
}

/** So many notes before one say when it was due: their middle, so that one that was late makes no other one early. */
const WITNESSES = 3
/** How much later than due a note came by what was played before it in one go: a stop begins anew. */
function lateness(
  written: readonly Written[],
  played: readonly Played[],
  k: number,
  pairs: Int32Array,
  scale: number,
) {
  const i = pairs[k]!
  const late: number[] = []
  for (let before = k - 1; before >= 0 && late.length < WITNESSES; before--) {
    // What nobody wrote stands in between and tells nothing.
    if (pairs[before]! < 0) continue
    const earlier = i - late.length - 1
    if (pairs[before] !== earlier) break
    late.push(played[k]!.onsetS - played[before]!.onsetS - (written[i]!.atS - written[earlier]!.atS) * scale)
  }
  if (!late.length) return undefined
  return late.sort((a, b) => a - b)[(late.length - 1) >> 1]
}

function verdicts(
  written: readonly Written[],
  played: readonly Played[],
  pairs: Int32Array,
  scale: number,
): Pick<Judgement, 'notes' | 'extra'> {
  const heard: number[][] = written.map(() => [])
  const extra: number[] = []
  pairs.forEach((i, k) => (i < 0 ? extra.push(k) : heard[i]!.push(k)))
  const notes = written.map((note, i): JudgedNote => {
    const place = { measure: note.measure, index: note.index }
    const all = heard[i]!
    const last = all.at(-1)
    if (last === undefined) return { ...place, verdict: 'missing' }
    const right = pitchCost(note.midi, played[last]!.midi) === 0
    const lateS = lateness(written, played, last, pairs, scale)
    return {
      ...place,
      verdict: !right ? 'wrong' : all.length > 1 ? 'repeated' : 'right',
      played: last,
      ...(lateS !== undefined && { lateS }),
    }
  })
  return { notes, extra }
}

/** One tone that the ear took for two: parts of a pitch without a gap that last together no longer than what is written. */
const ONE = { gapS: 0.08, longer: 1.15 } as const

/** What was heard with such tones joined, and which heard note each was (its last part). */
function joinedUp(
  written: readonly Written[],
  played: readonly Played[],
  pairs: Int32Array,
  scale: number,
  bpm: number,
): { notes: Played[]; was: number[] } {
  const notes: Played[] = []
  const was: number[] = []
  let before = -1
  played.forEach((p, k) => {
    const last = notes.at(-1)
    const i = pairs[k]!
    const end = p.onsetS + p.durationS
    const one =
      last !== undefined &&
      i >= 0 &&
      i === before &&
      Math.abs(last.midi - p.midi) <= SAME &&
      p.onsetS - last.onsetS - last.durationS < ONE.gapS &&
      end - last.onsetS <= ONE.longer * scale * secondsOf(written[i]!.duration, bpm)
    if (one) {
      notes[notes.length - 1] = { ...last, durationS: end - last.onsetS }
      was[was.length - 1] = k
    } else {
      notes.push(p)
      was.push(k)
    }
    before = i
  })
  return { notes, was }
}

function judgeBy(part: Part, order: readonly number[], played: readonly Played[], bpm: number) {
  const written = performed(part, order, bpm)
  if (written.length * played.length > MOST_CELLS)
    throw new OutOfRange(
      `${played.length} notes against ${written.length} written ones is more than can be laid side by side; play a part of it.`,
      'notes',
    )
  const first = align(written, played, undefined)
  const scale = scaleOf(written, played, first.pairs)
  const { notes, was } = joinedUp(written, played, first.pairs, scale, bpm)
  const second = align(written, notes, scale)
  const final = scaleOf(written, notes, second.pairs)
  const judged = verdicts(written, notes, second.pairs, final)
  return {
    cost: second.cost,
    notes: judged.notes.map((n) => (n.played === undefined ? n : { ...n, played: was[n.played]! })),
    extra: judged.extra.map((k) => was[k]!),
    bpm: bpm / final,
  }
}

/**
 * What became of every written note in what was heard: right, another, missing, or played more than once. Stops, going back,
 * skipping and a start in the middle are taken as they are; whoever leaves out the repeats is judged without them.
 * @param played in order of time @param bpm the tempo that was asked for, quarters a minute
 * @throws OutOfRange for a tempo of 0, or more than can be laid side by side @throws TuneError for a silent part
 */
export function judgePlayed(part: Part, played: readonly Played[], bpm: number): Judgement {
  if (!(bpm >= 10 && bpm <= 400))
    throw new OutOfRange(`The tempo is ${bpm}; allowed: 10 to 400 quarters a minute.`, 'tempo')
  if (played.length > MOST_PLAYED)
    throw new OutOfRange(`${played.length} notes were heard; at most ${MOST_PLAYED} are judged.`, 'notes')
  const inOrder = [...played].sort((a, b) => a.onsetS - b.onsetS)
  const straight = part.bars.map((_, i) => i)
  const asPlayed = judgeBy(part, part.order, inOrder, bpm)
  const repeats = part.order.length !== straight.length || part.order.some((m, i) => m !== i)
  const judged = repeats
    ? [asPlayed, judgeBy(part, straight, inOrder, bpm)].reduce((a, b) => (b.cost < a.cost ? b : a))
    : asPlayed
  const { cost: _cost, ...rest } = judged
  return rest
}
