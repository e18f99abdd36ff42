import type { Crossing } from './runs.ts'

/** A change that comes this long after its beat is late altogether, ms (chosen by Halitus: twice what a listener notices). */
export const LATE_MS = 80
/** Where the beat lies is looked for in so many places of it. */
const PLACES = 240
/** Fewer changes don't say where the beat is. */
const FEW = 4

/**
 * Changes held against a pulse: each gets how far from its beat it came, and clean ones that came late are said to be.
 * The pulse's own click isn't in the recording, so its place is where most changes lie (the least sum of distances); what
 * is late is late against the learner's own beat.
 * @param beatS seconds between two changes, above 0
 * @example onPulse(crossings, 60 / 72)[3].offMs // 12
 */
export function onPulse(crossings: readonly Crossing[], beatS: number): Crossing[] {
  if (crossings.length < FEW || !(beatS > 0)) return [...crossings]
  const offAt = (timeS: number, place: number) => {
    const off = (((timeS - place) % beatS) + beatS) % beatS
    return off > beatS / 2 ? off - beatS : off
  }
  let best = { place: 0, sum: Infinity }
  for (let k = 0; k < PLACES; k++) {
    const place = (k * beatS) / PLACES
    const sum = crossings.reduce((s, c) => s + Math.abs(offAt(c.timeS, place)), 0)
    if (sum < best.sum) best = { place, sum }
  }
  return crossings.map((c) => {
    const offMs = 1000 * offAt(c.timeS, best.place)
    return { ...c, offMs, ...(c.verdict === 'clean' && offMs >= LATE_MS && { verdict: 'late' as const }) }
  })
}
