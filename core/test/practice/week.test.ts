import { describe, expect, it } from 'vitest'
import { easedSince, weekLoad, wentWell, type WeekDone } from '@halitus/core/practice'
import { slug } from '../../src/records/kind.ts'

const AGREED = { minutesPerSession: 20, sessionsPerWeek: 5 }
const ROWS = [{ id: 'a' }, { id: 'b' }]
/** A week’s card: so many of its sessions done. */
const week = (from: string, done: number, more: Partial<WeekDone> = {}): WeekDone => ({
  from,
  sessions: 5,
  minutes: 18,
  rows: ROWS,
  ticks: Array.from({ length: done }, (_, i) => ({ rowId: 'a', session: i + 1 })),
  reports: [],
  ...more,
})
const on = (weeks: WeekDone[], today = '2026-03-30T10:00:00', instruments = 1) =>
  weekLoad(AGREED, weeks, today, instruments)

describe('what next week bears', () => {
  it('is what was agreed while nothing is known, and after a good week', () => {
    expect(on([])).toEqual({ minutesPerSession: 20, sessions: 5, why: 'As agreed; no week is over yet.' })
    expect(on([week('2026-03-20', 4)])).toEqual({
      minutesPerSession: 20,
      sessions: 5,
      why: '4 of 5 sessions done: as agreed.',
    })
  })
  it('is lighter, not heavier, after weeks without practice', () => {
    expect(on([week('2026-03-20', 0)])).toEqual({
      minutesPerSession: 15,
      sessions: 5,
      why: 'A week without practice: 75 % of the minutes, so that beginning is easy.',
    })
    const idle = [week('2026-03-06', 5), week('2026-03-13', 0), week('2026-03-20', 0)]
    expect(on(idle)).toMatchObject({ minutesPerSession: 12, sessions: 5 })
    expect(on([...idle, week('2026-03-22', 0)])).toMatchObject({ minutesPerSession: 12 })
    expect(on(idle).why).toMatch(/^2 weeks without practice/)
  })
  it.each([
    [1, 2],
    [2, 3],
    [3, 5],
  ])('asks for one more than was done, below three fifths: %s done, %s asked', (done, sessions) => {
    expect(on([week('2026-03-20', done)]).sessions).toBe(sessions)
  })
  it.each(['dizzy', 'sore'])('doesn’t rise after somebody was %s', (kind) => {
    const hurt = week('2026-03-20', 5, { minutes: 13, reports: [{ kind, at: '2026-03-22T17:00:00' }] })
    expect(on([hurt])).toMatchObject({ minutesPerSession: 13, sessions: 5 })
    expect(on([hurt]).why).toMatch(/at home: no more than last week until a week went well\.$/)
  })
  it('stays down while no later week went well', () => {
    const hurt = week('2026-03-06', 5, {
      minutes: 11,
      reports: [{ kind: 'sore', at: '2026-03-08T17:00:00' }],
    })
    const half = week('2026-03-13', 2, { minutes: 11 })
    expect(on([hurt, half])).toMatchObject({ minutesPerSession: 11 })
    expect(on([hurt, half, week('2026-03-20', 3)]).minutesPerSession).toBe(20)
  })
  it('never asks for more than was agreed', () => {
    const long = week('2026-03-20', 5, {
      minutes: 44,
      reports: [{ kind: 'sore', at: '2026-03-22T17:00:00' }],
    })
    expect(on([long]).minutesPerSession).toBe(20)
    expect(weekLoad({ minutesPerSession: 60, sessionsPerWeek: 9 }, [], '2026-03-30')).toMatchObject({
      minutesPerSession: 45,
      sessions: 7,
    })
  })
  it('shares the minutes between two instruments', () => {
    expect(on([week('2026-03-20', 5)], undefined, 2)).toMatchObject({ minutesPerSession: 10 })
    expect(on([], undefined, 2).why).toMatch(/two instruments share them/)
  })
  it.each([
    ['2026-03-26T23:00:00', 'As agreed; no week is over yet.'],
    ['2026-03-27T08:00:00', 'A week without practice'],
  ])('says nothing of a card that is still being practised: on %s', (today, why) => {
    expect(on([week('2026-03-20', 0)], today).why).toContain(why)
  })
})

describe('dizziness at home', () => {
  const reports = [{ kind: 'dizzy', at: '2026-03-10T17:00:00' }]
  it('makes things easier until a week that was given after it went well', () => {
    expect(easedSince(reports)?.at).toBe('2026-03-10T17:00:00')
    expect(easedSince(reports, ['2026-03-06'])?.at).toBe('2026-03-10T17:00:00')
    expect(easedSince(reports, ['2026-03-13'])).toBeUndefined()
    expect(easedSince([{ kind: 'sore', at: '2026-03-10T17:00:00' }])?.by).toBe('sore')
  })
  it('leaves no week well in which somebody was dizzy or sore, or too little was done', () => {
    expect(wentWell(week('2026-03-13', 3))).toBe(true)
    expect(wentWell(week('2026-03-13', 2))).toBe(false)
    expect(wentWell(week('2026-03-13', 5, { reports }))).toBe(false)
    expect(wentWell(week('2026-03-13', 5, { reports: [{ kind: 'other', at: '2026-03-15T10:00:00' }] }))).toBe(
      true,
    )
  })
})

describe('the id of a row', () => {
  it('spells what ids can, and tells apart what they can’t', () => {
    expect(slug('F#4')).toBe('Fs4')
    expect(slug('long, short')).toBe('long-short')
    const names = ['длинный', 'короткий', '長い', '短い', 'für Élise-Anna']
    const ids = names.map(slug)
    expect(new Set(ids).size).toBe(names.length)
    for (const id of ids) expect(id).toMatch(/^[A-Za-z0-9-]{1,24}$/)
    expect(slug('длинный')).toBe(slug('длинный'))
  })
})
