import { describe, expect, it } from 'vitest'
import {
  attention,
  composeCard,
  nextTarget,
  stepUp,
  type CardInput,
  type LearnerHistory,
  type ToneResult,
} from '@halitus/core/practice'

const tone = (at: string, targetS: number, lengthS: number, steadinessCents = 6): ToneResult => ({
  at,
  written: 'E4',
  targetS,
  lengthS,
  steadinessCents,
})

describe('the ladder (common practice, no source: first hold 4 s, home 15 s, three seconds a step, towards 60 s)', () => {
  it('begins with 4 s', () => expect(nextTarget([]).targetS).toBe(4))
  it('goes from 15 s in steps of three to 60 s and stays there', () => {
    const steps = [15]
    while (steps.at(-1)! < 60) steps.push(stepUp(steps.at(-1)!, steps.at(-1)!))
    expect(steps).toEqual([15, 18, 21, 24, 27, 30, 33, 36, 39, 42, 45, 48, 51, 54, 57, 60])
    expect(stepUp(60, 70)).toBe(60)
  })
  it('asks a beginner below 15 s for one second more than was held', () => {
    expect(nextTarget([tone('2026-01-01', 4, 6.7)]).targetS).toBe(7)
    expect(nextTarget([tone('2026-01-01', 4, 22)]).targetS).toBe(15)
  })
  it('goes on only while quality holds', () => {
    const next = nextTarget([tone('2026-01-01', 18, 19, 40)])
    expect(next.targetS).toBe(18)
    expect(next.why).toContain('40 cents unsteady')
  })
  it('stays after one miss and steps back after two', () => {
    expect(nextTarget([tone('2026-01-01', 21, 13)]).targetS).toBe(21)
    const back = nextTarget([tone('2026-01-01', 21, 13), tone('2026-01-08', 21, 12)])
    expect(back).toMatchObject({ targetS: 18, why: 'Twice well short of 21 s (13 s, 12 s): one step back.' })
  })
})

const base: CardInput = {
  minutesPerSession: 15,
  sessions: 5,
  setupFaults: [],
  longTone: { written: 'E4', targetS: 18 },
  moves: [{ from: 'A4', to: 'B4', clean: 3, tries: 8 }],
  notes: ['A4', 'C5'],
  plans: [{ stage: 'tune', text: 'bars 1 to 4' }],
  listenFor: 'x',
}

describe('the week’s card', () => {
  it('is composed from what was done and never exceeds the session', () => {
    const card = composeCard(base)
    expect(card.rows.map((r) => r.kind)).toEqual(['sound', 'fingers', 'fingers', 'tune'])
    expect(card.rows[0]!.amount).toBe('5 times, aim 18 s')
    expect(card.rows[1]!.notes).toEqual(['A4', 'B4'])
    expect(card.rows[2]!.notes).toEqual(['C5'])
    expect(card.totalMinutes).toBe(card.rows.reduce((sum, r) => sum + r.minutes, 0))
    for (const minutesPerSession of [5, 8, 12, 20, 30]) {
      const fitted = composeCard({ ...base, minutesPerSession })
      expect(fitted.totalMinutes).toBeLessThanOrEqual(minutesPerSession)
      expect(fitted.rows.length + fitted.leftOut.length).toBe(4)
    }
  })
  it('names what was wrong in the set-up first', () => {
    const card = composeCard({ ...base, setupFaults: [{ title: 'Tip level', what: 'Reed stands above' }] })
    expect(card.rows[0]).toMatchObject({ kind: 'setup', aim: 'Last time: reed stands above.' })
  })
  it('puts no length to beat before who observes', () => {
    const card = composeCard({ ...base, longTone: { written: 'E4', targetS: 18, observes: true } })
    expect(card.rows[0]!.amount).toBe('5 times, as long as it stays easy')
    expect(JSON.stringify(card)).not.toContain('18 s')
  })
  it('is empty when nothing was done', () => {
    const card = composeCard({ ...base, longTone: undefined, moves: [], notes: [], plans: [] })
    expect(card).toMatchObject({ rows: [], totalMinutes: 0 })
  })
})

describe('what needs attention', () => {
  const today = '2026-03-20T18:00'
  const calm: LearnerHistory = {
    tones: [tone('2026-03-13T18:00', 18, 19)],
    reports: [],
    faults: [],
    moves: [],
    lastLessonAt: '2026-03-13T18:00',
  }
  const first = (h: Partial<LearnerHistory>) => attention({ ...calm, ...h }, today)[0]!

  it('says what is well when nothing is wrong', () =>
    expect(first({})).toMatchObject({ kind: 'well', sentence: 'long tone 19 s within 6 cents' }))
  it('counts sessions against those due by now', () => {
    expect(first({ card: { from: '2026-03-13', sessions: 5, sessionsDone: 2 } }).sentence).toBe(
      'practised 2 of 5 sessions',
    )
    expect(first({ card: { from: '2026-03-13', sessions: 5, sessionsDone: 4 } }).kind).toBe('well')
    expect(first({ card: { from: '2026-03-19', sessions: 5, sessionsDone: 1 } }).kind).toBe('well')
  })
  it('notices two weeks on one step', () => {
    const tones = [
      tone('2026-02-20T18:00', 15, 16),
      tone('2026-03-04T18:00', 21, 18.4),
      tone('2026-03-06T18:00', 21, 17),
      tone('2026-03-18T18:00', 21, 18),
    ]
    expect(first({ tones }).sentence).toBe('long tone stuck at 18 s for two weeks (aim 21 s)')
  })
  it('notices tones that have become less steady', () => {
    const tones = [6, 7, 6, 6, 18, 17, 19].map((c, i) =>
      tone(`2026-03-1${i}T18:00`, 15 + 3 * i, 16 + 3 * i, c),
    )
    expect(first({ tones }).kind).toBe('unsteady')
  })
  it('puts trouble at home before everything else', () => {
    const reports = [{ at: '2026-03-18', kind: 'dizzy', text: 'after two minutes' }]
    expect(first({ reports, card: { from: '2026-03-13', sessions: 5, sessionsDone: 0 } }).sentence).toBe(
      'Dizzy at home: after two minutes',
    )
  })
  it('notices pauses, repeated faults and moves that fail', () => {
    expect(first({ lastLessonAt: '2026-02-25T18:00' }).sentence).toBe('no lesson for three weeks')
    const faults = ['2026-03-06', '2026-03-13'].map((at) => ({ at, what: 'Reed stands above' }))
    expect(first({ faults }).sentence).toBe('reed stands above, 2 times in four weeks')
    expect(first({ moves: [{ at: '2026-03-13', from: 'Bb4', to: 'B4', clean: 2, tries: 8 }] }).sentence).toBe(
      'B♭4 to B4 clean 2 of 8',
    )
  })
})
