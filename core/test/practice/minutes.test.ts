import { describe, expect, it } from 'vitest'
import { manyMinutes } from '@halitus/core/practice'

describe('minutes a day for age and weeks of playing', () => {
  // Common practice, no source.
  it.each([
    [9, 0, 10, undefined],
    [9, 0, 11, 'about 10'],
    [9, 3, 11, 'about 10'],
    [9, 4, 11, undefined],
    [9, 4, 15, undefined],
    [9, 4, 16, 'about 15'],
    [9, 51, 16, 'about 15'],
    [9, 52, 45, undefined],
    [10, 0, 11, 'about 10'],
    [11, 0, 15, undefined],
    [11, 0, 16, 'about 15'],
    [40, 4, 30, undefined],
    [40, 4, 31, 'about 30'],
    [40, 52, 45, undefined],
  ])('at %i years, after %i weeks, %i minutes: %s', (years, weeks, minutes, words) => {
    const said = manyMinutes({ years, weeks, minutes })
    if (words) expect(said).toContain(words)
    else expect(said).toBeUndefined()
  })
  it('says what to do when it hurts, and to whom pain belongs', () => {
    expect(manyMinutes({ years: 9, weeks: 0, minutes: 20 })).toBe(
      '20 minutes a day are a lot for a child in the first weeks: about 10 are common, with rests. When lips, jaw or teeth hurt, stop for the day; pain that stays is a question for a doctor or dentist.',
    )
    expect(manyMinutes({ years: 30, weeks: 0, minutes: 20 })).toMatch(/are a lot in the first weeks/)
  })
})
