import { prettyNote } from '../pitch/index.ts'
import { firstEqual, type Section } from './bars.ts'
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

/** A section longer than this is practised by its phrases, so many bars each. */
const PHRASE = 4
const LONG_SECTION = 8

/** The section of a bar, or the phrase of it where it is long. */
function sectionOf(part: Part, sections: readonly Section[], measure: number) {
  const section = sections.find((s) => s.from <= measure && measure <= s.to) ?? {
    from: 0,
    to: part.bars.length - 1,
  }
  // What is all of it comes at the end as it is.
  const whole = section.from === 0 && section.to === part.bars.length - 1
  if (section.to - section.from < (whole ? PHRASE : LONG_SECTION)) return section
  const from = section.from + PHRASE * Math.floor((measure - section.from) / PHRASE)
  return { from, to: Math.min(section.to, from + PHRASE - 1) }
}

/**
 * The order in which a piece is practised, fitted into the minutes that there are: the hardest move, its bar, from two bars
 * before it, its section, then all joined (common practice). The next hard places follow while there is time for them.
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
  const last = part.bars.length - 1
  const step = (kind: PracticeKind, from: number, to: number, title: string, why: string): PracticeStep => ({
    kind,
    from,
    to,
    title,
    minutes: STEPS[kind].minutes,
    ladder: ladder(kind, bpm),
    why,
  })
  const seen = new Set<number>()
  const places = reading.hardMoves.flatMap((move) => {
    const measure = equal[move.measure] ?? move.measure
    if (seen.has(measure) || seen.size === MOST_PLACES) return []
    seen.add(measure)
    const others = move.measures.length - 1
    const [before, section] = [Math.max(0, measure - 2), sectionOf(part, reading.sections, measure)]
    return [
      [
        step(
          'move',
          measure,
          measure,
          `${prettyNote(move.from)} to ${prettyNote(move.to)}`,
          `${move.why}${others ? `; in ${others} more ${others === 1 ? 'bar' : 'bars'}` : ''}`,
        ),
        step(
          'bar',
          measure,
          measure,
          barsInWords(part, measure, measure),
          fresh.has(measure) ? 'a new note in it' : 'the move in its place',
        ),
        ...(before < measure && before !== section.from
          ? [step('before', before, measure, barsInWords(part, before, measure), 'two bars before it')]
          : []),
        ...(section.to > section.from
          ? [
              step(
                'section',
                section.from,
                section.to,
                ('label' in section && section.label) || barsInWords(part, section.from, section.to),
                'the phrase around it',
              ),
            ]
          : []),
      ],
    ]
  })
  const joined = last > 0 ? [step('joined', 0, last, 'joined', 'from the beginning to the end')] : []
  const all = (count: number) => [...places.slice(0, count).flat(), ...joined]
  const wanted = (steps: readonly PracticeStep[]) => steps.reduce((sum, s) => sum + STEPS[s.kind].minutes, 0)
  let count = places.length
  // A place that would leave too little for the others waits for another day.
  while (count > 1 && wanted(all(count)) > ROOM * minutes) count--
  const steps = all(count)
  return fitted(
    steps.length ? steps : [step('bar', 0, last, barsInWords(part, 0, last), 'all of it')],
    minutes,
  )
}

/** Steps may want so much more than there is: they are shortened. */
const ROOM = 1.3

/** As much as there is time for: steps get shorter before they drop out, joining stays while three are left. */
function fitted(steps: readonly PracticeStep[], minutes: number): PracticeStep[] {
  const kept = steps.map((s) => ({ ...s }))
  const least = (list: readonly PracticeStep[]) => list.reduce((sum, s) => sum + STEPS[s.kind].least, 0)
  while (kept.length > 1 && least(kept) > minutes) kept.splice(kept.length > 3 ? -2 : -1, 1)
  const wanted = kept.reduce((sum, s) => sum + STEPS[s.kind].minutes, 0)
  const whole = Math.max(least(kept), Math.min(minutes, wanted))
  for (const s of kept) s.minutes = STEPS[s.kind].least
  // Whole minutes, given in turn to whoever is furthest from what it wants.
  for (let left = whole - least(kept); left > 0; left--) {
    const next = kept.reduce((a, b) => (lacks(b) > lacks(a) ? b : a))
    next.minutes++
  }
  return kept
}
const lacks = (s: PracticeStep) => STEPS[s.kind].minutes - s.minutes
