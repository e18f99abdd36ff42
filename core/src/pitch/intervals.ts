import { hzOfMidi } from './tuning.ts'

/** Just ratios of the intervals within an octave, upper over lower (small whole numbers; the usual choice of each). */
const JUST: readonly (readonly [number, number])[] = [
  [1, 1],
  [16, 15],
  [9, 8],
  [6, 5],
  [5, 4],
  [4, 3],
  [45, 32],
  [3, 2],
  [8, 5],
  [5, 3],
  [9, 5],
  [15, 8],
]
const NAMES = [
  'unison',
  'minor second',
  'major second',
  'minor third',
  'major third',
  'fourth',
  'tritone',
  'fifth',
  'minor sixth',
  'major sixth',
  'minor seventh',
  'major seventh',
]

export type IntervalTuning = 'just' | 'equal'

/**
 * Where the upper of two notes belongs above a drone, Hz, and what the interval is called.
 * @param droneMidi @param noteMidi sounding semitone numbers; a note below the drone is taken an octave up for its ratio
 * @example intervalOver(69, 76, 'just').hz // 660
 */
export function intervalOver(
  droneMidi: number,
  noteMidi: number,
  tuning: IntervalTuning,
  a4Hz = 440,
): { hz: number; name: string; ratio: readonly [number, number] } {
  const octaves = Math.floor((noteMidi - droneMidi) / 12)
  const step = noteMidi - droneMidi - 12 * octaves
  const ratio = JUST[step]!
  const hz =
    tuning === 'equal'
      ? hzOfMidi(noteMidi, a4Hz)
      : (hzOfMidi(droneMidi, a4Hz) * 2 ** octaves * ratio[0]) / ratio[1]
  const name = step === 0 && octaves !== 0 ? 'octave' : NAMES[step]!
  return { hz, name, ratio }
}

/**
 * Beats a second between a note and a drone: of the lowest partials that would coincide were it just.
 * @param ratio of the interval within its octave, upper over lower
 */
export function beatsAgainst(droneHz: number, hz: number, ratio: readonly [number, number]): number {
  // The note moved into the octave above the drone: its partials there beat as the moved ones do, times the octaves.
  const octaves = Math.floor(Math.log2(hz / droneHz) + 1e-6 + 0.04)
  const up = Math.max(0, octaves)
  const down = Math.max(0, -octaves)
  return Math.abs(ratio[0] * 2 ** up * droneHz - ratio[1] * hz * 2 ** down)
}
