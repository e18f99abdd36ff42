import { touch } from '../touches.ts'
import type { Bore, FingerSystem, Linkage, Touch, TouchId } from '../types.ts'
import { saxophoneChart } from './chart.ts'

/** Where the fingers lie on an alto, mm; hands are no larger on the other sizes: theirs lie round the same middle. */
const MIDDLE_MM = 540
const RIGHT: TouchId[] = ['R1', 'R2', 'R3']

const touches = (shift: number): Touch[] => [
  touch('LT:oct', 'key', 'lower', 372 + shift, 'octave lever', 'oct'),
  touch('L1', 'plate', 'front', 404 + shift),
  touch('L1:frontF', 'key', 'front', 374 + shift, 'front F key', 'fF'),
  touch('L1:bis', 'plate', 'front', 430 + shift, 'bis key', 'bis'),
  touch('L2', 'plate', 'front', 456 + shift),
  touch('L3', 'plate', 'front', 488 + shift),
  touch('LP:D', 'key', 'upper', 416 + shift, 'D palm key', 'D'),
  touch('LP:Eb', 'key', 'upper', 386 + shift, 'E♭ palm key', 'E♭'),
  touch('LP:F', 'key', 'upper', 356 + shift, 'F palm key', 'F'),
  touch('L4:G#', 'key', 'little', 494 + shift, 'G♯ key', 'G♯'),
  touch('L4:C#', 'key', 'little', 522 + shift, 'low C♯ key', 'C♯'),
  touch('L4:B', 'key', 'little', 550 + shift, 'low B key', 'B'),
  touch('L4:Bb', 'key', 'little', 578 + shift, 'low B♭ key', 'B♭'),
  touch('R1', 'plate', 'front', 590 + shift),
  touch('R1:highF#', 'key', 'lower', 480 + shift, 'high F♯ key', 'F♯'),
  touch('R1:highE', 'key', 'lower', 508 + shift, 'high E side key', 'E'),
  touch('R1:sideC', 'key', 'lower', 536 + shift, 'side C key', 'C'),
  touch('R1:sideBb', 'key', 'lower', 564 + shift, 'side B♭ key', 'B♭'),
  touch('R2', 'plate', 'front', 622 + shift),
  touch('R3', 'plate', 'front', 654 + shift),
  touch('R3:F#', 'key', 'upper', 638 + shift, 'side F♯ key', 'F♯'),
  touch('R4:Eb', 'key', 'little', 680 + shift, 'E♭ key', 'E♭'),
  touch('R4:C', 'key', 'little', 708 + shift, 'low C key', 'C'),
]

const LINKAGES: Linkage[] = [
  {
    id: 'upper stack',
    name: 'small cup of the upper stack under the middle finger',
    by: ['L2'],
    moves: ['C# cup'],
  },
  { id: 'bis', name: 'bis cup under the middle finger', by: ['L2'], moves: ['B cup'] },
  { id: 'one and one', name: 'arm from the lower stack to the bis cup', by: RIGHT, moves: ['B cup'] },
  { id: 'lower stack', name: 'cup above the lower stack', by: RIGHT, moves: ['G cup'] },
  {
    id: 'G sharp',
    name: 'G♯ by its key and by the low keys; the lower stack holds it down',
    by: ['L4:G#', 'L4:C#', 'L4:B', 'L4:Bb'],
    unless: RIGHT,
    moves: ['G#'],
  },
  {
    id: 'neck vent',
    name: 'octave switch: the neck’s vent while the ring finger is up',
    by: ['LT:oct'],
    unless: ['L3'],
    moves: ['neck vent'],
  },
]

/**
 * Fingers of a saxophone over its own bore.
 * @param lowest written note it goes down to
 */
export function saxophoneFingers(bore: Bore, lowest: string): FingerSystem {
  const upper = bore.holes.find((h) => h.id === 'A cup')!.atMm
  const shift = Math.round(upper - 488 + (bore.endMm > 1400 ? MIDDLE_MM - 488 : 0))
  const chart = saxophoneChart(lowest)
  const withA = chart.some((f) => f.touches.includes('LT:A'))
  return {
    touches: [
      ...touches(shift),
      ...(withA ? [touch('LT:A', 'key', 'lower', 400 + shift, 'low A key', 'A')] : []),
    ],
    bore,
    linkages: [
      ...LINKAGES,
      // While the ring finger is down the lever opens the body's vent: L3 holds the other rod.
      {
        id: 'body vent',
        name: 'octave switch: the body’s vent while the ring finger is down',
        by: ['LT:oct'],
        needs: ['L3'],
        moves: ['body vent'],
      },
      ...(withA
        ? [
            {
              id: 'low A',
              name: 'cups of B and B♭ under the low A key',
              by: ['LT:A'],
              moves: ['low C cup', 'low B cup'],
            },
          ]
        : []),
    ],
    together: [
      ['L1', 'L1:bis'],
      ['LP:D', 'LP:Eb'],
      ['LP:Eb', 'LP:F'],
      ['LP:D', 'LP:F'],
      ['R1:highE', 'R1:highF#'],
      ['R3', 'R3:F#'],
    ],
    chart,
    breaks: [
      {
        from: 'C5',
        to: 'D5',
        preparation: 'Six fingers and the octave lever at once; the air stays as it was. From D5 down first.',
      },
      {
        from: 'C#5',
        to: 'D5',
        preparation:
          'Right hand down on C♯5 already; then the left hand and the octave lever close together.',
        start: ['R1', 'R2', 'R3'],
      },
      {
        from: 'G#5',
        to: 'A5',
        preparation: 'The ring finger changes the vent: it lifts cleanly, the air goes on without a push.',
      },
      {
        from: 'G5',
        to: 'A5',
        preparation: 'The ring finger changes the vent: it lifts cleanly, the air goes on without a push.',
      },
      {
        from: 'C#6',
        to: 'D6',
        preparation: 'The palm opens its key by a turn of the hand; the fingers stay near their plates.',
      },
    ],
  }
}
