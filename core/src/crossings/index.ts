/**
 * Changes between two notes, heard: whether they were clean, and which finger was late where they weren't; and the way over
 * a break, step by step.
 *
 * @example
 * CROSSING.leastMs // 15
 */
export { crossingWords, judgeCrossings, type End } from './judge.ts'
export {
  CROSSING,
  crossingsIn,
  type Candidate,
  type Crossing,
  type Run,
  type Stretch,
  type Verdict,
} from './runs.ts'
export { notesBetween, type ShortNote } from './gaps.ts'
export { LATE_MS, onPulse } from './pulse.ts'
export { drillFor, tally, type Tally } from './drill.ts'
export {
  BREAK_HELD_S,
  BREAK_PASSES,
  BREAK_TIMES,
  breaksOf,
  breakSteps,
  judgeStep,
  oneByOne,
  type Break,
  type BreakStep,
  type BreakStepId,
  type Fingered,
  type HeardStep,
  type StepVerdict,
} from './breaks.ts'
