import { describe, expect, it } from 'vitest'
import { instrument } from '@halitus/core/instruments'
import {
  aimFor,
  breathAhead,
  checkEntry,
  clicksIn,
  concernsOf,
  easedFrom,
  lineWords,
  notedWords,
  progressOf,
  rowsOf,
  type EntryRecord,
} from '@halitus/core/records'
import { entry, GOOD } from './entries.ts'

const clarinet = instrument('clarinet')
const count = (more: Partial<(typeof GOOD)['breath-count']> = {}, at = '2026-03-13T18:00:00') =>
  entry('breath-count', { ...GOOD['breath-count'], ...more }, { at })
const aim = (...list: EntryRecord[]) => aimFor(list, clarinet, 'breath-count', 'E4-60')
const rows = (list: EntryRecord[], observes = false) => rowsOf(list, 'l1', clarinet, observes)

describe('a breath count', () => {
  it.each([
    [14.96, 60, 15],
    [14.94, 60, 14],
    [10, 90, 15],
    [0.9, 60, 0],
    [59.9, 40, 39],
  ])('of %s s at %s has %s clicks', (seconds, perMinute, clicks) =>
    expect(clicksIn(seconds, perMinute)).toBe(clicks),
  )
  it.each([
    [[], 6, 'Not counted yet: begin with 6 clicks.'],
    [[count({ clicks: 12, ease: 'easy' })], 16, '12 clicks came easily: 4 more.'],
    [[count({ clicks: 12, ease: 'fair' })], 14, '12 clicks came: 2 more.'],
    [[count({ clicks: 12, ease: null })], 14, '12 clicks came: 2 more.'],
    [[count({ clicks: 14, ease: 'hard' })], 15, '14 clicks came with effort: 1 more.'],
    [[count({ clicks: 11 })], 12, '11 of 12 clicks: the same again.'],
    // Four fifths of twenty: just at, and just below. A bad day asks for less, without a word of blame.
    [[count({ clicks: 16, aimClicks: 20 })], 20, '16 of 20 clicks: the same again.'],
    [[count({ clicks: 15, aimClicks: 20 })], 18, '15 clicks: some days are shorter. Half of the way back.'],
    [[count({ clicks: 1, aimClicks: 2 })], 2, '1 clicks: some days are shorter. Half of the way back.'],
  ])('leads to the next aim (%#)', (list, value, why) =>
    expect(aim(...list)).toMatchObject({ value, why, unit: 'clicks' }),
  )
  it('is about its note and tempo: another octave or tempo has its own aim', () => {
    const list = [count({ clicks: 14, ease: 'easy' })]
    expect(aimFor(list, clarinet, 'breath-count', 'E5-60').value).toBe(6)
    expect(aimFor(list, clarinet, 'breath-count', 'E4-80').value).toBe(6)
    expect(aim(...list).title).toBe('Breath count E4 at 60')
  })
  it('can’t have more clicks than fit, nor a note that the instrument hasn’t', () => {
    const good = { kind: 'breath-count', stage: 'breath' } as const
    expect(() => checkEntry(clarinet, { ...good, data: { ...GOOD['breath-count'], clicks: 15 } })).toThrow(
      'data.clicks is 15; in 14.2 s at 60 a minute there are 14.',
    )
    expect(() => checkEntry(clarinet, { ...good, data: { ...GOOD['breath-count'], written: 'C2' } })).toThrow(
      'C2',
    )
    expect(() =>
      checkEntry(clarinet, {
        kind: 'target',
        stage: 'breath',
        data: { goal: 'breath-count', about: 'E4', value: 9 },
      } as never),
    ).toThrow()
  })
  it('stands on line, list, card and chart', () => {
    const list = [count(), count({ clicks: 9, seconds: 9.3, loudness: 'loud' })]
    expect(lineWords('breath', list)).toBe('9 clicks')
    expect(list.map((e) => notedWords(e, clarinet))).toEqual([
      'E4: 14 clicks at 60',
      'E4: 9 clicks at 60, loud',
    ])
    const row = rows(list).find((r) => r.id === 'breath-count-E4')!
    expect(row).toMatchObject({
      kind: 'breath',
      amount: '3 times at 60, aim 11 clicks; write them down',
      notes: ['E4'],
    })
    expect(rows(list, true).find((r) => r.id === row.id)!.amount).toBe(
      '3 times at 60, to the end of the breath',
    )
    const [series] = progressOf(list, clarinet)
    expect(series).toMatchObject({
      title: 'Breath count E4 at 60',
      unit: 'clicks',
      better: 'more',
      race: true,
    })
    expect(series!.points.map((p) => [p.value, p.reached])).toEqual([
      [14, true],
      [9, false],
    ])
  })
  it('tells how long the next one will last, an octave higher by its own measure', () => {
    const at = '2026-03-13T18:00:00'
    const told = [14, 15, 14.5].map((seconds) => ({ at, data: { ...GOOD['breath-count'], seconds } }))
    const upper = [9, 9.5].map((seconds) => ({
      at,
      data: { ...GOOD['breath-count'], written: 'E5', seconds },
    }))
    const ahead = (written: string) =>
      breathAhead([...told, ...upper], clarinet, { at, written, loudness: 'middling' }).seconds
    expect(ahead('E4')).toBeGreaterThan(13)
    expect(ahead('E4')).toBeLessThan(15)
    expect(ahead('B4')).toBeLessThan(11)
    // The break lies between B flat and B.
    expect(ahead('Bb4')).toBeCloseTo(ahead('E4'), 9)
  })
})

