/**
 * What of notes, fingerings and moves is remembered, and when it should be asked for again.
 *
 * @example
 * gradeOf(true, 5) // 'good'
 * aboutMove('B4', 'A4') // 'move A4 B4'
 */
export {
  dueBy,
  gradeOf,
  gradeOfMove,
  MOVE_SHARES,
  RECALL_S,
  remembered,
  type Grade,
  type Remembered,
  type Review,
} from './schedule.ts'
export { aboutMove, aboutNote, choices, DRILLS, nextAbout, type Drill } from './deck.ts'
