import { describe, expect, it } from 'vitest'
import { instrument } from '@halitus/core/instruments'
import { checkEntry, notedWords, phrasesWords, progressOf, rowsOf } from '@halitus/core/records'
import { entry, GOOD } from './entries.ts'

const clarinet = instrument('clarinet')
const series = (lengthsS: number[], intakes: ({ lengthS: number; aboveDb: number } | null)[]) => ({
  lengthsS,
  pausesS: intakes.map((_, k) => 1 + k),
  intakes,
})
const quiet = { lengthS: 0.8, aboveDb: 8 }

describe('a phrase series', () => {
  it.each([
    [series([8], []), ['One phrase of 8.0 s.']],
    [
      series([8, 6.4], [quiet]),
      [
        '2 phrases, the last as long as 80 % of the first.',
        'Pauses from 1.0 to 1.0 s.',
        'Breaths heard, none of them a gasp.',
      ],
    ],
    [
      series([8, 7, 6.3], [quiet, null]),
      [
        'The last of 3 phrases lasted 79 % of the first: longer pauses, fuller breaths.',
        'Pauses from 1.0 to 2.0 s.',
        'Breaths heard, none of them a gasp.',
      ],
    ],
    [
      series([8, 8], [null]),
      [
        '2 phrases, the last as long as 100 % of the first.',
        'Pauses from 1.0 to 1.0 s.',
        'Breaths between weren’t heard: quiet, or far from the microphone.',
      ],
    ],
  ])('%j says %j', (d, words) => expect(phrasesWords(d)).toEqual(words))
  it.each([
    [{ lengthS: 0.4, aboveDb: 15 }, true],
    [{ lengthS: 0.41, aboveDb: 15 }, false],
    [{ lengthS: 0.4, aboveDb: 14.9 }, false],
  ])('a breath of %j is a gasp: %s', (intake, gasp) => {
    const words = phrasesWords(series([8, 8], [intake]))[2]
    expect(words).toBe(
      gasp
        ? '1 of 1 breaths loud and short: a gasp is a shallow breath.'
        : 'Breaths heard, none of them a gasp.',
    )
  })
  it('takes a loud breath for right where the school asks for it', () =>
    expect(phrasesWords(series([8, 8], [{ lengthS: 0.3, aboveDb: 25 }]), true)[2]).toBe(
      '1 breaths heard, as this school asks at first.',
    ))
  it('is noted, drawn, put on the card, and whole', () => {
    const e = entry('phrases', GOOD.phrases)
    expect(notedWords(e, clarinet)).toBe('Phrases of 8.2, 7.9 s')
    expect(progressOf([e], clarinet)[0]!.points[0]).toMatchObject({ value: 96, reached: true })
    expect(rowsOf([e], 'l1', clarinet, false)[0]!.amount).toContain('let the jaw drop')
    expect(() =>
      checkEntry(clarinet, { kind: 'phrases', stage: 'breath', data: { ...GOOD.phrases, pausesS: [] } }),
    ).toThrow('between 2 phrases lie 1.')
  })
})
