import { halfTouch, touch } from '../touches.ts'
import type { FingerSystem, Touch, TouchId } from '../types.ts'
import { BASSOON_BORE } from './bore.ts'
import { bassoonChart } from './chart.ts'

const index = touch('L1', 'hole', 'front', 560)

/** The boot is folded back beside the wing: its touches are drawn where the right hand finds them, beside the left one's. */
const touches: Touch[] = [
  touch('LT:whisper', 'key', 'lower', 590, 'whisper key', 'w'),
  touch('LT:C#', 'key', 'lower', 626, 'C♯ key', 'C♯'),
  touch('LT:D', 'key', 'lower', 482, 'high D key', 'D'),
  touch('LT:C', 'key', 'lower', 518, 'high C key', 'C'),
  touch('LT:A', 'key', 'lower', 554, 'high A key', 'A'),
  touch('LT:lowD', 'key', 'lower', 662, 'low D key', 'lD'),
  touch('LT:lowC', 'key', 'lower', 698, 'low C key', 'lC'),
  touch('LT:lowB', 'key', 'lower', 734, 'low B key', 'lB'),
  touch('LT:lowBb', 'key', 'lower', 770, 'low B♭ key', 'lB♭'),
  index,
  halfTouch(index),
  touch('L2', 'hole', 'front', 602),
  touch('L3', 'hole', 'front', 650),
  touch('L4:C#', 'key', 'little', 680, 'low C♯ key', 'C♯'),
  touch('L4:Eb', 'key', 'little', 716, 'low E♭ key', 'E♭'),
  touch('RT:Bb', 'key', 'lower', 828, 'B♭ key', 'B♭'),
  touch('RT:E', 'key', 'lower', 864, 'E key, the pancake', 'E'),
  touch('RT:F#', 'key', 'lower', 900, 'F♯ key', 'F♯'),
  touch('RT:G#', 'key', 'lower', 936, 'G♯ key', 'G♯'),
  touch('R1', 'hole', 'front', 822),
  touch('R2', 'hole', 'front', 864),
  touch('R3', 'plate', 'front', 912),
  touch('R3:Bb', 'key', 'upper', 900, 'B♭ key', 'B♭'),
  touch('R4:F', 'key', 'little', 936, 'F key', 'F'),
  touch('R4:F#', 'key', 'little', 972, 'F♯ key', 'F♯'),
  touch('R4:G#', 'key', 'little', 1008, 'G♯ key', 'G♯'),
]
const LOW: TouchId[] = ['LT:lowBb', 'LT:lowB', 'LT:lowC', 'LT:lowD']
/** The thumb lies across its low keys together; it holds the whisper key while it takes C♯. */
const THUMB = LOW.flatMap((a, i) => LOW.slice(i + 1).map((b): [TouchId, TouchId] => [a, b]))

/** @param flicking see `bassoonChart` */
export function bassoonFingers(flicking: boolean): FingerSystem {
  const vent = flicking
    ? 'The thumb taps its vent key as the note begins, and leaves it.'
    : 'The whisper key lifts as the index closes; firm air, no dip.'
  return {
    touches,
    bore: BASSOON_BORE,
    linkages: [],
    together: [...THUMB, ['LT:whisper', 'LT:C#'], ['R3', 'R3:Bb']],
    chart: bassoonChart(flicking),
    breaks: [
      {
        from: 'F3',
        to: 'F#3',
        preparation:
          'Everything closes at once over the half-hole: roll the index, don’t lift it. From F♯3 down first.',
      },
      {
        from: 'F3',
        to: 'G3',
        preparation: 'Six fingers close over the half-hole; the whisper key stays. From G3 down first.',
      },
      { from: 'G#3', to: 'A3', preparation: `The index closes its hole and the whisper key opens. ${vent}` },
      { from: 'G3', to: 'A3', preparation: `The index closes its hole and the whisper key opens. ${vent}` },
      {
        from: 'D4',
        to: 'Eb4',
        preparation: 'The right hand joins; support rises before the fingers move.',
      },
    ],
  }
}
