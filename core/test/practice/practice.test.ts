import { describe, expect, it } from 'vitest'
import { attention, composeCard, rowsOfPlans, type Circumstances } from '@halitus/core/practice'
import type { Concern, RowProposal } from '@halitus/core/records'

const row = (id: string, more: Partial<RowProposal> = {}): RowProposal => ({
  id,
  kind: 'fingers',
  title: id,
  amount: '',
  minutes: 3,
  leastMinutes: 2,
  weight: 50,
  aim: '',
  notes: [],
  ...more,
})
const fit = (minutesPerSession: number, ...rows: RowProposal[]) =>
  composeCard(rows, { minutesPerSession, sessions: 5, listenFor: 'x' })
const shape = (card: ReturnType<typeof fit>) => card.rows.map((r) => `${r.id} ${r.minutes}`)

describe('the week’s card', () => {
  it('stands in order of work, whatever the order of proposals', () => {
    const card = fit(
      30,
      row('tune', { kind: 'tune' }),
      row('fingers'),
      row('tongue', { kind: 'tongue' }),
      row('sound', { kind: 'sound' }),
      row('breath', { kind: 'breath' }),
      row('setup', { kind: 'setup' }),
    )
    expect(card.rows.map((r) => r.id)).toEqual(['setup', 'breath', 'sound', 'tongue', 'fingers', 'tune'])
    expect(card).toMatchObject({ sessions: 5, listenFor: 'x', totalMinutes: 18, leftOut: [] })
    expect(Object.keys(card.rows[0]!)).not.toContain('weight')
    expect(Object.keys(card.rows[0]!)).not.toContain('leastMinutes')
  })
  it.each([
    // Two rows of 3 min that can shrink to 2: at six minutes whole, at five and four shorter, below one drops out.
    [7, ['a 3', 'b 3'], []],
    [6, ['a 3', 'b 3'], []],
    [5, ['a 2', 'b 3'], []],
    [4, ['a 2', 'b 2'], []],
    [3, ['a 3'], ['b']],
    [2, ['a 2'], ['b']],
    [1, [], ['a', 'b']],
  ])('in %i minutes holds %j and leaves out %j', (minutes, kept, out) => {
    const card = fit(minutes, row('b', { weight: 40 }), row('a', { weight: 60 }))
    expect(shape(card).sort()).toEqual(kept)
    expect(card.leftOut.map((r) => r.id).sort()).toEqual(out)
    expect(card.totalMinutes).toBeLessThanOrEqual(minutes)
  })
  it('shortens the row with the most to give first', () => {
    const card = fit(
      8,
      row('long', { minutes: 8, leastMinutes: 2 }),
      row('short', { minutes: 3, leastMinutes: 2 }),
    )
    expect(shape(card)).toEqual(['long 5', 'short 3'])
  })
  it('lets light proposals wait, at full length', () => {
    const card = fit(30, row('a'), row('waits', { weight: 10 }), row('comes', { weight: 11 }))
    expect(card.rows.map((r) => r.id)).toEqual(['a', 'comes'])
    expect(card.leftOut).toMatchObject([{ id: 'waits', minutes: 3 }])
  })
  it('is empty when nothing was done', () => expect(fit(15)).toMatchObject({ rows: [], totalMinutes: 0 }))
  it('takes plans for the stops that give no numbers yet, breath before all', () => {
    const rows = rowsOfPlans([
      { stage: 'tune', text: 'bars 1 to 4' },
      { stage: 'breath', text: 'x'.repeat(300) },
      { stage: 'tongue', text: '' },
      { stage: 'sound', text: 'not a row' },
    ])
    expect(rows.map((r) => [r.id, r.title, r.minutes, r.leastMinutes, r.amount.length])).toEqual([
      ['plan-tune', 'Tune', 5, 3, 11],
      ['plan-breath', 'Breath', 2, 1, 200],
    ])
    expect(rows[1]!.weight).toBeGreaterThan(rows[0]!.weight)
    expect(rows[0]!.aim).toBe('Slow enough to be right.')
  })
})

