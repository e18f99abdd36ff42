/**
 * Every kind of thing noted in a lesson, one file each, and what is asked of them without naming one.
 *
 * @example
 * stepUp(15, 16.2) // 18
 * toneWords({ targetS: 15, lengthS: 14.96, steadinessCents: 6, driftCents: 0, wobbleCents: 2, wobbleHz: 5, hnrDb: 20, sagCents: 0, rangeDb: 2 }) // 'Held: 15.0 of 15 s, within 6 cents.'
 */
export {
  inSentence,
  slug,
  type Aim,
  type CardRow,
  type CardRowKind,
  type Concern,
  type Facts,
  type Goal,
  type Home,
  type InLesson,
  type ReadyFor,
  type HomeNumber,
  type RecordKind,
  type RowProposal,
  type Series,
  type Story,
} from './kind.ts'
export {
  aimFor,
  asItHappened,
  aimsOf,
  checkEntry,
  concernsOf,
  easedFrom,
  stillEased,
  ENTRY_KINDS,
  factsOf,
  firstAims,
  goalOf,
  inventLesson,
  lineWords,
  notesKnown,
  notedWords,
  ofKind,
  ofLearner,
  progressOf,
  rowsOf,
  withoutBulk,
  type EntryData,
  type EntryInput,
  type EntryKind,
  type EntryRecord,
} from './records.ts'
export { lessonParts, type LessonPart } from './lesson-parts.ts'
export { pastOf } from './accident.ts'
export { BY_HAND_LEAST_S } from './tone-by-hand.ts'
export { AS_ASKED } from './articulation.ts'
export { goesOf, highestHeld } from './daily.ts'
export { faredOf } from './echo.ts'
export { advisedIn, ADVISING, type Advised } from './advised.ts'
export { strokeFacts, strokeVerdict, tiringWords, togetherWords, type StrokeData } from './strokes.ts'
export { waysLeft } from './way-in.ts'
export { RECORDS } from './registry.ts'
export { BEND, bendRange } from './bend.ts'
export {
  blownOf,
  breathAhead,
  clicksIn,
  COUNT,
  countKey,
  EASE,
  LOUDNESS,
  type BreathCount,
  type Ease,
  type Loudness,
} from './breath-count.ts'
export { differs, noSound, PLACES, type EndPlace, type EndTake } from './both-ends.ts'
export { measuredOf, mouthVerdict, type MouthVerdict } from './mouth.ts'
export {
  nearestConcert,
  notThisPart,
  offMark,
  PART_CENTS,
  PART_STEADY_CENTS,
  mutedHelp,
  partDetune,
  partNamed,
  LADDERS,
  partVerdict,
  pitchAim,
  type Ladder,
  type PartSound,
} from './small-part.ts'
export { firstMinutesWords, lowMiddleHigh, type FirstMinutes } from './first-minutes.ts'
export {
  CONSISTENT,
  hasOvertones,
  hitsOf,
  overtoneNotes,
  overtonesOn,
  soundsAs,
  judgePartial,
} from './overtone.ts'
export {
  stepWalk,
  WALK_BEGINS_AT,
  walkBegins,
  walkNotes,
  type Walk,
  type WalkBegins,
  type WalkNote,
} from './overtone-walk.ts'
export { compareCopy, copySide, copyWords, type Compared, type CopySide } from './copied.ts'
export { IN_TUNE_CENTS } from './interval.ts'
export {
  furthest,
  inTuneOf,
  lastTime,
  SCALE_NOTE_S,
  SCALE_WAYS,
  scaleHeard,
  scaleNotes,
  scaleWords,
  type Scale,
  type ScaleNote,
  type ScaleWay,
} from './scale.ts'
export { GASP, phrasesWords } from './phrases.ts'
export { MAP_TAKES, pitchMap, type MapNote } from './pitch-map.ts'
export {
  FILL,
  judgeShape,
  besideLoudness,
  masteredCounts,
  measureShape,
  SHAPE_COUNTS,
  PHASES,
  SHAPE_WORDS,
  shapeAt,
  shapeKey,
  SHAPES,
  shapeS,
  type Shape,
  type ShapedTone,
  type ShapeVerdict,
} from './shaped-tone.ts'
export { roundsOf } from './breath-cycle.ts'
export { DIZZY_DAYS, REST_S } from './dizzy.ts'
export { EXHALE } from './exhale.ts'
export { GATE, gateOf, playsWhole, type Gate } from './tries.ts'
export { noteKey } from './long-tone.ts'
export {
  AIRY_DB,
  betterWords,
  judgeTone,
  listenWords,
  LEVEL_CENTS,
  SHAKE_CENTS,
  toneWords,
  LADDER,
  nextTarget,
  OFF_CENTS,
  SAG_CENTS,
  SLOW_CENTS,
  TREMBLE_DB,
  STEADY_CENTS,
  TELLING_DB,
  stepBack,
  stepUp,
  type Tone,
  type ToneVerdict,
} from './long-tone-ladder.ts'
export { accidentsIn, happenedFirst, happenedIn, happenedSaid, type Happening } from './happened.ts'
export { happenedInTake, levelOf, longToneHeard, spaced, toneIn, type HeardTake } from './tone-heard.ts'
export { stepsPassed } from './break-step.ts'
export { NEW_DAYS, newSince } from './new-note.ts'
export { reviewsOf } from './recalled.ts'
export { CLEAN_SHARE, latenessOf, moveHeard, reviewsOfMoves, type Lateness } from './move.ts'
export { overrulingsOf } from './passage.ts'
export {
  BAR_MARKS,
  barsClean,
  barsCounted,
  tunePlayedWords,
  type BarMark,
  type TunePlayed,
  type TuneStep,
} from './tune.ts'
export { printedLine } from './printed-line.ts'
