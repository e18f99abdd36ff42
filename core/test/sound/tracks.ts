import { hzOfMidi } from '@halitus/core/pitch'
import type { Track } from '@halitus/core/sound'

/** So many frames of a pitch (semitones; 0 for none) at a level, dB. */
export type Part = [
  count: number,
  midi: number | ((i: number) => number),
  db?: number | ((i: number) => number),
]

const at = (value: number | ((i: number) => number), i: number) =>
  typeof value === 'function' ? value(i) : value

/** A track made by hand, a frame every 10 ms: what is heard of it can be said exactly. */
export function trackOf(parts: Part[], clarity = 0.95): Track {
  const frames = parts.flatMap(([count, midi, db = -20]) =>
    Array.from({ length: count }, (_, i) => ({ midi: at(midi, i), db: at(db, i) })),
  )
  return {
    timeS: Float64Array.from(frames, (_, i) => (i + 0.5) / 100),
    hz: Float32Array.from(frames, (f) => (f.midi ? hzOfMidi(f.midi) : 0)),
    db: Float32Array.from(frames, (f) => f.db),
    clarity: Float32Array.from(frames, (f) => (f.midi ? clarity : 0.2)),
    hopS: 0.01,
    windowS: 0.04,
  }
}
