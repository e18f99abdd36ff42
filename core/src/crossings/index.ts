/**
 * Changes between two notes, heard: whether they were clean, and which finger was late where they weren't.
 *
 * @example
 * CROSSING.leastMs // 15
 */
export { CROSSING, crossingWords, judgeCrossings, type Crossing, type End, type Verdict } from './judge.ts'
export { drillFor, tally, type Tally } from './drill.ts'
