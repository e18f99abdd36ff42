import { describe, expect, it } from 'vitest'
import { instrument } from '@halitus/core/instruments'
import { termOf, type GivenCard } from '@halitus/core/practice'
import { dayAfter, plusDays } from '@halitus/core/time'
import { aTone, entry } from '../records/entries.ts'

const clarinet = instrument('clarinet')
const TODAY = '2026-06-01T16:00:00'
const FROM = '2026-03-02'
const tone = (week: number, lengthS: number) =>
  entry('long-tone', aTone({ lengthS, targetS: 10, steadinessCents: 8 }), {
    at: plusDays(`${FROM}T16:00:00`, 7 * week + 1),
  })
const card = (week: number, sessions: number, done: number): GivenCard => ({
  instrument: 'clarinet',
  from: dayAfter(FROM, 7 * week),
  sessions,
  rows: [{ id: 'a', kind: 'sound', title: 'a', amount: '', minutes: 3, aim: '', notes: [] }],
  left: [],
  ticks: Array.from({ length: done }, (_, s) => ({ rowId: 'a', session: s + 1, at: TODAY })),
  reports: [],
  numbers: [],
})
const term = (lengths: number[], cards: GivenCard[] = []) =>
  termOf(
    lengths.map((s, week) => tone(week, s)),
    cards,
    clarinet,
    TODAY,
  )

describe('a term for the family', () => {
  it('says the one thing that improved, and one that is next, without a number', () => {
    const grown = term([8, 8, 8, 12, 12, 12])
    expect(grown.improved).toBe('Long tone E4 lasts longer than at the beginning of the term.')
    expect(grown.next).toMatch(/^Next: [^\d]+\.$/)
    expect(grown.line!.title).toBe('Long tone E4')
    expect(grown.line!.points.map((p) => p.height)).toEqual([0, 0, 0, 1, 1, 1])
  })
  it('calls nothing grown that grew by less than a tenth, nor from fewer than six', () => {
    // 10 to 10.9 s, to 11 s; 10 to 20 s from five tones.
    expect(term([10, 10, 10, 10.9, 10.9, 10.9]).line).toBeUndefined()
    expect(term([10, 10, 10, 11, 11, 11]).line).toBeDefined()
    expect(term([10, 10, 20, 20, 20]).line).toBeUndefined()
  })
  it('has thirteen weeks, as full as they were practised, and forgets what was before', () => {
    const { weeks, from, to } = term([], [card(-1, 5, 5), card(0, 5, 5), card(2, 4, 2)])
    expect([from, to, weeks.length]).toEqual([FROM, '2026-06-01', 13])
    expect(weeks.slice(0, 4).map((w) => w.practised)).toEqual([1, undefined, 0.5, undefined])
  })
  it('is kind where nothing was measured', () => {
    expect(term([]).improved).toBe('The beginning is made.')
    expect(term([], [card(3, 5, 2)]).improved).toBe('Practising has become part of the week.')
    expect(term([]).next).toBe('Next: on in the same way, a little every day.')
  })
})
