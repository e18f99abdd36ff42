import { median } from './statistics.ts'

/** One go at blowing: from where air is heard to where it has gone. */
export interface Blow {
  startS: number
  endS: number
  /** How long until a pitch was there, s; null when none came. */
  spokeAfterS: number | null
  /** How much of it had a pitch, s. */
  pitchedS: number
  /** The pitch that stayed, median, Hz; null when none did. */
  hz: number | null
}

/** A breath in between two phrases, as far as the microphone heard it. */
export interface Intake {
  lengthS: number
  /** Above the room, dB. */
  aboveDb: number
}

/** Phrases of one take, and what lies between them. */
export interface Phrases {
  lengthsS: number[]
  /** From the end of one to the beginning of the next. */
  pausesS: number[]
  /** One for each pause; null where nothing was heard. */
  intakes: (Intake | null)[]
}

/** All chosen by Halitus, after trials with the simulated player. */
export const BLOW_RULE = {
  /** Air is this much louder than the room, dB. */
  aboveDb: 8,
  /** Gaps this short don't part it, s; nor is anything this short a go. */
  gapS: 0.15,
  leastS: 0.2,
  /** A pitch that stays for this long has spoken, s. */
  spokenS: 0.3,
  /** A pause this long parts phrases, s. */
  pauseS: 0.25,
  /** A breath in is quieter than playing, but this far above the room, dB. */
  intakeDb: 5,
} as const

/** The room: what nine tenths of the frames are louder than. */
function roomOf(db: ArrayLike<number>): number {
  const sorted = Float64Array.from(db).sort()
  return sorted[Math.floor(0.05 * sorted.length)] ?? -90
}

/** Levels of seven frames together: noise scatters. */
function evened(db: ArrayLike<number>): Float64Array {
  const half = 3
  return Float64Array.from({ length: db.length }, (_, i) => {
    let sum = 0
    let n = 0
    for (let k = Math.max(0, i - half); k <= Math.min(db.length - 1, i + half); k++) {
      sum += db[k]!
      n++
    }
    return sum / n
  })
}

interface Stretch {
  from: number
  to: number
}

/** Stretches where something holds, gaps shorter than `gap` frames closed, those under `least` left out. */
function stretches(count: number, holds: (i: number) => boolean, gap: number, least: number): Stretch[] {
  const found: Stretch[] = []
  for (let i = 0; i < count; i++) {
    if (!holds(i)) continue
    const last = found.at(-1)
    if (last && i - last.to <= gap) last.to = i
    else found.push({ from: i, to: i })
  }
  return found.filter((s) => s.to - s.from + 1 >= least)
}

const hopOf = (timeS: ArrayLike<number>) =>
  timeS.length > 1 ? (timeS[timeS.length - 1]! - timeS[0]!) / (timeS.length - 1) : 0.005

/**
 * Every go at blowing in a track, and whether it spoke.
 * @param timeS time of each frame, s @param db its level @param hz its pitch, 0 where there is none
 */
export function blowsOf(timeS: ArrayLike<number>, db: ArrayLike<number>, hz: ArrayLike<number>): Blow[] {
  const { aboveDb, gapS, leastS, spokenS } = BLOW_RULE
  const hop = hopOf(timeS)
  const level = evened(db)
  const room = roomOf(level)
  const frames = (s: number) => Math.round(s / hop)
  return stretches(level.length, (i) => level[i]! > room + aboveDb, frames(gapS), frames(leastS)).map(
    ({ from, to }) => {
      const pitched = stretches(to - from + 1, (i) => hz[from + i]! > 0, frames(0.03), frames(spokenS))
      const [first] = pitched
      return {
        startS: timeS[from]!,
        endS: timeS[to]!,
        spokeAfterS: first ? first.from * hop : null,
        pitchedS: pitched.reduce((sum, p) => sum + (p.to - p.from + 1) * hop, 0),
        hz: pitched.length
          ? median(
              pitched.flatMap((p) =>
                Array.from({ length: p.to - p.from + 1 }, (_, k) => hz[from + p.from + k]!).filter(
                  (v) => v > 0,
                ),
              ),
            )
          : null,
      }
    },
  )
}

/**
 * Phrases: stretches with a pitch, however many notes they have, parted by pauses; with the breaths between them.
 * @param timeS time of each frame, s @param db its level @param hz its pitch, 0 where there is none
 */
export function phrasesOf(timeS: ArrayLike<number>, db: ArrayLike<number>, hz: ArrayLike<number>): Phrases {
  const { pauseS, spokenS, intakeDb } = BLOW_RULE
  const hop = hopOf(timeS)
  const level = evened(db)
  const room = roomOf(level)
  const frames = (s: number) => Math.round(s / hop)
  const phrases = stretches(level.length, (i) => hz[i]! > 0, frames(pauseS), frames(spokenS))
  const gaps = phrases.slice(1).map((p, k) => ({ from: phrases[k]!.to + 1, to: p.from - 1 }))
  return {
    lengthsS: phrases.map((p) => (p.to - p.from + 1) * hop),
    pausesS: gaps.map((g) => (g.to - g.from + 1) * hop),
    intakes: gaps.map((g) => {
      // The edges of the notes ring into the gap.
      const edge = frames(0.08)
      const from = g.from + edge
      const inside = stretches(
        Math.max(0, g.to - edge - from + 1),
        (i) => level[from + i]! > room + intakeDb,
        frames(0.04),
        frames(0.06),
      )
      const longest = inside.reduce<Stretch | undefined>(
        (best, s) => (!best || s.to - s.from > best.to - best.from ? s : best),
        undefined,
      )
      if (!longest) return null
      let sum = 0
      for (let i = longest.from; i <= longest.to; i++) sum += level[from + i]! - room
      const n = longest.to - longest.from + 1
      return { lengthS: n * hop, aboveDb: sum / n }
    }),
  }
}
