import { byLikelihood, moveFinder, outOfStep } from '../fingering/index.ts'
import { fingerSystem, instrument, type FingerSystem } from '../instruments/index.ts'
import { noteName, prettyNote } from '../pitch/index.ts'
import { judgePlayed, type JudgedNote, type Judgement, type Played } from './judged.ts'
import { lineOf, NEAR, type LineNote } from './line.ts'
import type { Part } from './model.ts'

/** A note as it was heard, with how it began where that was told. */
export interface HeardNote extends Played {
  begins?: 'tongue' | 'slur' | undefined
}

export type FaultKind = 'wrong' | 'missing' | 'between' | 'late' | 'early' | 'tongued' | 'slurred'
/** Something that went wrong, with what it was and what to do about it. */
export interface Fault {
  kind: FaultKind
  measure: number
  /** Index in the line. */
  note: number
  /** “E5 between: right ring late”. */
  words: string
  /** What to do about it, said aloud. */
  todo: string
}
/** A breath that was heard: before the note at `onset`. */
export interface TakenBreath {
  measure: number
  onset: number
  planned: boolean
}
export interface PlayedVerdict extends Judgement {
  /** Indices in the line for each judged note. */
  line: number[]
  /** One mark a bar: c clean, w another note, m missing, l late or early, b a note between, r played again, - not reached. */
  bars: string
  /** The worst first, then in order of time. */
  faults: Fault[]
  breaths: TakenBreath[]
  /** Notes that were off against the studio’s A, by their median: the furthest first, cents. */
  tuning: { written: string; cents: number; times: number }[]
}

/** From here on something is told (chosen by Halitus, above what a steady player scatters). */
const TOLD = {
  /** A note that comes late or early: s, and share of the time it had. */
  lateS: 0.1,
  lateShare: 0.2,
  /** A note nobody wrote that is shorter than this, between two that were right, was fingers on their way, s. */
  betweenS: 0.25,
  /** Silence that no rest asked for: somebody breathed, s. */
  breathS: 0.2,
  /** Tuning, cents and times. */
  cents: 15,
  times: 2,
} as const
/** Which faults are told first, and the mark that their bar gets. */
const WORST: Readonly<Record<FaultKind, { rank: number; mark: string }>> = {
  wrong: { rank: 0, mark: 'w' },
  missing: { rank: 0, mark: 'm' },
  between: { rank: 1, mark: 'b' },
  late: { rank: 2, mark: 'l' },
  early: { rank: 2, mark: 'l' },
  tongued: { rank: 3, mark: 'c' },
  slurred: { rank: 3, mark: 'c' },
}
const MARKS = ['-', 'c', 'r', 'l', 'b', 'm', 'w']

const TODO: Readonly<Record<FaultKind, string>> = {
  wrong: 'Say the names of its notes aloud, finger them in silence, then slowly.',
  missing: 'Only its rhythm first, on one note; then with all its notes.',
  between: 'The two notes back and forth: in silence, then slurred, the late finger first.',
  late: 'The two notes back and forth on the beat; the fingers lie ready before it.',
  early: 'Count the note before to its end; the fingers wait for the beat.',
  tongued: 'One breath over the slur, the tongue stays down.',
  slurred: 'The syllable on each of these notes first, then with the fingers.',
}

const inTenths = (s: number) => {
  const tenths = Math.round(Math.abs(s) * 10)
  return tenths === 1 ? 'a tenth of a second' : `${tenths} tenths of a second`
}

/** A note between two of the line, and who was late for it. */
function between(
  system: FingerSystem,
  from: LineNote,
  to: LineNote,
  ways: readonly (readonly string[])[],
  i: number,
  midi: number,
): string {
  const sounds = midi - (to.midi - to.writtenMidi)
  const name = prettyNote(noteName(sounds))
  const move = moveFinder(system).move(
    { touches: ways[i - 1]!, written: from.written },
    { touches: ways[i]!, written: to.written },
  )
  const found = byLikelihood(system, move).find(
    (b) => b.sounds !== 'unknown' && noteName(Math.round(sounds)) === b.sounds,
  )
  return found
    ? `${name} between, ${outOfStep(system, found)}`
    : `${name} sounds before ${prettyNote(to.written)}`
}

/** Which note of the line each judged one is: their bar and head say so. */
function linesOf(notes: readonly LineNote[], judged: readonly JudgedNote[]): number[] {
  const at = new Map(notes.map((n, i) => [`${n.measure} ${n.index}`, i] as const))
  return judged.map((j) => at.get(`${j.measure} ${j.index}`)!)
}

/**
 * What there is to say of a take of a tune: every note, every bar, what went wrong and what to do, where breath was taken, what
 * was out of tune.
 * @param part as it is read on the player’s instrument @param heard in order of time @param bpm asked for, quarters a minute
 * @param ways touches for each note of the line @param planned onsets before which a breath was planned
 * @throws as `judgePlayed`
 */
