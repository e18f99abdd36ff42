/**
 * Moves between fingerings, and what sounds between them.
 *
 * @example
 * describeMove({ press: ['R1'], lift: [], stay: ['LT'], between: [], unknownStates: 0 }) // 'One presses, one stays.'
 */
export { moveFinder, type Between, type Held, type Move, type MoveFinder } from './move.ts'
export { byLikelihood, describeBetween, describeMove, heldFor, outOfStep } from './describe.ts'
export { timeline, type Stretch } from './timeline.ts'
