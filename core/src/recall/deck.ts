import { noteName, parseNote } from '../pitch/index.ts'
import { dueBy, type Remembered } from './schedule.ts'
import type { Moment } from '../time/index.ts'

/** How something is asked: what is shown, and what is given. */
export type Drill = 'name-fingers' | 'fingers-name' | 'staff-fingers' | 'fingers-sound' | 'move'
export const DRILLS: readonly { id: Drill; words: string; ask: string }[] = [
  { id: 'name-fingers', words: 'Name to fingers', ask: 'Which fingers?' },
  { id: 'staff-fingers', words: 'Staff to fingers', ask: 'Which fingers?' },
  { id: 'fingers-name', words: 'Fingers to name', ask: 'Which note is this?' },
  { id: 'fingers-sound', words: 'Fingers to sound', ask: 'Play what these fingers sound.' },
  { id: 'move', words: 'Moves with the pulse', ask: 'Back and forth, one change a beat.' },
]

/** What a note is filed under: two spellings are one note. @example aboutNote('B♭4') // 'note Bb4' */
export const aboutNote = (written: string): string => `note ${noteName(parseNote(written).midi)}`
/** What a move is filed under: there and back are one move. @example aboutMove('B4', 'A4') // 'move A4 B4' */
export function aboutMove(from: string, to: string): string {
  const [low, high] = [from, to].map((n) => parseNote(n).midi).sort((a, b) => a - b)
  return `move ${noteName(low!)} ${noteName(high!)}`
}

/**
 * What to ask next: what is due, the longest overdue first; then what was never asked, in the order in which it was
 * learnt; then whatever comes up next. Not the same twice running where there is another.
 * @param notes known notes, in the order in which they were learnt
 * @param all of notes and moves, the earliest due first
 * @param last what was asked just before
 */
export function nextAbout(
  notes: readonly string[],
  all: readonly Remembered[],
  today: Moment,
  last?: string,
): string | undefined {
  const wanted = new Set(notes.map(aboutNote))
  const own = all.filter((r) => wanted.has(r.about))
  const asked = new Set(own.map((r) => r.about))
  const due = dueBy(own, today).map((r) => r.about)
  const fresh = [...wanted].filter((about) => !asked.has(about))
  const line = [...new Set([...due, ...fresh, ...own.map((r) => r.about)])]
  return line.find((about) => about !== last) ?? line[0]
}

/**
 * Names to choose from, the right one among them, from low to high: the nearest known notes, since far ones are no choice.
 * @param count of names; fewer where fewer are known
 */
export function choices(written: string, notes: readonly string[], count = 4): string[] {
  const { midi } = parseNote(written)
  const midis = [...new Set([midi, ...notes.map((n) => parseNote(n).midi)])]
  return midis
    .sort((a, b) => Math.abs(a - midi) - Math.abs(b - midi) || a - b)
    .slice(0, count)
    .sort((a, b) => a - b)
    .map(noteName)
}
