/**
 * Scores in and out, what is new, hard and equal in them, where to breathe, and what of them was played.
 *
 * @example
 * readTune(new TextEncoder().encode('X:1\nK:D\nDEFA|')).score.parts[0].bars.length // 1
 */
export { FORMATS, type Bar, type Format, type Head, type Part, type Score, type Turns } from './model.ts'
export { TuneError } from './refused.ts'
export { readTune, formatOf } from './read.ts'
export { quarters } from './fraction.ts'
export { lineOf, secondsOf, tempoAt, type Line, type LineNote } from './line.ts'
export { fitOf, movedTo, playable, type Fit, type Reader } from './moved.ts'
export {
  planBreaths,
  REFILL_S,
  stretchesOf,
  type Breath,
  type BreathPlan,
  type Stretch,
  type Wish,
} from './breaths.ts'
export { equalBars, firstEqual, type EqualBars, type Section } from './bars.ts'
export {
  barsToLearn,
  bestWay,
  keyWords,
  readPart,
  USUAL_TEMPO,
  type Reading,
  type ReadingOptions,
} from './reading.ts'
export { judgePlayed, type JudgedNote, type Judgement, type NoteVerdict, type Played } from './judged.ts'
export { inventTune, type Wanted } from './invent.ts'
export { engravedXml, type Engraving } from './engraved.ts'
export { addTo, asUtf8, type Additions } from './added.ts'
export { scoreInZip, textOf } from './text.ts'
export { barsInWords, practiceOrder, type PracticeKind, type PracticeStep } from './practise.ts'
export { midiOf } from './midi-out.ts'
export {
  playedVerdict,
  type Fault,
  type FaultKind,
  type HeardNote,
  type PlayedVerdict,
  type TakenBreath,
} from './played.ts'
export { cardLine, type CardLine } from './card-line.ts'
export { withStrokes, type OtherStrokes } from './articulated.ts'
export { countsUnder } from './counts.ts'
export { quantised } from './quantised.ts'
