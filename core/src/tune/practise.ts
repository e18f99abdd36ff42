import { prettyNote } from '../pitch/index.ts'
import { firstEqual } from './bars.ts'
import type { Part } from './model.ts'
import type { Reading } from './reading.ts'

/** What is practised, in the order in which it is. */
export type PracticeKind = 'move' | 'bar' | 'before' | 'section' | 'joined'
/** A step of practising a piece. */
export interface PracticeStep {
  kind: PracticeKind
  /** Bars by index, both included. */
  from: number
  to: number
  /** “A to B”, “bar 6”. */
  title: string
  minutes: number
  /** Quarters a minute to begin at and to arrive at, and by how much it goes up. */
  ladder: { from: number; to: number; by: number; clean: number }
  why: string
}

/** Minutes that each step has by itself, and the tempo it begins at (common practice for the order, the numbers by Halitus). */
const STEPS: Readonly<Record<PracticeKind, { minutes: number; least: number; share: number }>> = {
  move: { minutes: 2, least: 1, share: 0.5 },
  bar: { minutes: 3, least: 1, share: 0.6 },
  before: { minutes: 4, least: 2, share: 0.7 },
  section: { minutes: 4, least: 2, share: 0.75 },
  joined: { minutes: 3, least: 1, share: 0.8 },
}
/** Up after so many clean ones, by so much of the tempo. */
const CLEAN = 5
const RUNG = 0.06
/** At most so many hard places in one week. */
const MOST_PLACES = 3
const SLOWEST = 30

const ladder = (kind: PracticeKind, bpm: number) => {
  const to = Math.round(bpm)
  return {
    from: Math.max(Math.min(SLOWEST, to), Math.round(bpm * STEPS[kind].share)),
    to,
    by: Math.max(2, Math.round(bpm * RUNG)),
    clean: CLEAN,
  }
}

/** Bars in words, by their written numbers. @example barsInWords(part, 4, 7) // 'bars 5 to 8' */
export const barsInWords = (part: Part, from: number, to: number): string => {
  const [a, b] = [part.bars[from]!.number, part.bars[to]!.number]
  return from === to ? `bar ${a}` : `bars ${a} to ${b}`
}

/**
 * The order in which a piece is practised, fitted into the minutes that there are: the hardest move, its bar, from two bars
 * before it, its section, then all joined (common practice). What doesn't fit is left for another day, from the less hard on.
 * @param minutes for all of it, at least 1 @param bpm where it is to arrive, quarters a minute
 */
export function practiceOrder(
  part: Part,
  reading: Pick<Reading, 'hardMoves' | 'sections' | 'newNotes'>,
  minutes: number,
  bpm: number,
): PracticeStep[] {
  const equal = firstEqual(part)
  const fresh = new Set(reading.newNotes.map((n) => n.measure))
  const steps: PracticeStep[] = []
  const seen = new Set<string>()
  const add = (kind: PracticeKind, from: number, to: number, title: string, why: string) => {
    const key = `${kind} ${from} ${to} ${kind === 'move' ? title : ''}`
    if (seen.has(key)) return
    seen.add(key)
    steps.push({ kind, from, to, title, minutes: STEPS[kind].minutes, ladder: ladder(kind, bpm), why })
  }
  const places: { measure: number }[] = []
  for (const move of reading.hardMoves) {
    if (places.length === MOST_PLACES) break
    const measure = equal[move.measure] ?? move.measure
    if (places.some((p) => p.measure === measure)) continue
    places.push({ measure })
    const others = move.measures.length - 1
    add(
      'move',
      measure,
      measure,
      `${prettyNote(move.from)} to ${prettyNote(move.to)}`,
      `${move.why}${others ? `; in ${others} more ${others === 1 ? 'bar' : 'bars'}` : ''}`,
    )
    add(
      'bar',
      measure,
      measure,
      barsInWords(part, measure, measure),
      fresh.has(measure) ? 'a new note in it' : 'the move in its place',
    )
    const before = Math.max(0, measure - 2)
    if (before < measure)
      add('before', before, measure, barsInWords(part, before, measure), 'two bars before it')
    const section = reading.sections.find((s) => s.from <= measure && measure <= s.to)
    if (section && section.to > section.from)
      add(
        'section',
        section.from,
        section.to,
        section.label ?? barsInWords(part, section.from, section.to),
        'its section',
      )
  }
  const last = part.bars.length - 1
  if (last > 0) add('joined', 0, last, 'joined', 'from the beginning to the end')
  if (!places.length && !steps.length) add('bar', 0, last, barsInWords(part, 0, last), 'all of it')
  return fitted(steps, minutes)
}

/** As much as there is time for: things get shorter before they drop out, the hardest place stays, joining comes last. */
function fitted(steps: readonly PracticeStep[], minutes: number): PracticeStep[] {
  const kept = steps.map((s) => ({ ...s }))
  const least = (list: readonly PracticeStep[]) => list.reduce((sum, s) => sum + STEPS[s.kind].least, 0)
  while (kept.length > 1 && least(kept) > minutes) {
    // The last but the joining goes; with one place left, the joining itself.
    const joined = kept.at(-1)!.kind === 'joined' && kept.length > 3
    kept.splice(joined ? -2 : -1, 1)
  }
  const wanted = kept.reduce((sum, s) => sum + STEPS[s.kind].minutes, 0)
  const spare = Math.max(0, Math.min(minutes, wanted) - least(kept))
  const over = wanted - least(kept)
  let given = 0
  kept.forEach((s) => {
    const more = over ? Math.floor((spare * (STEPS[s.kind].minutes - STEPS[s.kind].least)) / over) : 0
    s.minutes = STEPS[s.kind].least + more
    given += s.minutes
  })
  // Whole minutes: what is left goes to the first that may have more.
  for (const s of kept) {
    const more = Math.min(Math.min(minutes, wanted) - given, STEPS[s.kind].minutes - s.minutes)
    if (more <= 0) continue
    s.minutes += more
    given += more
  }
  return kept
}
