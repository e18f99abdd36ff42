import { fingering as f } from '../touches.ts'
import type { Fingering } from '../types.ts'

/**
 * Oboe, full conservatoire. From memory, written twice and compared; what stays in doubt is marked medium. From C♯6 up
 * makers and teachers differ: one way of several stands here.
 */
export const OBOE_CHART: Fingering[] = [
  f('Bb3', 1, 'L1 L2 L3 L4:Bb R1 R2 R3 R4:C'),
  f('B3', 1, 'L1 L2 L3 L4:B R1 R2 R3 R4:C'),
  f('C4', 1, 'L1 L2 L3 R1 R2 R3 R4:C'),
  f('C#4', 1, 'L1 L2 L3 R1 R2 R3 R4:C#'),
  f('D4', 1, 'L1 L2 L3 R1 R2 R3'),
  f('Eb4', 1, 'L1 L2 L3 R1 R2 R3 R4:Eb'),
  f('Eb4', 1, 'L1 L2 L3 L4:Eb R1 R2 R3', 'left little finger, next to D♭'),
  f('E4', 1, 'L1 L2 L3 R1 R2'),
  f('F4', 1, 'L1 L2 L3 R1 R2 R3:F'),
  f('F4', 1, 'L1 L2 L3 R1 R3', 'forked, next to D, E♭ or C'),
  f('F4', 1, 'L1 L2 L3 L4:F R1 R2', 'left little finger, next to D or E♭'),
  f('F#4', 1, 'L1 L2 L3 R1'),
  f('G4', 1, 'L1 L2 L3'),
  f('G#4', 1, 'L1 L2 L3 L4:G#'),
  f('G#4', 1, 'L1 L2 L3 R1:Ab', 'trill from G', 'trill', 'medium'),
  f('A4', 1, 'L1 L2'),
  f('Bb4', 1, 'L1 L2 R1'),
  f('B4', 1, 'L1'),
  f('C5', 1, 'L1 R1'),
  f('C5', 1, 'L2', 'next to B in quick turns', 'alternate', 'medium'),
  f('C#5', 2, 'L1:half L2 L3 R1 R2 R3 R4:C#'),
  f('D5', 2, 'L1:half L2 L3 R1 R2 R3'),
  f('Eb5', 2, 'L1:half L2 L3 R1 R2 R3 R4:Eb'),
  f('Eb5', 2, 'L1:half L2 L3 L4:Eb R1 R2 R3', 'left little finger, next to D♭'),
  f('E5', 2, 'LT:oct1 L1 L2 L3 R1 R2'),
  f('F5', 2, 'LT:oct1 L1 L2 L3 R1 R2 R3:F'),
  f('F5', 2, 'LT:oct1 L1 L2 L3 R1 R3', 'forked, next to D, E♭ or C'),
  f('F5', 2, 'LT:oct1 L1 L2 L3 L4:F R1 R2', 'left little finger, next to D or E♭'),
  f('F#5', 2, 'LT:oct1 L1 L2 L3 R1'),
  f('G5', 2, 'LT:oct1 L1 L2 L3'),
  f('G#5', 2, 'LT:oct1 L1 L2 L3 L4:G#'),
  f('A5', 2, 'L1 L1:oct2 L2'),
  f('Bb5', 2, 'L1 L1:oct2 L2 R1'),
  f('B5', 2, 'L1 L1:oct2'),
  f('C6', 2, 'L1 L1:oct2 R1'),
  f('C#6', 3, 'L2 L3 L4:B R1 R2 R3 R4:C', '', 'standard', 'medium'),
  f('D6', 3, 'L2 L3 R1 R2 R3 R4:C', '', 'standard', 'medium'),
  f('Eb6', 3, 'L2 L3 R1 R2 R4:Eb', '', 'standard', 'medium'),
  f('E6', 3, 'L2 L3 L4:G# R1 R4:Eb', '', 'standard', 'medium'),
  f('F6', 3, 'L2 L4:G# R1 R4:Eb', '', 'standard', 'medium'),
]
