import { centsBetween } from '../pitch/index.ts'
import { APART_S, breaksOf, CHANCE, FAR_S, SINE_DB, SINE_SHARE } from './breaks.ts'
import { changes, chanceOf, depthAt, meanOf, shoulder, sineAround } from './levels.ts'
import type { Dent } from './segments.ts'
import { median } from './statistics.ts'
import type { Track } from './track.ts'

/** How far to each side a shoulder is looked for, s: a vibrato has hardly moved by then, a tongue is there and gone. */
const NEAR_S = 0.04
const FAR_DB = 7
/** The upper partials fall first and furthest; they count so much. */
const UPPER = 0.5
/** A dent is this deep, both counted together, and so many times what the level does by chance. */
const LEAST_DB = 2.6
/** Where the note changes as well, fingers dent the level too, but for a moment only: the tongue takes this long at least, ms. */
const CHANGE_MS = 12
const CHANGE_DB = 2.6
const CHANGE_S = 0.035
/** Wider than this and no faster up than down it is a swing of the whole tone, unless the sound stops. ms, dB, share. */
const SWING_MS = 50
const SWING_DB = 15
const SWING_UP = 0.38
/** A stroke that shows as an accent only: so much louder within so little time, the upper partials too. */
const ACCENT_DB = 2.9
const ACCENT_S = 0.03
/** What doesn't come back to within this of the level before is an end, not a stroke, dB. */
const RETURNS_DB = 7
const RETURNS_S = [0.05, 0.095] as const
/** Deeper than this below its shoulders a pitch is read from a few ends of waves: it says nothing of the tone, dB. */
const FAINT_DB = 20
/** So many strokes are a string. */
const STRING = 3

/** Dents of frames [from, to) of sound that doesn't stop. */
export function dentsOf(track: Track, from: number, to: number): Dent[] {
  const { hopS, levelDb, upperDb, hz } = track
  const near = Math.round(NEAR_S / hopS)
  const far = Math.round(FAR_S / hopS)
  const chance = chanceOf(levelDb, from, to) + UPPER * chanceOf(upperDb, from, to)
  const needed = Math.max(LEAST_DB, CHANCE * chance)
  const found: { at: number; depth: number }[] = []
  for (let i = from + 3; i < to - 3; i++) {
    if (levelDb[i]! > levelDb[i - 1]! || levelDb[i]! > levelDb[i + 1]!) continue
    const level = depthAt(levelDb, i, near, from, to)
    const depth = Math.max(
      level + UPPER * Math.max(0, depthAt(upperDb, i, near, from, to)),
      depthAt(levelDb, i, far, from, to) - FAR_DB + LEAST_DB,
    )
    if (depth < needed || level < 0.5) continue
    if (depth < CHANGE_DB && changes(hz, i, Math.round(CHANGE_S / hopS), from, to)) continue
    const last = found.at(-1)
    if (last && i - last.at < APART_S / hopS) {
      if (depth > last.depth) found[found.length - 1] = { at: i, depth }
    } else found.push({ at: i, depth })
  }
  const dents = found
    .map(({ at }) => describe(track, at, from, to, far))
    .filter((d) => {
      const sine = sineAround(levelDb, d.at, hopS, from, to)
      return sine < SINE_DB || d.depthDb >= SINE_SHARE * sine
    })
    .filter((d) => d.returnsDb > -RETURNS_DB)
    .filter((d) => d.widthMs <= SWING_MS || d.depthDb >= SWING_DB || d.upShare < SWING_UP)
    .filter(
      (d) =>
        d.depthDb >= FAR_DB * 2 ||
        d.widthMs >= CHANGE_MS ||
        !changes(hz, d.at, Math.round(CHANGE_S / hopS), from, to),
    )
  const accents = accentsOf(track, from, to).filter((a) =>
    dents.every((d) => Math.abs(d.at - a.at) * hopS > 0.09),
  )
  const known = [...dents, ...accents]
  const breaks = breaksOf(track, from, to)
  const beside = (d: Dent, b: Dent) => Math.abs(d.at - b.at) * hopS <= 0.09
  const others = breaks.filter((b) => !known.some((d) => beside(d, b)))
  // One break alone may be a crack, or the room and the tone in each other's way; a string of them is a tongue.
  const lone = known.length + others.length >= STRING ? others : []
  // One string is timed by one measure: where strokes hardly dent the level, or slowly, all are told by where the tone breaks.
  const upMs = median(known.map((d) => d.widthMs * d.upShare))
  const slow = upMs > SLOW_UP_MS && upMs > median(known.map((d) => d.widthMs * (1 - d.upShare)))
  const mixed = lone.length > 0 || (accents.length > 0 && dents.length > 0)
  const timed =
    mixed || slow
      ? known.map((d) => ({ ...d, timeS: breaks.find((b) => beside(d, b))?.timeS ?? d.timeS }))
      : known
  return [...timed, ...lone].filter((d) => !onlyRoom(track, d.at, from, to)).sort((a, b) => a.at - b.at)
}

/** What is left in a room is so much softer than the tone before it, dB, which is read over so long, s; it falls so fast, dB a second (chosen by
 * Halitus on the simulated church and on sampled playing in two rooms; no published source). */
