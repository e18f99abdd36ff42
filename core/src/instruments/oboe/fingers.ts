import { halfTouch, touch } from '../touches.ts'
import type { FingerSystem } from '../types.ts'
import { OBOE_BORE } from './bore.ts'
import { OBOE_CHART } from './chart.ts'

const index = touch('L1', 'plate', 'front', 236)

export const OBOE_FINGERS: FingerSystem = {
  touches: [
    touch('LT:oct1', 'key', 'lower', 200, 'first octave key', 'o1'),
    index,
    halfTouch(index),
    touch('L1:oct2', 'key', 'upper', 222, 'second octave key, by the side of the finger', 'o2'),
    touch('L2', 'ring', 'front', 266),
    touch('L3', 'ring', 'front', 298),
    touch('L4:G#', 'key', 'little', 312, 'G♯ key', 'G♯'),
    touch('L4:B', 'key', 'little', 338, 'low B key', 'B'),
    touch('L4:Bb', 'key', 'little', 364, 'low B♭ key', 'B♭'),
    touch('L4:Eb', 'key', 'little', 390, 'left E♭ key', 'E♭'),
    touch('L4:F', 'key', 'little', 416, 'left F key', 'F'),
    touch('R1', 'ring', 'front', 335),
    touch('R1:Ab', 'key', 'upper', 318, 'A♭ trill key', 'A♭'),
    touch('R2', 'ring', 'front', 362),
    touch('R3', 'ring', 'front', 394),
    touch('R3:F', 'key', 'upper', 376, 'F key', 'F'),
    touch('R4:C', 'key', 'little', 474, 'low C key', 'C'),
    touch('R4:C#', 'key', 'little', 448, 'low C♯ key', 'C♯'),
    touch('R4:Eb', 'key', 'little', 500, 'E♭ key', 'E♭'),
  ],
  bore: OBOE_BORE,
  linkages: [
    {
      id: 'C',
      name: 'C pad by the right index, held down by the left middle finger',
      by: ['R1'],
      unless: ['L2'],
      moves: ['C pad'],
    },
    {
      id: 'B flat',
      name: 'B♭ pad by the right index, held down by the left ring finger',
      by: ['R1'],
      unless: ['L3'],
      moves: ['B flat pad'],
    },
    {
      id: 'low keys',
      name: 'low C cup under the low B and B♭ keys',
      by: ['L4:B', 'L4:Bb'],
      moves: ['D cup'],
    },
  ],
  together: [
    ['L1', 'L1:oct2'],
    ['R4:C', 'R4:C#'],
    ['R4:C#', 'R4:Eb'],
  ],
  chart: OBOE_CHART,
  breaks: [
    {
      from: 'C5',
      to: 'D5',
      preparation:
        'The left index rolls down to its half-hole, it doesn’t lift; the other five close with it.',
    },
    {
      from: 'C5',
      to: 'C#5',
      preparation: 'Roll the index to its half-hole as the hand closes; from C♯5 down first.',
    },
    {
      from: 'Eb5',
      to: 'E5',
      preparation: 'The index rolls back up as the thumb takes the first octave key: one turn of the hand.',
    },
    {
      from: 'D5',
      to: 'E5',
      preparation: 'The index rolls back up as the thumb takes the first octave key: one turn of the hand.',
    },
    {
      from: 'G#5',
      to: 'A5',
      preparation:
        'The side of the index takes the second octave key; the thumb may stay where the mechanism lets it.',
    },
    {
      from: 'G5',
      to: 'A5',
      preparation:
        'The side of the index takes the second octave key; the thumb may stay where the mechanism lets it.',
    },
    {
      from: 'C6',
      to: 'C#6',
      preparation: 'The index leaves its plate as a vent; the others close at once, the air stays firm.',
    },
  ],
}
