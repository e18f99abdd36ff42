import { closedHole, openHole } from '../holes.ts'
import type { Bore } from '../types.ts'

/**
 * Clarinet in B flat with 17 keys and six rings, positions from the reed's tip. From memory of ordinary instruments, good
 * to about a centimetre.
 */
export const CLARINET_BORE: Bore = {
  mouth: 'reed',
  startMm: 0,
  endMm: 664,
  profile: [
    { atMm: 0, diameterMm: 12 },
    { atMm: 40, diameterMm: 15 },
    { atMm: 540, diameterMm: 14.8 },
    { atMm: 580, diameterMm: 19 },
    { atMm: 630, diameterMm: 33 },
    { atMm: 664, diameterMm: 60 },
  ],
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
  jointsMm: [71, 135, 335, 560],
  source: 'from memory',
  holes: [
    { id: 'register vent', atMm: 152, diameterMm: 3, rest: 'closed', role: 'vent', movedBy: ['LT:reg'] },
    closedHole('upper trill', 160, 5, 'R1:side4'),
    closedHole('A', 168, 5, 'L1:A'),
    closedHole('lower trill', 173, 5, 'R1:side3'),
    closedHole('G#', 180, 5, 'L1:G#', 'L1:A'),
    openHole('thumb', 194, 7, 'LT'),
    closedHole('F# side', 203, 5, 'R1:side2'),
    openHole('left index', 212, 5, 'L1'),
    openHole('upper ring pad', 232, 6),
    openHole('left middle', 243, 7, 'L2'),
    closedHole('E flat', 256, 6, 'R1:side1', 'L3:Eb'),
    openHole('left ring', 270, 8, 'L3'),
    closedHole('C#', 290, 8, 'L4:C#'),
    openHole('lower ring pad', 300, 8),
    openHole('right index', 313, 8, 'R1'),
    closedHole('B', 327, 7, 'R3:B'),
    openHole('right middle', 346, 8, 'R2'),
    openHole('right ring', 378, 9, 'R3'),
    closedHole('G# low', 404, 10, 'R4:G#'),
    openHole('F# pad', 462, 11, 'L4:F#', 'R4:F#', 'L4:F', 'R4:F', 'L4:E', 'R4:E'),
    openHole('F pad', 494, 12, 'L4:F', 'R4:F', 'L4:E', 'R4:E'),
    openHole('E pad', 526, 12, 'L4:E', 'R4:E'),
  ],
}
