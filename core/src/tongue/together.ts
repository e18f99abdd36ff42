import { midiOfHz } from '../pitch/index.ts'
import type { HeardStroke } from '../sound/index.ts'

/** Tongue and fingers at one change of note. */
export interface Together {
  /** When the tongue let go, s. */
  strokeS: number
  /** How much later than the tongue the fingers were, ms; negative: ahead of it. */
  fingersLateMs: number
  verdict: 'together' | 'fingers late' | 'tongue late'
  /** How long the wrong note was heard at the stroke, ms; 0 where none was. */
  ghostMs: number
}

/** Chosen by Halitus: within this it is heard as one, ms; further apart they don't belong to each other. */
export const TOGETHER = { withinMs: 25, belongMs: 160 } as const

/** Another pitch from here on, semitones; it must stay for so many frames. */
const STEP = 0.6
const STAYS = 3

interface Change {
  /** Last moment of the old pitch and first of the new one, s. */
  fromS: number
  toS: number
  /** Fractional semitones. */
  was: number
  is: number
}

/** Every moment at which the pitch becomes another one and stays. */
function changesOf(timeS: ArrayLike<number>, hz: ArrayLike<number>): Change[] {
  const found: Change[] = []
  let at = NaN
  let lastS = 0
  for (let i = 0; i < timeS.length; i++) {
    if (!(hz[i]! > 0)) continue
    const midi = midiOfHz(hz[i]!)
    if (Number.isNaN(at)) at = midi
    if (Math.abs(midi - at) <= STEP) {
      at += (midi - at) * 0.2
      lastS = timeS[i]!
      continue
    }
    const stays = stayingAt(timeS, hz, i)
    if (stays === undefined || Math.abs(stays.midi - at) <= STEP) continue
    found.push({ fromS: lastS, toS: stays.fromS, was: at, is: stays.midi })
    at = stays.midi
    lastS = timeS[i]!
  }
  return found
}

/** The pitch that holds from frame `i` on; a glide on the way to it is passed over. */
function stayingAt(timeS: ArrayLike<number>, hz: ArrayLike<number>, i: number) {
  for (let k = i; k < Math.min(hz.length - STAYS, i + 6); k++) {
    let same = hz[k]! > 0
    for (let n = 1; n < STAYS && same; n++)
      same = hz[k + n]! > 0 && Math.abs(12 * Math.log2(hz[k + n]! / hz[k]!)) < 0.3
    if (same) return { midi: midiOfHz(hz[k + STAYS - 1]!), fromS: timeS[k]! }
  }
  return undefined
}

/**
 * Which was early at each tongued change of note, tongue or fingers. A change inside the silence of a stroke is together;
 * notes that were slurred are passed over.
 * @param timeS time of each frame, s @param hz its pitch, 0 where there is none
 */
export function togetherness(
  timeS: ArrayLike<number>,
  hz: ArrayLike<number>,
  strokes: readonly HeardStroke[],
): Together[] {
  const byStroke = new Map<HeardStroke, Change[]>()
  for (const change of changesOf(timeS, hz)) {
    const middle = (change.fromS + change.toS) / 2
    let best: HeardStroke | undefined
    for (const s of strokes) if (!best || Math.abs(s.timeS - middle) < Math.abs(best.timeS - middle)) best = s
    if (best && 1000 * Math.abs(best.timeS - middle) <= TOGETHER.belongMs)
      byStroke.set(best, [...(byStroke.get(best) ?? []), change])
  }
  return [...byStroke].flatMap(([best, changes]): Together[] => {
    const [was, is] = [changes[0]!.was, changes.at(-1)!.is]
    if (Math.abs(is - was) <= STEP) return []
    // Something else may have sounded for a moment on the way.
    const { fromS, toS } = changes.find((c) => Math.abs(c.is - is) <= STEP)!
    const middle = (fromS + toS) / 2
    // Where the reed is silent nobody hears when the fingers moved.
    const silent = best.depthDb === null || toS - fromS > 0.02
    const late = silent && best.timeS >= fromS && best.timeS <= toS + 0.012 ? 0 : 1000 * (middle - best.timeS)
    const verdict =
      Math.abs(late) <= TOGETHER.withinMs ? 'together' : late > 0 ? 'fingers late' : 'tongue late'
    return [
      {
        strokeS: best.timeS,
        fingersLateMs: late,
        verdict,
        ghostMs: verdict === 'together' ? 0 : Math.abs(late),
      },
    ]
  })
}

/** Over a whole passage: the usual offset, and what is usual. Null where nothing could be told. */
export interface Usual {
  count: number
  lateMs: number
  verdict: Together['verdict']
  ghosts: number
}

/** @example usuallyTogether([]) // null */
export function usuallyTogether(all: readonly Together[]): Usual | null {
  if (!all.length) return null
  const sorted = all.map((t) => t.fingersLateMs).sort((a, b) => a - b)
  const lateMs = sorted[Math.floor((sorted.length - 1) / 2)]!
  return {
    count: all.length,
    lateMs,
    verdict: Math.abs(lateMs) <= TOGETHER.withinMs ? 'together' : lateMs > 0 ? 'fingers late' : 'tongue late',
    ghosts: all.filter((t) => t.ghostMs > 0).length,
  }
}
