import { OutOfRange } from '../errors/index.ts'
import { writtenNote, type Instrument } from '../instruments/index.ts'
import { noteName, parseNote, readNote } from '../pitch/index.ts'

/** Ticks of a beat: halves, thirds, quarters and sixths of it are whole. */
export const TICKS = 12

/** How a note begins. */
export type Begins = 'tongue' | 'slur'

/** A note or a rest of a line to be played. */
export interface LineNote {
  /** As read; null is a rest. */
  written: string | null
  ticks: number
  begins: Begins
  /** Parted from the next by as much silence as sound. */
  short?: boolean
  accent?: boolean
}

/** Which notes of a line are tongued. */
export type SchemeId = 'tongued' | 'slurred' | 'slur-two' | 'two-two' | 'off-beats' | 'on-beats' | 'custom'

export interface Scheme {
  id: SchemeId
  words: string
  /** Whether the note in this place of the line is tongued; `half` counts eighths within the bar. */
  tongued(index: number, half: number): boolean
}

/** Ways to tongue a line (common practice, no source). The first note always begins with the tongue. */
export const SCHEMES: readonly Scheme[] = [
  { id: 'tongued', words: 'All tongued', tongued: () => true },
  { id: 'slurred', words: 'All slurred', tongued: (i) => i === 0 },
  { id: 'slur-two', words: 'Slur two and two', tongued: (i) => i % 2 === 0 },
  { id: 'two-two', words: 'Slur two, tongue two', tongued: (i) => i % 4 !== 1 },
  {
    id: 'off-beats',
    words: 'Tongue the off-beats, slur into the beat',
    tongued: (_, half) => half % 2 === 1,
  },
  {
    id: 'on-beats',
    words: 'The wrong way round: tongue the beats, slur into the off-beat',
    tongued: (_, half) => half % 2 === 0,
  },
]

/** A line as a scheme tongues it; the first note, and each after a rest, is tongued always. */
export function articulated(
  line: readonly LineNote[],
  scheme: SchemeId,
  own: readonly boolean[] = [],
): LineNote[] {
  const found = SCHEMES.find((s) => s.id === scheme)
  let index = 0
  let ticks = 0
  let last: LineNote | undefined
  return line.map((note) => {
    const half = Math.floor(ticks / (TICKS / 2))
    ticks += note.ticks
    if (note.written === null) {
      last = note
      return note
    }
    // What repeats its pitch has to be tongued, or it would be one note.
    const must = index === 0 || last?.written === null || samePitch(last?.written, note.written)
    const tongued = must || (found ? found.tongued(index, half) : (own[index] ?? true))
    index++
    last = note
    return { ...note, begins: tongued ? 'tongue' : 'slur' }
  })
}

const samePitch = (a: string | null | undefined, b: string) => !!a && parseNote(a).midi === parseNote(b).midi

/** Lengths that a typed note may have, ticks. */
const LENGTHS: readonly number[] = [3, 6, 12, 18, 24, 36, 48]
/** How many notes a typed line may have. */
export const MOST_NOTES = 64

/**
 * A name without an octave: the note of that name nearest to the one before it, as far as the instrument goes; at the
 * beginning the one that beginners meet first.
 */
function nearest(inst: Instrument, name: string, before: number | undefined): number {
  const all = [0, 1, 2, 3, 4, 5, 6, 7, 8].flatMap((octave) => {
    try {
      return [writtenNote(inst, readNote(`${name}${octave}`)).midi]
    } catch {
      return []
    }
  })
  // Nothing fits: the sentence for what can't be read, or lies outside.
  if (!all.length) return writtenNote(inst, readNote(`${name}4`)).midi
  const first = inst.teaching.firstNotes.map((n) => parseNote(n).midi)
  const met = before === undefined && all.find((midi) => first.includes(midi))
  if (met) return met
  const from = before ?? first[0]!
  return all.reduce((a, b) => (Math.abs(b - from) < Math.abs(a - from) ? b : a))
}

/**
 * A line from what was typed: written notes with blanks between, `-` for a rest. A name without an octave is the nearest such
 * note to the one before it, the first one the note of that name that beginners meet. All are eighths but those with a mark behind:
 * `G4*2` lasts twice as long, `G4/2` half.
 * @throws OutOfRange naming the place of what can't be read or isn't on this instrument, and what is allowed
 * @example lineOf(clarinet, 'E4 F4/2 - G4*2').map((n) => n.ticks) // [6, 3, 6, 12]
 * @example lineOf(clarinet, 'C D E').map((n) => n.written) // ['C4', 'D4', 'E4']
 */
