/**
 * From an accident to its likely cause and the next thing to try: knowledge as data, beliefs by the evidence.
 *
 * @example
 * complaintsIn('it squeaks')[0].id // 'shriek'
 */
export {
  ALL_CAUSES,
  ALL_COMPLAINTS,
  complaintsIn,
  knowledgeOf,
  notesIn,
  noticedIn,
  type Knowledge,
} from './knowledge.ts'
export type { Accident } from './accident.ts'
export { differencesOn, type Difference } from './differs.ts'
export { diagnose, type Diagnosed, type Step } from './diagnose.ts'
export { PAIN } from './answers.ts'
export { heardIn, type EarReport, type HeardAccident } from './ear.ts'
export { factsFrom, worthOf, type Background, type Fact, type PastAccident } from './facts.ts'
export { asking, showsOf, TRIED_AS } from './model.ts'
export { PAIRS } from './pairs.ts'
export { fingerNamed } from './fingers.ts'
export { placeOf, type Place } from './place.ts'
export type { Group, SqueakCause } from './cause.ts'
export { FINGERS, type Check, type Complaint, type Observation } from './terms.ts'
export type { Letter } from './cause.ts'
