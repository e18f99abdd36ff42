import { describe, expect, it } from 'vitest'
import { instrument } from '@halitus/core/instruments'
import { composeWeek, homeOf, type GivenCard } from '@halitus/core/practice'
import { aimFor, type CardRow, type EntryRecord, type HomeNumber } from '@halitus/core/records'
import { aTone, entry } from '../records/entries.ts'

const clarinet = instrument('clarinet')
const tone = (day: string, lengthS: number, targetS: number, lessonId = 'l0') =>
  entry('long-tone', aTone({ lengthS, targetS }), { at: `${day}T16:10:00`, lessonId })
const row = (id: string, more: Partial<CardRow> = {}): CardRow => ({
  id,
  kind: 'sound',
  title: id,
  amount: '',
  minutes: 3,
  aim: '',
  notes: [],
  ...more,
})
const card = (from: string, more: Partial<GivenCard> = {}): GivenCard => ({
  instrument: 'clarinet',
  from,
  sessions: 5,
  rows: [],
  left: [],
  ticks: [],
  reports: [],
  numbers: [],
  ...more,
})
const week = (more: Partial<Parameters<typeof composeWeek>[0]> = {}) =>
  composeWeek({
    inst: clarinet,
    lesson: { id: 'l1', startsAt: '2026-03-20T16:00:00' },
    lessonsBefore: 5,
    entries: [],
    cards: [],
    plans: [],
    agreed: { minutesPerSession: 20, sessionsPerWeek: 5 },
    observes: false,
    ...more,
  })

describe('numbers from home', () => {
  const number = (value: number, more: Partial<HomeNumber> = {}): HomeNumber => ({
    goal: 'long-tone',
    about: 'E4',
    value,
    unit: 's',
    measured: true,
    at: '2026-03-15T17:00:00',
    ...more,
  })
  // 18 of 18 s were held on the 6th, 19 of 21 s on the 13th: the lessons alone say 21 again.
  const lessons = [tone('2026-03-06', 18.5, 18), tone('2026-03-13', 19, 21)]
  const aim = (...numbers: HomeNumber[]) => aimFor(lessons, clarinet, 'long-tone', 'E4', { numbers })

  it('say nothing alone: two that were heard count, or three that were written', () => {
    const written = { measured: false }
    expect(aim().value).toBe(21)
    expect(aim(number(30)).value).toBe(21)
    expect(aim(number(30), number(31)).value).toBe(30)
    expect(aim(number(30, written), number(31, written)).value).toBe(21)
    expect(aim(number(30, written), number(31, written), number(32, written)).value).toBe(31)
    // What was heard weighs more than what was written.
    expect(aim(number(24), number(25), number(40, written), number(41, written)).value).toBe(24)
  })
  it('raise an aim to what two of three reached', () => {
    expect(aim(number(22), number(26), number(24))).toMatchObject({
      value: 24,
      why: 'At home 22, 26, 24: two of three reached 24.',
    })
  })
  it('lower it where fewer than half reached it, never below what was just held', () => {
    expect(aim(number(16), number(17), number(18))).toMatchObject({
      value: 17,
      why: 'At home 16, 17, 18: 0 of 3 reached 21, so 17.',
    })
    // Two alone lower nothing.
    expect(aim(number(16), number(17)).value).toBe(21)
    expect(aim(number(20), number(20.9), number(21), number(22)).value).toBe(21)
    expect(aim(number(20), number(20.8), number(20.9), number(22)).value).toBe(20)
    const held = [...lessons, tone('2026-03-20', 21.4, 21)]
    const after = aimFor(held, clarinet, 'long-tone', 'E4', {
      numbers: [number(16), number(17), number(18)],
    })
    expect(after.value).toBe(21)
  })
  it('count for their own note alone, and since the lesson before last', () => {
    const early = { at: '2026-03-06T16:09:00' }
    expect(aim(number(30, early), number(31, early)).value).toBe(21)
    const later = { at: '2026-03-06T16:11:00' }
    expect(aim(number(30, later), number(31, later)).value).toBe(30)
    expect(aim(number(30, { about: 'G4' }), number(31, { about: 'G4' })).value).toBe(21)
    expect(aim(number(30, { goal: 'bend' }), number(31, { goal: 'bend' })).value).toBe(21)
  })
  it('raise nothing while something hurts', () => {
    const eased = { at: '2026-03-16T10:00:00', by: 'sore' as const }
    expect(
      aimFor(lessons, clarinet, 'long-tone', 'E4', { eased, numbers: [number(30), number(31)] }),
    ).toMatchObject({ value: 18, why: expect.stringMatching(/^Sore at home: one step easier/) as string })
    // And never above what the card asked.
    const asked = [{ on: 'clarinet', goal: 'long-tone', about: 'E4', value: 15 }]
    expect(aimFor(lessons, clarinet, 'long-tone', 'E4', { eased, asked }).value).toBe(15)
    expect(aimFor(lessons, clarinet, 'long-tone', 'E4', { asked }).value).toBe(21)
  })
  it('are read from the cards by what their row asks, in its unit', () => {
    const asks = { goal: 'long-tone', about: 'E4', value: 18, unit: 's' }
    const heard = { value: 17, unit: 's', measured: true, at: '2026-03-15T17:00:00' }
    const { numbers, asked } = homeOf([
      card('2026-03-13', {
        rows: [row('a', { asks }), row('b')],
        numbers: [
          { row: 'a', ...heard },
          { row: 'b', ...heard },
          { row: 'a', ...heard, unit: 'clicks' },
        ],
      }),
    ])
    expect(numbers).toEqual([{ goal: 'long-tone', about: 'E4', ...heard }])
    expect(asked).toEqual([{ on: 'clarinet', goal: 'long-tone', about: 'E4', value: 18 }])
  })
})

