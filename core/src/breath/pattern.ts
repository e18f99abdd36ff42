import { OutOfRange } from '../errors/index.ts'

/** A breathing drill: counts for breathing in, holding, breathing out, and staying empty. */
export interface Pattern {
  inCounts: number
  holdCounts: number
  outCounts: number
  emptyCounts: number
}

export type Phase = 'in' | 'hold' | 'out' | 'empty'

const pattern = (inCounts: number, outCounts: number, holdCounts = 0, emptyCounts = 0): Pattern => ({
  inCounts,
  holdCounts,
  outCounts,
  emptyCounts,
})

/** The sum stays 8 while breathing in shrinks (common practice, no source). */
export const SHRINKING: readonly Pattern[] = [pattern(4, 4), pattern(3, 5), pattern(2, 6), pattern(1, 7)]
/** Long and even (common practice, no source). */
export const LONG: Pattern = pattern(9, 9)
/** Out, stay empty, then let air in: the longest stay that is asked for is 10 (10 to 12 s at most: common practice). */
export const EMPTY: Pattern = pattern(4, 4, 0, 6)
export const MOST_EMPTY_S = 12

/** Counts a minute that a pacer takes. */
export const PULSE = { low: 40, usual: 60, high: 100 } as const
/** Longest part of a pattern, counts. */
export const MOST_COUNTS = 30

/**
 * Whether a drill can be paced.
 * @throws OutOfRange naming what is allowed; nobody is asked to stay without air for longer than 12 s
 */
export function checkPattern(p: Pattern, perMinute: number): void {
  for (const [name, counts, least] of [
    ['in', p.inCounts, 1],
    ['hold', p.holdCounts, 0],
    ['out', p.outCounts, 1],
    ['empty', p.emptyCounts, 0],
  ] as const)
    if (!(Number.isInteger(counts) && counts >= least && counts <= MOST_COUNTS))
      throw new OutOfRange(
        `Counts for “${name}” are ${counts}; allowed: whole numbers from ${least} to ${MOST_COUNTS}.`,
      )
  if (!(perMinute >= PULSE.low && perMinute <= PULSE.high))
    throw new OutOfRange(`The pulse is ${perMinute}; allowed: ${PULSE.low} to ${PULSE.high} a minute.`)
  for (const [name, counts] of [
    ['full', p.holdCounts],
    ['empty', p.emptyCounts],
  ] as const) {
    const seconds = (counts * 60) / perMinute
    if (seconds > MOST_EMPTY_S)
      throw new OutOfRange(
        `Holding ${name} for ${seconds.toFixed(0)} s is too long; ${MOST_EMPTY_S} s at most.`,
      )
  }
}

const PHASES: readonly [Phase, keyof Pattern][] = [
  ['in', 'inCounts'],
  ['hold', 'holdCounts'],
  ['out', 'outCounts'],
  ['empty', 'emptyCounts'],
]

/** The parts that a pattern has, in their order. */
export const phasesOf = (p: Pattern): { phase: Phase; counts: number; from: number }[] => {
  let from = 0
  return PHASES.flatMap(([phase, key]) => {
    const counts = p[key]
    if (!counts) return []
    const part = { phase, counts, from }
    from += counts
    return [part]
  })
}

/** Counts of one round. */
export const roundOf = (p: Pattern): number => p.inCounts + p.holdCounts + p.outCounts + p.emptyCounts

export interface Place {
  /** From 1. */
  round: number
  phase: Phase
  /** Which count of the phase, from 1. */
  count: number
  /** How full: 0 empty, 1 full. */
  full: number
}

/**
 * Where a drill stands. The place depends on the time alone, so that no error adds up.
 * @param timeS since the first count
 * @example placeAt({ inCounts: 2, holdCounts: 0, outCounts: 6, emptyCounts: 0 }, 60, 3.5) // { round: 1, phase: 'out', count: 2, full: 0.75 }
 */
export function placeAt(p: Pattern, perMinute: number, timeS: number): Place {
  const counts = Math.max(0, (timeS * perMinute) / 60)
  const whole = roundOf(p)
  // A count begins a hair early rather than late: sums of steps aren't exact.
  const at = counts + 1e-9
  const within = at % whole
  const part = phasesOf(p).findLast((x) => x.from <= within)!
  const share = Math.min(1, (within - part.from) / part.counts)
  const full = { in: share, hold: 1, out: 1 - share, empty: 0 }[part.phase]
  return {
    round: Math.floor(at / whole) + 1,
    phase: part.phase,
    count: Math.floor(within - part.from) + 1,
    full,
  }
}

/** When counts fall within [fromS, untilS), s since the first, and whether a part begins with them. */
export function countsWithin(
  p: Pattern,
  perMinute: number,
  fromS: number,
  untilS: number,
): { timeS: number; begins: Phase | undefined }[] {
  const everyS = 60 / perMinute
  const first = Math.max(0, Math.ceil(fromS / everyS - 1e-9))
  const found: { timeS: number; begins: Phase | undefined }[] = []
  for (let k = first; k * everyS < untilS - 1e-9; k++) {
    const within = k % roundOf(p)
    found.push({ timeS: k * everyS, begins: phasesOf(p).find((x) => x.from === within)?.phase })
  }
  return found
}

/** `in 2, out 6`. */
export const patternWords = (p: Pattern): string =>
  phasesOf(p)
    .map(({ phase, counts }) => `${phase} ${counts}`)
    .join(', ')

const same = (a: Pattern, b: Pattern) => PHASES.every(([, key]) => a[key] === b[key])
/** Which row of the shrinking breath in a pattern is; −1 when it is none. */
export const shrinkingRow = (p: Pattern): number => SHRINKING.findIndex((row) => same(row, p))

export interface Round {
  pattern: Pattern
  well: boolean
}

/**
 * Where to begin next time: one row before the last one that went well, so that it begins easily (common practice).
 * @param drills oldest first; patterns that aren't rows of the shrinking breath are passed over
 * @param dizzy whether somebody was dizzy since: then one row earlier still
 */
export function rowToBegin(drills: readonly Round[], dizzy = false): { row: number; why: string } {
  const rows = drills.map((d) => ({ row: shrinkingRow(d.pattern), well: d.well })).filter((d) => d.row >= 0)
  const last = rows.findLast((d) => d.well)
  if (!last)
    return rows.length
      ? { row: 0, why: `No row went well yet: begin with ${patternWords(SHRINKING[0]!)}.` }
      : { row: 0, why: `Not tried yet: begin with ${patternWords(SHRINKING[0]!)}.` }
  const row = Math.max(0, last.row - (dizzy ? 2 : 1))
  const went = `${patternWords(SHRINKING[last.row]!)} went well`
  const why = dizzy
    ? `${went}, but dizzy since: begin ${last.row > row + 1 ? 'well before it' : row < last.row ? 'before it' : 'there, with fewer rounds'}.`
    : // Before the first row there is none: it comes again.
      row < last.row
      ? `${went}: begin one row before it.`
      : `${went}: begin there once more, then the next row.`
  return { row, why }
}

/** Rounds of a drill, and after dizziness (chosen by Halitus). */
export const ROUNDS = { usual: 4, eased: 2 } as const
