import { array, string, type InferType } from 'yup'
import { Refusal } from '../errors/index.ts'
import { finite, strict } from '../fields/index.ts'
import { centsInWords } from '../pitch/index.ts'
import { median, TWO_AT_ONCE, type HeardStroke, type NoteReport, type SoundReport } from '../sound/index.ts'
import { judgeLine, meterOf, strokedNotes, TICKS } from '../tongue/index.ts'
import { happenedFirst, happenings } from './happened.ts'
import { kindOf } from './kind.ts'
import { levelOf } from './tone-heard.ts'

const MANNERS = ['legato', 'separated', 'stopped'] as const
const MANNER_WORDS = { legato: 'without a gap', separated: 'parted', stopped: 'stopped' } as const

/** A pattern longer than this is a piece. */
const MOST_NOTES = 64

/** One of two: a teacher's tone or pattern, or the learner's copy of it. Numbers alone are kept. */
const side = strict({
  /** When each note begins, s from the first, and how long it lasts. */
  onsetsS: array().of(finite().min(0).max(120)).required().min(1).max(MOST_NOTES),
  lengthsS: array().of(finite().min(0).max(120)).required().min(1).max(MOST_NOTES),
  /** Each note's pitch, Hz. */
  hz: array().of(finite().min(0).max(10000)).required().min(1).max(MOST_NOTES),
  /** Median level while it sounds, dB below full scale. */
  levelDb: finite().min(-120).max(0),
  steadinessCents: finite().min(0).max(600),
  /** How the strokes part the notes; null with fewer than three. */
  manner: string()
    .oneOf([...MANNERS])
    .nullable()
    .defined(),
})
export type CopySide = InferType<typeof side>

/** A silence as long as this in the middle of a copy that is too long: somebody else answered, too (chosen by Halitus). */
const PAUSE_S = 1
const TOO_LONG = 1.8

/** Chosen by Halitus: from here on a difference is told. */
export const COPY = {
  /** cents */
  pitch: 15,
  /** dB */
  level: 4,
  /** share of the length of a single tone */
  length: 0.2,
  /** cents that it wavers more */
  steady: 8,
  /** share of a note's own gap by which its next one may come early or late; and of the tempo */
  rhythm: 0.25,
  tempo: 0.15,
} as const
/** Further away than this it is another note, cents. */
const ANOTHER = 150

const rounded = (x: number, digits: number) => Math.round(x * 10 ** digits) / 10 ** digits

/** What was heard of a take: its notes, its strokes, its track. */
interface Take {
  report: SoundReport
  strokes: readonly HeardStroke[]
  timeS: ArrayLike<number>
  db: ArrayLike<number>
  hz: ArrayLike<number>
}

/** One side, as it was heard; the sentence that says why it can't be one. @param teacher what is copied, where this is the copy */
export function copySide(take: Take, teacher?: CopySide): CopySide | string {
  const { report, strokes } = take
  const two = report.doubts.find((d) => d.includes(TWO_AT_ONCE))
  if (two) return `${two} Not kept.`
  // By strokes alone: a pattern on a small part slides. Slurred notes of a tune are their own.
  const notes = sliding(report.notes) ? strokedNotes({ notes: report.notes, strokes }) : report.notes
  if (!notes.length) return 'No tone was heard. Closer to the microphone, or another source below.'
  if (notes.length > MOST_NOTES)
    return `${notes.length} notes were heard; ${MOST_NOTES} are the most to copy. Not kept.`
  if (teacher && answeredTwice(notes, teacher))
    return 'Two answers were heard, with a pause between: one player at a time. Not kept.'
  const from = notes[0]!.startS
  const level = median(notes.map((n) => levelOf(take, n)))
  const meter = meterOf({ notes: report.notes, strokes, timeS: take.timeS, db: take.db, hz: take.hz })
  return {
    onsetsS: notes.map((n) => rounded(n.startS - from, 3)),
    lengthsS: notes.map((n) => rounded(n.endS - n.startS, 3)),
    hz: notes.map((n) => rounded(n.hz, 2)),
    levelDb: rounded(Math.max(-120, Math.min(0, level)), 1),
    steadinessCents: rounded(median(notes.map((n) => n.steadinessCents)), 1),
    manner: notes.length > 2 ? meter.manner : null,
  }
}

/** Less than so many cents in all: one pitch that slides, not a tune. */
const ONE_PITCH = 120
const sliding = (notes: readonly NoteReport[]) => {
  const hz = notes.map((n) => n.hz)
  return 1200 * Math.log2(Math.max(...hz) / Math.min(...hz)) < ONE_PITCH
}

