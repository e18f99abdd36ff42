import { describe, expect, it } from 'vitest'
import { instrument } from '@halitus/core/instruments'
import {
  aimFor,
  checkEntry,
  concernsOf,
  faredOf,
  goesOf,
  highestHeld,
  lineWords,
  notedWords,
  progressOf,
  rowsOf,
  strokeFacts,
  strokeVerdict,
  tiringWords,
  togetherWords,
  waysLeft,
  type EntryData,
  type EntryKind,
  type EntryRecord,
} from '@halitus/core/records'
import { entry, GOOD } from './entries.ts'

type EntryOf<K extends EntryKind> = EntryRecord & { kind: K; data: EntryData[K] }

const clarinet = instrument('clarinet')
const chanter = instrument('chanter')
const TODAY = '2026-03-20T18:00:00'
const strokes = (more: Partial<EntryData['strokes']> = {}) => ({ ...GOOD.strokes, ...more })
const refuses =
  (kind: EntryKind, data: object, inst = clarinet) =>
  () =>
    checkEntry(inst, { kind, stage: 'tongue', data } as never)

describe('strokes in words', () => {
  it.each([
    [{}, true, 'Even: 2.0 strokes a second, within 4 %; the tone is the slurred one.'],
    [{ moreAirDb: null, higherCents: null }, true, 'Even: 2.0 strokes a second, within 4 %.'],
    [{ unevenPercent: 8.4 }, true, 'Even: 2.0 strokes a second, within 8 %; the tone is the slurred one.'],
    [{ unevenPercent: 8.6 }, false, 'Uneven: 2.0 strokes a second, gaps spread by 9 %; 8 is the limit.'],
    [{ airy: 0.25 }, true, 'Even: 2.0 strokes a second, within 4 %; the tone is the slurred one.'],
    [
      { airy: 0.2, late: 0.1 },
      false,
      'Even, 2.0 strokes a second, but 30 % of the notes don’t begin cleanly.',
    ],
    [{ moreAirDb: 5.4 }, true, 'Even: 2.0 strokes a second, within 4 %; the tone is the slurred one.'],
    [{ moreAirDb: 5.6 }, false, 'Even, 2.0 strokes a second, but another tone: 6 dB more air than slurred.'],
    [
      { higherCents: -13 },
      false,
      'Even, 2.0 strokes a second, but another tone: 13 cents lower than slurred.',
    ],
    [{ higherCents: 12.4 }, true, 'Even: 2.0 strokes a second, within 4 %; the tone is the slurred one.'],
    [{ rateHz: null, count: 1 }, false, '1 stroke: five in a row say how even they are.'],
    [{ rateHz: null, count: 3 }, false, '3 strokes: five in a row say how even they are.'],
  ])('%j', (more, held, words) => expect(strokeVerdict(strokes(more))).toEqual({ held, words }))
  it.each([
    [{ fingersLateMs: null, ghosts: null }, ''],
    [{ fingersLateMs: 25, ghosts: 0 }, 'Tongue and fingers together.'],
    [{ fingersLateMs: 10, ghosts: 2 }, 'Together, but 2 ghost notes.'],
    [{ fingersLateMs: 26, ghosts: 4 }, 'Fingers 26 ms after the tongue: the old note is heard first.'],
    [{ fingersLateMs: -26, ghosts: 4 }, 'Fingers 26 ms before the tongue: the new note is heard too early.'],
  ])('%j', (more, words) => expect(togetherWords(more)).toBe(words))
  it.each([
    [{ firstHz: null, lastHz: null, tiresAtS: null }, ''],
    [{ firstHz: 4, lastHz: 4, tiresAtS: null }, '4.0 strokes a second to the end; it didn’t tire.'],
    [
      { firstHz: 4, lastHz: 3.6, tiresAtS: 9.3 },
      'From 4.0 to 3.6 strokes a second; it began to tire after 9 s.',
    ],
  ])('%j', (d, words) => expect(tiringWords(d)).toBe(words))
  it('are facts for the diagnosis; a silence that is meant is none', () => {
    expect(strokeFacts(strokes())).toMatchObject({
      depthDb: 7,
      gapMs: 30,
      askedHz: 2,
      rateHz: 2,
      moreAirDb: 1,
    })
    expect(strokeFacts(strokes({ depthDb: null })).gapMs).toBeUndefined()
    expect(strokeFacts(strokes({ perMinute: null })).askedHz).toBeUndefined()
  })
  it('stand in the list, on the line, in the chart, on the card', () => {
    const e = entry('strokes', strokes({ unevenPercent: 9 }))
    expect(notedWords(e, clarinet)).toBe('2.0 strokes a second on E4, uneven')
    expect(notedWords(entry('strokes', strokes({ moreAirDb: 9 })), clarinet)).toContain('even, another tone')
    expect(lineWords('tongue', [e])).toBe('2.0/s')
    expect(
      progressOf([e], clarinet).map((s) => `${s.name} ${s.points[0]!.value} ${s.points[0]!.reached}`),
    ).toEqual(['unevenness 9 false', 'rate 2 false'])
    const [row] = rowsOf([e], 'l1', clarinet, false)
    expect(row).toMatchObject({ title: 'Strokes on E4', amount: '4 times 8 at 52' })
    expect(rowsOf([entry('strokes', strokes())], 'l1', clarinet, false)[0]!.amount).toBe('4 times 8 at 60')
  })
  it('worry when the tone isn’t the slurred one, twice', () => {
    const bad = entry('strokes', strokes({ moreAirDb: 9 }))
    const said = (list: Parameters<typeof concernsOf>[0]) =>
      concernsOf(list, clarinet, TODAY)
        .filter((c) => c.sentence !== 'no long tone measured yet')
        .map((c) => c.sentence)
    expect(said([bad])).toEqual([])
    expect(said([bad, bad])).toEqual(['tongued tone isn’t the slurred one, twice'])
    expect(said([bad, bad, entry('strokes', strokes())])).toEqual([])
  })
})

