import { median, type NoteReport, type Track } from '../sound/index.ts'

/** A pitch that sounded between two notes and was too short to be one. */
export interface ShortNote {
  startS: number
  endS: number
  /** A MIDI number; may lie between two. */
  midi: number
}

/** Chosen by Halitus, tried on seeds below 1000. */
const SHORT = {
  /** Between two notes of one breath lies no more than this, s. */
  mostGapS: 0.3,
  /** Shorter than this nobody hears a note, s. */
  leastS: 0.04,
  /** A pitch within this of its neighbour goes on, of either note is that note’s own, semitones. */
  same: 0.6,
} as const

const midiOf = (hz: number, a4Hz: number) => 69 + 12 * Math.log2(hz / a4Hz)

/**
 * What sounded for a moment between the notes of a line: a finger that was late lets another note through which is too short
 * to stand among the notes that were heard.
 * @param track pitch over time, Hz, 0 where there is none @param notes in order of time
 */
export function notesBetween(
  track: Pick<Track, 'timeS' | 'hz'>,
  notes: readonly Pick<NoteReport, 'startS' | 'endS' | 'hz'>[],
  a4Hz: number,
): ShortNote[] {
  let frame = 0
  return notes.slice(1).flatMap((to, i) => {
    const from = notes[i]!
    if (to.startS - from.endS > SHORT.mostGapS) return []
    const ends = [midiOf(from.hz, a4Hz), midiOf(to.hz, a4Hz)]
    let best: { from: number; to: number; pitches: number[] } | undefined
    let run: typeof best
    while (frame < track.timeS.length && track.timeS[frame]! < from.endS) frame++
    for (let f = frame; f < track.timeS.length && track.timeS[f]! <= to.startS; f++) {
      const hz = track.hz[f]!
      const midi = hz > 0 ? midiOf(hz, a4Hz) : NaN
      const own = Number.isNaN(midi) || ends.some((e) => Math.abs(e - midi) < SHORT.same)
      if (own) {
        run = undefined
        continue
      }
      if (run && Math.abs(run.pitches.at(-1)! - midi) < SHORT.same) {
        run.to = track.timeS[f]!
        run.pitches.push(midi)
      } else run = { from: track.timeS[f]!, to: track.timeS[f]!, pitches: [midi] }
      if (!best || run.to - run.from > best.to - best.from) best = run
    }
    return best && best.to - best.from >= SHORT.leastS
      ? [{ startS: best.from, endS: best.to, midi: median(best.pitches) }]
      : []
  })
}
