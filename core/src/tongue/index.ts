/**
 * Tongue: strokes measured, what goes wrong with them, rhythms, lines and gracenotes, and the pulse they hang on.
 *
 * @example
 * spoken([12, 6, 6], SYLLABLES[0]) // ['doo', 'du', 'bi']
 */
export {
  ANSWER,
  answerWords,
  ECHOED,
  judgeLine,
  nextLevel,
  strokedNotes,
  type Answer as LineAnswer,
  type Answered,
  type HeardLine,
} from './answer.ts'
export { GREW_DB, growthDb } from './growth.ts'
export {
  EXERCISE_IDS,
  EXERCISES,
  exercise,
  MARK,
  nextGo,
  type Exercise,
  type ExerciseId,
  type Go,
} from './daily.ts'
export {
  factsOfTake,
  measuredAnswers,
  SPEAKS,
  tongueVerdict,
  type TongueFacts,
  type TongueVerdict,
} from './diagnosis.ts'
export {
  fingersAlong,
  GRACE,
  graceHolds,
  graceReport,
  graceWords,
  movesIn,
  pitchesOf,
  playedOut,
  runsOf,
  type GraceReport,
  type HeardMove,
  type Run,
} from './graces.ts'
export {
  articulated,
  lineOf,
  lineS,
  MOST_NOTES,
  knownLine,
  notesToPractise,
  scaleLine,
  SCHEMES,
  TICKS,
  timesOf,
  type Begins,
  type LineNote,
  type Scheme,
  type SchemeId,
} from './line.ts'
export {
  isEven,
  METER,
  meterOf,
  phaseOf,
  SAME_TONE,
  toneDiffers,
  toneOf,
  type Heard,
  type Manner as StrokeManner,
  type Meter,
  type Stroke,
  type Tone,
} from './meter.ts'
export { musicXml, type Written } from './notation.ts'
export { checkPulse, clicksBetween, PULSE_LIMITS, tempoOf, type Click, type Pulse } from './pulse.ts'
export {
  BEATS,
  CELLS,
  checkRhythm,
  fromTaps,
  tapsOf,
  MOST_LEVEL,
  nextPattern,
  onNotes,
  spoken,
  SYLLABLES,
  ticksOf,
  type Cell,
  type Fared,
  type Pattern,
  type Rhythm,
  type Syllables,
} from './rhythm.ts'
export { STAIRS, staircase, TEMPO, type Staircase, type Step } from './staircase.ts'
export { TOGETHER, togetherness, usuallyTogether, type Together, type Usual } from './together.ts'
export { passes, type Passed } from './ways.ts'
