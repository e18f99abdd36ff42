import { describe, expect, it } from 'vitest'
import { practisedItems, sessionNow } from '@halitus/core/home'

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

describe('what was done, item by item', () => {
  const rows = [
    { id: 'tone', title: 'Long tone', asks: { value: 14 as number | null, unit: 's' } },
    { id: 'tune', title: 'Tune' },
  ]
  const tick = (rowId: string, session: number) => ({ rowId, session })
  const number = (row: string, value: number, unit = 's') => ({ row, value, unit })
  const items = (ticks: ReturnType<typeof tick>[], numbers: ReturnType<typeof number>[] = [], of = rows) =>
    practisedItems({ sessions: 5, rows: of, ticks, numbers })

  it('counts sessions once, and tells the best number in the row’s own unit', () => {
    expect(
      items(
        [tick('tone', 1), tick('tone', 1), tick('tone', 3), tick('gone', 2)],
        [number('tone', 12.5), number('tone', 13), number('tone', 90, 'clicks'), number('tune', 3)],
      ),
    ).toEqual([
      { title: 'Long tone', done: 2, of: 5, best: 13, unit: 's' },
      { title: 'Tune', done: 0, of: 5, best: null, unit: '' },
    ])
  })
  it('says notes that were right as such', () => {
    const names = [{ ...rows[0]!, asks: { value: 6, unit: 'hits' } }]
    expect(items([], [number('tone', 5, 'hits')], names)[0]).toMatchObject({ best: 5, unit: 'right' })
  })
  it('has no number of who observes', () => {
    const observed = [{ ...rows[0]!, asks: { value: null, unit: 's' } }]
    expect(items([], [number('tone', 12)], observed)[0]!.best).toBeNull()
  })
})
