import { fingering as f } from '../touches.ts'
import type { Fingering, TouchId } from '../types.ts'

/** The low and the middle register are the same for all. */
const LOW: Fingering[] = [
  f('Bb1', 1, 'LT:lowBb LT:lowB LT:lowC LT:lowD L1 L2 L3 R1 R2 R3 RT:E R4:F'),
  f('B1', 1, 'LT:lowB LT:lowC LT:lowD L1 L2 L3 R1 R2 R3 RT:E R4:F'),
  f('C2', 1, 'LT:lowC LT:lowD L1 L2 L3 R1 R2 R3 RT:E R4:F'),
  f('C#2', 1, 'LT:lowC LT:lowD L1 L2 L3 L4:C# R1 R2 R3 RT:E R4:F', '', 'standard', 'medium'),
  f('D2', 1, 'LT:lowD L1 L2 L3 R1 R2 R3 RT:E R4:F'),
  f('Eb2', 1, 'LT:lowD L1 L2 L3 L4:Eb R1 R2 R3 RT:E R4:F', '', 'standard', 'medium'),
  f('E2', 1, 'LT:whisper L1 L2 L3 R1 R2 R3 RT:E R4:F'),
  f('F2', 1, 'LT:whisper L1 L2 L3 R1 R2 R3 R4:F'),
  f('F#2', 1, 'LT:whisper L1 L2 L3 R1 R2 R3 RT:F# R4:F'),
  f('F#2', 1, 'LT:whisper L1 L2 L3 R1 R2 R3 R4:F#', 'right little finger, next to E by the thumb'),
  f('G2', 1, 'LT:whisper L1 L2 L3 R1 R2 R3'),
  f('G#2', 1, 'LT:whisper L1 L2 L3 R1 R2 R3 R4:G#'),
  f('G#2', 1, 'LT:whisper L1 L2 L3 R1 R2 R3 RT:G#', 'right thumb, next to F or F♯ by the little finger'),
  f('A2', 1, 'LT:whisper L1 L2 L3 R1 R2'),
  f('Bb2', 1, 'LT:whisper L1 L2 L3 R1 R2 RT:Bb'),
  f('Bb2', 1, 'LT:whisper L1 L2 L3 R1 R2 R3:Bb', 'ring finger, next to F♯ by the thumb'),
  f('B2', 1, 'LT:whisper L1 L2 L3 R1'),
  f('C3', 1, 'LT:whisper L1 L2 L3'),
  f('C#3', 1, 'LT:whisper LT:C# L1 L2 L3'),
  f('D3', 1, 'LT:whisper L1 L2'),
  f('Eb3', 1, 'LT:whisper L1 L3'),
  f('Eb3', 1, 'LT:whisper L1 L3 R2 RT:Bb', 'fuller and lower on a held note', 'alternate', 'medium'),
  f('E3', 1, 'LT:whisper L1'),
  f('F3', 1, 'LT:whisper'),
  f('F#3', 2, 'LT:whisper L1:half L2 L3 R1 R2 R3 RT:F# R4:F'),
  f('F#3', 2, 'LT:whisper L1:half L2 L3 R1 R2 R3 R4:F#', 'right little finger'),
  f('G3', 2, 'LT:whisper L1:half L2 L3 R1 R2 R3'),
  f('G3', 2, 'LT:whisper L1:half L2 L3 R1 R2 R3 R4:F', 'fuller on a held note', 'alternate', 'medium'),
  f('G#3', 2, 'LT:whisper L1:half L2 L3 R1 R2 R3 R4:G#'),
  f('G#3', 2, 'LT:whisper L1:half L2 L3 R1 R2 R3 RT:G#', 'right thumb'),
]

/** Above the half-hole: each with the vent of the left thumb that helps it to speak. */
const VENTED: [written: string, vent: TouchId, rest: string][] = [
  ['A3', 'LT:A', 'L1 L2 L3 R1 R2'],
  ['Bb3', 'LT:C', 'L1 L2 L3 R1 R2 RT:Bb'],
  ['B3', 'LT:C', 'L1 L2 L3 R1'],
  ['C4', 'LT:C', 'L1 L2 L3'],
  ['D4', 'LT:D', 'L1 L2'],
]
const C_SHARP = f('C#4', 2, 'LT:C# L1 L2 L3')

/** From E flat 4 up teachers differ: one way of several, in doubt. */
const TENOR: Fingering[] = [
  f('Eb4', 3, 'L1 L2 R1 R2', '', 'standard', 'medium'),
  f('E4', 3, 'L1 L3 L4:Eb R1 R2', '', 'standard', 'medium'),
  f('F4', 3, 'L1 L3 L4:Eb R1', '', 'standard', 'medium'),
  f('F#4', 3, 'L2 L3 L4:Eb R1 R2 R4:F', '', 'standard', 'medium'),
  f('G4', 3, 'L2 L3 L4:Eb R1 R4:F', '', 'standard', 'medium'),
  f('G#4', 3, 'L2 L3 L4:Eb R1', '', 'standard', 'medium'),
  f('A4', 3, 'LT:A L2 L3 L4:Eb R2 R3 R4:F', '', 'standard', 'medium'),
  f('Bb4', 3, 'LT:C L2 L3 R2 R3 R4:F', '', 'standard', 'medium'),
  f('B4', 3, 'LT:C L1 L2 L4:Eb R2 R3 R4:F', '', 'standard', 'medium'),
  f('C5', 3, 'LT:D L1 L2 L4:Eb R2 R3', '', 'standard', 'medium'),
]

const low = (written: string) => VENTED.findIndex(([note]) => note === written) < 4

/**
 * Bassoon, German system. From memory, written twice and compared; what stays in doubt is marked medium.
 * @param flicking whether the thumb's vents belong to the standard fingerings of A3 to D4
 */
export function bassoonChart(flicking: boolean): Fingering[] {
  const vented = VENTED.flatMap(([written, vent, rest]) => {
    const [withVent, without] = [`${vent} ${rest}`, rest]
    return flicking
      ? [f(written, 2, withVent), f(written, 2, without, 'without its vent key, when slurred from above')]
      : [f(written, 2, without), f(written, 2, withVent, 'with its vent key, where it cracks downwards')]
  })
  const below = vented.filter((v) => low(v.written))
  return [...LOW, ...below, C_SHARP, ...vented.filter((v) => !low(v.written)), ...TENOR]
}
