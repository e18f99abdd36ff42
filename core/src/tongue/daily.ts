import { writtenNote, type Instrument } from '../instruments/index.ts'
import { noteName, parseNote } from '../pitch/index.ts'
import { articulated, knownLine, notesToPractise, scaleLine, TICKS, type LineNote } from './line.ts'

/** One exercise of the daily set. */
export interface Exercise {
  id: ExerciseId
  title: string
  /** What to do and to listen for. */
  how: string
  caution?: string
  /** The tempo to begin with, beats a minute. */
  firstPerMinute: number
  /**
   * Written out for this instrument.
   * @param known notes that the learner knows: where there are some, no other one is asked for
   */
  line(inst: Instrument, from: string, known?: readonly string[]): LineNote[]
  /** Where it stands before it was ever played: on a known note where there are some. */
  begins(inst: Instrument, known?: readonly string[]): string
  /** Beats a bar, where they aren't four. */
  beats?: number
  /** So many of its first strokes are to grow. */
  grows?: number
  /** What the ladder moves: the tempo, or the note. */
  climbs: 'tempo' | 'note'
  double?: boolean
}

export const EXERCISE_IDS = [
  'swell',
  'round',
  'stopped',
  'height',
  'double-back',
  'double-turns',
  'double-soft',
] as const
export type ExerciseId = (typeof EXERCISE_IDS)[number]

const note = (written: string, ticks: number, more: Partial<LineNote> = {}): LineNote => ({
  written,
  ticks,
  begins: 'tongue',
  ...more,
})
const rest = (ticks: number): LineNote => ({ written: null, ticks, begins: 'tongue' })
const times = (n: number, make: (i: number) => LineNote): LineNote[] =>
  Array.from({ length: n }, (_, i) => make(i))

/** A semitone up, as far as the instrument goes. */
function up(inst: Instrument, written: string, by = 1): string {
  const midi = parseNote(written).midi + by
  const top = parseNote(inst.range.full[1]).midi
  const low = parseNote(inst.range.full[0]).midi
  return noteName(Math.max(low, Math.min(top, midi)))
}

/** The next known note from here, up or down; the same one where there is none. A semitone where nothing is known. */
function next(inst: Instrument, written: string, known: readonly string[], by: 1 | -1): string {
  if (known.length < 2) return up(inst, written, by)
  const { midi } = parseNote(written)
  const beyond = known.map((n) => parseNote(n).midi).filter((m) => (m - midi) * by > 0)
  return beyond.length ? noteName(by > 0 ? Math.min(...beyond) : Math.max(...beyond)) : noteName(midi)
}

/** The first note that is taught, or the known one that is nearest to it. */
function first(inst: Instrument, known: readonly string[] = []): string {
  const { midi } = parseNote(inst.teaching.firstNotes[0]!)
  const near = [...(known.length > 1 ? notesToPractise(inst, known) : [])].sort(
    (a, b) => Math.abs(parseNote(a).midi - midi) - Math.abs(parseNote(b).midi - midi),
  )[0]
  return noteName(near === undefined ? midi : parseNote(near).midi)
}
/** The lowest note to practise on: there the back of the tongue has most room. */
const low = (inst: Instrument, known: readonly string[] = []) => notesToPractise(inst, known)[0]
/** Three semitones below where a beginner's range ends: A5 on the clarinet (common practice there; chosen elsewhere). */
const nearTop = (inst: Instrument, known: readonly string[] = []) => {
  const top = parseNote(inst.range.beginner[1]).midi - 3
  const below = known.map((n) => parseNote(n).midi).filter((m) => m <= top)
  return known.length > 1 && below.length ? noteName(Math.max(...below)) : up(inst, noteName(top), 0)
}

const THROAT = 'A little every day; not with a sore throat.'

