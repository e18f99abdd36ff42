import { describe, expect, it } from 'vitest'
import { sessionNow } from '@halitus/core/home'

const [YESTERDAY, TODAY] = ['2026-11-29T17:00', '2026-11-30T17:00']
/** A card with two rows and three sessions; ticks as `a1` for row a in session 1. */
const now = (...ticks: [string, string][]) =>
  sessionNow(
    {
      sessions: 3,
      rows: [{ id: 'a' }, { id: 'b' }],
      ticks: ticks.map(([t, at]) => ({ rowId: t[0]!, session: Number(t[1]), at })),
    },
    TODAY,
  )

describe('the session that is practised now', () => {
  it('is the first of a new card', () => expect(now()).toBe(1))
  it('goes on while something of today’s is left, and is the next one then', () => {
    expect(now(['a1', TODAY])).toBe(1)
    expect(now(['a1', TODAY], ['b1', TODAY])).toBe(2)
  })
  it('is another one the day after, whatever was left out', () => {
    expect(now(['a1', YESTERDAY])).toBe(2)
    expect(now(['a1', YESTERDAY], ['b1', TODAY])).toBe(2)
    expect(now(['a2', YESTERDAY])).toBe(3)
  })
  it('is none when the week’s were all begun and today’s is done', () => {
    expect(now(['a3', YESTERDAY])).toBeUndefined()
    expect(now(['a3', TODAY])).toBe(3)
    expect(now(['a3', TODAY], ['b3', TODAY])).toBeUndefined()
  })
  it('counts nothing of a row that is no longer there', () => expect(now(['x2', TODAY])).toBe(1))
})
