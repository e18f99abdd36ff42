import { describe, expect, it } from 'vitest'
import { arcsOver } from '../src/stages/fingers/arcs.ts'

const places: Record<string, { x: number; y: number }> = {
  A4: { x: 100, y: 200 },
  B4: { x: 120, y: 140 },
  C5: { x: 130, y: 140 },
}
const arc = (from: string, to: string, clean = 4, tries = 8) => ({ from, to, clean, tries, fails: false })
const over = (
  arcs: ReturnType<typeof arc>[],
  words: { x: number; y: number; width: number; height: number }[] = [],
) => arcsOver(arcs, (note) => places[note], 9, words)

describe('moves as arcs', () => {
  it('go from note to note, wide where they fail; a note off the map has none', () => {
    const [one, ...more] = over([arc('A4', 'B4'), arc('A4', 'G6')])
    expect(more).toEqual([])
    expect(one).toMatchObject({ from: 'A4', x: 110, width: 4.6 })
    expect(one!.path).toMatch(/^M 100 191 C 100 .*, 120 131$/)
    expect(over([arc('A4', 'B4', 0)])[0]!.width).toBe(7.6)
    expect(over([arc('A4', 'B4', 8)])[0]!.width).toBe(1.6)
  })
  it('have their counts above each other, not on each other', () => {
    const ys = over([arc('A4', 'B4'), arc('A4', 'C5'), arc('B4', 'C5')])
      .map((a) => a.y)
      .sort((a, b) => a - b)
    for (let i = 1; i < ys.length; i++) expect(ys[i]! - ys[i - 1]!).toBeGreaterThanOrEqual(15)
  })
  it('have no count on words that stand there', () => {
    const free = over([arc('A4', 'B4')])[0]!
    // A count of 56 by 15 stands about its middle, above its baseline.
    const words = (dx: number, dy: number) => ({ x: free.x + dx, y: free.y + dy, width: 100, height: 17 })
    expect(over([arc('A4', 'B4')], [words(-50, -13)])[0]!.y).toBeLessThanOrEqual(free.y - 13)
    expect(over([arc('A4', 'B4')], [words(28, -13)])[0]!.y).toBe(free.y)
    expect(over([arc('A4', 'B4')], [words(27, -13)])[0]!.y).toBeLessThan(free.y)
    expect(over([arc('A4', 'B4')], [words(-50, 0)])[0]!.y).toBe(free.y)
    expect(over([arc('A4', 'B4')], [words(-50, -32)])[0]!.y).toBe(free.y)
  })
})