describe('what needs attention', () => {
  const today = '2026-03-20T18:00:00'
  const well: Concern = { kind: 'well', weight: 0, sentence: 'long tone 19 s within 6 cents' }
  const calm: Circumstances = { reports: [], lastLessonAt: '2026-03-13T18:00:00' }
  const first = (more: Partial<Circumstances>, ...found: Concern[]) =>
    attention([well, ...found], { ...calm, ...more }, today)[0]!

  it('says what is well when nothing is wrong, with what was practised', () => {
    expect(first({})).toEqual(well)
    expect(first({ card: { from: '2026-03-13', sessions: 5, sessionsDone: 4 } }).sentence).toBe(
      'long tone 19 s within 6 cents, practised 4 of 5',
    )
    expect(attention([], calm, today)).toEqual([{ kind: 'new', weight: 0, sentence: 'nothing noted yet' }])
    const fresh = { kind: 'new', weight: 10, sentence: 'no long tone measured yet' }
    expect(
      attention([fresh], { ...calm, card: { from: '2026-03-20', sessions: 5, sessionsDone: 0 } }, today),
    ).toEqual([fresh])
  })
  it.each([
    // A week ago, five planned: five are due; three quarters of them are 3.75.
    ['2026-03-13', 5, 3, true],
    ['2026-03-13', 5, 4, false],
    ['2026-03-13', 4, 3, false],
    ['2026-03-13', 4, 2, true],
    // Two days ago, two of seven are due.
    ['2026-03-18', 7, 2, false],
    ['2026-03-18', 7, 1, true],
    ['2026-03-19', 5, 1, false],
    ['2026-03-20', 5, 0, false],
    ['2026-03-25', 5, 0, false],
    ['2026-02-01', 5, 4, false],
    ['2026-02-01', 5, 3, true],
  ])('from %s, %i planned, %i done: a concern %s', (from, sessions, sessionsDone, found) => {
    const concern = first({ card: { from, sessions, sessionsDone } })
    expect(concern.kind === 'practice').toBe(found)
    if (found) expect(concern.sentence).toBe(`practised ${sessionsDone} of ${sessions} sessions`)
  })
  it('weighs missing practice by how much is missing', () => {
    const weight = (sessionsDone: number) =>
      first({ card: { from: '2026-03-13', sessions: 5, sessionsDone } }).weight
    expect(weight(0)).toBe(80)
    expect(weight(3)).toBeCloseTo(68)
  })
  it.each([
    ['2026-03-06T18:00:01', undefined],
    ['2026-03-06T18:00:00', 'no lesson for two weeks'],
    ['2026-02-27T18:00:00', 'no lesson for three weeks'],
    ['2026-02-13T18:00:00', 'no lesson for five weeks'],
    ['2026-02-06T18:00:00', 'no lesson for six weeks'],
    ['2026-01-30T18:00:00', 'no lesson for 7 weeks'],
  ])('last lesson %s: %s', (lastLessonAt, sentence) => {
    const concern = first({ lastLessonAt })
    if (sentence) expect(concern).toEqual({ kind: 'pause', weight: 50, sentence })
    else expect(concern.kind).toBe('well')
  })
  it.each([
    ['dizzy', 'after two minutes', 'Dizzy at home: after two minutes'],
    ['sore', '', 'Sore at home'],
    ['no-sound', '', 'No sound at home'],
    ['other', 'key stuck', 'Trouble at home: key stuck'],
    ['unheard-of', '', 'Trouble at home'],
  ])('a report of %s comes before everything else', (kind, text, sentence) =>
    expect(
      first(
        {
          reports: [
            { kind: 'sore', text: 'older' },
            { kind, text },
          ],
          lastLessonAt: '2026-01-01T18:00:00',
        },
        { kind: 'stuck', weight: 70, sentence: 's' },
      ),
    ).toEqual({ kind: 'report', weight: 100, sentence }),
  )
  it('sorts, and says fillers only when there is nothing else', () => {
    const of = (weight: number) => ({ kind: `k${weight}`, weight, sentence: 's' })
    expect(attention([of(11), of(70), well, of(10), of(45)], calm, today).map((c) => c.weight)).toEqual([
      70, 45, 11,
    ])
    expect(attention([well, of(10)], calm, today).map((c) => c.weight)).toEqual([10])
  })
})
