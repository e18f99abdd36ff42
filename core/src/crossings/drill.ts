import { fingersOf } from '../fingering/index.ts'
import type { FingerSystem } from '../instruments/index.ts'
import { prettyNote } from '../pitch/index.ts'
import { median } from '../sound/index.ts'
import type { Crossing } from './runs.ts'

/** What a take of a move came to: clean changes, and which touch was out of step most often. */
export interface Tally {
  clean: number
  tries: number
  /** The touch that was late (or early) most often; null where none was. */
  late: string | null
  /** Whether it came after the others, or before them. */
  how: 'late' | 'early'
  /** How often, and how long the note between lasted, median, ms. */
  times: number
  lengthMs: number
}

/** Counts a take. */
export function tally(crossings: readonly Crossing[]): Tally {
  const apart = crossings.flatMap((c) => {
    const out = c.between ?? c.vent
    if (!out) return []
    const { late, early, lengthMs } = out
    // Which of the two it was: the fewer fingers, and where as many came late as early, the late ones.
    const how = late.length && (late.length <= early.length || !early.length) ? 'late' : 'early'
    return (how === 'late' ? late : early).map((touch) => ({ touch, how, lengthMs }) as const)
  })
  const counts = new Map<string, number>()
  for (const { touch, how } of apart) counts.set(`${how} ${touch}`, (counts.get(`${how} ${touch}`) ?? 0) + 1)
  const [worst, times] = [...counts].sort((a, b) => b[1] - a[1])[0] ?? [null, 0]
  const [how, late] = (worst?.split(' ') ?? ['late', null]) as ['late' | 'early', string | null]
  const own = apart.filter((a) => a.touch === late && a.how === how).map((a) => a.lengthMs)
  return {
    clean: crossings.filter((c) => c.verdict === 'clean').length,
    tries: crossings.length,
    late,
    how,
    times,
    lengthMs: median(own),
  }
}

/** From this share of clean changes on a move goes into the line (common practice: most of them, no source). */
const INTO_LINE = 0.85
/** Below this it is tried silently first. */
const SILENT = 0.5

/**
 * What to do next with a move, one sentence.
 * @example drillFor(system, [], 'A4', 'F4') // 'Play the two notes back and forth, slurred, one a second.'
 */
export function drillFor(
  system: FingerSystem,
  crossings: readonly Crossing[],
  from: string,
  to: string,
): string {
  if (!crossings.length) return 'Play the two notes back and forth, slurred, one a second.'
  const { clean, tries, late, how, times, lengthMs } = tally(crossings)
  // A vent that came at its own time is a finger's matter.
  const registers = crossings.filter((c) => c.verdict === 'register' && !c.vent).length
  const squeaks = crossings.filter((c) => c.verdict === 'squeak').length
  if (clean / tries >= INTO_LINE) return 'Clean: now long-short and short-long, then in the line.'
  if (squeaks >= 2)
    return 'Squeaks: slower, and look at each finger’s pad on its hole before the mouth is changed.'
  if (registers >= 2)
    return `The fingers are there, the register isn’t: from ${prettyNote(to)} down first, slurred, the air as it was.`
  if (crossings.filter((c) => c.verdict === 'late').length >= 2)
    return 'Together, but behind the beat: hear four beats first, breathe with them; the pulse a little slower.'
  if (late && times >= 2) {
    const finger = fingersOf(system, [late])[0] ?? late
    return `The ${finger} is too ${how}, ${times} of ${tries} times by ${Math.round(lengthMs)} ms. It alone: on and off eight times in silence; then both notes long-short and short-long.`
  }
  if (clean / tries < SILENT)
    return `Silently first: from ${prettyNote(from)} to ${prettyNote(to)} and back five times, eyes on the hand; then half as fast.`
  return 'The same, slower: all fingers at one moment.'
}
