import type { Family } from '../instruments/index.ts'

/** One thing that can be done to a double or chanter reed; in the order of what can be undone most easily. */
export interface Adjustment {
  id: string
  title: string
  changes: string
  /** Who may do it. */
  by: 'player' | 'teacher' | 'reed maker'
}

/** What the reed alone should sound: pitch class, where one is meant, and how (common practice, no source). */
export interface CrowTarget {
  pitchClass: string | null
  octaves: boolean
  words: string
}

export const CROW_TARGETS: Partial<Record<Family, CrowTarget>> = {
  oboe: { pitchClass: 'C', octaves: true, words: 'C in octaves, in balance' },
  bassoon: {
    pitchClass: null,
    octaves: true,
    words: 'a rattling crow of many voices; on the crook about C♯',
  },
  chanter: { pitchClass: null, octaves: false, words: 'a steady sound under constant pressure' },
}

const SOAK: Adjustment = {
  id: 'soak',
  title: 'Soak again',
  changes: 'A dry reed is wild and sharp, a sodden one dull and flat.',
  by: 'player',
}
const DOUBLE: Adjustment[] = [
  SOAK,
  {
    id: 'reseat',
    title: 'Seat it again',
    changes: 'Further in is sharper; not home makes octaves disagree.',
    by: 'player',
  },
  {
    id: 'squeeze-sides',
    title: 'Squeeze the sides gently',
    changes: 'Opens the tip: freer, lower, more air.',
    by: 'teacher',
  },
  {
    id: 'squeeze-flat',
    title: 'Squeeze top and bottom gently',
    changes: 'Closes the tip: easier, sharper, smaller.',
    by: 'teacher',
  },
  {
    id: 'wire',
    title: 'Adjust a wire',
    changes: 'Rounder is more open, flatter is more closed; it lasts.',
    by: 'teacher',
  },
  { id: 'scrape', title: 'Scrape or cut', changes: 'Can’t be undone.', by: 'reed maker' },
]
const CHANTER: Adjustment[] = [
  { id: 'dry', title: 'Let it dry', changes: 'Wet blades are flat and muffled.', by: 'player' },
  { id: 'deeper', title: 'Seat it deeper', changes: 'Sharper, high A more than low A.', by: 'teacher' },
  {
    id: 'higher',
    title: 'Seat it higher',
    changes: 'Flatter, high A more than low A; hemp for a firm seat.',
    by: 'teacher',
  },
  {
    id: 'bind',
    title: 'Move the binding or a bridle',
    changes: 'Weaker and sharper, or stronger and flatter.',
    by: 'teacher',
  },
  { id: 'scrape', title: 'Scrape or sand', changes: 'Can’t be undone.', by: 'reed maker' },
]

/** Adjustments for a family's reeds, the most reversible first; none for single reeds. */
export function adjustments(family: Family): Adjustment[] {
  if (family === 'oboe' || family === 'bassoon')
    return family === 'oboe' ? DOUBLE.filter((a) => a.id !== 'wire') : DOUBLE
  return family === 'chanter' ? CHANTER : []
}

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
export function judgeCrow(family: Family, crow: Crow): { sentence: string; first: Adjustment | null } {
  const target = CROW_TARGETS[family]
  const list = adjustments(family)
  const pick = (id: string) => list.find((a) => a.id === id) ?? list[0] ?? null
  if (!target) return { sentence: 'This instrument has no crow to judge.', first: null }
  if (crow.pitchClass !== null && SEMITONE[crow.pitchClass] === undefined)
    throw new RangeError(
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
  if (target.octaves && !crow.octaves)
    return { sentence: 'One voice only: the low octave is missing.', first: pick('squeeze-sides') }
  return { sentence: `As it should be: ${target.words}.`, first: null }
}