describe('the week’s card', () => {
  const entries: EntryRecord[] = [tone('2026-03-13', 18, 18), tone('2026-03-20', 21.3, 21, 'l1')]
  const before = card('2026-03-13', {
    rows: [
      row('long-tone-E4', { minutes: 5, asks: { goal: 'long-tone', about: 'E4', value: 21, unit: 's' } }),
    ],
    ticks: [1, 2, 3].map((session) => ({
      rowId: 'long-tone-E4',
      session,
      at: `2026-03-${14 + session}T17:00:00`,
    })),
  })
  it('says of each row that it is new, moves on, stays or goes back, with the numbers', () => {
    const why = (cards: GivenCard[], observes = false) =>
      week({ entries, cards, observes }).rows.find((r) => r.id === 'long-tone-E4')!.why
    expect(why([])).toBe('Held 21.3 s of 21 s within 6 cents: one step up.')
    expect(why([before])).toBe(
      'Moves on: 21 to 24 s. Done 3 of 5 times. Held 21.3 s of 21 s within 6 cents: one step up.',
    )
    const asked = (value: number) => [
      { ...before, rows: before.rows.map((r) => ({ ...r, asks: { ...r.asks!, value } })) },
    ]
    expect(why(asked(24))).toMatch(/^Stays\. Done 3 of 5 times\. /)
    expect(why(asked(27))).toMatch(/^Goes back: 27 to 24 s\. /)
    expect(why([before], true)).toBe('Stays.')
    expect(week({ entries }).rows.find((r) => r.id === 'basic-breath')!.why).toBe('New this week.')
  })
  it('asks for the number of each row; who observes is asked without an aim', () => {
    const asks = (observes: boolean) =>
      week({ entries, observes }).rows.find((r) => r.id === 'long-tone-E4')!.asks
    expect(asks(false)).toEqual({ goal: 'long-tone', about: 'E4', value: 24, unit: 's' })
    expect(asks(true)).toEqual({ goal: 'long-tone', about: 'E4', value: null, unit: 's' })
  })
  it('says why something stands beside it', () => {
    const left = week({
      entries,
      plans: [
        { stage: 'tongue', text: 'four in one breath' },
        { stage: 'tune', text: 'bar 3 alone' },
      ],
      agreed: { minutesPerSession: 5, sessionsPerWeek: 5 },
    })
    expect(left.leftOut.map((r) => [r.id, r.why])).toEqual([
      ['plan-tongue', 'No room in 5 minutes beside what weighs more. Planned by the teacher.'],
    ])
  })
  const waits = row('echo', { kind: 'tongue', title: 'Say it' })
  it('brings what stood beside two cards running before all but the tune', () => {
    const on = (cards: GivenCard[]) => week({ entries, cards }).rows.find((r) => r.id === 'echo')?.why
    expect(on([card('2026-03-13', { left: [waits] })])).not.toMatch(/Beside the last/)
    expect(on([card('2026-03-06', { left: [waits] }), card('2026-03-13', { left: [waits] })])).toMatch(
      /^Beside the last 2 cards\./,
    )
    // On a card in between, it has had its turn.
    expect(on([card('2026-03-06', { left: [waits] }), card('2026-03-13', { rows: [waits] })])).toBeUndefined()
  })
  it('lets the tune give a minute where three things and more have waited, and only there', () => {
    const waited = (n: number) => Array.from({ length: n }, (_, k) => row(`waits-${k}`, { kind: 'tongue' }))
    const tune = (n: number) => {
      const left = waited(n)
      const cards = [card('2026-03-06', { left }), card('2026-03-13', { left })]
      const plans = [{ stage: 'tune' as const, text: 'Three Buoys, first line' }]
      const { rows } = week({ cards, plans, agreed: { minutesPerSession: 5, sessionsPerWeek: 5 } })
      return [
        rows.find((r) => r.kind === 'tune')?.minutes,
        rows.filter((r) => r.id.startsWith('waits')).length,
      ]
    }
    expect(tune(2)).toEqual([2, 2])
    expect(tune(3)).toEqual([1, 3])
  })
  it('shares the minutes with another instrument of the last days', () => {
    const other = (from: string) => week({ entries, cards: [card(from, { instrument: 'flute' })] }).load
    expect(other('2026-03-06').minutesPerSession).toBe(10)
    expect(other('2026-03-05').minutesPerSession).toBe(20)
  })
})
