import { describe, expect, it } from 'vitest'
import { atAGlance, atHome, endSentence, numberHeard, triesOf, unitWord } from '@halitus/core/home'

const asks = (goal: string, about: string, value: number | null, unit: string) => ({
  goal,
  about,
  value,
  unit,
})
const way = (goal: string, about: string, unit: string, amount = '4 times', value: number | null = 14) =>
  atHome({ amount, asks: asks(goal, about, value, unit) })!

describe('how a row is practised on a phone', () => {
  it.each([
    ['long-tone', 'E4', 's', 'tone', 8],
    ['small-part', 'mouthpiece', 's', 'tone', 8],
    ['breath-count', 'E4-72', 'clicks', 'clicks', 15],
    ['tongue-tempo', '2', 'a minute', 'strokes', 5],
    ['exhale', 'stream', 's', 'clock', 8],
    ['bend', 'mouthpiece', 'cents', 'written', 0],
    ['recalled', 'notes', 'hits', 'recall', 0],
    ['echo', '3', 'hits', 'echo', 0],
    ['tune', 'tune-x-1', 'hits', 'line', 5],
    ['rhythm', 'rhythm-x', 'hits', 'line', 5],
    ['shaped-tone', 'E4-swell', 'counts', 'written', 0],
  ])('%s of %s: %s by %s, rest %i s', (goal, about, unit, how, restS) =>
    expect(way(goal, about, unit)).toMatchObject({ how, unit, restS, aim: 14, tries: 4 }),
  )
  it('knows the level of an echo, and that a rhythm may lie on any note', () => {
    expect(way('echo', '3', 'hits').level).toBe(3)
    expect(way('rhythm', 'rhythm-x', 'hits').pitch).toBe(false)
    expect(way('tune', 'tune-x-1', 'hits').pitch).toBe(true)
  })
  it('counts notes that were right, and all else in its own unit', () =>
    expect(['hits', 's', 'clicks'].map(unitWord)).toEqual(['right', 's', 'clicks']))
  it('is nothing where no number is asked', () => expect(atHome({ amount: 'once a day' })).toBeUndefined())
  it('has no aim for who observes', () => expect(way('long-tone', 'E4', 's', 'once', null).aim).toBeNull())
  it.each([
    ['4 times, aim 28 s', 4],
    ['5 long sounds at one pitch, aim 6 s', 5],
    ['twice, aim 12 s', 2],
    ['once, as long as it stays easy', 1],
    ['as fast as it stays even', undefined],
    ['silently 5 times, slurred 8 times', 5],
  ])('%s: %s tries', (amount, tries) => expect(triesOf(amount)).toBe(tries))
})

describe('what a row asks, at a glance', () => {
  it.each([
    ['4 times, aim 28 s', ['4 times, aim 28 s', '']],
    ['one two three four five six seven eight nine', ['one two three four five six seven eight nine', '']],
    [
      'one two three, four five six; seven eight nine ten',
      ['one two three, four five six', 'Seven eight nine ten'],
    ],
    ['at 60; up by 4 after 3 clean ones, to 72', ['at 60', 'Up by 4 after 3 clean ones, to 72']],
    [
      'silently five times from the note before, then long and level four times',
      ['silently five times from the note before', 'Then long and level four times'],
    ],
    // Nothing to part it by: it stays whole.
    [
      'one two three four five six seven eight nine ten',
      ['one two three four five six seven eight nine ten', ''],
    ],
    [
      'one two three four five six seven eight nine ten, eleven',
      ['one two three four five six seven eight nine ten, eleven', ''],
    ],
  ])('%s', (amount, parts) => expect(atAGlance(amount)).toEqual(parts))
})

describe('what was heard, as the row’s number', () => {
  it('is tenths of seconds, whole clicks of its pulse, or beats a minute', () => {
    expect(numberHeard(way('long-tone', 'E4', 's'), { lengthS: 7.04, rateHz: 0 })).toBe(7)
    expect(numberHeard(way('long-tone', 'E4', 's'), { lengthS: 7.06, rateHz: 0 })).toBe(7.1)
    // 10 s at 72 a minute are 12 clicks; a little less are 11.
    expect(numberHeard(way('breath-count', 'E4-72', 'clicks'), { lengthS: 10, rateHz: 0 })).toBe(12)
    expect(numberHeard(way('breath-count', 'E4-72', 'clicks'), { lengthS: 9.99, rateHz: 0 })).toBe(11)
    // 2.4 strokes a second, two a beat: 72 beats a minute.
    expect(numberHeard(way('tongue-tempo', '2', 'a minute'), { lengthS: 5, rateHz: 2.4 })).toBe(72)
  })
  it('is nothing where nothing was heard', () => {
    expect(numberHeard(way('long-tone', 'E4', 's'), { lengthS: 0, rateHz: 3 })).toBeUndefined()
    expect(numberHeard(way('tongue-tempo', '2', 'a minute'), { lengthS: 5, rateHz: 0 })).toBeUndefined()
  })
})

describe('the sentence at the end', () => {
  const rows = [
    { id: 'tone', title: 'Long tone', asks: asks('long-tone', 'E4', 14, 's') },
    { id: 'tempo', title: 'Even eighths', asks: asks('tongue-tempo', '2', 72, 'a minute') },
    { id: 'tune', title: 'Tune' },
  ]
  const number = (row: string, session: number, value: number) => ({ row, session, value })
  const tick = (rowId: string, session: number) => ({ rowId, session })
  const said = (numbers: ReturnType<typeof number>[], ticks = rows.map((r) => tick(r.id, 2)), of = rows) =>
    endSentence({ rows: of, numbers, ticks }, 2)
  it('says what grew most against the best of the days before', () => {
    expect(said([number('tone', 1, 12), number('tone', 1, 10), number('tone', 2, 13.5)])).toBe(
      'Long tone: 1.5 seconds longer than before.',
    )
    expect(
      said([number('tempo', 1, 70), number('tempo', 2, 76), number('tone', 1, 12), number('tone', 2, 12.5)]),
    ).toBe('Even eighths: 6 beats faster than before.')
    expect(said([number('tone', 1, 12), number('tone', 2, 13)])).toBe(
      'Long tone: 1 second longer than before.',
    )
  })
  it('never says what went worse, nor a growth of nothing', () => {
    expect(said([number('tone', 1, 12), number('tone', 2, 9)])).toBe('You did all of it.')
    expect(said([number('tone', 1, 12), number('tone', 2, 12.4)])).toBe('You did all of it.')
    expect(said([number('tone', 2, 12)])).toBe('You did all of it.')
    expect(said([], [tick('tone', 2)])).toBe('You did 1 thing.')
    expect(said([], [tick('tone', 2), tick('tune', 2), tick('tempo', 1)])).toBe('You did 2 things.')
  })
  it('says no number to who observes', () => {
    const watched = rows.map((r) => (r.asks ? { ...r, asks: { ...r.asks, value: null } } : r))
    expect(said([number('tone', 1, 12), number('tone', 2, 19)], undefined, watched as typeof rows)).toBe(
      'You did all of it.',
    )
  })
})
