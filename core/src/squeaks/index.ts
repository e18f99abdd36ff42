/**
 * From an accident to its likely cause and the next thing to try: knowledge as data, beliefs by the evidence.
 *
 * @example
 * complaintsIn('it squeaks')[0].id // 'shriek'
 */
export { ALL_CAUSES, complaintsIn, knowledgeOf, type Knowledge } from './knowledge.ts'
export { diagnose, showsOf, type Accident, type Diagnosed } from './diagnose.ts'
export type { Group, SqueakCause } from './cause.ts'
export type { Check, Complaint, Observation } from './terms.ts'
