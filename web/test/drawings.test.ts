import { describe, expect, it } from 'vitest'
import { allInstruments, fingerSystem, instrument, standardFingering } from '@halitus/core/instruments'
import { flow, heldOf, lying, pointOf, wrongOf, type Source } from '@/drawings/index.ts'

const source = (id: string, endX: number, shares: number[]): Source => ({
  id,
  words: id,
  short: id,
  tone: 'air',
  endX,
  shares,
})
const SPACE = { left: 100, width: 1000, levels: [0, 50, 90], endY: 150 }

describe('streams', () => {
  const streams = flow([source('far', 900, [0.5, 0.2, 0.1]), source('near', 200, [0.5, 0.8, 0.9])], SPACE)
  it('lie in the order of their ends, beside each other, a little apart', () => {
    expect(streams.map((s) => s.source.id)).toEqual(['near', 'far'])
    expect(streams.map((s) => s.head)).toEqual([
      { middle: 348, width: 496 },
      { middle: 848, width: 496 },
    ])
    expect(streams.map((s) => s.foot)).toEqual([
      { middle: 548, width: 896 },
      { middle: 1048, width: 96 },
    ])
  })
  it('end where they are told to, the likelier the wider', () => {
    const ends = streams.map((s) => /L([\d.]+) 150C/.exec(s.path)![1])
    // Half a width of 1.5 to 12 px, by what is believed at last: 0.9 and 0.1.
    expect(ends.map(Number)).toEqual([200 + 1.5 + 0.9 * 10.5, 900 + 1.5 + 0.1 * 10.5])
  })
  it('what nobody believes in is still a line', () =>
    expect(flow([source('none', 5, [0, 0, 0])], SPACE)[0]!.foot.width).toBe(1.5))
})

describe('an instrument, lying', () => {
  it.each(allInstruments().map((i) => i.id))('the %s fits its width, at a phone’s too', (id) => {
    const inst = instrument(id)
    const system = fingerSystem(inst)
    for (const width of [360, 736, 1140])
      for (const note of [inst.teaching.firstNotes[0]!, inst.range.full[0]]) {
        const held = new Set(standardFingering(inst, note).touches)
        const d = lying(system, held, width)
        const xs = [...d.holes.map((h) => h.x), ...d.held.map((h) => h.x), ...d.paddles.map((p) => p.x)]
        expect(Math.min(...xs, d.column.from), `${note} at ${width}`).toBeGreaterThanOrEqual(10)
        expect(Math.max(...xs, d.column.to), `${note} at ${width}`).toBeLessThanOrEqual(width - 10)
        // Discs of neighbouring fingers never cover each other.
        const places = d.holes.map((h) => h.x).sort((a, b) => a - b)
        for (const [i, x] of places.slice(1).entries())
          expect(x - places[i]!).toBeGreaterThan(2 * d.holes[0]!.r)
        expect(d.held.every((h) => h.y > 12 && h.y < d.height - 12)).toBe(true)
        // All that is held is drawn: on the tube, or beside it.
        expect(d.holes.filter((h) => h.closed).length + d.held.length).toBe(
          new Set([...held].map((t) => t.replace(/:half$/, ''))).size,
        )
      }
  })
  it('the clarinet’s low E sounds with its whole length, open G with a third of it', () => {
    const inst = instrument('clarinet')
    const share = (note: string) => {
      const { column } = lying(fingerSystem(inst), new Set(standardFingering(inst, note).touches), 1140)
      return (column.to - column.from) / (1140 - 88)
    }
    expect(share('E3')).toBeCloseTo(1, 5)
    // Its first open hole lies 194 of 664 mm down.
    expect(share('G4')).toBeCloseTo(194 / 664, 2)
  })
})

describe('a mouth', () => {
  it.each(allInstruments().map((i) => i.id))(
    'every sign that a %s player’s face shows has its point, and moves it',
    (id) => {
      const inst = instrument(id)
      for (const sign of inst.mouth.seen) {
        const point = pointOf(sign)
        expect(point, sign).toBeDefined()
        expect(wrongOf([sign]), sign).not.toEqual(wrongOf([]))
        const half = point!.view === 'front' ? [-62, 62] : [-46, 64]
        expect(point!.x).toBeGreaterThan(half[0]!)
        expect(point!.x).toBeLessThan(half[1]!)
      }
      // Words of one view never lie on each other: a line is 5.6 mm high.
      for (const view of ['front', 'side'] as const) {
        const lines = inst.mouth.seen.flatMap((s) => (pointOf(s)?.view === view ? [pointOf(s)!.words] : []))
        for (const [i, a] of lines.entries())
          for (const b of lines.slice(i + 1))
            expect(a.anchor !== b.anchor || Math.abs(a.y - b.y) >= 5.6, `${view} ${a.y} ${b.y}`).toBe(true)
      }
    },
  )
  it('too little draws the tip out, too much in; both ends together are the last that was said', () => {
    expect(wrongOf(['sees-little']).outMm).toBeGreaterThan(0)
    expect(wrongOf(['sees-much']).outMm).toBeLessThan(0)
    expect(wrongOf(['sees-little', 'cheeks'])).toMatchObject({ outMm: 8, cheeks: true })
  })
  it('a clarinet lies steep, a saxophone nearly level, a flute across', () => {
    const steep = (id: string) => heldOf(instrument(id)).steep
    expect(steep('clarinet')).toBeGreaterThan(40)
    expect(steep('alto-sax')).toBeLessThan(20)
    expect(heldOf(instrument('flute')).kind).toBe('plate')
  })
})