describe('breath by counts', () => {
  it('gives the card one row before the last that went well', () => {
    const done = entry('breath-cycle', GOOD['breath-cycle'])
    expect(notedWords(done, clarinet)).toBe('in 2, out 6: 4 rounds, went well')
    expect(lineWords('breath', [done])).toBe('in 2, out 6')
    expect(rows([done])[0]).toMatchObject({
      id: 'breath-cycle',
      amount: 'in 3, out 5, 4 times; when that is easy, in 2, out 6',
    })
  })
  it('refuses what nobody should do, in a sentence', () => {
    expect(() =>
      checkEntry(clarinet, {
        kind: 'breath-cycle',
        stage: 'breath',
        data: { ...GOOD['breath-cycle'], emptyCounts: 13 },
      }),
    ).toThrow('Holding empty for 13 s is too long; 12 s at most.')
  })
  it('is drawn as how short the breath in has become', () => {
    const [series] = progressOf([entry('breath-cycle', GOOD['breath-cycle'])], clarinet)
    expect(series).toMatchObject({ name: 'breathed in, counts of 8', better: 'less', race: false })
    expect(series!.points[0]).toMatchObject({ value: 2, reached: true })
  })
})

describe('a steady stream', () => {
  const blown = (seconds: number, aimS: number) => entry('exhale', { seconds, aimS })
  it.each([
    [[], 8, 'Not timed yet: begin with 8 s.'],
    [[blown(9.94, 10)], 10, '9.9 of 10 s: the same again, thinner.'],
    [[blown(9.96, 10)], 12, '10.0 s, steady: on from there.'],
    [[blown(15.2, 10)], 16, '15.2 s, steady: on from there.'],
    [[blown(41, 40)], 41, '41.0 s, steady: on from there.'],
  ])('leads on (%#)', (list, value, why) =>
    expect(aimFor(list, clarinet, 'exhale', 'stream')).toMatchObject({ value, why }),
  )
  it('stands on the card', () => expect(rows([blown(11, 10)])[0]!.amount).toBe('4 times, aim 12 s'))
})

