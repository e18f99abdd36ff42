import { STAGES, type Stage } from '../fields/index.ts'
import { RECORDS, type EntryKind, type Series } from '../records/index.ts'
import { daysBetween, type Moment } from '../time/index.ts'

/** What a number did lately: it moved to the better, stands still, came back, or is too young to say. */
export type Movement = 'moved' | 'still' | 'back' | 'new'

/** Everything measured at one stop, and the number that stands for it. */
export interface Lane {
  /** `anywhere`: what is noted at whichever stop it happened. */
  stage: Stage | 'anywhere'
  /** The one that is to be beaten, if any is, and that most was done for lately. */
  lead: Series
  all: Series[]
  now: number
  movement: Movement
  /** By how much, in the lead's unit, towards the better; 0 where nothing can be compared. */
  better: number
}

/** “Lately”, days: four weeks of lessons. */
export const LATELY_DAYS = 28
/** What is worked on now was measured within twice that. */
const WORKED_DAYS = 2 * LATELY_DAYS
/** So many measurements on either side are compared by their middle one: a single good day is none. */
const COMPARED = 3
/** Less than this share of what it was is no movement (chosen by Halitus). */
const LEAST_SHARE = 0.05

const middle = (values: readonly number[]): number => {
  const sorted = [...values].sort((a, b) => a - b)
  const half = sorted.length >> 1
  return sorted.length % 2 ? sorted[half]! : (sorted[half - 1]! + sorted[half]!) / 2
}
/** How far values lie from their middle, by the middle one. */
const spread = (values: readonly number[]) => {
  const m = middle(values)
  return middle(values.map((v) => Math.abs(v - m)))
}

/**
 * What one number did in the last four weeks, by the middle of its newest three against the middle of the last three before:
 * a change counts from a twentieth of what it was, and when it is more than the numbers usually scatter.
 * @example movementOf(series, '2026-11-30T10:00:00').movement // 'moved'
 */
export function movementOf(series: Series, today: Moment): { movement: Movement; better: number } {
  const isLate = (at: Moment) => daysBetween(at, today) <= LATELY_DAYS
  const late = series.points.filter((p) => isLate(p.at)).map((p) => p.value)
  const early = series.points.filter((p) => !isLate(p.at)).map((p) => p.value)
  if (!late.length || !early.length) return { movement: 'new', better: 0 }
  const [now, before] = [late.slice(-COMPARED), early.slice(-COMPARED)]
  const change = middle(now) - middle(before)
  const better = series.better === 'more' ? change : -change
  const least = Math.max(LEAST_SHARE * Math.abs(middle(before)), spread(now), spread(before))
  return {
    movement: Math.abs(better) < least || better === 0 ? 'still' : better > 0 ? 'moved' : 'back',
    better,
  }
}

/**
 * The stops at which something was measured, in the order of a lesson, each with the number that stands for it; last what
 * belongs to no stop of its own.
 * @param series all numbers over time on one instrument
 */
export function lanesOf(series: readonly Series[], today: Moment): Lane[] {
  const laneOf = (s: Series): Lane['stage'] => {
    const [stage, another] = RECORDS[s.kind as EntryKind].stages
    return another ? 'anywhere' : stage!
  }
  const worked = (s: Series) => s.points.filter((p) => daysBetween(p.at, today) <= WORKED_DAYS).length
  return [...STAGES, 'anywhere' as const].flatMap((stage): Lane[] => {
    const all = series.filter((s) => laneOf(s) === stage && s.points.length > 0)
    if (!all.length) return []
    const lead = all.reduce((best, s) => {
      const by =
        Number(s.race) - Number(best.race) || worked(s) - worked(best) || s.points.length - best.points.length
      return by > 0 ? s : best
    })
    return [{ stage, lead, all, now: lead.points.at(-1)!.value, ...movementOf(lead, today) }]
  })
}
