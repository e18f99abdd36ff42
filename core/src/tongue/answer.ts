import { parseNote } from '../pitch/index.ts'
import type { HeardStroke, NoteReport } from '../sound/index.ts'
import { timesOf, type LineNote } from './line.ts'

/** How one note of a line was answered. */
export interface Answered {
  written: string
  /** When it should have begun, s from the first note. */
  dueS: number
  /** What became of it. */
  verdict:
    'right' | 'missing' | 'wrong note' | 'early' | 'late' | 'too short' | 'too long' | 'slurred' | 'stroke'
  /** How late it began, ms; early is negative; null where nothing was heard. */
  lateMs: number | null
  heard: string | null
}

/** A line as it was played. */
export interface Answer {
  notes: Answered[]
  /** Notes that weren't asked for, s from the first note. */
  extra: { atS: number; written: string }[]
  /** Share of the notes that were right. */
  right: number
  /** Beats a minute it was really played at, against the one asked for: more is faster. */
  tempo: number
}

/** An answer counts as right from this share of its notes on (chosen by Halitus). */
export const ECHOED = 0.9

/** Chosen by Halitus. */
export const ANSWER = {
  /** A note is in time within this share of the shortest length around it, and always within this, s. */
  inTime: 0.4,
  leastS: 0.07,
  /** It lasts right between these shares of its length. */
  shortest: 0.35,
  longest: 1.5,
  /** Costs of leaving one out, of one too many, and of another pitch, against being late by the shortest length. */
  missing: 1,
  extra: 1,
  wrong: 0.8,
} as const

/** What the ear heard of it. */
export interface HeardLine {
  notes: readonly NoteReport[]
  strokes: readonly HeardStroke[]
}

/** One played note: a stretch with one beginning. */
interface Played {
  startS: number
  endS: number
  midi: number
  tongued: boolean
}

/** Notes that follow each other within this, s, with no stroke between them were parted by nothing (chosen by Halitus). */
const SLIDES_S = 0.05
/** A stroke belongs to the note that begins so near to it, s. */
const AT_S = 0.045

const isTongued = (n: NoteReport, strokes: readonly HeardStroke[]) =>
  n.start.kind !== 'slurred' || strokes.some((s) => Math.abs(s.timeS - n.startS) < AT_S)

/** On a small part the pitch slides: what no stroke parted is one note, as long as all of it. */
export function strokedNotes({ notes, strokes }: HeardLine): NoteReport[] {
  return notes.reduce<NoteReport[]>((all, n) => {
    const before = all.at(-1)
    const slid = before && !isTongued(n, strokes) && n.startS - before.endS < SLIDES_S
    return slid ? [...all.slice(0, -1), { ...before, endS: n.endS, end: n.end }] : [...all, n]
  }, [])
}

const playedOf = (notes: readonly NoteReport[], strokes: readonly HeardStroke[], pitch: boolean): Played[] =>
  notes.map((n) => ({
    startS: n.startS,
    endS: n.endS,
    midi: pitch ? parseNote(n.written).midi : 0,
    tongued: isTongued(n, strokes),
  }))

/** Cheapest pairing of asked and played notes in order (edit distance: Wagner & Fischer, 1974). */
function paired(due: readonly { startS: number; midi: number }[], played: readonly Played[], scaleS: number) {
  const cost = due.map(() => new Float64Array(played.length + 1))
  const rows = [new Float64Array(played.length + 1).map((_, j) => j * ANSWER.extra), ...cost]
  const own = (i: number, j: number) =>
    Math.min(2, Math.abs(due[i]!.startS - played[j]!.startS) / scaleS) +
    (due[i]!.midi === played[j]!.midi ? 0 : ANSWER.wrong)
  for (let i = 1; i <= due.length; i++) {
    rows[i]![0] = i * ANSWER.missing
    for (let j = 1; j <= played.length; j++)
      rows[i]![j] = Math.min(
        rows[i - 1]![j - 1]! + own(i - 1, j - 1),
        rows[i - 1]![j]! + ANSWER.missing,
        rows[i]![j - 1]! + ANSWER.extra,
      )
  }
  const pairs: (number | null)[] = due.map(() => null)
  for (let i = due.length, j = played.length; i > 0 && j > 0;) {
    const here = rows[i]![j]!
    if (Math.abs(here - rows[i - 1]![j - 1]! - own(i - 1, j - 1)) < 1e-9) {
      pairs[i - 1] = j - 1
      i--
      j--
    } else if (Math.abs(here - rows[i - 1]![j]! - ANSWER.missing) < 1e-9) i--
    else j--
  }
  return { pairs, cost: rows[due.length]![played.length]! }
}

/** Slopes that a learner's tempo is looked for among, as a share of the one asked for. */
const TEMPOS = Array.from({ length: 21 }, (_, i) => 0.8 * 1.5625 ** (i / 20))

/**
 * How a line was played, against what was asked. An answer may begin when it likes and keep its own tempo within a fifth
 * when `free`; then only its proportions are judged.
 * @param perMinute beats a minute that were asked for
 * `articulation`: also judge whether strokes and slurs stood where they should; `pitch`: false judges the rhythm alone, as on a
 * part that sounds no written note
 */
