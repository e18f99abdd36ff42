import { fingering as f } from '../touches.ts'
import type { Fingering } from '../types.ts'

/**
 * Flute with C foot and closed G♯. From memory, written twice and compared; what stays in doubt is marked medium.
 * B♭ stands one-and-one as standard since it works next to every neighbour; thumb and lever are given by name.
 */
const CHART: Fingering[] = [
  f('C4', 1, 'LT L1 L2 L3 R1 R2 R3 R4:C'),
  f('C#4', 1, 'LT L1 L2 L3 R1 R2 R3 R4:C#'),
  f('D4', 1, 'LT L1 L2 L3 R1 R2 R3'),
  f('Eb4', 1, 'LT L1 L2 L3 R1 R2 R3 R4:Eb'),
  f('E4', 1, 'LT L1 L2 L3 R1 R2 R4:Eb'),
  f('F4', 1, 'LT L1 L2 L3 R1 R4:Eb'),
  f('F#4', 1, 'LT L1 L2 L3 R3 R4:Eb'),
  f('F#4', 1, 'LT L1 L2 L3 R2 R4:Eb', 'fast trill with E', 'trill'),
  f('G4', 1, 'LT L1 L2 L3 R4:Eb'),
  f('G#4', 1, 'LT L1 L2 L3 L4:G# R4:Eb'),
  f('A4', 1, 'LT L1 L2 R4:Eb'),
  f('Bb4', 1, 'LT L1 R1 R4:Eb'),
  f('Bb4', 1, 'LT:Bb L1 R4:Eb', 'thumb key, in flat keys without B'),
  f('Bb4', 1, 'LT L1 R1:Bb R4:Eb', 'side lever, chromatic or trill with A'),
  f('B4', 1, 'LT L1 R4:Eb'),
  f('C5', 1, 'L1 R4:Eb'),
  f('C#5', 1, 'R4:Eb'),
  f('C#5', 1, 'R1 R2 R3 R4:Eb', 'right hand kept down, ready for D', 'alternate', 'medium'),
  f('C#5', 1, 'L2 L3 R4:Eb', 'lower and steadier on a long note', 'alternate', 'medium'),
  f('D5', 1, 'L1 R2:tr1 R4:Eb', 'trill from C', 'trill', 'medium'),
  f('Eb5', 1, 'R3:tr2 R4:Eb', 'trill from C♯', 'trill', 'medium'),
  f('D5', 2, 'LT L2 L3 R1 R2 R3'),
  f('Eb5', 2, 'LT L2 L3 R1 R2 R3 R4:Eb'),
  f('E5', 2, 'LT L1 L2 L3 R1 R2 R4:Eb'),
  f('F5', 2, 'LT L1 L2 L3 R1 R4:Eb'),
  f('F#5', 2, 'LT L1 L2 L3 R3 R4:Eb'),
  f('F#5', 2, 'LT L1 L2 L3 R2 R4:Eb', 'fast trill with E', 'trill'),
  f('G5', 2, 'LT L1 L2 L3 R4:Eb'),
  f('G#5', 2, 'LT L1 L2 L3 L4:G# R4:Eb'),
  f('A5', 2, 'LT L1 L2 R4:Eb'),
  f('Bb5', 2, 'LT L1 R1 R4:Eb'),
  f('Bb5', 2, 'LT:Bb L1 R4:Eb', 'thumb key, in flat keys without B'),
  f('Bb5', 2, 'LT L1 R1:Bb R4:Eb', 'side lever, chromatic or trill with A'),
  f('B5', 2, 'LT L1 R4:Eb'),
  f('C6', 2, 'L1 R4:Eb'),
  f('C#6', 2, 'R4:Eb'),
  f('D6', 3, 'LT L2 L3 R4:Eb'),
  f('Eb6', 3, 'LT L1 L2 L3 L4:G# R1 R2 R3 R4:Eb'),
  f('E6', 3, 'LT L1 L2 R1 R2 R4:Eb'),
  f('E6', 3, 'LT L1 L2 R1 R2', 'speaks softer, a little lower', 'alternate', 'medium'),
  f('F6', 3, 'LT L1 L3 R1 R4:Eb'),
  f('F#6', 3, 'LT L1 L3 R3 R4:Eb'),
  f('F#6', 3, 'LT L1 L3 R2 R4:Eb', 'speaks more easily', 'alternate', 'medium'),
  f('G6', 3, 'L1 L2 L3 R4:Eb'),
  f('G#6', 3, 'L2 L3 L4:G# R4:Eb'),
  f('A6', 3, 'LT L2 R1 R4:Eb'),
  f('Bb6', 3, 'LT R1 R2:tr1', '', 'standard', 'medium'),
  f('B6', 3, 'LT L1 L3 R3:tr2', '', 'standard', 'medium'),
  f('C7', 3, 'L1 L2 L3 L4:G# R1', '', 'standard', 'medium'),
]

/** The thumb may stay on its B♭ key for every note that closes that cup anyway. */
const THUMB_STAYS = CHART.filter(
  (c) =>
    c.kind === 'standard' &&
    c.register < 3 &&
    c.touches.includes('LT') &&
    c.touches.includes('L2') &&
    c.touches.includes('L1'),
).map((c) => ({
  ...c,
  touches: c.touches.map((t) => (t === 'LT' ? 'LT:Bb' : t)),
  kind: 'alternate' as const,
  use: 'thumb stays on its B♭ key, in flat keys',
}))

export const FLUTE_CHART: Fingering[] = [...CHART, ...THUMB_STAYS]
