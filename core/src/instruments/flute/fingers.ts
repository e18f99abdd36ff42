import { touch } from '../touches.ts'
import type { FingerSystem, Touch } from '../types.ts'
import { FLUTE_BORE } from './bore.ts'
import { FLUTE_CHART } from './chart.ts'

const touches: Touch[] = [
  touch('LT', 'key', 'lower', 304),
  touch('LT:Bb', 'key', 'lower', 266, 'B♭ thumb key', 'B♭'),
  touch('L1', 'plate', 'front', 276),
  touch('L2', 'plate', 'front', 325),
  touch('L3', 'plate', 'front', 353),
  touch('L4:G#', 'key', 'little', 377, 'G♯ key', 'G♯'),
  touch('R1', 'plate', 'front', 417),
  touch('R1:Bb', 'key', 'upper', 393, 'B♭ side lever', 'B♭'),
  touch('R2', 'plate', 'front', 445),
  touch('R2:tr1', 'key', 'upper', 431, 'first trill lever', 'tr1'),
  touch('R3', 'plate', 'front', 475),
  touch('R3:tr2', 'key', 'upper', 461, 'second trill lever', 'tr2'),
  touch('R4:Eb', 'key', 'little', 510, 'E♭ key', 'E♭'),
  touch('R4:C#', 'key', 'little', 540, 'C♯ roller', 'C♯'),
  touch('R4:C', 'key', 'little', 568, 'C roller', 'C'),
]

export const FLUTE_FINGERS: FingerSystem = {
  touches,
  bore: FLUTE_BORE,
  linkages: [
    { id: 'stack', name: 'F♯ cup of the right-hand stack', by: ['R1', 'R2', 'R3'], moves: ['F# cup'] },
    { id: 'B flat', name: 'B♭ lever from the right index', by: ['R1'], moves: ['A# cup'] },
  ],
  // The little finger covers two rollers where they meet.
  together: [
    ['R4:C', 'R4:C#'],
    ['R4:Eb', 'R4:C#'],
  ],
  chart: FLUTE_CHART,
  breaks: [
    {
      from: 'C5',
      to: 'D5',
      preparation:
        'Six fingers close, left index and right little finger lift; hold the flute at its three support points. From D5 down first.',
    },
    {
      from: 'C#5',
      to: 'D5',
      preparation:
        'Keep the right hand down on C♯5 already; then the left hand closes as the little finger lifts.',
      start: ['R1', 'R2', 'R3', 'R4:Eb'],
    },
    {
      from: 'C6',
      to: 'D6',
      preparation: 'Faster air, smaller opening; left index lifts as thumb, middle and ring close.',
    },
    {
      from: 'C#6',
      to: 'D6',
      preparation: 'Faster air, smaller opening; thumb and two left fingers close together.',
    },
  ],
}
