import type { Adjustment } from './types.ts'

/** What is done to the reeds of oboe and bassoon, the most reversible first. Common practice; words are our own. */
const SOAK: Adjustment = {
  id: 'soak',
  title: 'Soak again',
  changes: 'A dry reed is stiff and sharp, a sodden one gapes and goes flat.',
  by: 'player',
}
const RESEAT: Adjustment = {
  id: 'reseat',
  title: 'Seat it again',
  changes: 'Further in is sharper; not home makes octaves disagree.',
  by: 'player',
}
const SQUEEZES: Adjustment[] = [
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
]
const SCRAPE: Adjustment = {
  id: 'scrape',
  title: 'Scrape or cut',
  changes: 'Can’t be undone.',
  by: 'reed maker',
}
const WIRES: Adjustment[] = [
  {
    id: 'first-wire',
    title: 'First wire, next to the blades',
    changes: 'Rounder opens the tip, flatter closes it; it lasts.',
    by: 'teacher',
  },
  {
    id: 'second-wire',
    title: 'Second wire, further down',
    changes: 'The other way about: rounder closes the tip, flatter opens it.',
    by: 'teacher',
  },
]

/** Two to three minutes in water (common practice, no source). */
export const DOUBLE_REED_SOAK = { name: 'Soak', seconds: 150 }

/** @param wired whether the reed has wires that can be adjusted */
export const doubleReedAdjustments = (wired: boolean): Adjustment[] => [
  SOAK,
  RESEAT,
  ...SQUEEZES,
  ...(wired ? WIRES : []),
  SCRAPE,
]
