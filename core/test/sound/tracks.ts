import { hzOfMidi } from '@halitus/core/pitch'
import type { Track } from '@halitus/core/sound'

/** So many hundredths of a second of a pitch (semitones; 0 for none) at a level, dB; `i` counts hundredths. */
export type Part = [
  count: number,
  midi: number | ((i: number) => number),
  db?: number | ((i: number) => number),
]

const at = (value: number | ((i: number) => number), i: number) =>
  typeof value === 'function' ? value(i) : value

/** A track made by hand, a frame every 5 ms: what is heard of it can be said exactly. */
export function trackOf(parts: Part[], more: Partial<Record<'hnrDb' | 'overblown', number>> = {}): Track {
  const frames = parts.flatMap(([count, midi, db = -20]) =>
    Array.from({ length: Math.round(2 * count) }, (_, i) => ({ midi: at(midi, i / 2), db: at(db, i / 2) })),
  )
  const column = (value: (f: { midi: number; db: number }) => number) => Float32Array.from(frames, value)
  const hz = column((f) => (f.midi ? hzOfMidi(f.midi) : 0))
  return {
    timeS: Float64Array.from(frames, (_, i) => (i + 0.5) / 200),
    hz,
    aloneHz: hz.slice(),
    looseHz: hz.slice(),
    db: column((f) => f.db),
    levelDb: column((f) => f.db),
    upperDb: column((f) => f.db - 15),
    clarity: column((f) => (f.midi ? 0.95 : 0.2)),
    confidence: column((f) => (f.midi ? 1 : 0)),
    hnrDb: column((f) => (f.midi ? (more.hnrDb ?? 20) : NaN)),
    brightness: column((f) => (f.midi ? 3 : NaN)),
    oddEvenDb: column((f) => (f.midi ? 0 : NaN)),
    overblown: column(() => more.overblown ?? 0),
    overHz: column(() => 0),
    hopS: 0.005,
    windowS: 0.02,
  }
}
