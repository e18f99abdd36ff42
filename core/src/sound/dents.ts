import { centsBetween } from '../pitch/index.ts'
import { median } from './statistics.ts'
import type { Track } from './track.ts'

/** A stroke of the tongue on running air, as the level shows it. */
export interface Dent {
  /** Frame of the lowest level. */
  at: number
  /** When the reed or jet starts again: where the level begins to rise, s. */
  timeS: number
  depthDb: number
  /** Between the half-way points of fall and rise, ms. */
  widthMs: number
  /** How far the pitch falls in it, cents; 0 or more. */
  dipCents: number
  /** Share of the width that the rise takes. */
  upShare: number
  /** Level a little after it against the level before, dB. */
  returnsDb: number
}

/** How far to each side a shoulder is looked for, s: a vibrato has hardly moved by then, a tongue is there and gone. */
const NEAR_S = 0.04
/** A longer stop has its shoulders further away, but is deep. */
const FAR_S = 0.09
const FAR_DB = 7
/** The upper partials fall first and furthest; they count so much. */
const UPPER = 0.5
/** A dent is this deep, both counted together, and so many times what the level does by chance. */
const LEAST_DB = 2.6
const CHANCE = 5
/** Where the note changes as well, fingers dent the level too, but for a moment only: the tongue takes this long at least, ms. */
const CHANGE_MS = 12
const CHANGE_DB = 2.6
const CHANGE_S = 0.035
/** Wider than this and no faster up than down it is a swing of the whole tone, unless the sound stops. ms, dB, share. */
const SWING_MS = 50
const SWING_DB = 15
const SWING_UP = 0.38
/** A whole tone that swings has a sine in its level nearly half as deep as its dents; strokes leave most of the time level. */
const SINE_SHARE = 2.45
/** Smaller swings don't look like strokes, dB. */
const SINE_DB = 1.15
const SINE_HZ = [3, 6] as const
const SINE_S = 0.5
/** A stroke that shows as an accent only: so much louder within so little time, the upper partials too. */
const ACCENT_DB = 2.9
const ACCENT_S = 0.03
/** What doesn't come back to within this of the level before is an end, not a stroke, dB. */
const RETURNS_DB = 7
const RETURNS_S = [0.05, 0.095] as const
/** Deeper than this below its shoulders a pitch is read from a few ends of waves: it says nothing of the tone, dB. */
const FAINT_DB = 20
/** Two strokes are never closer than this, s: sixteen a second. */
const APART_S = 0.055

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

/** What is left in a room is so much softer than the tone before it, dB, which is read over so long, s; it falls so fast, dB a second. */
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

/** A stroke so light that the level hardly tells: the tone after it isn't the same tone going on. How far its repeating falls, dB … */
const BREAK_DB = 8
/** … which is this much more than the level falls, as a swing over steady breath noise lets both fall alike. */
const BREAK_EXCESS_DB = 3
/** Something of it shows in the level, dB. */
const BREAK_LEVEL_DB = 0.8
/** It begins to break where its repeating has fallen by this, dB. */
const BREAK_FIRST_DB = 8
/** What stands for the repeating of what has no pitch at all, dB. */
const NO_TONE_DB = -20
/** How a note spoke is over by then, s; and so many strokes are a string. */
const BREAK_SPOKEN_S = 0.15
const STRING = 3
/** Where the tone before and after is looked at, s from the break. */
const BREAK_SIDES_S = [0.04, 0.13] as const
/** A side is as clear as its better quarter: a tone that is still growing isn't clear at once. */
const BREAK_SHARE = 0.75

function clearest(x: Float32Array, from: number, to: number): number {
  return x.slice(from, to).sort()[Math.floor(BREAK_SHARE * (to - from - 1))]!
}

/** In an accident another register explains so much of the sound for so long, s; a stroke is over by then. */
const BREAK_OVERBLOWN = 0.42
const BREAK_MORE = 0.25
const BREAK_LONGEST_S = 0.1
/** A click of a key is over sooner, s. */
const BREAK_SHORTEST_S = 0.025

/** A click over a tone makes it louder for a moment, by so much, dB; the tongue doesn't. What is around is looked at so far off, s. */
const CLICK_DB = 0.8
const CLICK_SIDES_S = [0.045, 0.09] as const

/** Whether a moment stands out above what lies before and after it. */
function clicks({ levelDb, hopS }: Track, at: number, from: number, to: number): boolean {
  const [near, far] = CLICK_SIDES_S.map((s) => Math.round(s / hopS)) as [number, number]
  if (at - far < from || at + far >= to) return false
  const sides = Math.max(
    median(levelDb.subarray(at - far, at - near)),
    median(levelDb.subarray(at + near, at + far)),
  )
  return Math.max(...levelDb.subarray(at - near, at + near)) >= sides + CLICK_DB
}

/** Whether the pitch goes on through a moment, and no other register sounds for longer than a stroke takes. */
function stays({ hz, overblown, hopS }: Track, at: number, reach: number, least: number): boolean {
  for (let i = at - reach; i <= at + reach; i++)
    if (!(hz[i]! > 0) || Math.abs(centsBetween(hz[i]!, hz[at]!)) > 60) return false
  let [first, last] = [at, at]
  while (overblown[first - 1]! >= least) first--
  while (overblown[last + 1]! >= least) last++
  return (last - first) * hopS < BREAK_LONGEST_S
}

