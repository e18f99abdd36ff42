import { describe, expect, it } from 'vitest'
import { inventTune, lineOf, planBreaths, stretchesOf, type Part } from '@halitus/core/tune'
import { costOf, stageOf, stretchCost } from '../../src/tune/breaths.ts'
import { abc, read } from './files.ts'

const plan = (part: Part, bpm: number, capacityS: number, wishes: Parameters<typeof planBreaths>[4] = []) =>
  planBreaths(part, lineOf(part), bpm, capacityS, wishes)
const first = (part: Part, bpm: number, capacityS: number) => plan(part, bpm, capacityS)[0]!.breaths

describe('where to breathe', () => {
  // Exact: every choice of places is tried (exhaustive search), and the cheapest three are compared.
  it('costs what the cheapest of all choices costs', () => {
    let tried = 0
    for (let seed = 21_000; seed < 21_060; seed++)
      for (const capacityS of [1.5, 3, 5, 9]) {
        const text = inventTune(seed, 'x', { bars: 4, beats: 3, eighths: 0.4 })
          .split('\n')
          .slice(0, 7)
          .join('\n')
        const part = read(text).parts[0]!
        const line = lineOf(part)
        const stage = stageOf(part, line, 72)
        const places = stage.notes.map((_, i) => i).filter((i) => i && !stage.refilled[i])
        if (places.length > 12) continue
        const all = Array.from({ length: 1 << places.length }, (_, mask) =>
          costOf(stage, new Set(places.filter((__, bit) => (mask >> bit) & 1)), capacityS),
        ).sort((a, b) => a - b)
        const plans = planBreaths(part, line, 72, capacityS)
        plans.forEach((p, i) => expect(p.cost).toBeCloseTo(all[i]!, 9))
        tried++
      }
    expect(tried).toBeGreaterThan(60)
  })
  it('needs none where everything lies in one breath', () => {
    expect(first(abc('cdef|gfed|c4|'), 120, 10)).toEqual([])
  })
  it('breathes at the end of a slur, not inside it', () => {
    // Eight quarters at 60, a breath of five seconds.
    expect(first(abc('(cdef)|(gfed)|'), 60, 5)).toEqual([{ measure: 0, onset: 4 }])
    expect(first(abc('c(def|gf)ed|'), 60, 7).map((b) => b.onset)).not.toContain(4)
  })
  it('breathes after a long note rather than after a short one', () => {
    expect(first(abc('cde2|fgab|'), 60, 5)).toEqual([{ measure: 0, onset: 4 }])
    expect(first(abc('c2 de|f2ga|'), 60, 6.5)[0]!.onset % 4).toBe(2)
  })
  it('keeps the last note of a phrase with its phrase', () => {
    expect(first(abc('cdef|gab c2 z2 cdef'), 60, 6).map((b) => b.onset)).not.toContain(7)
  })
  it('never breaks a tie', () => {
    const breaths = first(abc('cdef-|f4-|f2 g2|'), 60, 5)
    expect(breaths.map((b) => b.onset)).not.toContain(4)
    expect(breaths.map((b) => b.onset)).not.toContain(8)
  })
  it.each([
    // At 60 a sixteenth and a bit: 0.29 s, 0.3 s, 0.31 s of rest.
    [1.03, 1],
    [1, 0],
    [0.97, 0],
  ])('a rest refills from 0.3 s on: tempo × %s', (by, breaths) => {
    // Eight quarters, a rest of a quarter between, then eight; at 200 a quarter is exactly 0.3 s.
    const part = abc('cdef|gfed|z cde|fgfe|d|')
    expect(first(part, 200 * by, 2.5)).toHaveLength(breaths)
  })
  it('counts a stretch that is reached just so as reached', () => {
    expect(stretchCost(8.5, 10)).toBe(0)
    expect(stretchCost(8.6, 10)).toBeGreaterThan(0)
    expect(stretchCost(10, 10)).toBeCloseTo(1.5)
    expect(stretchCost(11, 10)).toBeCloseTo(1.5 + 4)
  })
  it('breathes where playing goes back, so that each pass has its air', () => {
    expect(first(abc('cdef|gfed:|c4|'), 120, 30)).toEqual([{ measure: 1, onset: 8 }])
  })
  it('keeps a breath that was set by hand, avoids one that was taken away', () => {
    const part = abc('(cdef)|(gfed)|(cdef)|g4|')
    const [usual] = plan(part, 60, 5)
    expect(usual!.breaths.map((b) => b.onset)).toEqual([4, 8, 12])
    expect(plan(part, 60, 10, [{ onset: 2, wanted: true }])[0]!.breaths.map((b) => b.onset)).toContain(2)
    expect(plan(part, 60, 9, [{ onset: 8, wanted: false }])[0]!.breaths.map((b) => b.onset)).not.toContain(8)
  })
  it('gives stretches between refills with their seconds', () => {
    const part = abc('cdef|gfed|')
    expect(stretchesOf(part, lineOf(part), 60, [{ measure: 0, onset: 4 }])).toEqual([
      { from: 0, to: 3, seconds: 4 },
      { from: 4, to: 7, seconds: 4 },
    ])
  })
  it.each([
    [9.9, 8, 'The tempo is 9.9; allowed: 10 to 400 quarters a minute.'],
    [0, 8, 'The tempo is 0; allowed: 10 to 400 quarters a minute.'],
    [401, 8, 'The tempo is 401; allowed: 10 to 400 quarters a minute.'],
    [60, 0.4, 'The breath is 0.4; allowed: 0.5 to 120 s.'],
    [60, 121, 'The breath is 121; allowed: 0.5 to 120 s.'],
  ])('refuses a tempo of %s with a breath of %s s', (bpm, capacityS, sentence) => {
    expect(() => plan(abc('c4|'), bpm, capacityS)).toThrow(sentence)
  })
  it('takes the bounds themselves', () => {
    for (const [bpm, s] of [
      [10, 0.5],
      [400, 120],
    ] as const)
      expect(plan(abc('c4|'), bpm, s)).toHaveLength(1)
  })
})
