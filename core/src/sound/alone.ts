import type { Segment } from './segments.ts'
import { median } from './statistics.ts'
import type { Track } from './track.ts'

/**
 * Whether what is heard for a moment is a sound of its own, or only what two others, an attack or a room make of it. Bounds are
 * chosen by Halitus on playing by chance on two sampled banks (seeds 1 and 60 of the accuracy tool) and exact joins, and held
 * against the simulated player's squeaks and attacks; no published source.
 */

/** A wrong sound at the edge of a note is no shorter than this, s: attacks of sampled reeds and recorders have the next register for up to 40 ms. */
const EDGE_LEAST_S = 0.045
/** What is so much softer than its note is the noise of its beginning or end, or comes from elsewhere, dB. */
const EDGE_DB = 7
const VISIT_DB = 9
/** What is so much louder is a note, and its neighbour somebody else's, dB. */
const EDGE_MOST_DB = 15
/** Downwards it is a register only if it isn't softer than both whole notes by more than this, dB: what rings in a gap is. */
const FAINT_DB = 15
/** A moment with this much less on both sides, dB, belongs to neither note. */
const CUT_OFF_DB = 25
const CUT_OFF_S = 0.03
/** A squeak is nearly pure: so much of it repeats, dB, unless the whole note is so noisy, less so much … */
const PURE_DB = 16
const PURE_LESS_DB = 6
/** … and pierces: it isn't softer than its note by more than this, dB. (Simulated squeaks: 19 and 2 louder at least.) */
const PIERCES_DB = 3
/** How loud a note is beside a visit is read this near to it, s. */
const BESIDE_S = 0.1

const levelOf = ({ levelDb }: Track, s: Segment) => median(levelDb.subarray(s.from, s.to))

/** How well a stretch repeats, dB; NaN where nothing can be said. */
function repeatsDb({ hnrDb }: Track, s: Segment): number {
  const found = [...hnrDb.subarray(s.from, s.to)].filter((v) => !Number.isNaN(v))
  return found.length ? median(found) : NaN
}
/** Whether a high sound stands alone: a low note's one strong partial has the others under it, which don't repeat at its period. */
const pure = (track: Track, s: Segment, host: Segment) =>
  !(repeatsDb(track, s) < Math.min(PURE_DB, repeatsDb(track, host) - PURE_LESS_DB))

/** Whether a moment in another register, between the note it left and the one that follows, is loud and, upwards, pure enough to be one. */
export function visitSounds(track: Track, host: Segment, here: Segment, next: Segment): boolean {
  const { levelDb, hopS } = track
  if (isCutOff(track, here, host.to, next.from)) return false
  const beside = Math.round(BESIDE_S / hopS)
  const besideDb = Math.min(
    median(levelDb.subarray(Math.max(host.from, host.to - beside), host.to)),
    median(levelDb.subarray(next.from, Math.min(next.to, next.from + beside))),
  )
  const db = levelOf(track, here)
  if (here.midi < host.midi)
    return (
      isOwn(track, here) &&
      db >= besideDb - VISIT_DB &&
      db >= Math.min(levelOf(track, host), levelOf(track, next)) - FAINT_DB
    )
  return (
    db >= besideDb - PIERCES_DB &&
    [host, next].every(
      (s) => pure(track, here, s) && !(divides(s, here) && (hollow(track, s) || hollow(track, here))),
    )
  )
}

/** Whether it fell nearly silent on both sides of a moment: a click between two notes. */
function isCutOff(track: Track, here: Segment, from: number, to: number): boolean {
  const { levelDb, hopS } = track
  // The window smears what is short, so a gap may lie within the stretches that it parts.
  const near = Math.round(CUT_OFF_S / hopS)
  const least = (a: number, b: number) => Math.min(...levelDb.subarray(Math.max(0, a - near), b + near))
  const db = levelOf(track, here) - CUT_OFF_DB
  return least(from, here.from) < db && least(here.to, to) < db
}

/** Whether what a note begins or ends with is long and loud enough, and not explained by the note itself. */
export function edgeSounds(track: Track, s: Segment, of: Segment): boolean {
  return (
    (s.to - s.from) * track.hopS >= EDGE_LEAST_S &&
    levelOf(track, s) >= levelOf(track, of) - EDGE_DB &&
    levelOf(track, s) <= levelOf(track, of) + EDGE_MOST_DB &&
    (s.midi > of.midi ? !hollow(track, of) : isOwn(track, s))
  )
}

/** From here on a stretch is hardly more than one of its own partials (chosen on the same playing, dry and in eight conditions). */
const HOLLOW = 0.8
const hollow = ({ overblown }: Track, s: Segment) => median(overblown.subarray(s.from, s.to)) >= HOLLOW

/** So well one of two sounds explains what is heard, in four moments of five at least, and in the middle one of all. */
const EXPLAINS = { least: 0.15, but: 0.2, middle: 0.45 } as const
/**
 * Whether a low stretch is nothing but two higher sounds at once: at nearly every moment a partial of it alone explains most of
 * what is heard. A sound of its own has partials that belong to neither.
 */
export function isTwo({ overblown }: Track, s: Segment): boolean {
  const inOrder = overblown.slice(s.from, s.to).sort()
  const at = (share: number) => inOrder[Math.floor(share * inOrder.length)]!
  return at(0.5) >= HOLLOW || (at(EXPLAINS.but) >= EXPLAINS.least && at(0.5) >= EXPLAINS.middle)
}

/** Below this a higher partial doesn't explain a moment … */
const OWN = 0.6
/** … and a low sound has so much of them, s: a note that speaks is heard at half its pitch while it still grows. */
const OWN_S = 0.045

/** Whether a low stretch is a sound of its own for long enough. */
function isOwn(track: Track, s: Segment): boolean {
  let own = 0
  for (let i = s.from; i < s.to; i++) if (track.overblown[i]! < OWN) own++
  return own * track.hopS >= OWN_S - 1e-9 && !isTwo(track, s)
}

/** Whether a stretch lies a whole number of times below another. */
export function divides(s: Segment, other: Segment): boolean {
  const ratio = 2 ** ((other.midi - s.midi) / 12)
  return ratio > 1.9 && Math.abs(12 * Math.log2(ratio / Math.round(ratio))) < 0.35
}

/** A tone that has gone leaves at least so much less behind, dB; air stays as loud, within so much, where a room's tail falls. */
const GONE_DB = 6
const STAYS_DB = 6

/** Whether air is still heard where the tone is gone: a tongue would have stopped it. */
export function airGoesOn(track: Track, host: Segment, here: Segment): boolean {
  const { upperDb, levelDb } = track
  const level = (from: number, to: number) => median(levelDb.subarray(from, to))
  if (level(host.to, here.from) > level(host.from, host.to) - GONE_DB) return false
  const third = Math.max(1, Math.floor((here.from - host.to) / 3))
  const falls =
    median(upperDb.subarray(host.to, host.to + third)) -
    median(upperDb.subarray(here.from - third, here.from))
  if (falls > STAYS_DB) return false
  const silence = Float32Array.from(upperDb).sort()[Math.floor(0.02 * upperDb.length)]!
  const gap = median(upperDb.subarray(host.to, here.from))
  const tone = median(upperDb.subarray(host.from, host.to))
  return gap > silence + 8 && gap > tone - 35
}
