/**
 * From what is seen and heard to its likely cause: exact beliefs, evidence for and against in words, and the check that
 * tells most for its time. One engine for every diagnosis.
 *
 * @example
 * const model = {
 *   causes: [{ id: 'bite', words: 'Biting', usual: 'often' }, { id: 'loose', words: 'Too loose', usual: 'often' }],
 *   questions: [{ id: 'sharp', outcomes: [{ id: 'sharp', words: 'Sharp', under: { bite: 'often' }, otherwise: 'seldom' }] }],
 *   otherShare: 0.1,
 * }
 * believe(model, [{ question: 'sharp', outcome: 'sharp' }])[0].cause // 'bite'
 */
export {
  believe,
  LIKELY,
  nextCheck,
  NO,
  OTHER,
  sign,
  SURE,
  type Answer,
  type Belief,
  type Cause,
  type HowLikely,
  type Model,
  type NextCheck,
  type Outcome,
  type Question,
  type Weighed,
} from './evidence.ts'
