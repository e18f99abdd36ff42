import { describe, expect, it } from 'vitest'
import { instrument, type Instrument } from '@halitus/core/instruments'
import {
  checkEntry,
  concernsOf,
  GATE,
  gateOf,
  lineWords,
  notedWords,
  ofKind,
  playsWhole,
  progressOf,
  rowsOf,
} from '@halitus/core/records'
import { aTone, entry } from './entries.ts'

const clarinet = instrument('clarinet')
const flute = instrument('flute')
const TODAY = '2026-03-20T18:00:00'
const set = (part: string, spoke: number, tries: number, day = '2026-03-13', more: object = {}) =>
  entry('tries', { part, spoke, tries }, { at: `${day}T18:00:00`, ...more })
const gate = (inst: Instrument, ...sets: ReturnType<typeof set>[]) => gateOf(ofKind(sets, 'tries'), inst)

describe('the way to the whole instrument (common practice: by reliability; figures chosen by Halitus)', () => {
  it('begins with the smallest part', () => {
    expect(GATE).toEqual({ tries: 10, share: 0.8, days: 2 })
    expect(gate(clarinet)).toMatchObject({
      part: { id: 'mouthpiece' },
      why: 'mouthpiece alone: not tried yet; 8 of 10 on 2 days is enough.',
    })
  })
  it.each([
    // Eight of ten on two days; one less, one try less, or both on one day isn't enough.
    [[8, 10, 8, 10], 'barrel'],
    [[7, 10, 8, 10], 'mouthpiece'],
    [[8, 10, 7, 10], 'mouthpiece'],
    [[9, 9, 9, 9], 'mouthpiece'],
    [[10, 10, 16, 20], 'barrel'],
    [[10, 10, 15, 20], 'mouthpiece'],
  ])('after %j the next part is the %s', ([a, b, c, d], part) =>
    expect(gate(clarinet, set('mouthpiece', a!, b!, '2026-03-06'), set('mouthpiece', c!, d!)).part?.id).toBe(
      part,
    ),
  )
  it('counts sets of one day together, and as one day', () => {
    expect(gate(clarinet, set('mouthpiece', 8, 10), set('mouthpiece', 8, 10)).part?.id).toBe('mouthpiece')
    expect(
      gate(
        clarinet,
        set('mouthpiece', 4, 5, '2026-03-06'),
        set('mouthpiece', 4, 5, '2026-03-06'),
        set('mouthpiece', 8, 10),
      ).part?.id,
    ).toBe('barrel')
  })
  it('says how far it is', () =>
    expect(gate(clarinet, set('mouthpiece', 8, 10, '2026-03-06'), set('mouthpiece', 5, 10)).why).toBe(
      'mouthpiece alone: spoke 5 of 10, reliable on 1 of 2 days; 8 of 10 on 2 days is enough.',
    ))
  it('leads to the whole instrument when the last part is reliable', () => {
    const both = ['mouthpiece', 'barrel'].flatMap((part) => [
      set(part, 9, 10, '2026-03-06'),
      set(part, 10, 10),
    ])
    expect(gate(clarinet, ...both)).toEqual({
      part: null,
      why: 'mouthpiece with barrel: reliable on 2 days. The whole instrument can follow.',
    })
  })
  it('doesn’t wait for the flute’s overblown head joint', () => {
    const open = ['head-open', 'head-closed'].flatMap((part) => [
      set(part, 9, 10, '2026-03-06'),
      set(part, 10, 10),
    ])
    expect(gate(flute, ...open).part).toBeNull()
  })
})

describe('first sounds', () => {
  const check = (data: object) => () => checkEntry(clarinet, { kind: 'tries', stage: 'sound', data } as never)
  it('know the parts, and no more that spoke than were tried', () => {
    expect(check({ part: 'crook', spoke: 1, tries: 2 })).toThrow(
      'data.part is “crook”; small parts of the clarinet in B♭: mouthpiece, barrel.',
    )
    expect(check({ part: 'barrel', spoke: 3, tries: 2 })).toThrow('data.spoke is 3; at most the 2 tries.')
    expect(check({ part: 'barrel', spoke: 2, tries: 2 })).not.toThrow()
  })
  it('stand in list, line and chart as what spoke of what was tried', () => {
    const sets = [set('mouthpiece', 7, 10), set('mouthpiece', 8, 10), set('barrel', 2, 8)]
    expect(notedWords(sets[1]!, clarinet)).toBe('mouthpiece alone: spoke 8 of 10')
    expect(lineWords('sound', sets)).toBe('2 of 8')
    const [mouthpiece, barrel] = progressOf(sets, clarinet)
    expect(mouthpiece).toMatchObject({ title: 'First sounds: mouthpiece alone', unit: '%', race: false })
    expect(mouthpiece!.points.map((p) => [p.value, p.reached])).toEqual([
      [70, false],
      [80, true],
    ])
    expect(barrel!.points).toMatchObject([{ value: 25, reached: false }])
  })
  it.each([
    [4, 'mouthpiece alone spoke 4 of 10'],
    [5, undefined],
    [10, undefined],
  ])('%i of ten are a concern: %s', (spoke, sentence) =>
    expect(
      concernsOf([set('mouthpiece', spoke, 10)], clarinet, TODAY).find((c) => c.kind === 'tries')?.sentence,
    ).toBe(sentence),
  )
  it('bring ten sounds home until the whole instrument can follow', () => {
    const rows = (...sets: ReturnType<typeof set>[]) =>
      rowsOf(sets, 'l1', clarinet, false).filter((r) => r.id.startsWith('tries'))
    expect(rows(set('mouthpiece', 6, 10))).toMatchObject([
      {
        id: 'tries-mouthpiece',
        title: 'Ten sounds: mouthpiece alone',
        amount: '10 times, count how many speak',
      },
    ])
    const first = set('mouthpiece', 9, 10, '2026-03-06', { lessonId: 'l0' })
    expect(rows(first, set('mouthpiece', 9, 10))[0]!.id).toBe('tries-barrel')
    expect(rows()).toEqual([])
    const all = ['mouthpiece', 'barrel'].flatMap((part) => [
      set(part, 9, 10, '2026-03-06', { lessonId: 'l0' }),
      set(part, 10, 10),
    ])
    expect(rows(...all)).toEqual([])
  })
})

describe('who plays the whole instrument already', () => {
  const on = (day: string, kind: 'long-tone' | 'move' = 'long-tone') =>
    kind === 'move'
      ? entry('move', { from: 'A4', to: 'B4', clean: 3, tries: 8, late: null }, { at: `${day}T18:00:00` })
      : entry('long-tone', aTone(), { at: `${day}T18:00:00` })
  it('is told by two days, never by one tone', () => {
    expect(playsWhole([])).toBe(false)
    expect(playsWhole([on('2026-03-13')])).toBe(false)
    // Ten on one day are one day.
    expect(playsWhole(Array.from({ length: 10 }, () => on('2026-03-13')))).toBe(false)
    expect(playsWhole([on('2026-03-13'), on('2026-03-14', 'move')])).toBe(true)
    expect(playsWhole([on('2026-03-13'), set('mouthpiece', 9, 10, '2026-03-14')])).toBe(false)
  })
})