/** Where a tone that stays on its pitch stops being the same tone for a moment. */
function breaksOf(track: Track, from: number, to: number): Dent[] {
  const { hopS, levelDb, hz, timeS } = track
  const hnrDb = track.hnrDb.map((v) => (Number.isNaN(v) ? NO_TONE_DB : v))
  const [near, far] = BREAK_SIDES_S.map((s) => Math.round(s / hopS)) as [number, number]
  const needed = Math.max(BREAK_DB, CHANCE * chanceOf(hnrDb, from, to))
  const another = Math.max(BREAK_OVERBLOWN, median(track.overblown.subarray(from, to)) + BREAK_MORE)
  const found: Dent[] = []
  for (let i = from + Math.round(BREAK_SPOKEN_S / hopS); i < to - 2 * near; i++) {
    const here = hnrDb[i]!
    let least = here
    for (let k = i - near; k <= i + near; k++) least = Math.min(least, hnrDb[k]!)
    if (here > least) continue
    const before = clearest(hnrDb, Math.max(from, i - far), i - near)
    const after = clearest(hnrDb, i + near, Math.min(to, i + far))
    const drop = Math.min(before, after) - here
    if (drop < needed) continue
    const depth = Math.max(0, depthAt(levelDb, i, Math.round(FAR_S / hopS), from, to))
    if (drop < depth + BREAK_EXCESS_DB) continue
    const around = levelDb.subarray(i - near, i + near)
    const moved = Math.max(...around) - Math.min(...around)
    const sine = sineAround(levelDb, i, hopS, from, to)
    if (sine >= SINE_DB && moved < SINE_SHARE * sine) continue
    if (depth < BREAK_LEVEL_DB && clicks(track, i, from, to)) continue
    if (moved < BREAK_LEVEL_DB || changes(hz, i, far, from, to) || !stays(track, i, near, another)) continue
    let start = i
    let over = i
    while (over < to - 1 && hnrDb[over]! < before - drop / 2) over++
    let under = i
    while (under > from && hnrDb[under]! < before - drop / 2) under--
    const lengthS = (over - under - 1) * hopS
    if (lengthS < BREAK_SHORTEST_S || lengthS > BREAK_LONGEST_S) continue
    const first = before - BREAK_FIRST_DB
    while (start > Math.max(from, i - far) + 1 && hnrDb[start - 1]! < first) start--
    const above = hnrDb[start - 1]!
    const share = above > first ? (above - first) / (above - hnrDb[start]!) : 1
    const breaksS = timeS[start]! - hopS * (1 - share)
    if (found.length && breaksS - found.at(-1)!.timeS <= APART_S) continue
    found.push({
      at: i,
      timeS: breaksS,
      depthDb: Math.max(0.1, depth),
      widthMs: 0,
      dipCents: 0,
      upShare: 0,
      returnsDb: 0,
    })
  }
  return found
}

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
/** Amplitude of the strongest sine of 3 to 6 Hz in the level within half a second, dB; 0 where the note is shorter. */
function sineAround(x: Float32Array, at: number, hopS: number, from: number, to: number): number {
  const reach = Math.round(SINE_S / hopS)
  const low = Math.max(from, at - reach)
  const high = Math.min(to, at + reach)
  if (high - low < reach) return 0
  const average = meanOf(x, low, high - 1)
  let strongest = 0
  for (let rate = SINE_HZ[0]; rate <= SINE_HZ[1]; rate += 0.25) {
    let re = 0
    let im = 0
    let weight = 0
    for (let i = low; i < high; i++) {
      const w = 0.5 - 0.5 * Math.cos((2 * Math.PI * (i - low + 0.5)) / (high - low))
      const angle = 2 * Math.PI * rate * hopS * i
      const v = w * Math.max(-25, x[i]! - average)
      re += v * Math.cos(angle)
      im += v * Math.sin(angle)
      weight += w
    }
    strongest = Math.max(strongest, (2 * Math.hypot(re, im)) / weight)
  }
  return strongest
}
function meanOf(x: Float32Array, from: number, to: number): number {
  let sum = 0
  for (let i = from; i <= to; i++) sum += x[i]!
  return sum / (to - from + 1)
}

/** How far a moment lies below the lower of its two shoulders; each is the third highest value there, so that no click is one. */
function depthAt(x: Float32Array, i: number, reach: number, from: number, to: number): number {
  return (
    Math.min(shoulder(x, i - reach, i - 1, from, to), shoulder(x, i + 2, i + reach + 1, from, to)) - x[i]!
  )
}
function shoulder(x: Float32Array, low: number, high: number, from: number, to: number): number {
  let a = -Infinity
  let b = -Infinity
  let c = -Infinity
  for (let k = Math.max(from, low); k < Math.min(to, high); k++) {
    const v = x[k]!
    if (v > a) {
      c = b
      b = a
      a = v
    } else if (v > b) {
      c = b
      b = v
    } else if (v > c) c = v
  }
  return c > -Infinity ? c : b
}

/** How much the level jumps about by chance: the usual distance of a frame from the mean of its neighbours, dB. */
function chanceOf(x: Float32Array, from: number, to: number): number {
  const jumps: number[] = []
  for (let i = from + 2; i < to - 2; i++) jumps.push(Math.abs(x[i]! - (x[i - 1]! + x[i + 1]!) / 2))
  return median(jumps)
}

function changes(hz: Float32Array, i: number, reach: number, from: number, to: number): boolean {
  const a = hz[Math.max(from, i - reach)]!
  const b = hz[Math.min(to - 1, i + reach)]!
  return a > 0 && b > 0 && Math.abs(centsBetween(a, b)) > 60
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
