import type { Heard } from './meter.ts'

/** A crescendo over a bar is heard from about so many dB between its first and last quarter on (chosen by Halitus). */
export const GREW_DB = 3
/** Fewer strokes than this make no growth that can be told. */
const LEAST = 4

/**
 * How much the first strokes of a take grow: the loudest moment of each, the mean of the last quarter against that of the first.
 * @param count how many strokes the growth is asked over
 * @returns dB; null where fewer than four were heard
 * @example growthDb(heard, 8) // 6.2
 */
export function growthDb({ strokes, timeS, db }: Heard, count: number): number | null {
  const asked = strokes.slice(0, count + 1)
  const loudest: number[] = []
  let at = 0
  for (let k = 0; k < Math.min(count, strokes.length); k++) {
    const from = asked[k]!.timeS
    // The last one that was heard lasts as long as those before it did.
    const until = asked[k + 1]?.timeS ?? from + (from - asked[0]!.timeS) / Math.max(1, k)
    let top = -Infinity
    while (at < timeS.length && timeS[at]! < from) at++
    for (let i = at; i < timeS.length && timeS[i]! < until; i++) top = Math.max(top, db[i]!)
    if (top > -Infinity) loudest.push(top)
  }
  if (loudest.length < LEAST) return null
  const quarter = Math.max(1, Math.floor(loudest.length / 4))
  const mean = (list: readonly number[]) => list.reduce((a, b) => a + b, 0) / list.length
  return mean(loudest.slice(-quarter)) - mean(loudest.slice(0, quarter))
}
