import { closedHole, openHole, ventHole } from '../holes.ts'
import type { Bore } from '../types.ts'

/**
 * Bassoon, unfolded, with reed and crook: length and diameters from memory; holes from the reed's tip from memory, good to
 * a few centimetres, and as wide as they are where they meet the bore.
 */
export const BASSOON_BORE: Bore = {
  mouth: 'reed',
  startMm: 0,
  endMm: 2560,
  profile: [
    { atMm: 0, diameterMm: 3 },
    { atMm: 55, diameterMm: 4.2 },
    { atMm: 370, diameterMm: 9 },
    { atMm: 2560, diameterMm: 39 },
  ],
  outline: [
    { atMm: 0, diameterMm: 12 },
    { atMm: 55, diameterMm: 8 },
    { atMm: 370, diameterMm: 14 },
    { atMm: 371, diameterMm: 38 },
    { atMm: 2560, diameterMm: 55 },
  ],
  jointsMm: [370, 880, 1620, 2200],
  source: 'from memory',
  holes: [
    {
      id: 'whisper vent',
      atMm: 345,
      diameterMm: 1,
      rest: 'open',
      role: 'vent',
      movedBy: ['LT:whisper', 'RT:E'],
    },
    ventHole('A vent', 430, 3, 'LT:A'),
    ventHole('C vent', 452, 3, 'LT:C'),
    ventHole('D vent', 468, 3, 'LT:D'),
    openHole('left index', 520, 5, 'L1'),
    openHole('left middle', 590, 5, 'L2'),
    openHole('left ring', 668, 6, 'L3'),
    closedHole('C# thumb', 720, 6, 'LT:C#'),
    openHole('right index', 1010, 6, 'R1'),
    openHole('right middle', 1090, 6, 'R2'),
    closedHole('B flat', 1150, 8, 'RT:Bb', 'R3:Bb'),
    openHole('right ring', 1215, 8, 'R3'),
    closedHole('G#', 1300, 10, 'R4:G#', 'RT:G#'),
    openHole('G pad', 1410, 14, 'R4:F', 'R4:F#'),
    closedHole('F#', 1500, 14, 'R4:F#', 'RT:F#'),
    openHole('F pad', 1600, 16, 'RT:E'),
    openHole('E pad', 1790, 18, 'LT:lowD'),
    closedHole('E flat', 1900, 16, 'L4:Eb'),
    openHole('D pad', 2010, 20, 'LT:lowC'),
    closedHole('low C#', 2120, 18, 'L4:C#'),
    openHole('C pad', 2240, 22, 'LT:lowB'),
    openHole('B pad', 2380, 24, 'LT:lowBb'),
  ],
}
