import { closedHole, openHole } from '../holes.ts'
import type { Bore } from '../types.ts'

/**
 * Flute with C foot. Positions of the holes after Th. Boehm, The Flute and Flute-Playing (1871), from memory, brought
 * from his A4 = 435 Hz to 440; the small holes above the thumb's, diameters and head joint from memory of ordinary
 * instruments.
 */
export const FLUTE_BORE: Bore = {
  mouth: 'jet',
  startMm: -58,
  endMm: 611,
  profile: [
    { atMm: -17, diameterMm: 17 },
    { atMm: 0, diameterMm: 17.4 },
    { atMm: 160, diameterMm: 19 },
    { atMm: 611, diameterMm: 19 },
  ],
  outline: [
    { atMm: -58, diameterMm: 20 },
    { atMm: -18, diameterMm: 20 },
    { atMm: -17, diameterMm: 27 },
    { atMm: 17, diameterMm: 27 },
    { atMm: 18, diameterMm: 20 },
    { atMm: 611, diameterMm: 20 },
  ],
  jointsMm: [160, 482],
  source: 'from memory',
  holes: [
    closedHole('upper trill', 205, 7, 'R3:tr2'),
    closedHole('lower trill', 222, 7, 'R2:tr1'),
    openHole('C cup', 246, 7, 'L1'),
    openHole('thumb', 280, 13, 'LT', 'LT:Bb'),
    openHole('A# cup', 300, 13, 'LT:Bb', 'L2', 'R1:Bb'),
    openHole('A cup', 321, 13, 'L2'),
    openHole('G cup', 343, 13, 'L3'),
    closedHole('G#', 366, 13, 'L4:G#'),
    openHole('F# cup', 391, 13),
    openHole('F cup', 417, 13, 'R1'),
    openHole('E cup', 445, 13, 'R2'),
    openHole('D cup', 475, 13, 'R3'),
    closedHole('E flat', 506, 15, 'R4:Eb'),
    openHole('C# cup', 539, 15, 'R4:C#', 'R4:C'),
    openHole('low C cup', 574, 15, 'R4:C'),
  ],
}