const ROOM_BELOW_DB = 4
const ROOM_BEFORE_S = [0.15, 0.03] as const
const ROOM_FALL_DB_S = 22
/** Less than this can't be told, s. */
const ROOM_LEAST_S = 0.04

/** Whether all that follows a moment is what is left in a room: softer, and falling to the end. */
function onlyRoom({ levelDb, hopS }: Track, at: number, from: number, to: number): boolean {
  const [far, near] = ROOM_BEFORE_S.map((s) => Math.round(s / hopS)) as [number, number]
  if ((to - at) * hopS < ROOM_LEAST_S) return false
  const before = median(levelDb.subarray(Math.max(from, at - far), Math.max(from + 1, at - near)))
  if (median(levelDb.subarray(at, to)) > before - ROOM_BELOW_DB) return false
  const third = Math.floor((to - at) / 3)
  const fall = meanOf(levelDb, at, at + third - 1) - meanOf(levelDb, to - third, to - 1)
  return fall / (2 * third * hopS) > ROOM_FALL_DB_S
}

/** A reed or jet that the tongue lets go speaks at once; a rise slower than the fall, and than this, is a tone that grows, ms. */
const SLOW_UP_MS = 14

/** Where a tone that stays on its pitch jumps up in level, after having been level or falling. */
function accentsOf(track: Track, from: number, to: number): Dent[] {
  const { hopS, levelDb, upperDb, hz, timeS } = track
  const step = Math.round(ACCENT_S / hopS)
  const before = Math.round(0.08 / hopS)
  const found: { at: number; jump: number }[] = []
  for (let i = from + before; i < to - before; i++) {
    const jump = meanOf(levelDb, i + 1, i + step - 2) - meanOf(levelDb, i - step + 2, i - 1)
    if (
      jump < ACCENT_DB ||
      meanOf(upperDb, i + 1, i + step - 2) - meanOf(upperDb, i - step + 2, i - 1) < ACCENT_DB * 0.7
    )
      continue
    if (jump < 1.3 * sineAround(levelDb, i, hopS, from, to)) continue
    // What rose before goes on rising: a swing or a swell.
    if (meanOf(levelDb, i - step, i - 1) > meanOf(levelDb, i - before, i - before + step) - 0.3) continue
    // What falls back at once was a click.
    if (meanOf(levelDb, i + before - step, i + before) < levelDb[i - 1]! + jump * 0.4) continue
    if (changes(hz, i, before, from, to)) continue
    const last = found.at(-1)
    if (last && (i - last.at) * hopS < 0.09) {
      if (jump > last.jump) found[found.length - 1] = { at: i, jump }
    } else found.push({ at: i, jump })
  }
  return found.map(({ at, jump }) => ({
    at,
    timeS: timeS[at]! - hopS,
    depthDb: jump,
    widthMs: 0,
    dipCents: 0,
    upShare: 0,
    returnsDb: jump,
  }))
}
function describe(track: Track, at: number, from: number, to: number, far: number): Dent {
  const { levelDb, hz, timeS, hopS } = track
  const before = shoulder(levelDb, at - far, at, from, to)
  const after = shoulder(levelDb, at + 1, at + far + 1, from, to)
  const depthDb = Math.max(0.1, Math.min(before, after) - levelDb[at]!)
  // What comes back only for a moment was the room and the tone in each other's way.
  const later = Math.min(to, at + Math.round(RETURNS_S[1] / hopS))
  let returned = -Infinity
  for (let i = at + Math.round(RETURNS_S[0] / hopS); i < later; i++)
    returned = Math.max(returned, levelDb[i]!)
  if (returned === -Infinity) returned = after
  const half = levelDb[at]! + depthDb / 2
  let left = at
  while (left > from && levelDb[left]! < half) left--
  let right = at
  while (right < to - 1 && levelDb[right]! < half) right++
  const share = (a: number, b: number) => (b === a ? 0 : Math.min(1, Math.max(0, (half - a) / (b - a))))
  const leftS = timeS[at]! - hopS * (at - left - share(levelDb[left]!, levelDb[left + 1]!))
  const rightS = timeS[at]! + hopS * (right - 1 - at + share(levelDb[right - 1]!, levelDb[right]!))
  const floorDb = Math.min(before, after) - FAINT_DB
  let lowest = Infinity
  const around: number[] = []
  for (let i = Math.max(from, at - far); i < Math.min(to, at + far); i++)
    if (hz[i]! > 0) {
      around.push(hz[i]!)
      if (Math.abs(i - at) <= 5 && levelDb[i]! > floorDb) lowest = Math.min(lowest, hz[i]!)
    }
  const usual = median(around)
  const dip = lowest < Infinity && usual > 0 ? centsBetween(lowest, usual) : 0
  return {
    at,
    timeS: rightS - (rightS - leftS) / 3,
    depthDb,
    widthMs: 1000 * (rightS - leftS),
    dipCents: dip > 0 && dip < 400 ? dip : 0,
    returnsDb: returned - before,
    upShare: rightS > leftS ? (rightS - timeS[at]!) / (rightS - leftS) : 1,
  }
}
