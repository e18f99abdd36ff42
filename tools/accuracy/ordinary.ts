import { instrument } from '@halitus/core/instruments'
import { parseNote } from '@halitus/core/pitch'
import { seeded, type Random } from '@halitus/core/player'
import type { Played } from './sampled.ts'

/** How the notes of a phrase follow each other. */
type Manner = 'detached' | 'touching' | 'long and short' | 'repeated'
const MANNERS: readonly Manner[] = ['detached', 'touching', 'long and short', 'repeated']
const SCALE = [0, 2, 4, 5, 7, 9, 11]

/** Steps mostly, some thirds to fifths, an octave now and then. */
const leap = (r: Random) => {
  const kind = r()
  const by = kind < 0.62 ? 1 : kind < 0.8 ? 2 : kind < 0.9 ? 3 : kind < 0.97 ? 4 : 7
  return r() < 0.5 ? -by : by
}

/**
 * Ordinary playing: phrases in one key, two to eight notes a second, some detached, some touching, with rests between; each
 * phrase ends on a longer note. Pitches within an instrument's middle three quarters.
 * @returns notes in order, concert, no two at once
 */
export function ordinary(id: string, seed: number, seconds: number): Played[] {
  const r = seeded(seed)
  const inst = instrument(id)
  const [low, high] = inst.range.full.map((n) => parseNote(n).midi + inst.transposition) as [number, number]
  const key = Math.floor(12 * r())
  const degrees: number[] = []
  for (let midi = low + 1; midi <= low + 0.8 * (high - low); midi++)
    if (SCALE.includes((((midi - key) % 12) + 12) % 12)) degrees.push(midi)
  const notes: Played[] = []
  let t = 0.4
  let at = Math.floor(degrees.length * r.between(0.3, 0.7))
  while (t < seconds - 1.5) {
    const manner = MANNERS[Math.floor(r() * MANNERS.length)]!
    const beat = 1 / r.between(2, 8)
    const many = 5 + Math.floor(7 * r())
    const loud = r.between(60, 112)
    for (let k = 0; k <= many && t < seconds - 1.5; k++) {
      const last = k === many
      const longer = last ? r.between(0.5, 1.3) / beat : manner === 'long and short' && k % 3 === 0 ? 2 : 1
      const length = beat * longer
      const share = manner === 'detached' ? 0.62 : manner === 'repeated' ? 0.85 : 1
      notes.push({
        midi: degrees[at]!,
        startS: t,
        endS: t + (last ? length : length * share),
        velocity: Math.round(loud + r.between(-8, 8)),
      })
      t += length
      if (manner !== 'repeated' || k % 4 === 3) {
        const next = at + leap(r)
        at = next < 0 || next >= degrees.length ? at + (at > degrees.length / 2 ? -1 : 1) : next
      }
    }
    t += r.between(0.25, 0.8)
  }
  return notes
}
