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
        'The smallest part alone, five seconds. (15 s) Too much in the mouth 5 %',
        'The same with the jaw dropped, as for “oh”. (8 s) The reed sits crooked, too high or too low 7 %',
        'The same without the tongue. (8 s) The reed sits crooked, too high or too low 9 %',
        'The same with fast, steady air from the first moment. (8 s) The reed sits crooked, too high or too low 10 %',
        'May I try the same note on your instrument? (20 s) The reed sits crooked, too high or too low 12 %',
        'Tip level with the tip, sides even, heel straight; then the ligature. (20 s) The reed sits crooked, too high or too low 21 %',
      ],
    ],
    [
      'flute',
      'airy',
      [
        'Is it always? (5 s) The lips are slack, corners leak 5 %',
        'The smallest part alone, five seconds. (15 s) The lips are slack, corners leak 7 %',
        'The same with firm corners, as around a straw. (8 s) The opening between the lips is too wide 9 %',
        'The same with fast, steady air from the first moment. (8 s) Something else 11 %',
        'The same without the tongue. (8 s) Something else 17 %',
        'Roll the head out a little, then in; stay where it rings. (12 s) Something else 22 %',
        'The same with half the air. (8 s) Something else 31 %',
      ],
    ],
    [
      'chanter',
      'stops',
      [
        'The same with fast, steady air from the first moment. (8 s) The breath is used up before the line is 8 %',
        'May I try the same note on your instrument? (20 s) The breath is used up before the line is 12 %',
        'The same with half the air. (8 s) Something else 18 %',
        'First the air as it was. The smallest part alone, five seconds. (15 s) Something else 20 %',
        'Your other reed on, same note. (30 s) Something else 24 %',
        'First the own reed back on. Out with it: a shake over the floor, or a swab pulled through. (20 s) Something else 45 %',
        'Play the same note on mine. (25 s) Something else 59 %',
      ],
    ],
    [
      'bassoon',
      'gurgle',
      [
        'Is it going over the break? (5 s) The note over the break isn’t flicked or vented 7 %',
        'May I try the same note on your instrument? (20 s) Water in crook, windway or mouthpiece 8 %',
        'The smallest part alone, five seconds. (15 s) Water in crook, windway or mouthpiece 19 %',
        'Play the same note on mine. (25 s) Something else 27 %',
        'First the own instrument back. The same with fast, steady air from the first moment. (8 s) Something else 72 %',
        'The same with firm corners, as around a straw. (8 s) Something else 75 %',
        'The same without the tongue. (8 s) Something else 77 %',
      ],
    ],
    [
      'soprano-recorder',
      'late',
      [
        'Is it only at the beginning of a note? (5 s) The throat or breath begins the note instead of the tongue 9 %',
        'The smallest part alone, five seconds. (15 s) The air stops for the change of fingers or register 11 %',
        'The same with fast, steady air from the first moment. (8 s) The air stops for the change of fingers or register 21 %',
        'Blow the windway free, a finger over the window. (10 s) Something else 21 %',
        'Head up, the instrument comes to the mouth. (20 s) Something else 28 %',
        'The same without the tongue. (8 s) Something else 35 %',
        'The same with half the air. (8 s) Something else 44 %',
      ],
    ],
    [
      'alto-sax',
      'stuck',
      [
        'Is it going over the break? (5 s) Something else 7 %',
        'The smallest part alone, five seconds. (15 s) Something else 9 %',
        'The same with fast, steady air from the first moment. (8 s) Something else 15 %',
        'The same with firm corners, as around a straw. (8 s) Something else 18 %',
        'May I try the same note on your instrument? (20 s) Something else 20 %',
        'Play the same note on mine. (25 s) Something else 41 %',
        'First the own instrument back. The same with half the air. (8 s) Something else 79 %',
      ],
    ],
  ] as [string, string, string[]][])('on the %s, %s', (id, complaint, said) =>
    expect(wayThrough(id, complaint, 7)).toEqual(said),
  )
})
