import type { Segment } from './segments.ts'
import { line, median } from './statistics.ts'
import type { Track } from './track.ts'

/** How long a room keeps a tone, told by how tones of a take die away. */

/** A tone dies away from so much below its loudest to so much below, dB; quieter than that the noise of the place may lie under it. */
const FALL_DB = { from: 5, to: 25 } as const
/** What may still be the tone is looked for so long before its end, s. */
const BEFORE_S = 0.15
/** The next note’s window reaches so far ahead of it, s. */
const AHEAD_S = 0.04
/** A fall that is told by fewer frames is no measure; so many ends make one of a room. */
const LEAST_FRAMES = 4
const LEAST_ENDS = 3

/**
 * From this on a room is said, s until a tone is 60 dB down. Chosen by Halitus on two sampled banks (seed 484): dry ends of samples take
 * 0.09 to 0.37, a room of 0.35 s 0.25 to 0.40, one of 0.6 s 0.38 to 0.59; no published source.
 */
export const RINGS_FROM_S = 0.42

/**
 * Seconds until a tone is 60 dB down, from the fall between 5 and 25 dB (as T20 of ISO 3382-1, from memory, but by frames of
 * playing that ends instead of a gunshot): the middle of all ends of a take that can be measured.
 * @param notes in order of time
 * @returns undefined with fewer than three such ends
 */
export function ringingOf(track: Track, notes: readonly Segment[]): number | undefined {
  const found = notes.flatMap((note, i) => fallOf(track, note, notes[i + 1]?.from ?? track.levelDb.length))
  return found.length < LEAST_ENDS ? undefined : median(found)
}

function fallOf({ levelDb, hopS }: Track, note: Segment, next: number): number[] {
  const first = Math.max(note.from, note.to - Math.round(BEFORE_S / hopS))
  let top = -Infinity
  for (let i = first; i < note.to; i++) top = Math.max(top, levelDb[i]!)
  const until = Math.min(levelDb.length, next - Math.round(AHEAD_S / hopS))
  let from = first
  for (let i = first; i < until; i++) if (levelDb[i]! >= top - FALL_DB.from) from = i + 1
  let to = from
  while (to < until && levelDb[to]! > top - FALL_DB.to) to++
  if (to >= until || to - from < LEAST_FRAMES) return []
  const { b } = line(
    Float64Array.from({ length: to - from }, (_, k) => k * hopS),
    levelDb.subarray(from, to),
  )
  return b < 0 ? [-60 / b] : []
}

/** What is said of a room that rings; undefined where it doesn’t, or nothing can be told. */
export const roomWords = (ringsS: number | undefined): string | undefined =>
  ringsS === undefined || ringsS < RINGS_FROM_S
    ? undefined
    : `The room rings: a tone takes about ${ringsS.toFixed(1)} s to die away. Strokes, cracks and clean changes are less sure here; nearer to the microphone, or by a curtain, they are surer.`
