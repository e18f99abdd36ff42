import { openHole } from '../holes.ts'
import type { Bore } from '../types.ts'

/** A soprano's holes, mm from the edge of the window, and how wide they are. */
const HOLES: [id: string, atMm: number, diameterMm: number, touch: string, twin?: true][] = [
  ['thumb', 98, 5, 'LT'],
  ['left index', 107, 5, 'L1'],
  ['left middle', 124, 5, 'L2'],
  ['left ring', 143, 5, 'L3'],
  ['right index', 166, 6, 'R1'],
  ['right middle', 186, 6, 'R2'],
  ['right ring', 207, 5, 'R3', true],
  ['right little', 232, 5, 'R4', true],
]
const SOPRANO_MM = 288

/**
 * A tube that narrows towards its end, from the window. Measures from memory; the holes from memory of a soprano, good to
 * half a centimetre, and in proportion on an alto.
 */
export function recorderBore(lengthMm: number, wideMm: number, narrowMm: number): Bore {
  const share = lengthMm / SOPRANO_MM
  return {
    mouth: 'jet',
    startMm: 0,
    endMm: lengthMm,
    profile: [
      { atMm: 0, diameterMm: wideMm },
      { atMm: Math.round(lengthMm * 0.2), diameterMm: wideMm },
      { atMm: lengthMm, diameterMm: narrowMm },
    ],
    outline: [
      { atMm: 0, diameterMm: wideMm + 14 },
      { atMm: lengthMm, diameterMm: wideMm + 6 },
    ],
    jointsMm: [Math.round(lengthMm * 0.2), Math.round(lengthMm * 0.78)],
    holes: HOLES.map(([id, atMm, diameterMm, by, twin]) => ({
      ...openHole(id, Math.round(atMm * share), Math.round(diameterMm * share), by),
      ...(twin && { twin }),
    })),
    source: 'from memory',
  }
}
