import { parseNote, prettyNote } from '../pitch/index.ts'
import {
  firstOf,
  forSeconds,
  untilQuiet,
  type HeardStroke,
  type NoteReport,
  type StopRule,
} from '../sound/index.ts'
import {
  ECHOED,
  judgeLine,
  lineS,
  MOST_LEVEL,
  nextPattern,
  onNotes,
  TICKS,
  type Answered,
  type LineAnswer,
  type LineNote,
} from '../tongue/index.ts'
import type { AtHome } from './at-home.ts'

/** One thing that a phone asks for and hears the answer to. */
export interface HomeTask {
  /** `name`: its name is shown, the note is played; `hear`: it is played first and answered; `notation`: it is read. */
  shows: 'name' | 'hear' | 'notation'
  line: readonly LineNote[]
}
/** What became of an answer. */
export interface HomeAnswer {
  right: boolean
  /** Notes that were right, of so many. */
  hits: number
  of: number
  /** Up to nine words; the worst thing first. */
  words: string
}

/** Patterns of an echo: so many, each of two to four beats; so slow that nobody hurries (chosen by Halitus). */
export const HOME_ECHO = { patterns: 5, beats: [2, 3, 4, 3, 2], perMinute: 66 } as const
/** Tempos at which a line may be played at home, beats a minute: wider than any metronome asks. */
const TEMPOS = [20, 240] as const

/** Each twice, and none twice running where there is another. */
function shuffled(notes: readonly string[], random: () => number): string[] {
  const left = new Map(notes.map((n) => [n, 2]))
  const order: string[] = []
  while (left.size) {
    // What is left most often goes first when it would otherwise meet itself at the end.
    const open = [...left].filter(([n]) => n !== order.at(-1))
    const pool = open.length ? open : [...left]
    const most = Math.max(...pool.map(([, k]) => k))
    const next = pool.filter(([, k]) => k === most)
    const [note, k] = next[Math.floor(random() * next.length)]!
    order.push(note)
    if (k > 1) left.set(note, k - 1)
    else left.delete(note)
  }
  return order
}

/**
 * What a row asks for one after the other, where it is answered by playing; empty where it isn't.
 * @param random 0 to 1
 * @example tasksOf({ how: 'recall', … }, { notes: ['G4', 'A4'] }, Math.random).length // 4
 */
export function tasksOf(
  way: Pick<AtHome, 'how' | 'level'>,
  row: { notes: readonly string[]; line?: readonly LineNote[] | undefined },
  random: () => number,
): HomeTask[] {
  const tongued = (written: string): LineNote => ({ written, ticks: TICKS, begins: 'tongue' })
  switch (way.how) {
    case 'recall':
      return shuffled(row.notes, random).map((n) => ({ shows: 'name', line: [tongued(n)] }))
    case 'echo': {
      const level = Math.max(1, Math.min(MOST_LEVEL, way.level))
      const recent: number[][] = []
      return HOME_ECHO.beats.map((beats) => {
        const { rhythm } = nextPattern(level, beats, {}, recent, random)
        recent.push(rhythm)
        return { shows: 'hear', line: onNotes(rhythm, row.notes, random) }
      })
    }
    case 'line':
      return [{ shows: 'notation', line: row.line ?? [] }]
    default:
      return []
  }
}

/**
 * Played louder than this it counts, dBFS; an answer is over after so much silence beyond its longest rest, and in any case after so
 * long, s (chosen by Halitus).
 */
const ANSWER = {
  loudDb: -45,
  quietS: { name: 0.8, hear: 0.9, notation: 1.6 },
  nameS: 10,
  notationS: 60,
} as const

/** When an answer is over. */
export function untilAnswered({ shows, line }: HomeTask): StopRule {
  const rest = Math.max(0, ...line.map((n) => (n.written === null ? n.ticks : 0)))
  const restS = (rest / TICKS) * (60 / HOME_ECHO.perMinute)
  const most = {
    name: ANSWER.nameS,
    hear: 3 * lineS(line, HOME_ECHO.perMinute) + 4,
    notation: ANSWER.notationS,
  }
  return firstOf(untilQuiet(ANSWER.loudDb, ANSWER.quietS[shows] + restS), forSeconds(most[shows]))
}

/** The tempo that a line was played at, from its first onset to its last; a line of one note has none of its own. */
function tempoOf(line: readonly LineNote[], notes: readonly NoteReport[]): number {
  const last = line.findLastIndex((n) => n.written !== null)
  const first = line.findIndex((n) => n.written !== null)
  const ticks = line.slice(first, last).reduce((sum, n) => sum + n.ticks, 0)
  const seconds = (notes.at(-1)?.startS ?? 0) - (notes[0]?.startS ?? 0)
  if (!(ticks > 0) || !(seconds > 0)) return HOME_ECHO.perMinute
  return Math.max(TEMPOS[0], Math.min(TEMPOS[1], (60 * ticks) / TICKS / seconds))
}

/** What is told first where several went otherwise: another note before one that came late. */
const WORST = [
  'wrong note',
  'missing',
  'late',
  'early',
  'too short',
  'too long',
  'slurred',
  'stroke',
] as const
const WORDS: Readonly<Record<(typeof WORST)[number], (place: number) => string>> = {
  'wrong note': (k) => `Note ${k} was another one.`,
  missing: (k) => `I didn’t hear note ${k}.`,
  late: (k) => `Note ${k} came a little late.`,
  early: (k) => `Note ${k} came a little early.`,
  'too short': (k) => `Let note ${k} sound longer.`,
  'too long': (k) => `Make note ${k} a little shorter.`,
  slurred: (k) => `Tongue note ${k}.`,
  stroke: (k) => `Slur into note ${k}.`,
}
function worst({ notes, extra }: LineAnswer): string {
  const of = (verdict: Answered['verdict']) => notes.findIndex((n) => n.verdict === verdict)
  for (const verdict of WORST) {
    if (verdict === 'late' && extra.length) return 'There was a note too many.'
    const k = of(verdict)
    if (k >= 0) return WORDS[verdict](k + 1)
  }
  return extra.length ? 'There was a note too many.' : 'All of it, in order.'
}

/**
 * An answer against what was asked, at the learner's own tempo.
 * @param heard notes as read on the instrument, and strokes
 * @param of whether strokes and slurs are judged, and pitch: a rhythm may be played on any note
 */
export function judgeTask(
  task: HomeTask,
  heard: { notes: readonly NoteReport[]; strokes: readonly HeardStroke[] },
  of: { articulation: boolean; pitch: boolean },
): HomeAnswer {
  const total = task.line.filter((n) => n.written !== null).length
  if (!heard.notes.length)
    return { right: false, hits: 0, of: total, words: 'I heard no tone. Try a little closer.' }
  if (task.shows === 'name') {
    const asked = task.line[0]!.written!
    // The longest is meant; what slipped on the way to it isn't.
    const longest = [...heard.notes].sort((a, b) => b.endS - b.startS - (a.endS - a.startS))[0]!
    const right = parseNote(longest.written).midi === parseNote(asked).midi
    return {
      right,
      hits: right ? 1 : 0,
      of: 1,
      words: right
        ? 'That’s it.'
        : `That was ${prettyNote(longest.written)}. Look at ${prettyNote(asked)} once.`,
    }
  }
  const answer = judgeLine(task.line, heard, tempoOf(task.line, heard.notes), of)
  const rightNotes = answer.notes.filter((n) => n.verdict === 'right').length
  const hits = Math.max(0, rightNotes - answer.extra.length)
  return { right: hits / total >= ECHOED, hits, of: total, words: worst(answer) }
}
