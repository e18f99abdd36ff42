import { JUMP, type Accident, type Segment } from './segments.ts'
import { median, smooth } from './statistics.ts'
import type { Track } from './track.ts'

/** Notes that were slurred into from the one asked for, and lie on a partial of it or it on one of theirs. */
export function slips(notes: readonly Segment[], asked: number): Accident[] {
  return notes.flatMap((note, i): Accident[] => {
    const before = notes[i - 1]
    if (!before || note.after !== 'note' || Math.abs(before.midi - asked) > JUMP) return []
    const ratio = 2 ** (Math.abs(note.midi - before.midi) / 12)
    const partial = Math.round(ratio)
    if (partial < 2 || Math.abs(12 * Math.log2(ratio / partial)) > 0.5) return []
    return [
      { kind: 'slip', from: note.from, to: note.to, midi: before.midi, toMidi: note.midi, place: 'inside' },
    ]
  })
}

/**
 * A higher register explains nearly all of the sound, where the rest of the note has it much less: two at once. How much and for
 * how long: chosen by Halitus on the simulated player, and on attacks and loops of two sampled banks; no published source.
 */
const MIXED = { start: 0.66, inside: 0.42 } as const
const MIXED_MORE = 0.25
const MIXED_S = 0.068
const GURGLE_S = 0.2
const START_S = 0.18
/** A stroke this deep makes the tone begin anew, dB. */
const STOPS_DB = 2.6
/**
 * No register lies higher than this partial of the note it cracks from (the highest that players reach are about the seventh
 * on bassoons and flutes; common practice, no source): what is heard above is colour, not a crack.
 */
const HIGHEST_REGISTER = 8
/** So long a note that has gone may still be heard with the next one, s: half the longest window, and a change of 30 ms. */
const WINDOW_S = 0.06

/** Cracks and gurgles that keep the note's own period: told by how well a higher partial alone explains the sound. */
export function mixed(track: Track, note: Segment, before: Segment | undefined, accidents: Accident[]): void {
  const { overblown, overHz, hopS, hz } = track
  const usual = median(overblown.subarray(note.from, note.to))
  // A stroke that hardly dents the tone lets it go on: nothing begins there that could crack.
  const begins = !note.dent || note.dent.depthDb >= STOPS_DB
  const placeOf = (i: number) => (begins && (i - note.from) * hopS < START_S ? 'start' : 'inside')
  const near = Math.round(0.03 / hopS)
  const known = (i: number) => accidents.some((a) => i >= a.from - near && i < a.to + near)
  let from = -1
  for (let i = note.from; i <= note.to; i++) {
    const least = Math.max(MIXED[placeOf(from < 0 ? i : from)], usual + MIXED_MORE)
    const on = i < note.to && overblown[i]! >= least && !note.skip.has(i) && !known(i)
    if (on && from < 0) from = i
    if (on || from < 0) continue
    const place = placeOf(from)
    if ((i - from) * hopS >= (place === 'start' ? MIXED_S : GURGLE_S)) {
      const ratio = median(
        Float64Array.from({ length: i - from }, (_, k) => overHz[from + k]! / hz[from + k]!),
      )
      const toMidi = note.midi + 12 * Math.log2(Math.max(1, ratio))
      // A note that was slurred from still lies in the window.
      const gone =
        note.after === 'note' && !!before && from === note.from && Math.abs(toMidi - before.midi) <= JUMP
      const register = place !== 'start' || Math.round(ratio) <= HIGHEST_REGISTER
      if (register && (!gone || (i - from) * hopS > WINDOW_S))
        accidents.push({
          kind: place === 'start' ? 'crack' : 'gurgle',
          from,
          to: i,
          midi: note.midi,
          toMidi,
          place,
        })
    }
    from = -1
  }
}

/** Accidents in order of time; what goes on after a moment is one. */
export function joined(accidents: Accident[], near: number): Accident[] {
  const out: Accident[] = []
  for (const a of [...accidents].sort((x, y) => x.from - y.from)) {
    const last = out.at(-1)
    if (
      last &&
      last.kind === a.kind &&
      last.place === a.place &&
      a.from - last.to <= near &&
      a.kind !== 'slip'
    )
      last.to = Math.max(last.to, a.to)
    else out.push({ ...a })
  }
  return out
}

/** Two registers taking turns make the level jump from frame to frame, so much more than elsewhere in the note. */
const ROUGH_DB = 0.6
const ROUGH_TIMES = 4
const ROUGH_S = 0.1
/** A note that was slurred from rings on in a room and beats with the next for so long, s. */
const RINGS_S = 0.2
/** From where a note is softer than usual by this to its end it dies away, in a room in beats, dB. */
const DYING_DB = 4

/** In a gurgle the pitch stays, or leaps by a register; a slur to the next semitone in a room glides by about one. */
const GLIDES_SEMITONES = { least: 0.6, most: 2 } as const

/** Whether the pitch goes about a semitone within some frames: another finger, beating with the note before. */
function changesFinger({ hz }: Track, from: number, to: number): boolean {
  const sounding = [...hz.subarray(from, to)].filter((v) => v > 0)
  const range = 12 * Math.log2(Math.max(...sounding) / Math.min(...sounding))
  return range >= GLIDES_SEMITONES.least && range <= GLIDES_SEMITONES.most
}

/** Gurgles: told by a level that jumps about for a while. */
export function rough(track: Track, note: Segment, accidents: Accident[]): void {
  const { levelDb, upperDb, hopS } = track
  const edge = Math.round(0.06 / hopS)
  const usualDb = median(levelDb.subarray(note.from, note.to))
  let end = note.to
  while (end > note.from && levelDb[end - 1]! < usualDb - DYING_DB) end--
  const first = note.from + (note.after === 'silence' ? edge : Math.round(RINGS_S / hopS))
  const last = Math.min(note.to, end) - edge
  if (last - first < 2 * edge) return
  const jump = (x: Float32Array, i: number) => Math.abs(x[i]! - (x[i - 2]! + x[i + 2]!) / 2)
  const jumps = Float64Array.from(
    { length: last - first },
    (_, k) => jump(levelDb, first + k) + jump(upperDb, first + k) / 2,
  )
  const usual = median(jumps)
  const half = Math.round(ROUGH_S / 2 / hopS)
  const smoothed = smooth(jumps, half)
  const least = Math.max(ROUGH_DB, ROUGH_TIMES * usual)
  let from = -1
  for (let k = 0; k <= smoothed.length; k++) {
    const on = k < smoothed.length && smoothed[k]! >= least
    if (on && from < 0) from = k
    if (on || from < 0) continue
    const [a, b] = [first + from, first + k]
    const taken = accidents.some((x) => a < x.to + edge && b > x.from - edge)
    if ((k - from) * hopS >= 1.5 * ROUGH_S && !taken && !changesFinger(track, a, b))
      accidents.push({ kind: 'gurgle', from: a, to: b, midi: note.midi, toMidi: note.midi, place: 'inside' })
    from = -1
  }
}
