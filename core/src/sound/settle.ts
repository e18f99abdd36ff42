import { centsBetween } from '../pitch/index.ts'
import { median, spread } from './statistics.ts'
import type { Track } from './track.ts'

/** A ring that dies this fast is a key or a click, dB a second; a tone let go by the lungs or the tongue isn't a whole sound. */
const CLICK_FALL_DB_S = 150
const CLICK_S = 0.2
/** Nothing shorter than this has been a note. */
const SHORTEST_S = 0.028
/** Mains: multiples of these, so steady and so far below the playing. */
const MAINS_HZ = [50, 60]
const MAINS_CENTS = 25
const MAINS_BELOW_DB = 12
const MAINS_SPREAD_CENTS = 12

/** Frames [from, to) of a pitch without a gap; a leap ends it as well. */
export interface Stretch {
  from: number
  to: number
}

/** Stretches of frames with a pitch, cut where it leaps by more than `leapCents` from one frame to the next. */
export function voiced(hz: ArrayLike<number>, leapCents = Infinity): Stretch[] {
  const found: Stretch[] = []
  let from = -1
  for (let i = 0; i <= hz.length; i++) {
    const on = i < hz.length && hz[i]! > 0
    const leaps = on && from >= 0 && Math.abs(centsBetween(hz[i - 1]!, hz[i]!)) > leapCents
    if (from >= 0 && (!on || leaps)) {
      found.push({ from, to: i })
      from = -1
    }
    if (on && from < 0) from = i
  }
  return found
}

/**
 * The track without the pitch of what isn't played: rings of keys and clicks, the room's tail, talk, mains hum.
 * @param keepTalk leaves what sounds like talk in: somebody knows that it was played
 * @returns a track with columns of its own where they differ, and how long hum and talk were heard, s
 */
export function settle(raw: Track, keepTalk = false): { track: Track; humS: number; talkS: number } {
  const track = { ...raw, hz: raw.hz.slice(), aloneHz: raw.aloneHz.slice(), looseHz: raw.looseHz.slice() }
  const { hz, hopS, levelDb } = track
  const silence = ({ from, to }: Stretch) => {
    hz.fill(0, from, to)
    track.aloneHz.fill(0, from, to)
    track.looseHz.fill(0, from, to)
  }
  const sorted = Float32Array.from(levelDb).sort()
  const loudDb = sorted[Math.floor(0.95 * (sorted.length - 1))] ?? -90
  let humS = 0
  for (const s of voiced(hz)) {
    const lengthS = (s.to - s.from) * hopS
    if (lengthS < SHORTEST_S || (lengthS <= CLICK_S && rings(track, s))) silence(s)
    else silence({ from: tailFrom(track, s), to: s.to })
  }
  const talkS = keepTalk ? 0 : takeBackTalk(track, silence)
  for (const s of voiced(hz, 100)) {
    const own = hz.subarray(s.from, s.to)
    const middle = median(own)
    const mains = MAINS_HZ.some((base) =>
      [1, 2, 3].some((k) => Math.abs(centsBetween(k * base, middle)) < MAINS_CENTS),
    )
    if (!mains || median(levelDb.subarray(s.from, s.to)) > loudDb - MAINS_BELOW_DB) continue
    if (spread(Float64Array.from(own, (v) => centsBetween(middle, v))) > MAINS_SPREAD_CENTS) continue
    silence(s)
    humS += (s.to - s.from) * hopS
  }
  return { track, humS, talkS }
}

/** Loudest at its beginning, and falling fast and evenly from there on: what is let go by tongue or lungs stays up first. */
function rings({ levelDb, hopS }: Track, { from, to }: Stretch): boolean {
  let loudest = from
  for (let i = from; i < to; i++) if (levelDb[i]! > levelDb[loudest]!) loudest = i
  if (loudest - from > 0.03 / hopS && loudest - from > (to - from) / 3) return false
  const last = to - 1
  const lengthS = (last - loudest) * hopS
  const fall = levelDb[loudest]! - levelDb[last]!
  if (!(lengthS > 0 && fall / lengthS > CLICK_FALL_DB_S)) return false
  const early = levelDb[loudest]! - levelDb[loudest + Math.round(0.4 * (last - loudest))]!
  return early > 0.22 * fall
}

