import { noteName, parseNote } from '../../pitch/index.ts'
import { fingering as f } from '../touches.ts'
import type { Fingering } from '../types.ts'

/**
 * The baroque (English) chart of a soprano; an alto's is the same a fourth higher. From memory, written twice and compared;
 * what stays in doubt is marked medium.
 */
const BAROQUE: Fingering[] = [
  f('C4', 1, 'LT L1 L2 L3 R1 R2 R3 R4'),
  f('C#4', 1, 'LT L1 L2 L3 R1 R2 R3 R4:half'),
  f('D4', 1, 'LT L1 L2 L3 R1 R2 R3'),
  f('Eb4', 1, 'LT L1 L2 L3 R1 R2 R3:half'),
  f('E4', 1, 'LT L1 L2 L3 R1 R2'),
  f('F4', 1, 'LT L1 L2 L3 R1 R3 R4'),
  f('F4', 1, 'LT L1 L2 L3 R1 R3', 'a little sharp, for quick turns', 'alternate', 'medium'),
  f('F#4', 1, 'LT L1 L2 L3 R2 R3'),
  f('G4', 1, 'LT L1 L2 L3'),
  f('G#4', 1, 'LT L1 L2 R1 R2'),
  f('A4', 1, 'LT L1 L2'),
  f('Bb4', 1, 'LT L1 L3 R1'),
  f('B4', 1, 'LT L1'),
  f('B4', 1, 'LT L2 L3', 'next to C in quick turns', 'alternate', 'medium'),
  f('C5', 1, 'LT L2'),
  f('C#5', 1, 'L1 L2'),
  f('D5', 1, 'L2'),
  f('Eb5', 1, 'L2 L3 R1 R2 R3'),
  f('E5', 2, 'LT:half L1 L2 L3 R1 R2'),
  f('F5', 2, 'LT:half L1 L2 L3 R1 R3'),
  f('F#5', 2, 'LT:half L1 L2 L3 R2'),
  f('G5', 2, 'LT:half L1 L2 L3'),
  f('G#5', 2, 'LT:half L1 L2 R1'),
  f('A5', 2, 'LT:half L1 L2'),
  f('Bb5', 2, 'LT:half L1 L2 R1 R2 R3'),
  f('B5', 2, 'LT:half L1 L2 R1 R2'),
  f('C6', 2, 'LT:half L1 R1 R2'),
  f('C#6', 2, 'LT:half L1 L3 R1 R2 R3 R4:half', '', 'standard', 'medium'),
  f('D6', 2, 'LT:half L1 L3 R1 R3', '', 'standard', 'medium'),
]

/** Where German holes ask for something else. */
const GERMAN: Fingering[] = [
  f('F4', 1, 'LT L1 L2 L3 R1'),
  f('F#4', 1, 'LT L1 L2 L3 R2 R3 R4'),
  f('G#4', 1, 'LT L1 L2 R1 R2 R3', '', 'standard', 'medium'),
  f('F5', 2, 'LT:half L1 L2 L3 R1'),
  f('F#5', 2, 'LT:half L1 L2 L3 R2 R4', '', 'standard', 'medium'),
]

/** Names that recorder players read, a fourth higher than the soprano's. */
const raised = (written: string, semitones: number) =>
  semitones ? noteName(parseNote(written).midi + semitones) : written

/** @param system which holes the recorder has @param semitones above the soprano's written notes */
export function recorderChart(system: 'baroque' | 'german', semitones: number): Fingering[] {
  const other = new Set(system === 'german' ? GERMAN.map((g) => g.written) : [])
  const chart = [...BAROQUE.filter((b) => !other.has(b.written)), ...(system === 'german' ? GERMAN : [])]
  return chart
    .map((c) => ({ ...c, written: raised(c.written, semitones) }))
    .sort((a, b) => parseNote(a.written).midi - parseNote(b.written).midi)
}
