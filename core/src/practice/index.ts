export {
  LADDER,
  nextTarget,
  STEADY_CENTS,
  stepBack,
  stepUp,
  wasHeld,
  type NextTarget,
  type ToneResult,
} from './ladder.ts'
export {
  composeCard,
  SESSION_MINUTES,
  SESSIONS,
  type CardInput,
  type CardRow,
  type CardRowKind,
  type WeekCard,
} from './card.ts'
export { attention, type Concern, type LearnerHistory } from './attention.ts'