/** The daily set for speed and height, and the way to the double tongue (common practice, no source; words our own). */
export const EXERCISES: readonly Exercise[] = [
  {
    id: 'swell',
    title: 'A bar that grows, a note that fades',
    how: 'Eight sixteenths that grow, a half note that fades; then the next note.',
    firstPerMinute: 60,
    beats: 2,
    grows: 8,
    line: (inst, from, known = []) =>
      [from, next(inst, from, known, 1)].flatMap((n) => [
        ...times(8, (i) => note(n, 3, { accent: i === 0 })),
        note(n, 24),
      ]),
    begins: first,
    climbs: 'tempo',
  },
  {
    id: 'round',
    title: 'Round and round: slurred, then tongued',
    how: 'The first round slurred, the second tongued with the very same tone. Low register first; rest between.',
    firstPerMinute: 66,
    line(inst, from, known = []) {
      const whole = known.length > 1 ? knownLine(inst, known) : scaleLine(inst, from)
      const round = whole.slice(0, (whole.length - 1) / 2).map((n) => ({ ...n, ticks: 3 }))
      const end = note(round[0]!.written!, TICKS)
      const both = [...round, ...round, end, rest(TICKS)]
      return [...articulated(both, 'slurred'), ...articulated(both, 'tongued')]
    },
    begins: first,
    climbs: 'tempo',
  },
  {
    id: 'stopped',
    title: 'Stopped',
    how: 'The tongue closes and stays: as much silence as sound. Air stands behind it all the time.',
    firstPerMinute: 72,
    line: (_, from) => [
      ...times(7, () => note(from, 6, { short: true })),
      note(from, 6),
      note(from, TICKS),
      rest(3 * TICKS),
    ],
    begins: (inst, known = []) =>
      inst.tongue?.stopped === 'high' && known.length > 1 ? nearTop(inst, known) : first(inst, known),
    climbs: 'tempo',
  },
  {
    id: 'height',
    title: 'Upwards, as long as the tone holds',
    how: 'Sixteenths on one high note; the next note up only when the tone held. Break: one back.',
    firstPerMinute: 72,
    line: (_, from) => [...times(8, () => note(from, 3)), note(from, TICKS), rest(TICKS)],
    begins: nearTop,
    climbs: 'note',
  },
  {
    id: 'double-back',
    title: 'The back syllable alone',
    how: 'Only the back of the tongue, as clear as the front one. Two lines, then rest.',
    caution: THROAT,
    firstPerMinute: 60,
    line: (_, from) => [...times(6, () => note(from, 6)), note(from, TICKS)],
    begins: low,
    climbs: 'tempo',
    double: true,
  },
  {
    id: 'double-turns',
    title: 'Single and double in turns',
    how: 'A beat single, a beat double: nobody should hear which is which.',
    caution: THROAT,
    firstPerMinute: 76,
    line: (_, from) => [
      ...[0, 1].flatMap(() => [...times(2, () => note(from, 6)), ...times(4, () => note(from, 3))]),
      note(from, TICKS),
      rest(3 * TICKS),
    ],
    begins: first,
    climbs: 'tempo',
    double: true,
  },
  {
    id: 'double-soft',
    title: 'Softened',
    how: 'Soft syllables in place of the hard ones; the air goes on.',
    caution: THROAT,
    firstPerMinute: 84,
    line: (_, from) => [...times(12, () => note(from, 3)), note(from, TICKS)],
    begins: first,
    climbs: 'tempo',
    double: true,
  },
]

/** An exercise by its id. */
export const exercise = (id: ExerciseId): Exercise => EXERCISES.find((e) => e.id === id)!

/** One mark on the metronome. */
export const MARK = 4

/** One go at an exercise. */
export interface Go {
  perMinute: number
  from: string
  even: boolean
  toneHeld: boolean
  /** Where it was to grow: whether it did. */
  grew?: boolean | null | undefined
}

/**
 * Where an exercise goes on: one mark or one semitone up while evenness and tone hold, one down when they don't. Tone is
 * never traded for speed or height.
 * @param goes oldest first
 * @param known notes that the learner knows: height climbs by them; by semitones where nothing is known
 */
export function nextGo(
  id: ExerciseId,
  inst: Instrument,
  goes: readonly Go[],
  known: readonly string[] = [],
): { perMinute: number; from: string; why: string } {
  const ex = exercise(id)
  const last = goes.at(-1)
  if (!last) return { perMinute: ex.firstPerMinute, from: ex.begins(inst, known), why: 'Not played yet.' }
  const held = last.even && last.toneHeld && last.grew !== false
  const because = !last.toneHeld
    ? 'the tone didn’t hold'
    : !last.even
      ? 'it was uneven'
      : last.grew === false
        ? 'it didn’t grow'
        : 'even, and the tone held'
  if (ex.climbs === 'note') {
    const from = next(inst, last.from, known, held ? 1 : -1)
    writtenNote(inst, from)
    return { perMinute: last.perMinute, from, why: `${last.from}: ${because}.` }
  }
  const perMinute = Math.max(40, Math.min(208, last.perMinute + (held ? MARK : -MARK)))
  return { perMinute, from: last.from, why: `${last.perMinute}: ${because}.` }
}
