import { describe, expect, it } from 'vitest'
import { drillFor, tally, type Crossing, type Verdict } from '@halitus/core/crossings'
import { fingerSystem, instrument } from '@halitus/core/instruments'
import { moveHeard } from '@halitus/core/records'

const system = fingerSystem(instrument('alto-sax'))
const change = (verdict: Verdict, between?: Partial<NonNullable<Crossing['between']>>): Crossing => ({
  timeS: 1,
  from: 'A4',
  to: 'F4',
  verdict,
  ...(between && {
    between: { written: 'G4', lengthMs: 70, late: ['R1'], early: ['L3'], or: [], ...between },
  }),
})
const many = (n: number, c: Crossing) => Array.from({ length: n }, () => c)
const CLEAN = change('clean')
const said = (...crossings: Crossing[]) => drillFor(system, crossings, 'A4', 'F4')

describe('a take of a move', () => {
  it('is counted, with the finger that was out of step most often', () => {
    expect(
      tally([
        CLEAN,
        change('between', { lengthMs: 50 }),
        change('between', { lengthMs: 90 }),
        change('between', { late: ['L3'], early: ['R1'] }),
        change('squeak'),
      ]),
    ).toEqual({ clean: 1, tries: 5, late: 'R1', how: 'late', times: 2, lengthMs: 70 })
    // One finger early is fewer than two late.
    expect(tally([change('between', { late: ['R1', 'R2'], early: ['L3'] })])).toMatchObject({
      late: 'L3',
      how: 'early',
    })
    // As many early as late are told by the late one; one that is only early is never called late.
    expect(tally([change('between', { late: ['R1'], early: ['L3'] })])).toMatchObject({
      late: 'R1',
      how: 'late',
    })
    expect(tally([change('between', { late: [], early: ['L3'] })])).toMatchObject({
      late: 'L3',
      how: 'early',
    })
    expect(tally([])).toEqual({ clean: 0, tries: 0, late: null, how: 'late', times: 0, lengthMs: 0 })
  })
  it('is noted as what was heard, with how often and how long where a finger was out of step', () => {
    expect(moveHeard('A4', 'F4', [CLEAN, CLEAN])).toEqual({
      from: 'A4',
      to: 'F4',
      clean: 2,
      tries: 2,
      late: null,
    })
    expect(moveHeard('A4', 'F4', [CLEAN, change('between', { lengthMs: 70.4 })])).toEqual({
      from: 'A4',
      to: 'F4',
      clean: 1,
      tries: 2,
      late: 'R1',
      lateTimes: 1,
      lateMs: 70,
    })
    expect(moveHeard('A4', 'F4', [change('between', { late: [], early: ['L3'] })])).toMatchObject({
      late: 'L3',
      early: true,
    })
    // More changes than a line may hold are held at the most.
    expect(moveHeard('A4', 'F4', many(100, CLEAN))).toMatchObject({ clean: 99, tries: 99 })
  })
  it('before anything was played: what to play', () =>
    expect(said()).toBe('Play the two notes back and forth, slurred, one a second.'))
  it.each([
    // 85 in a hundred: just below, at, above.
    [16, 4, 'slower'],
    [17, 3, 'now long-short'],
    [18, 2, 'now long-short'],
  ])('%i clean and %i not: %s', (clean, not, words) =>
    expect(said(...many(clean, CLEAN), ...many(not, change('other')))).toContain(words),
  )
  it.each([
    [4, 6, 'Silently first: from A4 to F4 and back'],
    [5, 5, 'The same, slower'],
  ])('%i clean and %i not, nobody’s finger: %s', (clean, not, words) =>
    expect(said(...many(clean, CLEAN), ...many(not, change('other')))).toContain(words),
  )
  it('a finger that is late twice is practised alone', () => {
    expect(said(CLEAN, CLEAN, change('between', {}), change('between', {}))).toMatch(
      /^The right index is too late, 2 of 4 times by \d+ ms\. It alone: on and off eight/,
    )
    const early = change('between', { late: [], early: ['R1'] })
    expect(said(CLEAN, CLEAN, early, early)).toMatch(/^The right index is too early, 2 of 4 times/)
    expect(said(CLEAN, CLEAN, CLEAN, change('between', {}))).not.toContain('alone')
  })
  it('squeaks come first, then the register', () => {
    expect(said(...many(2, change('squeak')), ...many(2, change('between', {})))).toContain('pad on its hole')
    expect(said(change('squeak'), ...many(2, change('register')))).toContain('from F4 down first')
    expect(said(change('register'), ...many(3, CLEAN))).toBe('The same, slower: all fingers at one moment.')
  })
})