describe('what was seen of a breath', () => {
  it('reads as a sentence and gives the card its remedy', () => {
    const seen = entry('breath-watch', { seen: ['shoulders', 'noise'] })
    expect(notedWords(seen, clarinet)).toBe('Shoulders rise; noise on the way in')
    expect(rows([seen])[0]).toMatchObject({
      amount: '5 breaths before playing; look for: shoulders rise',
      aim: 'Half as much air, lower down; hands hang heavy.',
    })
    expect(rows([entry('breath-watch', { seen: ['wide'] })])).toEqual([])
  })
  it('is a concern when it comes again', () => {
    const see = (...seen: string[]) => entry('breath-watch', { seen })
    const said = (...list: EntryRecord[]) =>
      concernsOf(list, clarinet, '2026-03-20').filter((c) => c.kind === 'breath')
    expect(said(see('noise'), see('jaw'))).toEqual([])
    expect(said(see('noise'), see('jaw'), see('noise'))[0]!.sentence).toBe(
      'breath: noise on the way in, again',
    )
    expect(said(see('noise'), see('jaw'), see('jaw', 'wide'), see('wide'))[0]!.sentence).toBe(
      'breath: jaw or neck tight, again',
    )
    expect(said(see('noise'), see('jaw'), see('wide'), see('noise'))).toEqual([])
  })
  it('knows its signs', () =>
    expect(() =>
      checkEntry(clarinet, { kind: 'breath-watch', stage: 'breath', data: { seen: ['smile'] } }),
    ).toThrow('data.seen names “smile”; signs: shoulders, noise'))
})

describe('dizziness', () => {
  const dizzy = (at: string, more: object = {}) => entry('dizzy', { during: 'in 2, out 6' }, { at, ...more })
  const said = (today: string, ...list: EntryRecord[]) =>
    concernsOf(list, clarinet, today)
      .filter((c) => c.kind === 'dizzy')
      .map((c) => c.sentence)
  it('is told for three weeks; twice in them it weighs most', () => {
    expect(said('2026-04-03', dizzy('2026-03-13T18:00:00'))).toEqual([
      'dizzy last time, at in 2, out 6: shorter drills',
    ])
    expect(said('2026-04-04', dizzy('2026-03-13T18:00:00'))).toEqual([])
    expect(said('2026-03-21', dizzy('2026-03-13T18:00:00'), dizzy('2026-03-20T18:00:00'))).toEqual([
      'dizzy twice in three weeks: short, seated drills; should it go on, a doctor',
    ])
  })
  it('makes the next drills shorter until an aim is set', () => {
    const list = [
      entry('breath-cycle', GOOD['breath-cycle'], { at: '2026-03-13T18:00:00' }),
      count({ clicks: 14, ease: 'easy' }, '2026-03-13T18:01:00'),
      dizzy('2026-03-13T18:02:00'),
    ]
    expect(rows(list).map((r) => r.amount)).toEqual([
      'in 4, out 4, twice',
      'once at 60, aim 16 clicks; write them down',
    ])
    expect(aim(...list)).toMatchObject({
      value: 16,
      why: 'Dizzy in a lesson: one step easier until a week goes well or you set another aim.',
    })
    const set = entry(
      'target',
      { goal: 'breath-count', about: 'E4-60', value: 20 },
      { at: '2026-03-13T18:03:00' },
    )
    expect(aim(...list, set)).toMatchObject({ value: 20, why: 'Set by the teacher.' })
    expect(rows([...list, set])[0]!.amount).toBe('in 3, out 5, 4 times; when that is easy, in 2, out 6')
  })
  it('counts until three weeks before the newest entry; simulated never', () => {
    const later = (at: string) => count({}, at)
    const first = dizzy('2026-03-13T18:00:00')
    expect(easedFrom([first, later('2026-04-03T17:00:00')], undefined)?.at).toBe('2026-03-13T18:00:00')
    expect(easedFrom([first, later('2026-04-04T19:00:00')], undefined)).toBeUndefined()
    expect(easedFrom([dizzy('2026-03-13T18:00:00', { provenance: 'simulated' })], undefined)).toBeUndefined()
    // A simulated tone weeks later doesn't end it.
    const played = count({}, '2026-05-04T19:00:00')
    expect(easedFrom([first, { ...played, provenance: 'simulated' }], undefined)?.at).toBe(first.at)
    const home = (at: string, by: 'dizzy' | 'sore' = 'dizzy') => easedFrom([first], { at, by })
    expect(home('2026-03-15T10:00:00', 'sore')).toEqual({
      at: '2026-03-15T10:00:00',
      words: 'Sore at home',
      dizzy: false,
    })
    expect(home('2026-03-10T10:00:00')).toMatchObject({
      at: first.at,
      words: 'Dizzy in a lesson',
      dizzy: true,
    })
  })
})