describe('the fastest even tempo', () => {
  it('is practised below the limit, where three of five are even', () => {
    expect(aimFor([], clarinet, 'tongue-tempo', '2')).toMatchObject({
      value: 72,
      why: 'Not measured yet: begin at 72.',
    })
    const e = entry('tongue-tempo', GOOD['tongue-tempo'])
    expect(aimFor([e], clarinet, 'tongue-tempo', '2')).toMatchObject({
      title: 'Even eighths',
      // 80 + 0.8 × (84 − 80)
      value: 83,
      why: 'The limit lay between 80 and 88: practise where three of five are even.',
    })
    // 60 + 0.8 × (80 − 60): nearer or farther by a twentieth is another mark.
    const wide = entry('tongue-tempo', { ...GOOD['tongue-tempo'], low: 60, perMinute: 80, high: 100 })
    expect(aimFor([wide], clarinet, 'tongue-tempo', '2').value).toBe(76)
    expect(rowsOf([e], 'l1', clarinet, false)[0]).toMatchObject({ amount: '4 times one bar at 83' })
    expect(rowsOf([e], 'l1', clarinet, true)[0]!.amount).not.toMatch(/\d\d/)
    expect(notedWords(e, clarinet)).toBe('Fastest even: eighths at 84 (80 to 88) on E4')
  })
  it.each([
    [{ perMinute: 79 }, 'data.perMinute is 79'],
    [{ perMinute: 89 }, 'data.perMinute is 89'],
    [{ written: 'C2' }, 'outside the clarinet'],
  ])('%j is refused', (more, words) =>
    expect(refuses('tongue-tempo', { ...GOOD['tongue-tempo'], ...more })).toThrow(words),
  )
})