function answeredTwice(notes: readonly NoteReport[], teacher: CopySide): boolean {
  const whole = teacher.onsetsS.at(-1)! + teacher.lengthsS.at(-1)!
  const lasted = notes.at(-1)!.endS - notes[0]!.startS
  const longest = Math.max(
    PAUSE_S,
    ...teacher.onsetsS.slice(1).map((s, i) => 1.5 * (s - teacher.onsetsS[i]! - teacher.lengthsS[i]!)),
  )
  const pauses = notes.slice(1).some((n, i) => n.startS - notes[i]!.endS > longest)
  return lasted > TOO_LONG * whole && pauses
}

/** How a copy stands beside what was copied: differences, learner's minus teacher's. */
export interface Compared {
  /** The worst thing first; that nothing differs is said. */
  words: string
  /** Of a pattern: each of the teacher's notes, right or not; empty for one tone. */
  rhythm: boolean[]
  /** cents; null on another note. */
  cents: number | null
  db: number
  /** Learner's length as a share of the teacher's. */
  length: number
}

/** Ticks of a second, at a pulse of 60. */
const ticksOf = (s: number) => s * TICKS

/**
 * The learner's copy against the teacher's tone or pattern. A pattern may be answered in a tempo of its own, and on another note:
 * then only its rhythm is told.
 */
export function compareCopy(teacher: CopySide, learner: CopySide): Compared {
  const end = (c: CopySide) => c.onsetsS.at(-1)! + c.lengthsS.at(-1)!
  const length = end(learner) / end(teacher)
  const db = learner.levelDb - teacher.levelDb
  const off = 1200 * Math.log2(median(learner.hz) / median(teacher.hz))
  const cents = Math.abs(off) > ANOTHER ? null : off
  const pattern = teacher.onsetsS.length > 1
  const rhythm = pattern ? rhythmOf(teacher, learner) : { right: [], words: [] }
  const said = [
    ...rhythm.words,
    ...(pattern || learner.onsetsS.length === 1
      ? []
      : [`${learner.onsetsS.length} notes instead of one tone`]),
    ...(teacher.manner && learner.manner && teacher.manner !== learner.manner
      ? [`the strokes are ${MANNER_WORDS[learner.manner]}, the teacher’s ${MANNER_WORDS[teacher.manner]}`]
      : []),
    ...(pattern || Math.abs(length - 1) <= COPY.length + 1e-9
      ? []
      : [`${end(learner).toFixed(1)} s long, the teacher’s ${end(teacher).toFixed(1)}`]),
    ...(!pattern && learner.steadinessCents - teacher.steadinessCents > COPY.steady
      ? [`it wavers by ${centsInWords(Math.round(learner.steadinessCents))}`]
      : []),
    ...(cents !== null && Math.abs(Math.round(cents)) > COPY.pitch
      ? [`${centsInWords(Math.abs(Math.round(cents)))} ${cents > 0 ? 'higher' : 'lower'}`]
      : []),
    ...(Math.abs(Math.round(db)) > COPY.level
      ? [`${Math.abs(Math.round(db))} dB ${db > 0 ? 'louder' : 'softer'}`]
      : []),
  ]
  const words = said.length ? `${capital(said.join('; '))}.` : 'A true copy.'
  return { words, rhythm: rhythm.right, cents, db, length }
}

const gapsOf = (c: CopySide) => c.onsetsS.slice(1).map((s, i) => s - c.onsetsS[i]!)

/** Each note's beginning, in the tempo that the learner chose. */
function rhythmOf(teacher: CopySide, learner: CopySide): { right: boolean[]; words: string[] } {
  const asked = gapsOf(teacher)
  if (learner.onsetsS.length !== teacher.onsetsS.length) return counted(teacher, learner)
  const ratios = gapsOf(learner).map((gap, i) => gap / asked[i]!)
  const inTime = (ratio: number, tempo: number) => Math.abs(ratio / tempo - 1) <= COPY.rhythm + 1e-9
  // The tempo that the gaps have in common: their middle, so that one odd gap doesn't move it (a median; of two, the nearer to 1).
  const apart = (tempo: number) => ratios.reduce((sum, r) => sum + Math.abs(Math.log(r / tempo)), 0)
  const tempo = [...ratios].sort((a, b) => {
    const by = apart(a) - apart(b)
    return Math.abs(by) > 1e-9 ? by : Math.abs(Math.log(a)) - Math.abs(Math.log(b))
  })[0]!
  const places = (late: boolean) =>
    ratios.flatMap((r, i) => (!inTime(r, tempo) && r > tempo === late ? [i + 2] : []))
  const said = (list: number[], word: string) => (list.length ? [`note ${list.join(', ')}: ${word}`] : [])
  return {
    right: [true, ...ratios.map((r) => inTime(r, tempo))],
    words: [
      ...said(places(true), 'late'),
      ...said(places(false), 'early'),
      ...(Math.abs(tempo - 1) > COPY.tempo + 1e-9
        ? [tempo > 1 ? 'slower than it was played' : 'faster than it was played']
        : []),
    ],
  }
}

