import { articulated, SCHEMES, TICKS, type SchemeId } from '../tongue/index.ts'
import { OutOfRange } from '../errors/index.ts'
import { lineOf } from './line.ts'
import type { Part } from './model.ts'

/** Which notes are tongued in some bars. */
export interface OtherStrokes {
  scheme: SchemeId
  /** Bars by index, both included. */
  from: number
  to: number
}

/**
 * A part with other strokes and slurs in some of its bars, as a scheme of the tongue lays them; the rest stays as written.
 * @throws OutOfRange for a scheme that nobody knows @throws TuneError for a silent part
 * @example withStrokes(part, { scheme: 'slur-two', from: 0, to: 3 })
 */
export function withStrokes(part: Part, { scheme, from, to }: OtherStrokes): Part {
  if (!SCHEMES.some((s) => s.id === scheme))
    throw new OutOfRange(
      `“${scheme}” is no way to tongue; there are ${SCHEMES.map((s) => s.id).join(', ')}.`,
      'scheme',
    )
  const { notes } = lineOf(part)
  const slurred = notes.map((n) => n.slurred)
  const inside = notes.flatMap((n, i) => (n.measure >= from && n.measure <= to ? [i] : []))
  const [first, last] = [inside[0], inside.at(-1)]
  if (first === undefined || last === undefined) return part
  const line = inside.flatMap((i) => {
    const n = notes[i]!
    const note = { written: n.written as string | null, ticks: n.duration * TICKS, begins: 'tongue' as const }
    return n.rest && i !== last
      ? [note, { written: null, ticks: n.rest * TICKS, begins: 'tongue' as const }]
      : [note]
  })
  const begins = articulated(line, scheme)
    .filter((n) => n.written !== null)
    .map((n) => n.begins)
  // Into the range and out of it the tongue begins anew.
  if (first > 0) slurred[first - 1] = false
  inside.forEach((i, k) => (slurred[i] = begins[k + 1] === 'slur'))
  const starts = new Map<string, [from: number, to: number]>()
  notes.forEach((n, i) => {
    const before = i > 0 && slurred[i - 1]!
    starts.set(`${n.measure} ${n.index}`, [Number(slurred[i] && !before), Number(!slurred[i] && before)])
  })
  return {
    ...part,
    bars: part.bars.map((bar, m) => ({
      ...bar,
      heads: bar.heads.map((head, index) => {
        const [slurFrom, slurTo] = starts.get(`${m} ${index}`) ?? [0, 0]
        return { ...head, slurFrom, slurTo }
      }),
    })),
  }
}