export function playedVerdict(
  part: Part,
  heard: readonly HeardNote[],
  bpm: number,
  ways: readonly (readonly string[])[],
  planned: readonly number[] = [],
): PlayedVerdict {
  const { notes } = lineOf(part)
  const inOrder = [...heard].sort((a, b) => a.onsetS - b.onsetS)
  const judgement = judgePlayed(part, inOrder, bpm)
  const line = linesOf(notes, judgement.notes)
  const system = fingerSystem(instrument(part.instrument!))
  const all: Fault[] = []
  // What lies before the first and after the last that was played wasn’t reached.
  const reached = judgement.notes.map((j) => j.played !== undefined)
  const [first, last] = [reached.indexOf(true), reached.lastIndexOf(true)]
  const empty = new Set<number>()
  for (let k = 0; k < judgement.notes.length;) {
    let to = k
    while (judgement.notes[to + 1]?.measure === judgement.notes[k]!.measure) to++
    if (!reached.slice(k, to + 1).some(Boolean)) for (let i = k; i <= to; i++) empty.add(i)
    k = to + 1
  }
  const add = (kind: FaultKind, k: number, words: string) =>
    all.push({ kind, measure: judgement.notes[k]!.measure, note: line[k]!, words, todo: TODO[kind] })
  judgement.notes.forEach((j, k) => {
    if (k < first || k > last || empty.has(k)) return
    const note = notes[line[k]!]!
    const name = prettyNote(note.written)
    if (j.verdict === 'missing') return void add('missing', k, `${name} missing`)
    const own = inOrder[j.played!]!
    if (j.verdict === 'wrong') {
      const other = Math.round(own.midi - (note.midi - note.writtenMidi))
      return void add('wrong', k, `${prettyNote(noteName(other))} instead of ${name}`)
    }
    const before = judgement.notes[k - 1]
    const since =
      before?.played !== undefined ? own.onsetS - inOrder[before.played]!.onsetS - (j.lateS ?? 0) : 0
    const told = Math.max(TOLD.lateS, TOLD.lateShare * since)
    if (j.lateS !== undefined && Math.abs(j.lateS) >= told - NEAR)
      add(j.lateS > 0 ? 'late' : 'early', k, `${name} ${inTenths(j.lateS)} ${j.lateS > 0 ? 'late' : 'early'}`)
    const previous = notes[line[k]! - 1]
    if (!previous || line[k - 1] !== line[k]! - 1 || previous.rest > 0) return
    if (previous.slurred && own.begins === 'tongue') add('tongued', k, `${name} tongued under the slur`)
    if (!previous.slurred && own.begins === 'slur' && previous.writtenMidi !== note.writtenMidi)
      add('slurred', k, `${name} slurred, its stroke is missing`)
  })
  for (const x of judgement.extra) {
    const stray = inOrder[x]!
    const k = judgement.notes.findIndex((j) => j.played === x + 1)
    const i = line[k]
    if (
      stray.durationS > TOLD.betweenS ||
      i === undefined ||
      i === 0 ||
      judgement.notes[k]!.verdict === 'wrong'
    )
      continue
    if (judgement.notes[k - 1]?.played !== x - 1) continue
    add('between', k, between(system, notes[i - 1]!, notes[i]!, ways, i, stray.midi))
  }
  all.sort((a, b) => WORST[a.kind].rank - WORST[b.kind].rank || a.note - b.note)
  return {
    ...judgement,
    line,
    bars: marksOf(part, judgement, all, empty),
    faults: all,
    breaths: breathsIn(judgement, line, notes, inOrder, planned),
    tuning: tuningOf(judgement, line, notes, inOrder),
  }
}

/** One mark a bar: of what was found in it, the worst. */
function marksOf(
  part: Part,
  { notes }: Judgement,
  faults: readonly Fault[],
  empty: ReadonlySet<number>,
): string {
  const marks = part.bars.map(() => '-')
  const raise = (measure: number, mark: string) => {
    if (MARKS.indexOf(mark) > MARKS.indexOf(marks[measure]!)) marks[measure] = mark
  }
  notes.forEach((j, k) => {
    if (!empty.has(k) && j.played !== undefined) raise(j.measure, j.verdict === 'repeated' ? 'r' : 'c')
  })
  for (const f of faults) raise(f.measure, WORST[f.kind].mark)
  return marks.join('')
}

/** Silence between two notes that follow each other, where no rest stands. */
function breathsIn(
  { notes: judged }: Judgement,
  line: readonly number[],
  notes: readonly LineNote[],
  heard: readonly HeardNote[],
  planned: readonly number[],
): TakenBreath[] {
  return judged.flatMap((j, k) => {
    const before = judged[k - 1]
    if (j.played === undefined || before?.played !== j.played - 1 || line[k] !== line[k - 1]! + 1) return []
    const [from, to] = [heard[before.played]!, heard[j.played]!]
    const written = notes[line[k - 1]!]!
    if (written.rest > 0 || to.onsetS - from.onsetS - from.durationS < TOLD.breathS - NEAR) return []
    const { onset } = notes[line[k]!]!
    return [{ measure: before.measure, onset, planned: planned.some((p) => Math.abs(p - onset) < NEAR) }]
  })
}

/** Notes that were off, by the median of all times that they came. */
function tuningOf(
  { notes: judged }: Judgement,
  line: readonly number[],
  notes: readonly LineNote[],
  heard: readonly HeardNote[],
) {
  const by = new Map<string, number[]>()
  judged.forEach((j, k) => {
    if (j.played === undefined || j.verdict === 'wrong') return
    const note = notes[line[k]!]!
    by.set(note.written, [...(by.get(note.written) ?? []), 100 * (heard[j.played]!.midi - note.midi)])
  })
  return [...by]
    .map(([written, all]) => ({
      written,
      cents: Math.round([...all].sort((a, b) => a - b)[all.length >> 1]!),
      times: all.length,
    }))
    .filter((t) => t.times >= TOLD.times && Math.abs(t.cents) > TOLD.cents)
    .sort((a, b) => Math.abs(b.cents) - Math.abs(a.cents))
}
