import { describe, expect, it } from 'vitest'
import type { SheetAnswer } from '@halitus/core/contract'
import { placeAt, ribbonPieces, type Places } from '@/stages/tune/places.ts'
import { commasOf, hardArcs, newRings, orderDiscs, paleBars, ribbonsOf } from '@/stages/tune/read-over.ts'

/** Two systems of two bars with two notes each, 100 px apart. */
function drawn(): Places {
  const notes = new Map<
    number,
    { left: number; right: number; top: number; bottom: number; x: number; y: number; system: number }
  >()
  for (let i = 0; i < 8; i++) {
    const system = Math.floor(i / 4)
    const x = 100 + 100 * (i % 4)
    const y = 50 + 200 * system
    notes.set(i, { x, y, left: x - 6, right: x + 6, top: y - 5, bottom: y + 5, system })
  }
  const bars = new Map(
    [0, 1, 2, 3].map((m) => {
      const system = Math.floor(m / 2)
      return [
        m,
        {
          left: 40 + 220 * (m % 2),
          right: 260 + 220 * (m % 2),
          top: 40 + 200 * system,
          bottom: 72 + 200 * system,
          system,
        },
      ] as const
    }),
  )
  const systems = [0, 1].map((s) => ({ left: 40, right: 480, top: 40 + 200 * s, bottom: 72 + 200 * s }))
  return { width: 500, height: 400, notes, bars, systems }
}
const sheet = {
  bars: [0, 1, 2, 3].map((m) => ({
    number: String(m + 1),
    start: 2 * m,
    quarters: 2,
    ...(m > 1 && { as: m - 2 }),
  })),
  notes: Array.from({ length: 8 }, (_, i) => ({
    measure: Math.floor(i / 2),
    onset: i,
    duration: 1,
    rest: 0,
    written: i === 3 ? 'C#5' : 'A4',
  })),
  reading: {
    newNotes: [{ written: 'C#5', measure: 1 }],
    hardMoves: [
      { from: 'A4', to: 'C#5', onset: 3 },
      { from: 'C#5', to: 'A4', onset: 4 },
    ],
  },
  capacity: { seconds: 10 },
  steps: [
    { kind: 'move', from: 1 },
    { kind: 'bar', from: 1 },
    { kind: 'joined', from: 0 },
  ],
} as unknown as SheetAnswer
const plan = {
  breaths: [
    { measure: 0, onset: 2 },
    { measure: 1, onset: 4 },
  ],
  stretches: [
    { from: 0, to: 3, seconds: 5, reached: 0.95 },
    { from: 3, to: 5, seconds: 9, reached: 0.6 },
  ],
} as unknown as SheetAnswer['plans'][number]

describe('what is drawn onto a sheet', () => {
  it('makes bars that are alike pale, says it once for a run, and leaves the clef', () => {
    const pale = paleBars(drawn(), sheet)
    expect(pale.map((p) => [p.m, p.words])).toEqual([
      [2, 'as bar 1'],
      [3, ''],
    ])
    expect(pale[0]!.from).toBe(94 - 16)
    expect(pale[1]!.from).toBe(260)
  })
  it('rings what is new, below the staff, names never on one another', () => {
    expect(newRings(drawn(), sheet)).toEqual([expect.objectContaining({ index: 3, words: 'C♯5 new', y: 94 })])
    const two = {
      ...sheet,
      reading: {
        ...sheet.reading,
        newNotes: [
          { written: 'A4', measure: 0 },
          { written: 'C#5', measure: 1 },
        ],
      },
    }
    const close = drawn()
    close.notes.get(3)!.x = 110
    const [a, b] = newRings(close, two as SheetAnswer)
    expect(b!.x - a!.x).toBeGreaterThanOrEqual(76)
  })
  it('bows the hardest moves, with how they went, also from the line before', () => {
    const arcs = hardArcs(drawn(), sheet, (from) => (from === 'A4' ? '6 of 8' : ''))
    expect(arcs.map((a) => [a.rank, a.words, a.d.slice(0, 8)])).toEqual([
      [0, '6 of 8', 'M300 32C'],
      [1, '', 'M66 232C'],
    ])
  })
  it('sets commas between heads, and at the end of a line', () => {
    expect(commasOf(drawn(), sheet, plan).map((c) => [c.onset, c.x])).toEqual([
      [2, 250],
      [4, 440],
    ])
    expect(commasOf(drawn(), sheet, undefined)).toEqual([])
  })
  it('draws what is left of a breath, and says where it is tight', () => {
    const ribbons = ribbonsOf(drawn(), sheet, plan)
    // The second runs over the end of its line.
    expect(ribbons).toHaveLength(3)
    expect(ribbons.map((r) => r.words)).toEqual(['', '', 'reached in 6 of 10'])
  })
  it('puts discs over bars, side by side, none for the whole', () => {
    expect(orderDiscs(drawn(), sheet).map((d) => [d.n, d.x])).toEqual([
      [1, 300],
      [2, 330],
    ])
  })
})

describe('places', () => {
  it('lie on the way to the next head, or to the end of the bar or line', () => {
    expect(placeAt(drawn(), 0, 0.5)!.x).toBeCloseTo(100 + 0.5 * (194 - 4 - 100 + 0), 0)
    expect(placeAt(drawn(), 3, 1)!.x).toBe(474)
    expect(placeAt(drawn(), 0, 1, { duration: 1, rest: 1 })!.x).toBeCloseTo(145, 0)
    const alone = drawn()
    alone.notes.delete(1)
    expect(placeAt(alone, 0, 1, { duration: 1, rest: 0, measure: 0 })!.x).toBe(254)
  })
  it('narrow from full to what is left', () => {
    const [first, second] = ribbonPieces(drawn(), { from: 2, to: 5, seconds: 5 }, 0.5)
    expect([first!.from, first!.to]).toEqual([1, 0.75])
    expect([second!.from, second!.to]).toEqual([0.75, 0.5])
  })
})
