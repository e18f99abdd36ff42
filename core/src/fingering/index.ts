/**
 * Moves between fingerings, and what sounds between them.
 *
 * @example
 * describeMove({ touches: [] }, { press: ['R1'], lift: [], stay: ['LT'] }) // 'One presses, one stays.'
 */
export {
  moveFinder,
  type Between,
  type Held,
  type Move,
  type MoveFinder,
  type Sound,
  type Source,
} from './move.ts'
export { slideOf, type Slide } from './slide.ts'
export {
  byLikelihood,
  chartedAs,
  describeBetween,
  describeMove,
  heldFor,
  outOfStep,
  tapped,
} from './describe.ts'
export { timeline, type Stretch } from './timeline.ts'
export { fingersOf, FINGERS } from './hand.ts'
export { likelihoods } from './likelihood.ts'
export {
  costOf,
  difficulty,
  difficultyWords,
  weightsFor,
  type Part,
  type Parts,
  type Tempo,
  type Weights,
} from './difficulty.ts'
export { LONGEST_LINE, pathsOf, type Overruling, type Path, type PathNote, type PathOptions } from './path.ts'
export { harmonicsOf, ladderOf, type Harmonic, type Rung } from './harmonics.ts'
export { rangeWords, registerMap, ventTouches, type RangeNote, type Terrace, type Vent } from './registers.ts'
export { homeNote, introduce, nextNotes, orderOfNotes, type Introduction } from './first-notes.ts'
