import { describe, expect, it } from 'vitest'
import { wayThrough } from './walk.ts'

/** The same search read through once, step by step; a step that moves was moved on purpose. */
describe('a search in which nothing is noticed and nothing helps', () => {
  it.each([
    [
      'clarinet',
      'shriek',
      [
        'Is it in one change of notes? (5 s) Too much in the mouth 5 %',
        'May I try the same note on your instrument? (20 s) Too much in the mouth 6 %',
        'Tip level with the tip, sides even, heel straight; then the ligature. (20 s) The reed sits crooked, too high or too low 20 %',
        'Wet both ends until it lies flat. (20 s) The reed is dry, or its tip wavy 15 %',
        'Turn the joints until bridge and keys meet. (20 s) Something else 16 %',
        'Hold tip and heel against glass: where light shows it isn’t flat. Another reed. (20 s) Something else 18 %',
        'Below the cut of the reed, screws just holding. (20 s) Something else 21 %',
      ],
    ],
    [
      'flute',
      'airy',
      [
        'Look: a gap at a joint, or parts out of line? (5 s) Head or mouthpiece is turned 8 %',
        'The same with firm corners, as around a straw. (8 s) The lips are slack, corners leak 8 %',
        'The same with fast, steady air from the first moment. (8 s) The air goes too high or too low 8 %',
        'Hold the note; I press the little finger down. (6 s) The tongue strikes too far back, or with its middle 8 %',
        'Roll the head out a little, then in; stay where it rings. (12 s) The tongue strikes too far back, or with its middle 9 %',
        'May I try the same note on your instrument? (20 s) The tongue strikes too far back, or with its middle 11 %',
        'Press it while the note sounds; a slip of thin paper shows where. (20 s) Something else 31 %',
      ],
    ],
    [
      'chanter',
      'stops',
      [
        'Is it at the end of a note or breath? (5 s) Too little pressure for this reed, or the reed too hard 14 %',
        'The same with fast, steady air from the first moment. (8 s) The air stops for the change of fingers or register 15 %',
        'The same with half the air. (8 s) Water in crook, windway or mouthpiece 14 %',
        'First the air as it was. Out with it: shake, suck back, or a swab. (20 s) Water in crook, windway or mouthpiece 18 %',
        'May I try the same note on your instrument? (20 s) Something else 20 %',
        'Take it out of the rotation. (20 s) Something else 31 %',
        'Close its foot, blow: bubbles show where. Another reed. (20 s) Something else 37 %',
      ],
    ],
    [
      'bassoon',
      'gurgle',
      [
        'Look: water is heard or seen? (5 s) The note over the break isn’t flicked or vented 14 %',
        'Touch the flick key with the stroke and let it go. (20 s) The note over the break isn’t flicked or vented 17 %',
        'Hold the note; I press the left ring finger down. (6 s) The whisper key isn’t held, or held where it shouldn’t be 10 %',
        'Hold the note; I press the right ring finger down. (6 s) The whisper key isn’t held, or held where it shouldn’t be 10 %',
        'May I try the same note on your instrument? (20 s) The whisper key isn’t held, or held where it shouldn’t be 11 %',
        'Push home and turn; grease or thread where it is loose. (20 s) Something else 25 %',
        'Turn it in until it holds; thread or cork as tight as a bottle’s. (20 s) Something else 30 %',
      ],
    ],
    [
      'soprano-recorder',
      'late',
      [
        'Is it only at the beginning of a note? (5 s) The throat or breath begins the note instead of the tongue 13 %',
        'The same with fast, steady air from the first moment. (8 s) The air stops for the change of fingers or register 14 %',
        'Press as lightly as still sounds; shake the hands out between. (20 s) The hands squeeze 16 %',
        'A finger’s width above their places, no more. (20 s) Fingers fly too high and come down beside their places 17 %',
        'Blow the windway free, a finger over the window. (10 s) The windway is damp or dirty 17 %',
        'Hand as round a cup; the thumb’s nail side carries. (20 s) The hand stands wrong: wrist bent, thumb pushed through 23 %',
        'Head up, the instrument comes to the mouth. (20 s) The instrument is held too high, too low or turned 24 %',
      ],
    ],
  ] as [string, string, string[]][])('on the %s, %s', (id, complaint, said) =>
    expect(wayThrough(id, complaint, 7)).toEqual(said),
  )
})
