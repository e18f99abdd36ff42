import { describe, expect, it } from 'vitest'
import { practised, practisedWords } from '@halitus/core/home'
import {
  attention,
  basicRows,
  composeCard,
  easedSince,
  NEW_LESSONS,
  rowsOfPlans,
  shortened,
  type Circumstances,
} from '@halitus/core/practice'
import { instrument } from '@halitus/core/instruments'
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
  it('passes over what is too long for the minutes that are left, and takes what is shorter', () => {
    const three = (minutes: number) =>
      fit(
        minutes,
        row('first', { weight: 60 }),
        row('long', { weight: 50, minutes: 5, leastMinutes: 4 }),
        row('short', { weight: 40, minutes: 2, leastMinutes: 1 }),
      )
    expect(shape(three(5))).toEqual(['first 3', 'short 2'])
    expect(three(5).leftOut.map((r) => r.id)).toEqual(['long'])
    // At six both weightier ones fit, and leave nothing for the third; at seven all do.
    expect(shape(three(6))).toEqual(['first 2', 'long 4'])
    expect(shape(three(7))).toEqual(['first 2', 'long 4', 'short 1'])
  })
  it('lets light proposals wait, at full length', () => {
    const card = fit(30, row('a'), row('waits', { weight: 10 }), row('comes', { weight: 11 }))
    expect(card.rows.map((r) => r.id)).toEqual(['a', 'comes'])
    expect(card.leftOut).toMatchObject([{ id: 'waits', minutes: 3 }])
  })
  it('is empty when nothing was done', () => expect(fit(15)).toMatchObject({ rows: [], totalMinutes: 0 }))
  it('takes plans for the stops that give no numbers yet, the tune before all', () => {
    const rows = rowsOfPlans([
      { stage: 'tune', text: 'bars 1 to 4' },
      { stage: 'breath', text: 'x'.repeat(300) },
      { stage: 'tongue', text: '' },
      { stage: 'sound', text: 'not a row' },
    ])
    expect(rows.map((r) => [r.id, r.title, r.minutes, r.leastMinutes, r.amount.length])).toEqual([
      ['plan-tune', 'Tune', 5, 2, 11],
      ['plan-breath', 'Breath', 2, 1, 200],
    ])
    expect(rows[0]!.weight).toBeGreaterThan(rows[1]!.weight)
    expect(rows[0]!.aim).toBe('Slow enough to be right.')
  })
})

