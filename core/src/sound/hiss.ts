import type { StopRule } from './rules.ts'
import type { LiveFrame } from './track.ts'

/** Chosen by Halitus, after trials with breath on a microphone an arm away. */
export const HISS_RULE = {
  /** Air is this much louder than the room … */
  aboveDb: 8,
  /** … for this long, s … */
  countsFromS: 0.4,
  /** … and over when it has fallen back for this long. */
  overS: 0.4,
  /** The room is what is heard first, s; then its quietest moment so far. */
  roomS: 0.3,
  /** Once it blows it may fall to this much above the room. */
  staysDb: 5,
} as const

/** A stretch of air. */
export interface Hiss {
  startS: number
  endS: number
  /** Above the room, dB. */
  aboveDb: number
}

/** Frames whose levels are averaged. */
const TOGETHER = 8
/** Times of frames are sums of steps: differences smaller than this are none. */
const CLOCK_GRAIN_S = 1e-6

type Level = Pick<LiveFrame, 'timeS' | 'db'>

/** A rule that needs only levels, and tells how loud the air was. */
export interface AirRule extends Omit<StopRule, 'hear'> {
  hear(frames: readonly Level[]): boolean
  readonly air: Hiss | undefined
}

/**
 * A take of one breath out, heard as air: begins when the microphone hears more than the room, and is over when it has
 * fallen back. Talk and notes count too: the pitch isn't looked at.
 */
export function untilAirEnds(): AirRule {
  const { aboveDb, countsFromS, overS, roomS, staysDb } = HISS_RULE
  const recent: number[] = []
  let firstS: number | undefined
  let room = NaN
  let startS: number | undefined
  let lastS = 0
  let sum = 0
  let count = 0
  let found: Hiss | undefined
  return {
    get counted() {
      return found
    },
    get air() {
      return found
    },
    hear(frames) {
      for (const { timeS, db } of frames) {
        firstS ??= timeS
        // Noise swings by some dB from frame to frame: a few are looked at together.
        recent.push(db)
        if (recent.length > TOGETHER) recent.shift()
        const now = recent.reduce((a, b) => a + b, 0) / recent.length
        if (startS === undefined) {
          // The room is followed slowly, and downwards at once after the beginning.
          const share = Number.isNaN(room) ? 1 : timeS - firstS < roomS ? 0.05 : 0.01
          if (share === 1 || now < room + aboveDb) room = share === 1 ? now : room + share * (now - room)
          if (timeS - firstS < roomS || now < room + aboveDb) continue
          startS = timeS
          lastS = timeS
          sum = count = 0
        }
        if (now >= room + staysDb) {
          lastS = timeS
          sum += now - room
          count++
          if (timeS - startS >= countsFromS - CLOCK_GRAIN_S)
            found = { startS, endS: timeS, aboveDb: sum / count }
        } else if (timeS - lastS > overS) {
          if (found) return true
          startS = undefined
        }
      }
      return false
    },
  }
}

/**
 * The first breath out in a track; undefined when there is none.
 * @param timeS time of each frame, s
 * @param db level of each frame
 */
export function airOf(timeS: ArrayLike<number>, db: ArrayLike<number>): Hiss | undefined {
  const rule = untilAirEnds()
  for (let i = 0; i < timeS.length; i++) if (rule.hear([{ timeS: timeS[i]!, db: db[i]! }])) break
  return rule.air
}
