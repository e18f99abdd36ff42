import { closedHole, openHole, ventHole } from '../holes.ts'
import type { Bore, ToneHole } from '../types.ts'

/** Length from the mouthpiece's tip to the bell of the alto that the holes below were put down for, mm. */
const ALTO_MM = 1060

/** Holes of an alto from the mouthpiece's tip down, each after the note it sounds as the first one open. */
const HOLES: ToneHole[] = [
  ventHole('neck vent', 148, 3),
  closedHole('F# palm', 236, 11, 'R1:highF#'),
  ventHole('body vent', 247, 3),
  closedHole('F palm', 259, 12, 'LP:F', 'L1:frontF'),
  closedHole('E side', 283, 13, 'R1:highE'),
  closedHole('E flat palm', 308, 14, 'LP:Eb'),
  closedHole('D palm', 334, 15, 'LP:D'),
  openHole('C# cup', 361, 12, 'L1', 'L1:frontF'),
  closedHole('side C', 384, 14, 'R1:sideC'),
  openHole('C cup', 391, 19, 'L1', 'L1:frontF'),
  openHole('B cup', 421, 17, 'L1:bis'),
  closedHole('side B flat', 446, 17, 'R1:sideBb'),
  openHole('B flat cup', 453, 20, 'L2'),
  openHole('A cup', 488, 21, 'L3'),
  closedHole('G#', 523, 22),
  openHole('G cup', 561, 25),
  closedHole('F# side', 598, 22, 'R3:F#'),
  openHole('F# cup', 603, 26, 'R1'),
  openHole('F cup', 645, 27, 'R2'),
  openHole('E cup', 690, 28, 'R3'),
  closedHole('E flat', 735, 29, 'R4:Eb'),
  openHole('D cup', 768, 31, 'R4:C'),
  closedHole('low C#', 820, 32, 'L4:C#'),
  openHole('low C cup', 878, 35, 'L4:B', 'L4:Bb'),
  openHole('low B cup', 931, 37, 'L4:Bb'),
]

/**
 * A saxophone, unrolled: a cone with a flare. Length and widest places from memory of ordinary instruments; holes from
 * memory of an alto, brought to the other sizes in proportion, good to about two centimetres on the alto.
 * @param lowA the hole that a baritone has below its low B flat, with its thumb key
 */
export function saxophoneBore(
  lengthMm: number,
  throatMm: number,
  wideMm: number,
  bellMm: number,
  lowA = false,
): Bore {
  // A baritone with a low A goes on below what the others have.
  const share = (lengthMm / ALTO_MM) * (lowA ? 0.95 : 1)
  const holes = HOLES.map((h) => ({
    ...h,
    atMm: Math.round(h.atMm * share),
    diameterMm: h.role === 'vent' ? h.diameterMm : Math.round(h.diameterMm * (wideMm / 70)),
  }))
  if (lowA) holes.push(openHole('low B flat cup', Math.round(998 * share), Math.round(wideMm * 0.55), 'LT:A'))
  return {
    mouth: 'reed',
    startMm: 0,
    endMm: lengthMm,
    profile: [
      { atMm: 0, diameterMm: throatMm },
      { atMm: Math.round(lengthMm * 0.93), diameterMm: wideMm },
      { atMm: lengthMm, diameterMm: bellMm },
    ],
    outline: [
      { atMm: 0, diameterMm: throatMm + 3 },
      { atMm: Math.round(lengthMm * 0.93), diameterMm: wideMm + 3 },
      { atMm: lengthMm, diameterMm: bellMm + 3 },
    ],
    jointsMm: [],
    holes,
    source: 'from memory',
  }
}