describe('what needs attention', () => {
  const today = '2026-03-20T18:00:00'
  const well: Concern = { kind: 'well', weight: 0, sentence: 'long tone 19 s within 6 cents' }
  const calm: Circumstances = { reports: [], lastLessonAt: '2026-03-13T18:00:00' }
  const done = (from: string, sessions: number, sessionsDone: number) => ({
    from,
    sessions,
    sessionsDone,
    ticked: 0,
    boxes: 0,
  })
  const first = (more: Partial<Circumstances>, ...found: Concern[]) =>
    attention([well, ...found], { ...calm, ...more }, today)[0]!

  it('says what is well when nothing is wrong, with what was practised', () => {
    expect(first({})).toEqual(well)
    expect(first({ card: done('2026-03-13', 5, 4) }).sentence).toBe(
      'long tone 19 s within 6 cents, practised 4 of 5',
    )
    expect(attention([], calm, today)).toEqual([{ kind: 'new', weight: 0, sentence: 'nothing noted yet' }])
    const fresh = { kind: 'new', weight: 10, sentence: 'no long tone measured yet' }
    expect(attention([fresh], { ...calm, card: done('2026-03-20', 5, 0) }, today)).toEqual([fresh])
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
    const concern = first({ card: done(from, sessions, sessionsDone) })
    expect(concern.kind === 'practice').toBe(found)
    if (found) expect(concern.sentence).toBe(`practised ${sessionsDone} of ${sessions} sessions`)
  })
  it('weighs missing practice by how much is missing', () => {
    const weight = (sessionsDone: number) => first({ card: done('2026-03-13', 5, sessionsDone) }).weight
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

describe('what of a card was done', () => {
  const rows = ['a', 'b', 'c', 'd', 'e', 'f'].map((id) => ({ id }))
  const ticks = (...marks: [string, number][]) => marks.map(([rowId, session]) => ({ rowId, session }))
  const words = (...marks: [string, number][]) =>
    practisedWords(practised({ sessions: 5, rows, ticks: ticks(...marks) }))
  it.each<[[string, number][], string]>([
    [[], '0 of 5 sessions'],
    // Three boxes of thirty are no two sessions; half of the rows make one (chosen by Halitus).
    [
      [
        ['a', 1],
        ['b', 1],
        ['a', 2],
      ],
      '0 of 5 sessions, 3 of 30 boxes',
    ],
    [
      [
        ['a', 1],
        ['b', 1],
        ['c', 1],
      ],
      '1 of 5 sessions, 3 of 30 boxes',
    ],
    [
      [
        ['a', 1],
        ['b', 1],
        ['c', 1],
        ['a', 2],
        ['b', 2],
        ['c', 2],
      ],
      '2 of 5 sessions',
    ],
    // A row that was taken off the card since doesn't count.
    [
      [
        ['a', 1],
        ['b', 1],
        ['gone', 1],
      ],
      '0 of 5 sessions, 2 of 30 boxes',
    ],
  ])('%j: %s', (marks, said) => expect(words(...marks)).toBe(said))
  it('is a concern in the same words', () =>
    expect(
      attention(
        [],
        {
          reports: [],
          card: { from: '2026-03-13', ...practised({ sessions: 5, rows, ticks: ticks(['a', 1], ['a', 2]) }) },
        },
        '2026-03-20T18:00:00',
      )[0]!.sentence,
    ).toBe('practised 0 of 5 sessions, 2 of 30 boxes'))
})

describe('what every card has', () => {
  const clarinet = instrument('clarinet')
  const of = (proposals: RowProposal[], lessonsBefore = 0, eased = false) =>
    basicRows(clarinet, proposals, { lessonsBefore, eased })
  const titles = (...args: Parameters<typeof of>) => of(...args).map((r) => r.title)
  it('is never empty in a first lesson: assembly, ten sounds on the part, breath, a pattern to clap', () => {
    const card = composeCard(of([]), { minutesPerSession: 15, sessions: 5, listenFor: '' })
    expect(card.rows.map((r) => [r.kind, r.title, r.minutes])).toEqual([
      ['setup', 'Put together and away', 2],
      ['breath', 'Breath', 2],
      ['sound', 'Ten sounds: mouthpiece alone', 3],
      ['tongue', 'Clap and say', 1],
    ])
    expect(card.leftOut).toEqual([])
    for (const r of card.rows) expect(r.aim.length).toBeGreaterThan(15)
  })
  it.each([
    [0, ['Breath', 'Ten sounds: mouthpiece alone', 'Put together and away', 'Clap and say']],
    [NEW_LESSONS - 1, ['Breath', 'Ten sounds: mouthpiece alone', 'Put together and away', 'Clap and say']],
    [NEW_LESSONS, ['Breath', 'Ten sounds: mouthpiece alone']],
  ])('after %i lessons: %j', (lessons, expected) => expect(titles([], lessons)).toEqual(expected))
  it('adds nothing that the lesson gave already, but what only waits doesn’t count', () => {
    expect(titles([row('b', { kind: 'breath' }), row('s', { kind: 'sound' })], 9)).toEqual([])
    expect(titles([row('s', { kind: 'sound', weight: 10 })], 9)).toEqual([
      'Breath',
      'Ten sounds: mouthpiece alone',
    ])
    expect(titles([row('s', { kind: 'sound', weight: 11 })], 9)).toEqual(['Breath'])
  })
  it('keeps breath when minutes are short', () => {
    const card = composeCard([...of([], 9), row('x', { weight: 50, minutes: 5, leastMinutes: 3 })], {
      minutesPerSession: 5,
      sessions: 5,
      listenFor: '',
    })
    expect(card.rows[0]!.kind).toBe('breath')
  })
  it('makes the drill easier after dizziness', () => {
    const [calm] = of([], 9, true)
    expect(calm).toMatchObject({ title: 'Breath, seated and easy', minutes: 1 })
    expect(calm!.aim).toBe('Stop at the first dizziness; breathe normally and rest.')
    expect(easedSince([])).toBeUndefined()
    expect(
      easedSince([
        { kind: 'dizzy', at: '2026-03-01T10:00:00' },
        { kind: 'dizzy', at: '2026-03-08T10:00:00' },
        { kind: 'sore', at: '2026-03-09T10:00:00' },
      ]),
    ).toEqual({ at: '2026-03-09T10:00:00', by: 'sore' })
    expect(easedSince([{ kind: 'no-sound', at: '2026-03-09T10:00:00' }])).toBeUndefined()
  })
  it('asks who plays notes for all of the instrument, and for sounds on a note', () => {
    const whole = basicRows(clarinet, [], { lessonsBefore: 1, eased: false, whole: true })
    expect(whole.find((r) => r.kind === 'setup')!.amount).toBe('once, all of it')
    expect(whole.find((r) => r.kind === 'sound')!.title).toBe('Ten sounds')
  })
})

describe('a long plan', () => {
  it.each([
    ['slow and even', 13, 'slow and even'],
    ['slow and even', 12, 'slow and …'],
    ['slow and even', 8, 'slow …'],
    ['x'.repeat(20), 8, 'xxxxxxx …'.slice(0, 8)],
  ])('%s in %i letters: %s', (text, most, words) => {
    expect(shortened(text, most)).toBe(words)
    expect(shortened(text, most).length).toBeLessThanOrEqual(most)
  })
})

describe('a card stays short', () => {
  const row = (id: string, kind: 'breath' | 'sound' | 'tongue' | 'fingers', weight: number) => ({
    id,
    kind,
    title: id,
    amount: '',
    minutes: 1,
    leastMinutes: 1,
    weight,
    aim: '',
    notes: [],
  })
  const limits = { minutesPerSession: 45, sessions: 5, listenFor: '' }
  it('of one stop at most three, the weightiest; the rest waits and can be brought in', () => {
    const card = composeCard(
      [1, 2, 3, 4, 5].map((n) => row(`s${n}`, 'sound', 20 + n)),
      limits,
    )
    expect(card.rows.map((r) => r.id)).toEqual(['s5', 's4', 's3'])
    expect(card.leftOut.map((r) => r.id)).toEqual(['s1', 's2'])
  })
  it('of breath at most two', () => {
    const card = composeCard(
      [1, 2, 3].map((n) => row(`b${n}`, 'breath', 60 + n)),
      limits,
    )
    expect(card.rows.map((r) => r.id)).toEqual(['b3', 'b2'])
    expect(card.leftOut.map((r) => r.id)).toEqual(['b1'])
  })
  it('keeps the planned tune, whatever else there is', () => {
    const [tune] = rowsOfPlans([{ stage: 'tune', text: 'Harbour song, bars 1 to 8' }])
    const others = (['breath', 'sound', 'tongue', 'fingers'] as const).flatMap((kind, k) =>
      [1, 2].map((n) => row(`${kind}${n}`, kind, 60 + 8 * k + n)),
    )
    for (const minutesPerSession of [5, 10, 20]) {
      const card = composeCard([...others, tune!], { ...limits, minutesPerSession })
      expect(card.rows.at(-1)).toMatchObject({ id: 'plan-tune', amount: 'Harbour song, bars 1 to 8' })
      expect(card.totalMinutes).toBeLessThanOrEqual(minutesPerSession)
    }
  })
  it('in all at most eight', () => {
    const many = (['breath', 'sound', 'tongue', 'fingers'] as const).flatMap((kind, k) =>
      [1, 2, 3].map((n) => row(`${kind}${n}`, kind, 20 + 10 * k + n)),
    )
    expect(composeCard(many.slice(1, 9), limits).rows).toHaveLength(8)
    const card = composeCard(many, limits)
    expect(card.rows).toHaveLength(8)
    expect(card.leftOut.map((r) => r.id)).toEqual(['breath1', 'breath2', 'breath3', 'sound1'])
  })
})
