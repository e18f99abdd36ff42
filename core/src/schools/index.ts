/**
 * Where practitioners disagree: the ways by name, and whose choice counts.
 *
 * @example
 * choiceOf(ATTITUDE, {}, { attitude: 'observe' }) // 'observe'
 */
export { choiceOf, type Choice, type Chosen, type School } from './choice.ts'
export {
  ALTERNATES,
  ATTITUDE,
  DYNAMICS,
  EVERYBODYS,
  INTAKE,
  OVERTONES,
  SUPPORT,
  TONE_START,
} from './everybodys.ts'
export { retold, type Taught } from './taught.ts'
