/**
 * Breath: drills and where they stand, how long a breath will last, what can be seen of it and the ways in.
 *
 * @example
 * patternWords(SHRINKING[2]) // 'in 2, out 6'
 */
export {
  checkPattern,
  countsWithin,
  EMPTY,
  LONG,
  MOST_COUNTS,
  MOST_EMPTY_S,
  patternWords,
  phasesOf,
  placeAt,
  PULSE,
  roundOf,
  ROUNDS,
  rowToBegin,
  SHRINKING,
  shrinkingRow,
  type Pattern,
  type Phase,
  type Place,
  type Round,
} from './pattern.ts'
export { capacity, chanceToReach, t80, type Blown, type Capacity } from './capacity.ts'
export { BREATH_SIGNS, sequenceFor, WAYS_IN, waysFor, type BreathSign, type WayIn } from './watch.ts'
