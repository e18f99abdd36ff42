import { closedHole, openHole, ventHole } from '../holes.ts'
import type { Bore } from '../types.ts'

/** Oboe with reed: length and diameters from memory; holes from the reed's tip from memory, good to about a centimetre. */
export const OBOE_BORE: Bore = {
  mouth: 'reed',
  startMm: 0,
  endMm: 645,
  profile: [
    { atMm: 0, diameterMm: 2.5 },
    { atMm: 72, diameterMm: 4.8 },
    { atMm: 560, diameterMm: 15.5 },
    { atMm: 645, diameterMm: 38 },
  ],
  outline: [
    { atMm: 0, diameterMm: 7 },
    { atMm: 45, diameterMm: 8 },
    { atMm: 46, diameterMm: 24 },
    { atMm: 560, diameterMm: 26 },
    { atMm: 645, diameterMm: 60 },
  ],
  jointsMm: [280, 520],
  source: 'from memory',
  holes: [
    ventHole('second octave vent', 158, 1, 'L1:oct2'),
    ventHole('first octave vent', 196, 1, 'LT:oct1'),
    openHole('left index', 236, 4, 'L1'),
    closedHole('C pad', 252, 4),
    openHole('left middle', 266, 5, 'L2'),
    closedHole('B flat pad', 283, 5),
    openHole('left ring', 299, 5, 'L3'),
    closedHole('G#', 317, 6, 'L4:G#', 'R1:Ab'),
    openHole('right index', 335, 5, 'R1'),
    openHole('right middle', 354, 5, 'R2'),
    closedHole('F', 373, 7, 'R3:F', 'L4:F'),
    openHole('right ring', 394, 5, 'R3'),
    closedHole('E flat', 416, 8, 'R4:Eb', 'L4:Eb'),
    openHole('D cup', 441, 8, 'R4:C', 'R4:C#'),
    closedHole('C#', 466, 9, 'R4:C#'),
    openHole('low C cup', 492, 9, 'L4:B', 'L4:Bb'),
    openHole('low B cup', 532, 9, 'L4:Bb'),
  ],
}
