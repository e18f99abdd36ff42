import { centsBetween } from '../pitch/index.ts'
import { changes, chanceOf, depthAt, sineAround } from './levels.ts'
import type { Dent } from './segments.ts'
import { median } from './statistics.ts'
import type { Track } from './track.ts'

/** A longer stop has its shoulders further away, but is deep. */
export const FAR_S = 0.09
/** A whole tone that swings has a sine in its level nearly half as deep as its dents; strokes leave most of the time level. */
export const SINE_SHARE = 2.45
/** Smaller swings don't look like strokes, dB. */
export const SINE_DB = 1.15
/** Two strokes are never closer than this, s: sixteen a second. */
export const APART_S = 0.055

/** So many times what the level does by chance a dent or break is. */
export const CHANCE = 5

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
/** How a note spoke is over by then, s. */
const BREAK_SPOKEN_S = 0.15
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

/** A click over a tone makes it louder for a moment, by so much, dB; the tongue doesn't. What is around is looked at so far off, s (chosen by
 * Halitus on sampled playing with a metronome; no published source). */
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
export function breaksOf(track: Track, from: number, to: number): Dent[] {
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
