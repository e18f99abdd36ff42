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
  LIKELY,
  nextCheck,
  NO,
  OTHER,
  sign,
  SURE,
  together,
  type Answer,
  type Belief,
  type Cause,
  type HowLikely,
  type Model,
  type NextCheck,
  type Outcome,
  type Pair,
  type Question,
  type Weighed,
} from './evidence.ts'
export { inTenths } from './words.ts'