describe('the way to the first strokes', () => {
  it('asks each step until it was passed twice, in their order', () => {
    const passed = (way: string) => entry('way-in', { ...GOOD['way-in'], way }) as EntryOf<'way-in'>
    expect(waysLeft(clarinet, []).map((w) => w.id)).toEqual(['say', 'air', 'part', 'one', 'rows'])
    expect(waysLeft(clarinet, [passed('say')])[0]!.id).toBe('say')
    expect(waysLeft(clarinet, [passed('say'), passed('say')])[0]!.id).toBe('air')
    expect(rowsOf([passed('say'), passed('say')], 'l1', clarinet, false)[0]!.title).toBe('On the air alone')
    expect(waysLeft(chanter, [])).toEqual([])
  })
  it('knows its steps', () => {
    expect(refuses('way-in', { ...GOOD['way-in'], way: 'x' })).toThrow(
      'data.way is “x”; allowed: say, air, part, one, rows, air-first.',
    )
    expect(refuses('way-in', GOOD['way-in'], chanter)).toThrow('allowed: none on this instrument.')
  })
})

describe('echo, patterns and lines', () => {
  it('remember how each figure fared', () => {
    const echo = (cells: string[], right: number) =>
      entry('echo', { ...GOOD.echo, cells, right }) as EntryOf<'echo'>
    expect(faredOf([echo(['beat', 'beat', 'halves'], 0.9), echo(['beat'], 0.89)])).toEqual({
      beat: { tried: 2, right: 1 },
      halves: { tried: 1, right: 1 },
    })
    expect(faredOf([echo(['beat'], 1), echo(['halves'], 1)], 1)).toEqual({ halves: { tried: 1, right: 1 } })
    expect(rowsOf([echo(['beat', 'thirds'], 0.5)], 'l1', clarinet, false)[0]!.aim).toContain(
      'With a beat in each',
    )
    expect(refuses('echo', { ...GOOD.echo, cells: ['x'] })).toThrow('data.cells names “x”')
    expect(lineWords('tongue', [echo(['beat'], 1), echo(['beat'], 0.5)])).toBe('echo 1 of 2')
  })
  it('an own pattern is printed on the card', () => {
    const [row] = rowsOf([entry('rhythm', GOOD.rhythm)], 'l1', clarinet, false)
    expect(row).toMatchObject({ title: 'Your pattern: Rain', weight: 75 })
    expect(row!.line!.map((n) => [n.written, n.ticks])).toEqual([
      ['G4', 12],
      ['G4', 6],
      ['G4', 6],
    ])
    expect(refuses('rhythm', { ...GOOD.rhythm, rhythm: [12] })).toThrow('The pattern is 1 beats long')
    expect(refuses('rhythm', { ...GOOD.rhythm, rhythm: [12, 2] })).toThrow('A length of 2')
  })
  it('a line is as asked from 95 of a hundred on', () => {
    const said = (right: number) =>
      rowsOf([entry('articulation', { ...GOOD.articulation, right })], 'l1', clarinet, false)[0]!.aim
    expect(said(0.95)).toBe('Also the wrong way round, on purpose.')
    expect(said(0.94)).toBe('Slowly; say it first.')
  })
})

describe('the daily set', () => {
  const daily = (more: Partial<EntryData['daily']>) =>
    entry('daily', { ...GOOD.daily, ...more }) as EntryOf<'daily'>
  it('knows the highest note that held', () => {
    const height = (from: string, toneHeld: boolean, even = true) =>
      daily({ exercise: 'height', from, toneHeld, even })
    expect(
      highestHeld([height('A5', true), height('Bb5', true), height('B5', false), height('C6', true, false)]),
    ).toBe('Bb5')
    expect(highestHeld([daily({})])).toBeUndefined()
    expect(goesOf([daily({}), height('A5', true)], 'height')).toHaveLength(1)
  })
  it('puts the next go on the card, in notation', () => {
    const [row] = rowsOf([daily({})], 'l1', clarinet, false)
    expect(row).toMatchObject({ title: 'A bar that grows, a note that fades', amount: 'twice at 64' })
    expect(row!.line!.length).toBe(18)
    expect(rowsOf([daily({})], 'l1', clarinet, true)[0]!.amount).not.toMatch(/\d/)
    expect(rowsOf([daily({ exercise: 'double-soft' })], 'l1', clarinet, false)[0]!.aim).toContain(
      'not with a sore throat',
    )
  })
  it('worries when the tone breaks three times', () => {
    const broke = daily({ toneHeld: false })
    const said = (list: Parameters<typeof concernsOf>[0]) =>
      concernsOf(list, clarinet, TODAY)
        .filter((c) => c.sentence !== 'no long tone measured yet')
        .map((c) => c.sentence)
    expect(said([broke, broke])).toEqual([])
    expect(said([broke, broke, broke])).toEqual(['daily set: the tone breaks three times in a row'])
    expect(said([broke, broke, broke, daily({})])).toEqual([])
  })
  it('says how it went', () => {
    expect(notedWords(daily({}), clarinet)).toContain('G4 at 60, held')
    expect(notedWords(daily({ even: false }), clarinet)).toContain('uneven')
    expect(notedWords(daily({ toneHeld: false }), clarinet)).toContain('tone broke')
  })
})

