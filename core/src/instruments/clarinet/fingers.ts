import { closedHole, openHole, quarterWaveMm, touch } from '../tubes.ts'
import type { Body, FingerSystem, Touch } from '../types.ts'
import { CLARINET_CHART } from './chart.ts'

/**
 * What the open hole and the mouthpiece add to the tube, in mm: the hole that lets a note speak lies this much
 * nearer to the reed tip than a quarter wave. From memory of ordinary instruments; good for a drawing to scale.
 */
const CORRECTION_MM = 22

/** Place of the hole that lets a written note of the lowest register speak (sounding a major second lower). */
const ventMm = (concert: string) => quarterWaveMm(concert) - CORRECTION_MM

const at = {
  A4: ventMm('G4'),
  'G#4': ventMm('F#4'),
  G4: ventMm('F4'),
  F4: ventMm('Eb4'),
  E4: ventMm('D4'),
  Eb4: ventMm('C#4'),
  D4: ventMm('C4'),
  'C#4': ventMm('B3'),
  C4: ventMm('Bb3'),
  B3: ventMm('A3'),
  Bb3: ventMm('G#3'),
  A3: ventMm('G3'),
  'G#3': ventMm('F#3'),
  G3: ventMm('F3'),
  'F#3': ventMm('E3'),
  F3: ventMm('Eb3'),
}

const body: Body = {
  startMm: 0,
  endMm: 664,
  outline: [
    { atMm: 0, diameterMm: 5 },
    { atMm: 38, diameterMm: 21 },
    { atMm: 70, diameterMm: 24 },
    { atMm: 71, diameterMm: 33 },
    { atMm: 134, diameterMm: 30 },
    { atMm: 136, diameterMm: 28 },
    { atMm: 560, diameterMm: 30 },
    { atMm: 600, diameterMm: 34 },
    { atMm: 640, diameterMm: 54 },
    { atMm: 664, diameterMm: 78 },
  ],
  jointsMm: [71, 135, 352, 560],
  boreMm: 15,
  source: 'from memory',
  holes: [
    { id: 'register vent', atMm: 152, diameterMm: 3, rest: 'closed', role: 'vent', movedBy: ['LT:reg'] },
    closedHole('A', at.A4, 5, 'L1:A'),
    closedHole('upper trill', at.A4 - 9, 5, 'R1:side4'),
    closedHole('lower trill', at.A4 + 4, 5, 'R1:side3'),
    closedHole('G#', at['G#4'], 5, 'L1:G#', 'L1:A'),
    openHole('thumb', at.G4, 7, 'LT'),
    closedHole('F# side', at.G4 + 12, 5, 'R1:side2'),
    openHole('left index', at.F4, 5, 'L1'),
    openHole('left middle', at.E4, 7, 'L2'),
    closedHole('E flat', at.Eb4, 6, 'R1:side1', 'L3:Eb'),
    openHole('left ring', at.D4, 8, 'L3'),
    closedHole('C#', at['C#4'], 8, 'L4:C#'),
    openHole('right index', at.C4, 8, 'R1'),
    closedHole('B', at.B3, 7, 'R3:B'),
    openHole('right middle', at.Bb3, 8, 'R2'),
    openHole('right ring', at.A3, 9, 'R3'),
    closedHole('G# low', at['G#3'], 10, 'R4:G#'),
    openHole('F# pad', at.G3, 11, 'L4:F#', 'R4:F#', 'L4:F', 'R4:F', 'L4:E', 'R4:E'),
    openHole('F pad', at['F#3'], 12, 'L4:F', 'R4:F', 'L4:E', 'R4:E'),
    openHole('E pad', at.F3, 12, 'L4:E', 'R4:E'),
  ],
}

const touches: Touch[] = [
  touch('LT', 'ring', 'lower', at.G4),
  touch('LT:reg', 'key', 'lower', at.G4 - 34, 'register key', 'reg'),
  touch('L1', 'hole', 'front', at.F4),
  touch('L1:A', 'key', 'upper', at.A4 + 18, 'A key', 'A'),
  touch('L1:G#', 'key', 'upper', at.A4 + 52, 'G♯ key', 'G♯'),
  touch('L2', 'ring', 'front', at.E4 + 12),
  touch('L3', 'ring', 'front', at.D4 + 8),
  touch('L3:Eb', 'key', 'upper', at.D4 - 10, 'E♭ sliver key', 'E♭'),
  touch('L4:C#', 'key', 'little', at.C4 - 12, 'C♯ key', 'C♯'),
  touch('L4:E', 'key', 'little', at.C4 + 20, 'E/B key', 'E'),
  touch('L4:F#', 'key', 'little', at.C4 + 52, 'F♯/C♯ key', 'F♯'),
  touch('L4:F', 'key', 'little', at.C4 + 84, 'F/C key', 'F'),
  touch('R1', 'ring', 'front', at.C4 + 26),
  touch('R1:side4', 'key', 'lower', at.C4 - 36, 'top side key', '4'),
  touch('R1:side3', 'key', 'lower', at.C4 - 6, 'third side key', '3'),
  touch('R1:side2', 'key', 'lower', at.C4 + 24, 'second side key', '2'),
  touch('R1:side1', 'key', 'lower', at.C4 + 54, 'lowest side key', '1'),
  touch('R2', 'ring', 'front', at.Bb3 + 12),
  touch('R3', 'ring', 'front', at.A3 + 16),
  touch('R3:B', 'key', 'upper', at.A3 + 2, 'B sliver key', 'B'),
  touch('R4:G#', 'key', 'little', at.G3 - 12, 'G♯/E♭ key', 'G♯'),
  touch('R4:F#', 'key', 'little', at.G3 + 20, 'F♯/C♯ key', 'F♯'),
  touch('R4:E', 'key', 'little', at.G3 + 52, 'E/B key', 'E'),
  touch('R4:F', 'key', 'little', at.G3 + 84, 'F/C key', 'F'),
]

export const CLARINET_FINGERS: FingerSystem = {
  touches,
  body,
  chart: CLARINET_CHART,
  breaks: [
    {
      from: 'A4',
      to: 'B4',
      preparation:
        'Put the right hand down on A4 already; then the left hand and the little finger close together.',
    },
    {
      from: 'Bb4',
      to: 'B4',
      preparation: 'Thumb rolls from the register key alone to key and hole; the right hand is down before.',
    },
    {
      from: 'C6',
      to: 'C#6',
      preparation: 'Keep the air as for C6; left index stays up, the others close at once.',
    },
  ],
}
