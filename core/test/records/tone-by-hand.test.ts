import { describe, expect, it } from 'vitest'
import { instrument } from '@halitus/core/instruments'
import { composeCard } from '@halitus/core/practice'
import {
  aimFor,
  checkEntry,
  lineWords,
  notedWords,
  playsWhole,
  progressOf,
  rowsOf,
  type EntryData,
} from '@halitus/core/records'
import { aTone, entry } from './entries.ts'

const clarinet = instrument('clarinet')
const byHand = (
  more: Partial<EntryData['tone-by-hand']> = {},
  at = '2026-03-20T18:00:00',
  rest: object = {},
) => entry('tone-by-hand', { written: 'E4', targetS: 9, lengthS: 9, level: true, ...more }, { at, ...rest })

describe('a long tone timed by hand', () => {
  it('says how long, by what, and what the ear heard', () => {
    expect(notedWords(byHand({ lengthS: 9.44 }), clarinet)).toBe('E4 9.4 s by hand, level by ear')
    expect(notedWords(byHand({ level: false, written: 'Bb4' }), clarinet)).toBe(
      'B♭4 9.0 s by hand, not level by ear',
    )
    expect(lineWords('sound', [byHand({ lengthS: 8.5 })])).toContain('9 s by hand')
  })
  it('is refused where the instrument has no such note, and below what a hand can time', () => {
    const of = (more: object) => () => checkEntry(clarinet, byHand(more))
    expect(of({})).not.toThrow()
    expect(of({ written: 'C2' })).toThrow(/C2/)
  })
  it.each([
    // What is shown counts: 8.94 is shown as 8.9, 8.96 as 9.0.
    [8.94, true, false],
    [8.96, true, true],
    [9, true, true],
    [12, false, false],
  ])('of %s s, level %s, reaches 9 s: %s', (lengthS, level, reached) => {
    const [series] = progressOf([byHand({ lengthS, level })], clarinet)
    expect(series).toMatchObject({ title: 'Long tone E4 by hand', unit: 's', better: 'more' })
    expect(series!.points).toEqual([
      { at: '2026-03-20T18:00:00', value: Math.round(10 * lengthS) / 10, aim: 9, reached },
    ])
  })
  it('moves no measured aim', () => {
    const heard = entry('long-tone', aTone({ written: 'E4', targetS: 9, lengthS: 5 }))
    const aim = (list: Parameters<typeof aimFor>[0]) => aimFor(list, clarinet, 'long-tone', 'E4').value
    expect(aim([heard, byHand({ lengthS: 20 })])).toBe(aim([heard]))
  })
  it('is whole-instrument playing like any other tone', () => {
    const days = [byHand({}, '2026-03-13T18:00:00'), byHand()]
    expect(playsWhole(days)).toBe(true)
    expect(playsWhole(days.slice(1))).toBe(false)
  })
  it('stands on the card in a measured one’s place, once, and without a number for who observes', () => {
    const hand = byHand({}, undefined, { lessonId: 'l2' })
    const [row] = rowsOf([hand], 'l2', clarinet, false)
    // Ten tones of 9 s with 15 s of breath between are four minutes.
    expect(row).toMatchObject({
      id: 'long-tone-E4',
      title: 'Long tone',
      amount: '10 times, aim 9 s',
      minutes: 4,
    })
    expect(rowsOf([hand], 'l2', clarinet, true)[0]!.amount).toBe('10 times, as long as it stays easy')
    // Of an earlier lesson it asks nothing more.
    expect(rowsOf([hand], 'l3', clarinet, false)).toEqual([])
    const heard = entry('long-tone', aTone({ written: 'E4', targetS: 12, lengthS: 10 }), { lessonId: 'l2' })
    const both = composeCard(rowsOf([heard, hand], 'l2', clarinet, false), {
      minutesPerSession: 30,
      sessions: 5,
      listenFor: '',
    })
    const tones = both.rows.filter((r) => r.id === 'long-tone-E4')
    expect(tones).toHaveLength(1)
    expect(tones[0]!.amount).not.toContain('aim 9 s')
    expect(both.leftOut.map((r) => r.id)).not.toContain('long-tone-E4')
  })
  it('gets fewer tones when minutes are short', () => {
    const [row] = rowsOf([byHand({ targetS: 45 }, undefined, { lessonId: 'l2' })], 'l2', clarinet, false)
    // 45 s and 15 s between: ten in ten minutes, three in three.
    expect(row).toMatchObject({ minutes: 10, leastMinutes: 3, amount: '10 times, aim 45 s' })
    expect(row!.amountIn!(4)).toBe('4 times, aim 45 s')
  })
})
