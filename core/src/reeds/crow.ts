import { OutOfRange } from '../errors/index.ts'
import type { Adjustment, ReedType } from '../instruments/index.ts'

export interface Crow {
  /** Pitch class as heard: `C`, `B`, `C#`. */
  pitchClass: string | null
  octaves: boolean
  feel: 'free' | 'held'
}

const SEMITONE: Record<string, number> = {
  C: 0,
  'C#': 1,
  D: 2,
  Eb: 3,
  E: 4,
  F: 5,
  'F#': 6,
  G: 7,
  'G#': 8,
  A: 9,
  Bb: 10,
  B: 11,
}

/** What a crow says, and which adjustment to try first. */
export function judgeCrow(reed: ReedType | null, crow: Crow): { sentence: string; first: Adjustment | null } {
  const target = reed?.crow
  const list = reed?.adjustments ?? []
  const pick = (id: string) => list.find((a) => a.id === id) ?? list[0] ?? null
  if (!target) return { sentence: 'This instrument has no crow to judge.', first: null }
  if (crow.pitchClass !== null && SEMITONE[crow.pitchClass] === undefined)
    throw new OutOfRange(
      `The crow’s pitch is “${crow.pitchClass}”; allowed: ${Object.keys(SEMITONE).join(', ')}.`,
    )
  if (crow.feel === 'held')
    return {
      sentence: 'Held, not free: too closed, or the lips bite.',
      first: pick('squeeze-sides') ?? pick('soak'),
    }
  if (target.pitchClass && crow.pitchClass) {
    const apart = ((SEMITONE[crow.pitchClass]! - SEMITONE[target.pitchClass]! + 18) % 12) - 6
    if (apart < 0)
      return {
        sentence: `${-apart} semitone${apart === -1 ? '' : 's'} low: too open or sodden.`,
        first: pick('squeeze-flat'),
      }
    if (apart > 0)
      return {
        sentence: `${apart} semitone${apart === 1 ? '' : 's'} high: too closed or dry.`,
        first: pick('soak'),
      }
  }
  if (target.pitchClass && crow.pitchClass === null)
    return {
      sentence: 'No clear pitch: lips on the thread, free breath; soak it again if it stays so.',
      first: pick('soak'),
    }
  if (target.octaves && !crow.octaves)
    return { sentence: 'One voice only: the low octave is missing.', first: pick('squeeze-sides') }
  return { sentence: `As it should be: ${target.words}.`, first: null }
}
