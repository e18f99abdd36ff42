import { parseNote } from '../../pitch/index.ts'
import { fingering as f } from '../touches.ts'
import type { Fingering } from '../types.ts'

/**
 * All saxophones, as written. From memory, written twice and compared; what stays in doubt is marked medium. The octave
 * lever chooses its vent by itself: the neck's from A5 up, the body's below.
 */
const CHART: Fingering[] = [
  f('Bb3', 1, 'L1 L2 L3 L4:Bb R1 R2 R3 R4:C'),
  f('B3', 1, 'L1 L2 L3 L4:B R1 R2 R3 R4:C'),
  f('C4', 1, 'L1 L2 L3 R1 R2 R3 R4:C'),
  f('C#4', 1, 'L1 L2 L3 L4:C# R1 R2 R3 R4:C'),
  f('D4', 1, 'L1 L2 L3 R1 R2 R3'),
  f('Eb4', 1, 'L1 L2 L3 R1 R2 R3 R4:Eb'),
  f('E4', 1, 'L1 L2 L3 R1 R2'),
  f('F4', 1, 'L1 L2 L3 R1'),
  f('F#4', 1, 'L1 L2 L3 R2'),
  f('F#4', 1, 'L1 L2 L3 R1 R3:F#', 'chromatic, next to F'),
  f('G4', 1, 'L1 L2 L3'),
  f('G#4', 1, 'L1 L2 L3 L4:G#'),
  f('G#4', 1, 'L1 L2 L3 L4:C#', 'next to low C♯, by its key', 'alternate', 'medium'),
  f('G#4', 1, 'L1 L2 L3 L4:B', 'next to low B, by its key', 'alternate', 'medium'),
  f('A4', 1, 'L1 L2'),
  f('Bb4', 1, 'L1 L2 R1:sideBb'),
  f('Bb4', 1, 'L1 L1:bis', 'bis, in flat keys without B'),
  f('Bb4', 1, 'L1 R1', 'one and one, in arpeggios with F'),
  f('B4', 1, 'L1'),
  f('C5', 1, 'L2'),
  f('C5', 1, 'L1 R1:sideC', 'side key, chromatic or trill with B'),
  f('C#5', 1, '-'),
  f('C#5', 1, 'R1 R2 R3', 'right hand kept down, ready for D', 'alternate', 'medium'),
  f('D5', 1, 'LP:D', 'trill from C♯, without the octave lever', 'trill', 'medium'),
  f('Eb5', 1, 'LP:D LP:Eb', 'trill from C♯, without the octave lever', 'trill', 'medium'),
  f('D5', 2, 'LT:oct L1 L2 L3 R1 R2 R3'),
  f('Eb5', 2, 'LT:oct L1 L2 L3 R1 R2 R3 R4:Eb'),
  f('E5', 2, 'LT:oct L1 L2 L3 R1 R2'),
  f('F5', 2, 'LT:oct L1 L2 L3 R1'),
  f('F#5', 2, 'LT:oct L1 L2 L3 R2'),
  f('F#5', 2, 'LT:oct L1 L2 L3 R1 R3:F#', 'chromatic, next to F'),
  f('G5', 2, 'LT:oct L1 L2 L3'),
  f('G#5', 2, 'LT:oct L1 L2 L3 L4:G#'),
  f('A5', 2, 'LT:oct L1 L2'),
  f('Bb5', 2, 'LT:oct L1 L2 R1:sideBb'),
  f('Bb5', 2, 'LT:oct L1 L1:bis', 'bis, in flat keys without B'),
  f('Bb5', 2, 'LT:oct L1 R1', 'one and one, in arpeggios with F'),
  f('B5', 2, 'LT:oct L1'),
  f('C6', 2, 'LT:oct L2'),
  f('C6', 2, 'LT:oct L1 R1:sideC', 'side key, chromatic or trill with B'),
  f('C#6', 2, 'LT:oct'),
  f('D6', 2, 'LT:oct LP:D'),
  f('Eb6', 2, 'LT:oct LP:D LP:Eb'),
  f('E6', 2, 'LT:oct LP:D LP:Eb R1:highE'),
  f('E6', 2, 'LT:oct L1:frontF L2 L3', 'front key, from below in one hand'),
  f('F6', 2, 'LT:oct LP:D LP:Eb LP:F R1:highE'),
  f('F6', 2, 'LT:oct L1:frontF L2', 'front key, from below in one hand'),
  f('F#6', 2, 'LT:oct LP:D LP:Eb LP:F R1:highE R1:highF#'),
  f('F#6', 2, 'LT:oct L1:frontF L2 R1:sideBb', 'front key, without a high F♯ key', 'alternate', 'medium'),
]

/** The index may stay over the bis key for every note whose middle finger closes that cup anyway. */
const BIS_STAYS: Fingering[] = CHART.filter(
  (c) =>
    c.kind === 'standard' &&
    c.touches.includes('L1') &&
    c.touches.includes('L2') &&
    !c.touches.some((t) => t.startsWith('R1:')),
).map((c) => ({
  ...c,
  touches: c.touches.flatMap((t) => (t === 'L1' ? ['L1', 'L1:bis'] : [t])),
  kind: 'alternate',
  use: 'index stays over the bis key, in flat keys',
}))

/** Low A with the left thumb, which closes the keys of B flat and B with it. One way of two, in doubt. */
const LOW_A = f('A3', 1, 'LT:A L1 L2 L3 L4:Bb R1 R2 R3 R4:C', '', 'standard', 'medium')

/** The chart down to a lowest written note. */
export function saxophoneChart(lowest: string): Fingering[] {
  const chart = [...CHART, ...BIS_STAYS]
  return parseNote(lowest).midi < parseNote('Bb3').midi ? [LOW_A, ...chart] : chart
}
