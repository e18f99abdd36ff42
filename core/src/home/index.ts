/**
 * A card at home: how it reads, which session is practised, what was done of it, what a phone hears. By itself, so that a learner's
 * page needs nothing else of practising.
 *
 * @example
 * triesOf('4 times, aim 28 s') // 4
 */
export { HOME_ECHO, judgeTask, tasksOf, untilAnswered, type HomeAnswer, type HomeTask } from './answers.ts'
export { atAGlance, unitWord, atHome, endSentence, numberHeard, triesOf, type AtHome } from './at-home.ts'
export {
  practised,
  practisedItems,
  practisedWords,
  SESSION_SHARE,
  type Practised,
  type PractisedItem,
} from './practised.ts'
export { cardReads, type ReadCard } from './reads.ts'
export { sessionNow } from './session.ts'