export function lineOf(inst: Instrument, text: string, ticks = TICKS / 2): LineNote[] {
  const words = text
    .trim()
    .split(/[\s,]+/)
    .filter(Boolean)
  if (!words.length) throw new OutOfRange('No note was typed. Written notes, with blanks: E4 F4 G4.')
  if (words.length > MOST_NOTES)
    throw new OutOfRange(`${words.length} notes were typed; at most ${MOST_NOTES} at a time.`)
  let before: number | undefined
  return words.map((word, i) => {
    const [, name, sign, by] = /^(.+?)([*/])(\d+)$/.exec(word) ?? [undefined, word]
    const length = sign === '*' ? ticks * Number(by) : sign === '/' ? ticks / Number(by) : ticks
    if (!LENGTHS.includes(length))
      throw new OutOfRange(
        `Note ${i + 1}: “${word}” can’t be written: an eighth times 1, 2, 3, 4, 6 or 8, or halved: ${name}/2.`,
      )
    if (name === '-') return { written: null, ticks: length, begins: 'tongue' }
    try {
      before = /\d$/.test(name!) ? writtenNote(inst, readNote(name!)).midi : nearest(inst, name!, before)
    } catch (error) {
      throw new OutOfRange(
        `Note ${i + 1}: ${error instanceof Error ? error.message : `“${word}” can’t be read.`}`,
      )
    }
    return { written: noteName(before), ticks: length, begins: 'tongue' }
  })
}

/** The first five steps of a major scale, semitones (common knowledge). */
const FIVE = [0, 2, 4, 5, 7] as const

/** Five notes of a major scale from a written note on, as far as the instrument goes. */
function scaleFrom(inst: Instrument, tonic: number): string[] {
  const notes: string[] = []
  for (const step of FIVE) {
    try {
      notes.push(noteName(writtenNote(inst, noteName(tonic + step)).midi))
    } catch {
      break
    }
  }
  return notes
}

/**
 * A line to practise on: five notes up and down from a note, in eighths, twice. Chanters keep to their nine notes.
 * @throws NoteError when the instrument doesn't have the note
 */
export function scaleLine(inst: Instrument, from: string): LineNote[] {
  const all = inst.graces?.notes.map((n) => n.written)
  const { midi } = writtenNote(inst, from)
  const at = all
    ? Math.max(
        0,
        all.findIndex((n) => parseNote(n).midi >= midi),
      )
    : 0
  const five = all ? all.slice(Math.min(at, all.length - 5)).slice(0, 5) : scaleFrom(inst, midi)
  const round = [...five, ...five.slice(1, -1).reverse()]
  const notes = [...round, ...round, five[0]!]
  return notes.map((written, i) => ({
    written,
    ticks: i === notes.length - 1 ? TICKS : TICKS / 2,
    begins: 'tongue' as const,
  }))
}

/** So many notes are enough for a line. */
const FEW = 5

/**
 * Known notes to practise on, from low to high: up to five that lie next to each other, the first one among them where it
 * can be, across no break to another register. Where fewer than two are known, the first notes that are taught.
 * @param known written notes in any order
 * @example notesToPractise(clarinet, ['E4', 'B4', 'D4', 'C4']) // ['C4', 'D4', 'E4']
 */
export function notesToPractise(inst: Instrument, known: readonly string[]): [string, ...string[]] {
  const midisOf = (notes: readonly string[]) =>
    [...new Set(notes.map((n) => parseNote(n).midi))].sort((a, b) => a - b)
  const midis = midisOf(known)
  const all = midis.length > 1 ? midis : midisOf(inst.teaching.firstNotes.slice(0, 3))
  const registerOf = (midi: number) => inst.registers.filter((r) => parseNote(r.from).midi <= midi).length
  const first = parseNote(inst.teaching.firstNotes[0]!).midi
  const groups = [...new Set(all.map(registerOf))].map((r) => all.filter((m) => registerOf(m) === r))
  const group =
    groups.find((g) => g.includes(first) && g.length > 1) ?? groups.sort((a, b) => b.length - a.length)[0]!
  // The first note in the middle of them, as far as there are others.
  const at = Math.max(
    0,
    group.findIndex((m) => m >= first),
  )
  const from = Math.max(0, Math.min(at - 2, group.length - FEW))
  return group.slice(from, from + FEW).map(noteName) as [string, ...string[]]
}

/** Known notes up and down in eighths, twice; the last one a quarter. */
export function knownLine(inst: Instrument, known: readonly string[]): LineNote[] {
  const up = notesToPractise(inst, known)
  const round = [...up, ...up.slice(1, -1).reverse()]
  const notes = [...round, ...round, up[0]]
  return notes.map((written, i) => ({
    written,
    ticks: i === notes.length - 1 ? TICKS : TICKS / 2,
    begins: 'tongue' as const,
  }))
}

/** Seconds of a line at a tempo. */
export const lineS = (line: readonly LineNote[], perMinute: number): number =>
  (line.reduce((sum, n) => sum + n.ticks, 0) / TICKS) * (60 / perMinute)

/** When each note of a line begins, s; rests are left out. */
export function timesOf(line: readonly LineNote[], perMinute: number) {
  const tickS = 60 / perMinute / TICKS
  let ticks = 0
  return line.flatMap((note) => {
    const startS = ticks * tickS
    ticks += note.ticks
    return note.written === null
      ? []
      : [{ ...note, written: note.written, startS, lengthS: note.ticks * tickS }]
  })
}
