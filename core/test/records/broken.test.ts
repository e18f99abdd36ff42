import { afterEach, describe, expect, it, vi } from 'vitest'
import { instrument } from '@halitus/core/instruments'
import {
  aimFor,
  aimsOf,
  concernsOf,
  ENTRY_KINDS,
  factsOf,
  lineWords,
  notedWords,
  notesKnown,
  progressOf,
  RECORDS,
  rowsOf,
} from '@halitus/core/records'
import { entry, GOOD } from './entries.ts'

const clarinet = instrument('clarinet')
const TODAY = '2026-03-20T18:00:00'
const ALL = ENTRY_KINDS.map((kind) => entry(kind, GOOD[kind]))
const fails = () => {
  throw new TypeError('this history is out of joint')
}
/** Everything that a kind derives from its entries. */
const DERIVED = ['noted', 'line', 'series', 'concerns', 'rows', 'knows', 'facts'] as const

afterEach(() => void vi.restoreAllMocks())
function breakKinds(kinds: readonly (typeof ENTRY_KINDS)[number][]) {
  for (const name of kinds) {
    const kind = RECORDS[name] as unknown as Record<string, () => unknown> & { goal?: object }
    for (const part of DERIVED) if (kind[part]) vi.spyOn(kind, part).mockImplementation(fails)
    const goal = kind.goal as unknown as Record<string, () => unknown> | undefined
    if (goal) for (const part of ['next', 'about', 'title']) vi.spyOn(goal, part).mockImplementation(fails)
  }
}

describe('a history that can’t be worked out', () => {
  it('of every kind at once is said, and stops nothing', () => {
    breakKinds(ENTRY_KINDS)
    const said = concernsOf(ALL, clarinet, TODAY)
    expect(said).toHaveLength(1)
    expect(said[0]).toMatchObject({ kind: 'broken', weight: 75 })
    expect(said[0]!.sentence).toMatch(
      /^.+, .+, .+ and \d+ more can’t be worked out from what is kept; all else is$/,
    )
    expect(rowsOf(ALL, 'l1', clarinet, false)).toEqual([])
    expect(progressOf(ALL, clarinet)).toEqual([])
    expect(notesKnown(ALL, clarinet)).toEqual([])
    expect(factsOf(ALL)).toEqual({ weeksPlaying: 0 })
    expect(aimsOf(ALL, clarinet)).toHaveLength(1)
    for (const e of ALL) expect(notedWords(e, clarinet)).toBe(`${RECORDS[e.kind].title}: can’t be read`)
    for (const e of ALL) expect(lineWords(e.stage, [e])).toBe('noted')
    expect(aimFor([entry('bend', GOOD.bend)], clarinet, 'bend', 'mouthpiece')).toMatchObject({
      value: 10,
      why: 'What was noted can’t be worked out; this is the least. Set your own.',
    })
  })
  it('of one kind is named, and all others are as they were', () => {
    const whole = concernsOf(ALL, clarinet, TODAY)
    const rows = rowsOf(ALL, 'l1', clarinet, false)
    const mine = RECORDS.recalled.title
    breakKinds(['recalled'])
    expect(concernsOf(ALL, clarinet, TODAY)).toEqual([
      ...whole.filter((c) => c.kind !== 'recalled'),
      { kind: 'broken', weight: 75, sentence: `${mine} can’t be worked out from what is kept; all else is` },
    ])
    expect(JSON.stringify(rowsOf(ALL, 'l1', clarinet, false))).toBe(
      JSON.stringify(rows.filter((r) => r.id !== 'recall')),
    )
  })
  it('is nobody’s when nothing is wrong', () =>
    expect(concernsOf(ALL, clarinet, TODAY).some((c) => c.kind === 'broken')).toBe(false))
})
