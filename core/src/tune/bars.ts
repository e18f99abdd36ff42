import { minus, quarters } from './fraction.ts'
import type { LineNote } from './line.ts'
import type { Bar, Part } from './model.ts'

/** Bars that are alike, from exactly to by their rhythm alone. */
export interface EqualBars {
  kind: 'exact' | 'transposed' | 'rhythm'
  /** Indices, in order. */
  measures: number[]
}

const at = (bar: Bar, n: number) => minus(bar.heads[n]!.onset, bar.start)
const rhythmOf = (bar: Bar) =>
  bar.heads
    .map((h, i) => `${quarters(at(bar, i))} ${quarters(h.duration)}${h.grace ? 'g' : ''}${h.tied ? 't' : ''}`)
    .join()
const shapeOf = (bar: Bar) =>
  `${rhythmOf(bar)}|${bar.heads.map((h) => h.writtenMidi - bar.heads[0]!.writtenMidi).join()}`
const exactOf = (bar: Bar) => `${rhythmOf(bar)}|${bar.heads.map((h) => h.writtenMidi).join()}`

function groups(part: Part, key: (bar: Bar) => string): number[][] {
  const found = new Map<string, number[]>()
  part.bars.forEach((bar, i) => {
    if (!bar.heads.length) return
    const k = key(bar)
    const group = found.get(k)
    if (group) group.push(i)
    else found.set(k, [i])
  })
  return [...found.values()].filter((g) => g.length > 1)
}

/**
 * Bars that are practised once: the same notes, the same notes moved by some semitones, the same rhythm. A looser group is
 * named only where it holds more than one stricter group does.
 * @example equalBars(part)[0] // { kind: 'exact', measures: [0, 4] }
 */
export function equalBars(part: Part): EqualBars[] {
  const exact = groups(part, exactOf)
  const kinds = [
    ['exact', exact, []],
    ['transposed', groups(part, shapeOf), exact],
    ['rhythm', groups(part, rhythmOf), groups(part, shapeOf)],
  ] as const
  return kinds.flatMap(([kind, all, stricter]) => {
    const size = new Map(stricter.flatMap((g) => g.map((m) => [m, g.length] as const)))
    return all
      .filter((g) => (size.get(g[0]!) ?? 1) < g.length)
      .map((measures) => ({ kind, measures: [...measures] }))
  })
}

/** For each bar the first that it equals exactly; undefined where it is the first itself. @example firstEqual(part)[4] // 0 */
export function firstEqual(part: Part): (number | undefined)[] {
  const first: (number | undefined)[] = part.bars.map(() => undefined)
  for (const group of groups(part, exactOf)) for (const m of group.slice(1)) first[m] = group[0]
  return first
}

/** Rests of whole bars, to be counted. */
export interface CountedRest {
  measure: number
  bars: number
}

/** Runs of bars in which nothing is played. @param notes of the line: one that is held on over a bar line is no rest */
export function restsOf(part: Part, notes: readonly LineNote[]): CountedRest[] {
  const found: CountedRest[] = []
  let n = 0
  part.bars.forEach((bar, measure) => {
    const [from, to] = [quarters(bar.start), quarters(bar.start) + quarters(bar.length)]
    while (n < notes.length && notes[n]!.onset + notes[n]!.duration <= from + 1e-6) n++
    if (n < notes.length && notes[n]!.onset < to - 1e-6) return
    const last = found.at(-1)
    if (last && last.measure + last.bars === measure) last.bars++
    else found.push({ measure, bars: 1 })
  })
  return found
}

/** A part of the piece that is practised as a whole. */
export interface Section {
  from: number
  to: number
  label?: string
  /** Against the rest of the piece, where it differs much. */
  pace?: 'slow' | 'fast'
}

/** A section is told by its texture where the notes of so many bars are so many times as dense as those before. */
const TEXTURE = { bars: 4, times: 2 } as const

const density = (counts: readonly number[], from: number, to: number) =>
  counts.slice(from, to).reduce((sum, c) => sum + c, 0) / Math.max(1, to - from)

/** Bars at which something new begins by what is written. */
function written(part: Part, measure: number): boolean {
  const [before, bar] = [part.bars[measure - 1]!, part.bars[measure]!]
  return !!(
    bar.label ||
    bar.turns.startsRepeat ||
    before.turns.endsRepeat ||
    before.doubleBar ||
    (before.turns.ending && !bar.turns.ending) ||
    part.tempos.some((t) => quarters(t.onset) > 0 && Math.abs(quarters(t.onset) - quarters(bar.start)) < 1e-6)
  )
}

/**
 * The sections of a part: from rehearsal marks, repeats, double bars and changes of tempo, and within them where it becomes
 * twice or half as dense (chosen by Halitus); the endings of a repeat belong to it.
 */
export function sectionsOf(part: Part, notes: readonly LineNote[]): Section[] {
  const counts = part.bars.map(() => 0)
  for (const n of notes) counts[n.measure]!++
  const starts = [0]
  for (let m = 1; m < part.bars.length; m++) {
    const ending = part.bars[m]!.turns.ending && part.bars[m - 1]!.turns.ending
    if (!ending && written(part, m)) {
      starts.push(m)
      continue
    }
    if (m - starts.at(-1)! < TEXTURE.bars || m + TEXTURE.bars > part.bars.length) continue
    const [before, after] = [density(counts, m - TEXTURE.bars, m), density(counts, m, m + TEXTURE.bars)]
    if (before && after && (after >= TEXTURE.times * before || before >= TEXTURE.times * after))
      starts.push(m)
  }
  const all = density(counts, 0, counts.length)
  return starts.map((from, i) => {
    const to = (starts[i + 1] ?? part.bars.length) - 1
    const label = part.bars[from]!.label
    const share = density(counts, from, to + 1) / all
    const pace = share >= 1.5 ? 'fast' : share <= 1 / 1.5 ? 'slow' : undefined
    return { from, to, ...(label && { label }), ...(pace && starts.length > 1 && { pace }) }
  })
}
