/**
 * What any fingers sound: the air column with its holes, asked for its resonances.
 *
 * @example
 * gasAt(26.85).c // 347.23
 */
export { gasAt, PLAYED_C, propagation, type Gas } from './losses.ts'
export { AirColumn, crossingsOf, type Complex, type Cone, type Hole, type Tube } from './tube.ts'
export { CALIBRATED } from './measures/index.ts'
export { Model, tubeOf, type Calibrated, type Measures } from './model.ts'
export { hasAir, predict, typicalError, type Candidate, type Leak } from './predict.ts'
export { faultsOf, faultsOver, faultWords, tellingNote, type Fault, type FaultKind } from './faults.ts'