/** More or fewer notes than the teacher's: which ones are missing. */
function counted(teacher: CopySide, learner: CopySide): { right: boolean[]; words: string[] } {
  const asked = gapsOf(teacher)
  const line = teacher.onsetsS.map((_, i) => ({
    written: 'B4',
    ticks: ticksOf(asked[i] ?? teacher.lengthsS[i]!),
    begins: 'tongue' as const,
  }))
  const gaps = gapsOf(learner)
  const notes = learner.onsetsS.map((startS, i) => ({
    startS,
    endS: startS + (gaps[i] ?? learner.lengthsS[i]!),
    written: 'B4',
    start: { kind: 'tongued' },
  })) as NoteReport[]
  const answer = judgeLine(line, { notes, strokes: [] }, 60, { articulation: false, pitch: false })
  const [more, fewer] = [notes.length - line.length, line.length - notes.length]
  return {
    right: answer.notes.map((n) => n.verdict !== 'missing'),
    words: [
      more > 0
        ? `${more} ${more === 1 ? 'note' : 'notes'} too many`
        : `${fewer} ${fewer === 1 ? 'note' : 'notes'} missing`,
    ],
  }
}
const capital = (s: string) => s.charAt(0).toUpperCase() + s.slice(1)

/** A teacher's tone or pattern and the learner's copy of it, side by side; of the teacher nothing but numbers is kept. */
export const copied = kindOf(
  strict({
    teacher: side.clone().default(undefined).required(),
    learner: side.clone().default(undefined).required(),
    happened: happenings(),
  }),
)({
  kind: 'copied',
  title: 'Copy me',
  stages: ['tongue'],
  plan: { minutes: 3, air: true, everyDays: 28, ready: ({ notes }) => notes.length > 0 },
  check(_inst, { teacher, learner }) {
    for (const [field, c] of Object.entries({ teacher, learner }))
      if (c.onsetsS.length !== c.lengthsS.length || c.onsetsS.length !== c.hz.length)
        throw new Refusal(
          'invalid',
          `data.${field} has ${c.onsetsS.length} beginnings, ${c.lengthsS.length} lengths and ${c.hz.length} pitches; they belong together.`,
          `data.${field}`,
        )
  },
  noted: (d) => `Copied ${what(d.teacher)}: ${lowered(copyWords(d)).replace(/\.$/, '')}`,
  line(entries) {
    const true_ = entries.filter((e) => isTrue(e)).length
    return entries.length ? `copied ${true_} of ${entries.length}` : null
  },
  rows({ entries }) {
    const last = entries.at(-1)?.data
    if (!last || isTrue(last)) return []
    return [
      {
        id: 'copied',
        kind: 'tongue' as const,
        title: 'Copy what you hear',
        amount: '4 times, somebody plays or sings it first',
        minutes: 2,
        leastMinutes: 1,
        weight: 33,
        aim: `Last time: ${lowered(copyWords(last))}`,
        notes: [],
      },
    ]
  },
})
type Copied = { teacher: CopySide; learner: CopySide; happened?: InferType<ReturnType<typeof happenings>> }
const what = (c: CopySide) => (c.onsetsS.length > 1 ? `a pattern of ${c.onsetsS.length} notes` : 'a tone')
const lowered = (s: string) => s.charAt(0).toLowerCase() + s.slice(1)
/** The one verdict: what happened first, then what differs, the worst first. */
export function copyWords(d: Copied): string {
  const happened = happenedFirst(d.happened)
  const { words } = compareCopy(d.teacher, d.learner)
  return happened ? `${happened} ${words}` : words
}
const isTrue = (d: Copied) => copyWords(d) === 'A true copy.'
