import { openHole } from '../holes.ts'
import { apart, fingering as f, touch } from '../touches.ts'
import type { Bore, FingerSystem, Fingering, ToneHole } from '../types.ts'
import { CHANTER_GRACES } from './graces.ts'

/** Holes of a chanter, after the finger that rests on each. */
export function chanterHoles(
  places: Record<'LT' | 'L1' | 'L2' | 'L3' | 'R1' | 'R2' | 'R3' | 'R4', number>,
  diameterMm: number,
): ToneHole[] {
  return Object.entries(places).map(([finger, atMm]) => openHole(finger, atMm, diameterMm, finger))
}

/** Players read C and F and mean their sharps: both spellings name one fingering. */
const PLAIN: Record<string, string> = { 'C#5': 'C5', 'F#5': 'F5' }

/**
 * The closed fingering, the same on both chanters: from memory, written twice and compared. Only low A to high A and the
 * low G below; false fingerings leave the lower fingers where they don't belong.
 */
const CHART: Fingering[] = CHANTER_GRACES.notes.flatMap(({ written, touches }) => {
  const plain = PLAIN[written]
  const line = touches.join(' ')
  return [
    f(written, 1, line),
    ...(plain ? [f(plain, 1, line, 'as players write it, its sharp understood')] : []),
  ]
})

/** Fingers over a chanter's own holes. */
export function chanterFingers(bore: Bore): FingerSystem {
  const front = ['L1', 'L2', 'L3', 'R1', 'R2', 'R3', 'R4']
  const places = apart(
    front.map((finger) => bore.holes.find((h) => h.id === finger)!.atMm),
    26,
    3,
  )
  return {
    touches: [
      touch('LT', 'hole', 'lower', places[0]! - 14),
      ...front.map((id, i) => touch(id, 'hole', 'front', places[i]!)),
    ],
    bore,
    linkages: [],
    together: [],
    chart: CHART,
    breaks: [
      {
        from: 'E5',
        to: 'F#5',
        preparation: 'One finger only, the middle one; the hand below stays down. No crossing noise.',
      },
      {
        from: 'D5',
        to: 'E5',
        preparation:
          'The upper ring finger lifts as three below close and the little finger lifts: all at one moment.',
      },
    ],
  }
}
