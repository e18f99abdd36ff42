/**
 * From what is seen and heard to its likely cause: exact beliefs, evidence for and against in words, and the check that
 * tells most for its time. One engine for every diagnosis.
 *
 * @example
 * LIKELY.often // 0.75
 * believe({ causes: [{ id: 'bite', words: 'Biting', usual: 'often' }], questions: [], otherShare: 0.25 }, [])[0].share // 0.75
 */
export {
  believe,
  nextCheck,
  SURE,
  together,
  type Answer,
  type Belief,
  type NextCheck,
  type Weighed,
} from './evidence.ts'
export { NO, OTHER } from './hypotheses.ts'
export {
  LIKELY,
  sign,
  type Cause,
  type HowLikely,
  type Model,
  type Outcome,
  type Pair,
  type Question,
} from './model.ts'
export { inTenths } from './words.ts'
