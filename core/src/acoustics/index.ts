/**
 * What any fingers sound: the air column with its holes, asked for its resonances.
 *
 * @example
 * gasAt(26.85).c // 347.23
 */
export { gasAt, PLAYED_C, propagation, type Gas } from './losses.ts'
export {
  AirColumn,
  coneMatrix,
  crossingsOf,
  holeParts,
  type Complex,
  type Cone,
  type Hole,
  type Tube,
} from './tube.ts'
export { CALIBRATED } from './measures/index.ts'
export { Model, tubeOf, type Calibrated, type Measures } from './model.ts'
export { airOf, hasAir, openWith, rangeHz, typicalError, type Air, type Leak } from './air.ts'
export { intentOf, predict, reluctance, sounding, USUAL_GRIP, type Asked, type Candidate } from './predict.ts'
export { passing, soundingBetween, unknownBetween, type Passing, type Share } from './between.ts'
export { pressureAlong } from './wave.ts'
export { pullCents } from './pull.ts'
export { firmness, PARTIALS, RULE, standing } from './regime.ts'
export { Table } from './table.ts'
export {
  differsWords,
  nothingWords,
  search,
  searching,
  type Found,
  type Search,
  type Wanted,
} from './search.ts'
export { faultsOf, faultsOver, faultWords, type Fault, type FaultKind, type Heard } from './faults.ts'
export { tellingNote } from './telling.ts'