/** What is left in a room after a note: so far below it, falling so fast, to the end of the stretch. */
const TAIL_BELOW_DB = 15
const TAIL_FALL_DB_S = 22

/** Where the note of a stretch ends and only the room goes on. */
function tailFrom({ levelDb, hopS }: Track, { from, to }: Stretch): number {
  const usual = median(levelDb.subarray(from, to))
  let i = to
  while (i > from + 1 && levelDb[i - 1]! < usual - TAIL_BELOW_DB) i--
  const lengthS = (to - i) * hopS
  const falls = i < to && (levelDb[i]! - levelDb[to - 1]!) / Math.max(hopS, lengthS - hopS)
  return lengthS > 0.03 && falls !== false && falls > TAIL_FALL_DB_S ? i : to
}

/** Vowels and consonants change colour and loudness all the time; this far apart, s, and by this much, usually. */
const TALK_APART_S = 0.08
const TALK_COLOUR = 0.24
const TALK_DB = 4.2
/** Moments that must be compared before a stretch is judged. */
const TALK_LEAST = 16
/** Sounds this near to talk are talk too, s, if they glide as talk does, are too short for a note, or lie amid it and aren't long. */
const TALK_NEAR_S = 0.8
const TALK_SHORT_S = 0.06
const TALK_AMID_S = 0.35
/**
 * Nobody speaks on one pitch, and what is played stays on one for most of its time: so far apart are two moments of talk, cents,
 * within so much, s. Chosen on six voices of a speech synthesiser (nineteen in twenty stretches from 13 on) and sampled
 * playing (4 at most, with another instrument along 14).
 */
const GLIDES_CENTS = 12
const GLIDES_S = 0.03

function glides({ hz, hopS }: Track, { from, to }: Stretch): boolean {
  const reach = Math.round(GLIDES_S / 2 / hopS)
  const moved: number[] = []
  for (let i = from + reach; i < to - reach; i++)
    moved.push(Math.abs(centsBetween(hz[i - reach]!, hz[i + reach]!)))
  return moved.length > 0 && median(moved) >= GLIDES_CENTS
}

/** Silences stretches that are talk: told by how colour and loudness move. @returns its length, s */
function takeBackTalk(track: Track, silence: (s: Stretch) => void): number {
  const { hopS, brightness, levelDb } = track
  const reach = Math.round(TALK_APART_S / 2 / hopS)
  const all = voiced(track.hz)
  const talks = all.map((s) => {
    const { from, to } = s
    const colour: number[] = []
    const level: number[] = []
    for (let i = from + reach; i < to - reach; i++) {
      const ratio = brightness[i + reach]! / brightness[i - reach]!
      if (ratio > 0) colour.push(Math.abs(Math.log(ratio)))
      level.push(Math.abs(levelDb[i + reach]! - levelDb[i - reach]!))
    }
    return (
      colour.length >= TALK_LEAST &&
      median(colour) > TALK_COLOUR &&
      median(level) > TALK_DB &&
      glides(track, s)
    )
  })
  const nearTalk = (s: Stretch, side: (other: Stretch) => number) =>
    all.some((other, j) => talks[j] && other !== s && Math.abs(side(other)) * hopS <= TALK_NEAR_S)
  const beside = all.map((s) => {
    const before = nearTalk(s, (other) => s.from - other.to)
    const after = nearTalk(s, (other) => other.from - s.to)
    const lengthS = (s.to - s.from) * hopS
    if (before && after && lengthS <= TALK_AMID_S) return true
    return (before || after) && (lengthS <= TALK_SHORT_S || glides(track, s))
  })
  let seconds = 0
  all.forEach((s, k) => {
    if (!talks[k] && !beside[k]) return
    silence(s)
    seconds += (s.to - s.from) * hopS
  })
  return seconds
}
