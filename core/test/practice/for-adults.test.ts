import { describe, expect, it } from 'vitest'
import { instrument } from '@halitus/core/instruments'
import { forAdults } from '@halitus/core/practice'
import type { CardRow } from '@halitus/core/records'

const row = (title: string, kind: CardRow['kind'], more: Partial<CardRow> = {}): CardRow => ({
  id: title,
  kind,
  title,
  amount: '4 times',
  minutes: 2,
  aim: '',
  notes: [],
  ...more,
})
const asks = (unit: string, value: number | null) => ({ goal: 'long-tone', about: 'E4', value, unit })
const page = (rows: CardRow[], on = 'clarinet') => forAdults({ rows, sessions: 5 }, instrument(on))

describe('what the adult at home is told', () => {
  it('is how much, by the card', () =>
    expect(page([row('a', 'sound'), row('b', 'tune')]).howMuch[0]).toBe(
      '5 sessions of about 4 minutes; which days is yours to choose.',
    ))
  it('says the same once, with all that it goes for', () => {
    const { rows } = page([
      row('C and D', 'fingers'),
      row('Long tone', 'sound'),
      row('The new note', 'fingers'),
    ])
    expect(rows.map((r) => r.titles)).toEqual([['C and D', 'The new note'], ['Long tone']])
  })
  it('says what to write down, and nothing to who observes or where a phone counts', () => {
    const help = (unit: string, value: number | null) =>
      page([row('Long tone', 'sound', { asks: asks(unit, value) })]).rows[0]!.help
    expect(help('s', 12)).toMatch(/Write the seconds into the box of that session, whatever came\.$/)
    expect(help('a minute', 72)).toMatch(/Write the tempo/)
    expect(help('s', null)).not.toMatch(/Write/)
    expect(help('hits', 6)).toMatch(/Write the number that was right/)
    const line = [{ written: 'E4', ticks: 12, begins: 'tongue' as const }]
    const bars = page([row('Bar 5', 'tune', { line, asks: asks('hits', 1) })]).rows[0]!.help
    expect(bars).not.toMatch(/Write/)
  })
  it('stops for dizziness and pain, and leaves teeth and illness to those who know', () => {
    const { stop } = page([])
    expect(stop.join(' ')).toMatch(/Dizzy.*stop.*sit/)
    expect(stop.join(' ')).toMatch(/doctor, teeth and jaw for a dentist/)
  })
  it.each([
    ['clarinet', /comes off the mouthpiece.*lies flat/],
    ['oboe', /case that lets air in/],
    ['chanter', /stays where it sits/],
  ])('takes care of what the %s has', (on, words) => expect(page([], on).care[0]).toMatch(words))
  it('has no word of reeds where there is none', () => {
    for (const on of ['flute', 'soprano-recorder']) expect(page([], on).care.join(' ')).not.toMatch(/reed/i)
  })
  it('never asks for more than the card', () => {
    const all = JSON.stringify(page([row('a', 'sound'), row('b', 'tongue')]))
    expect(all).toMatch(/never ask for more than the card/)
  })
})
