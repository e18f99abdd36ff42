import { touch } from '../touches.ts'
import type { FingerSystem, Touch } from '../types.ts'
import { CLARINET_BORE } from './bore.ts'
import { CLARINET_CHART } from './chart.ts'

const touches: Touch[] = [
  touch('LT', 'ring', 'lower', 194),
  touch('LT:reg', 'key', 'lower', 160, 'register key', 'reg'),
  touch('L1', 'hole', 'front', 210),
  touch('L1:A', 'key', 'upper', 184, 'A key', 'A'),
  touch('L1:G#', 'key', 'upper', 218, 'G♯ key', 'G♯'),
  touch('L2', 'ring', 'front', 246),
  touch('L3', 'ring', 'front', 274),
  touch('L3:Eb', 'key', 'upper', 258, 'E♭ sliver key', 'E♭'),
  touch('L4:C#', 'key', 'little', 292, 'C♯ key', 'C♯'),
  touch('L4:E', 'key', 'little', 324, 'E/B key', 'E'),
  touch('L4:F#', 'key', 'little', 356, 'F♯/C♯ key', 'F♯'),
  touch('L4:F', 'key', 'little', 388, 'F/C key', 'F'),
  touch('R1', 'ring', 'front', 318),
  touch('R1:side4', 'key', 'lower', 262, 'top side key', '4'),
  touch('R1:side3', 'key', 'lower', 292, 'third side key', '3'),
  touch('R1:side2', 'key', 'lower', 322, 'second side key', '2'),
  touch('R1:side1', 'key', 'lower', 352, 'lowest side key', '1'),
  touch('R2', 'ring', 'front', 350),
  touch('R3', 'ring', 'front', 383),
  touch('R3:B', 'key', 'upper', 330, 'B sliver key', 'B'),
  touch('R4:G#', 'key', 'little', 422, 'G♯/E♭ key', 'G♯'),
  touch('R4:F#', 'key', 'little', 454, 'F♯/C♯ key', 'F♯'),
  touch('R4:E', 'key', 'little', 486, 'E/B key', 'E'),
  touch('R4:F', 'key', 'little', 518, 'F/C key', 'F'),
]

/** Low notes and what the register key makes of them. */
const TWELFTHS = [
  ['E3', 'B4'],
  ['F3', 'C5'],
  ['G3', 'D5'],
  ['A3', 'E5'],
  ['Bb3', 'F5'],
  ['C4', 'G5'],
  ['D4', 'A5'],
  ['E4', 'B5'],
  ['F4', 'C6'],
] as const

export const CLARINET_FINGERS: FingerSystem = {
  touches,
  bore: CLARINET_BORE,
  linkages: [
    { id: 'upper rings', name: 'rings of the upper joint', by: ['L2', 'L3'], moves: ['upper ring pad'] },
    {
      id: 'lower rings',
      name: 'rings of the lower joint',
      by: ['R1', 'R2', 'R3'],
      moves: ['lower ring pad'],
    },
    {
      id: 'bridge',
      name: 'bridge from the lower to the upper rings',
      by: ['R1', 'R2', 'R3'],
      moves: ['upper ring pad'],
    },
  ],
  // A finger that does two things: the thumb on ring and register key, fingers on their hole and a key beside it.
  together: [
    ['LT', 'LT:reg'],
    ['L1', 'L1:A'],
    ['L1:A', 'L1:G#'],
    ['L3', 'L3:Eb'],
    ['R3', 'R3:B'],
    ['R1:side1', 'R1:side2'],
    ['R1:side3', 'R1:side4'],
    ['R1', 'R1:side1'],
  ],
  chart: CLARINET_CHART,
  breaks: [
    {
      from: 'G4',
      to: 'C5',
      preparation:
        'Keep the right hand down on G4: then the left hand closes and the thumb adds the register key.',
      start: ['R1', 'R2', 'R3'],
    },
    {
      from: 'A4',
      to: 'B4',
      preparation:
        'Put the right hand down on A4 already; then the left hand and the little finger close together.',
      start: ['L1:A', 'R1', 'R2', 'R3'],
    },
    {
      from: 'A4',
      to: 'C5',
      preparation:
        'Right hand down on A4; the left index rolls from its key to its hole, the others close with it.',
      start: ['L1:A', 'R1', 'R2', 'R3'],
    },
    {
      from: 'Bb4',
      to: 'B4',
      preparation: 'Thumb rolls from the register key alone to key and hole; the right hand is down before.',
      start: ['LT:reg', 'L1:A', 'R1', 'R2', 'R3'],
    },
    {
      from: 'C6',
      to: 'C#6',
      preparation: 'Keep the air as for C6; left index stays up, the others close at once.',
    },
    {
      from: 'C6',
      to: 'D6',
      preparation:
        'Left index stays up as a vent; the right little finger takes its key as the others close.',
    },
    ...TWELFTHS.map(([from, to]) => ({
      from,
      to,
      preparation: 'The register key alone: nothing else moves. Same air, same mouth; then the next note up.',
    })),
  ],
}
