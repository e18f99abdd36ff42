import { describe, expect, it } from 'vitest'
import { wayThrough } from './walk.ts'

/** The same search read through once, step by step; a step that moves was moved on purpose. */
describe('a search in which nothing is noticed and nothing helps', () => {
  it.each([
    [
      'clarinet',
      'shriek',
      [
        'Is it from one note downwards, all of them? (5 s) Too much in the mouth 5 %',
        'The smallest part alone, five seconds. (15 s) Too much in the mouth 6 %',
        'The same with the jaw dropped, as for “oh”. (8 s) The reed sits crooked, too high or too low 8 %',
        'The same without the tongue. (8 s) The reed sits crooked, too high or too low 10 %',
        'The same with fast, steady air from the first moment. (8 s) The reed sits crooked, too high or too low 12 %',
        'May I try the same note on your instrument? (20 s) The reed sits crooked, too high or too low 13 %',
        'Tip level with the tip, sides even, heel straight; then the ligature. (20 s) The reed sits crooked, too high or too low 23 %',
      ],
    ],
    [
      'flute',
      'airy',
      [
        'Is it always? (5 s) The air misses the edge 6 %',
        'The smallest part alone, five seconds. (15 s) The lips are slack, corners leak 8 %',
        'The same with firm corners, as around a straw. (8 s) The lips are slack, corners leak 10 %',
        'The same with fast, steady air from the first moment. (8 s) Something else 12 %',
        'The same without the tongue. (8 s) Something else 19 %',
        'Roll the head out a little, then in; stay where it rings. (12 s) Something else 23 %',
        'May I try the same note on your instrument? (20 s) Something else 34 %',
      ],
    ],
    [
      'chanter',
      'stops',
      [
        'The same with fast, steady air from the first moment. (8 s) Too little pressure for this reed, or the reed too hard 10 %',
        'The smallest part alone, five seconds. (15 s) Something else 9 %',
        'The same with half the air. (8 s) Something else 13 %',
        'First the air as it was. May I try the same note on your instrument? (20 s) Something else 17 %',
        'Your other reed on, same note. (30 s) Something else 22 %',
        'First the own reed back on. Out with it: a shake over the floor, or a swab pulled through. (20 s) Something else 44 %',
        'Play the same note on mine. (25 s) Something else 58 %',
      ],
    ],
    [
      'bassoon',
      'gurgle',
      [
        'Look: water is heard or seen? (5 s) The note over the break isn’t flicked or vented 7 %',
        'The smallest part alone, five seconds. (15 s) The note over the break isn’t flicked or vented 8 %',
        'The same with firm corners, as around a straw. (8 s) Something else 14 %',
        'The same with fast, steady air from the first moment. (8 s) Something else 16 %',
        'The same without the tongue. (8 s) Something else 19 %',
        'May I try the same note on your instrument? (20 s) Something else 24 %',
        'Play the same note on mine. (25 s) Something else 34 %',
      ],
    ],
    [
      'soprano-recorder',
      'late',
      [
        'Is it only at the beginning of a note? (5 s) The throat or breath begins the note instead of the tongue 10 %',
        'The smallest part alone, five seconds. (15 s) The air stops for the change of fingers or register 12 %',
        'The same with fast, steady air from the first moment. (8 s) The air stops for the change of fingers or register 22 %',
        'Blow it free with a finger over the window; warm it. (20 s) The windway is damp or dirty 20 %',
        'Head up, the instrument comes to the mouth. (20 s) Something else 25 %',
        'The same without the tongue. (8 s) Something else 31 %',
        'Blow the windway free, a finger over the window. (10 s) Something else 38 %',
      ],
    ],
  ] as [string, string, string[]][])('on the %s, %s', (id, complaint, said) =>
    expect(wayThrough(id, complaint, 7)).toEqual(said),
  )
})