export function judgeLine(
  line: readonly LineNote[],
  heard: HeardLine,
  perMinute: number,
  {
    free = true,
    articulation = true,
    pitch = true,
  }: { free?: boolean; articulation?: boolean; pitch?: boolean } = {},
): Answer {
  const asked = timesOf(line, perMinute).map((n) => ({ ...n, midi: pitch ? parseNote(n.written).midi : 0 }))
  const sounded = pitch ? heard.notes : strokedNotes(heard)
  const played = playedOf(sounded, heard.strokes, pitch)
  const shortest = Math.min(...asked.map((n) => n.lengthS))
  const scaleS = Math.max(ANSWER.leastS * 2, shortest)
  if (!played.length || !asked.length)
    return {
      notes: asked.map((n) => ({
        written: n.written,
        dueS: n.startS,
        verdict: 'missing',
        lateMs: null,
        heard: null,
      })),
      extra: [],
      right: 0,
      tempo: 1,
    }
  // Any of the first notes may be the first that was asked for.
  let best: { cost: number; pairs: (number | null)[]; shiftS: number; stretch: number } | undefined
  for (const stretch of free ? TEMPOS : [1])
    for (const first of played.slice(0, 3))
      for (const anchor of asked.slice(0, 2)) {
        const shiftS = first.startS - anchor.startS / stretch
        const moved = asked.map((n) => ({ startS: n.startS / stretch + shiftS, midi: n.midi }))
        const { pairs, cost } = paired(moved, played, scaleS)
        // A tempo of one's own is chosen only for a reason.
        const all = cost + 0.3 * Math.abs(Math.log(stretch))
        if (!best || all < best.cost - 1e-9) best = { cost: all, pairs, shiftS, stretch }
      }
  const { pairs, stretch } = best!
  // Where it lies best over all: the middle of what is left.
  const rest = pairs
    .flatMap((j, i) => (j === null ? [] : [played[j]!.startS - asked[i]!.startS / stretch]))
    .sort((a, b) => a - b)
  const shiftS = rest[rest.length >> 1] ?? best!.shiftS
  const notes = asked.map((n, i): Answered => {
    const dueS = n.startS / stretch
    const j = pairs[i]
    const p = j === null || j === undefined ? undefined : played[j]
    if (!p) return { written: n.written, dueS, verdict: 'missing', lateMs: null, heard: null }
    const late = p.startS - dueS - shiftS
    const around = Math.min(n.lengthS, asked[i - 1]?.lengthS ?? Infinity) / stretch
    const inTime = Math.max(ANSWER.leastS, ANSWER.inTime * around)
    const share = (p.endS - p.startS) / (n.lengthS / stretch)
    const slurs = n.begins === 'slur'
    const verdict =
      p.midi !== n.midi
        ? 'wrong note'
        : late > inTime
          ? 'late'
          : late < -inTime
            ? 'early'
            : articulation && i > 0 && slurs && p.tongued
              ? 'stroke'
              : articulation && i > 0 && !slurs && !p.tongued
                ? 'slurred'
                : share < ANSWER.shortest
                  ? 'too short'
                  : share > ANSWER.longest
                    ? 'too long'
                    : 'right'
    return {
      written: n.written,
      dueS,
      verdict,
      lateMs: 1000 * late,
      heard: sounded[j!]!.written,
    }
  })
  const used = new Set(pairs)
  return {
    notes,
    extra: played.flatMap((p, j) =>
      used.has(j) ? [] : [{ atS: p.startS - shiftS, written: sounded[j]!.written }],
    ),
    right: notes.filter((n) => n.verdict === 'right').length / notes.length,
    tempo: stretch,
  }
}

const NAMES: Readonly<Record<Answered['verdict'], string>> = {
  right: 'right',
  missing: 'missing',
  'wrong note': 'another note',
  early: 'early',
  late: 'late',
  'too short': 'too short',
  'too long': 'too long',
  slurred: 'slurred, should be tongued',
  stroke: 'tongued, should be slurred',
}

/** What went otherwise than asked, most first, in words; empty when all was right. @example answerWords({ notes: [], extra: [], right: 1, tempo: 1 }) // [] */
export function answerWords(answer: Answer): string[] {
  const counts = new Map<string, number[]>()
  answer.notes.forEach((n, i) => {
    if (n.verdict !== 'right') counts.set(n.verdict, [...(counts.get(n.verdict) ?? []), i + 1])
  })
  const said = [...counts]
    .sort((a, b) => b[1].length - a[1].length)
    .map(([verdict, places]) => {
      const where = places.length > 4 ? `${places.length} notes` : `note ${places.join(', ')}`
      return `${where}: ${NAMES[verdict as Answered['verdict']]}`
    })
  if (answer.extra.length) said.push(`${answer.extra.length} too many`)
  return said
}

/** What the next pattern is like: harder when nearly all was right twice, easier when much wasn't. @example nextLevel(2, [1, 0.95]) // 3 */
export function nextLevel(level: number, rights: readonly number[], most = 5): number {
  const [before, last] = rights.slice(-2).length === 2 ? rights.slice(-2) : [undefined, rights.at(-1)]
  if (last === undefined) return level
  if (last < 0.6) return Math.max(1, level - 1)
  if (before !== undefined && before >= 0.9 && last >= 0.9) return Math.min(most, level + 1)
  return level
}