describe('gracenotes', () => {
  const graces = (more: Partial<EntryData['gracenotes']> = {}) =>
    entry('gracenotes', { ...GOOD.gracenotes, ...more }, { instrument: 'chanter' })
  it('are told by their players’ names', () => {
    expect(notedWords(graces(), chanter)).toBe('doubling on B: 52 ms, uneven by 7 ms')
    expect(notedWords(graces({ noises: 2 }), chanter)).toBe('doubling on B: 52 ms, 2 crossing noises')
    expect(progressOf([graces()], chanter)[0]).toMatchObject({
      title: 'doubling on B',
      unit: 'ms',
      better: 'less',
    })
  })
  it.each([
    [{ move: 'x' }, 'data.move is “x”; allowed: g-grace, d-grace'],
    [{ move: 'throw' }, 'data.on is “B4”; the throw on D stands on D5.'],
  ])('%j is refused', (more, words) =>
    expect(refuses('gracenotes', { ...GOOD.gracenotes, ...more }, chanter)).toThrow(words),
  )
  it('worry when noises come again', () => {
    const said = (list: Parameters<typeof concernsOf>[0]) =>
      concernsOf(list, chanter, TODAY)
        .filter((c) => c.sentence !== 'no long tone measured yet')
        .map((c) => c.sentence)
    expect(said([graces({ noises: 1 })])).toEqual([])
    expect(said([graces({ noises: 1 }), graces({ noises: 1 })])).toEqual([
      'crossing noises in the doubling on B, again',
    ])
  })
})

describe('what is wrong with the tongue', () => {
  const fault = (more: Partial<EntryData['tongue-fault']> = {}) =>
    entry('tongue-fault', { ...GOOD['tongue-fault'], ...more })
  it('becomes a row, a concern when it comes again, and a sentence', () => {
    expect(rowsOf([fault()], 'l1', clarinet, false)[0]).toMatchObject({ title: 'Tongue, before the mirror' })
    expect(rowsOf([fault({ helped: 'no' })], 'l1', clarinet, false)).toEqual([])
    expect(notedWords(fault(), clarinet)).toBe(
      'Too much tongue: the whole of it moves; what was tried helped',
    )
    const twice = [fault({ helped: 'no' }), fault({ helped: 'no' })]
    expect(
      concernsOf(twice, clarinet, TODAY).filter((c) => c.sentence !== 'no long tone measured yet')[0]!
        .sentence,
    ).toBe('tongue: too much tongue: the whole of it moves, again')
  })
  it('is none where there is no tongue, and takes known answers only', () => {
    expect(refuses('tongue-fault', GOOD['tongue-fault'], chanter)).toThrow(
      'There is no “tongue-fault” on this instrument.',
    )
    expect(refuses('tongue-fault', { ...GOOD['tongue-fault'], cause: 'x' })).toThrow('data.cause is “x”')
    expect(
      refuses('tongue-fault', { ...GOOD['tongue-fault'], answers: [{ question: 'x', outcome: 'x' }] }),
    ).toThrow('no question “x”')
  })
})
