export { moveFinder, type Between, type Held, type Move, type MoveFinder } from './move.ts'
export { byLikelihood, describeBetween, describeMove, heldFor, outOfStep } from './describe.ts'
export { timeline, type Stretch } from './timeline.ts'
