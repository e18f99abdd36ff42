/**
 * Reeds: rotation, break-in, life, strength and crow. Minutes played, strengths on the maker’s own scale.
 *
 * @example
 * minutesPlayed({ uses: [{ at: '2026-03-20T18:00:00', minutes: 12, rating: null }] }) // 12
 */
export {
  lastRating,
  minutesPlayed,
  minutesSinceRating,
  RATE_EVERY_MINUTES,
  REED_STATES,
  type Reed,
  type ReedState,
  type ReedUse,
} from './reed.ts'
export { BREAK_IN_MINUTES, breakIn, RESTED_HOURS, rotation, type BreakIn, type Choice } from './rotation.ts'
export {
  ENOUGH_REEDS,
  forecastLife,
  forecastStock,
  learnLife,
  remainingMinutes,
  WEAR_SHAPE,
  type LifeForecast,
  type LifeModel,
  type StockForecast,
} from './life.ts'
export {
  ADVICE_WORDS,
  advise,
  FINDINGS,
  SYMPTOMS,
  type Advice,
  type Evidence,
  type Opinion,
  type ReedCase,
  type Symptom,
  type Verdict,
} from './adviser.ts'
export { judgeCrow, type Crow } from './crow.ts'
