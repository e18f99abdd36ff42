import type { Graces, GraceMove } from '../types.ts'

const [G, A, B, C, D, E, F, HG, HA] = ['G4', 'A4', 'B4', 'C#5', 'D5', 'E5', 'F#5', 'G5', 'A5'] as const
const THUMB = ['LT']
const RIGHT = ['R1', 'R2', 'R3']

/** The nine notes with the closed fingering (from memory; the sharps of C and F are understood by players). */
const NOTES: Graces['notes'] = [
  { written: G, name: 'low G', touches: ['LT', 'L1', 'L2', 'L3', 'R1', 'R2', 'R3', 'R4'] },
  { written: A, name: 'low A', touches: ['LT', 'L1', 'L2', 'L3', 'R1', 'R2', 'R3'] },
  { written: B, name: 'B', touches: ['LT', 'L1', 'L2', 'L3', 'R1', 'R2'] },
  { written: C, name: 'C', touches: ['LT', 'L1', 'L2', 'L3', 'R1', 'R4'] },
  { written: D, name: 'D', touches: ['LT', 'L1', 'L2', 'L3', 'R4'] },
  { written: E, name: 'E', touches: ['LT', 'L1', 'L2', ...RIGHT] },
  { written: F, name: 'F', touches: ['LT', 'L1', ...RIGHT] },
  { written: HG, name: 'high G', touches: [...THUMB, ...RIGHT] },
  { written: HA, name: 'high A', touches: [...RIGHT] },
]

/** One gracenote on each of some notes. */
const single = (id: string, name: string, grace: string, on: readonly string[]): GraceMove => ({
  id,
  name,
  how: 'One finger off and on again, as short as it speaks.',
  forms: on.map((note) => ({ on: note, notes: [grace, note] })),
})

/** Movements of the Highland chanter (from memory; written out twice and compared in a test). The last note is the one that stays. */
const MOVES: readonly GraceMove[] = [
  single('g-grace', 'high G gracenote', HG, [G, A, B, C, D, E, F]),
  single('d-grace', 'D gracenote', D, [G, A, B, C]),
  single('e-grace', 'E gracenote', E, [G, A, B, C, D]),
  {
    id: 'strike',
    name: 'strike',
    how: 'A finger taps down and springs off again.',
    forms: [
      { on: A, notes: [A, G, A] },
      { on: B, notes: [B, G, B] },
      { on: C, notes: [C, G, C] },
      { on: D, notes: [D, G, D] },
      { on: E, notes: [E, A, E] },
      { on: F, notes: [F, E, F] },
      { on: HG, notes: [HG, F, HG] },
    ],
  },
  {
    id: 'doubling',
    name: 'doubling',
    how: 'High G, the note, the note above, the note: two gracenotes at even distance.',
    forms: [
      { on: G, notes: [HG, G, D, G] },
      { on: A, notes: [HG, A, D, A] },
      { on: B, notes: [HG, B, D, B] },
      { on: C, notes: [HG, C, D, C] },
      { on: D, notes: [HG, D, E, D] },
      { on: E, notes: [HG, E, F, E] },
      { on: F, notes: [HG, F, HG, F] },
      { on: HG, notes: [HG, F, HG] },
      { on: HA, notes: [HA, HG, HA] },
    ],
  },
  {
    id: 'throw',
    name: 'throw on D',
    how: 'Low G, a short D, a short C, then D rings.',
    forms: [{ on: D, notes: [G, D, C, D] }],
  },
  {
    id: 'grip',
    name: 'grip',
    how: 'Low G, a short D, low G, and on to the next note.',
    forms: [
      { on: A, notes: [G, D, G, A] },
      { on: B, notes: [G, D, G, B] },
      { on: C, notes: [G, D, G, C] },
      { on: E, notes: [G, D, G, E] },
      { on: F, notes: [G, D, G, F] },
    ],
  },
  {
    id: 'taorluath',
    name: 'grip ending on an E gracenote',
    how: 'The grip, then an E gracenote onto the note.',
    forms: [
      { on: A, notes: [G, D, G, E, A] },
      { on: B, notes: [G, D, G, E, B] },
      { on: C, notes: [G, D, G, E, C] },
    ],
  },
  {
    id: 'birl',
    name: 'birl',
    how: 'The little finger across its hole twice: low A, low G, low A, low G, low A.',
    forms: [{ on: A, notes: [A, G, A, G, A] }],
  },
]

/** One finger off whatever note is played (from memory). */
const LIFTS = { [D]: 'R1', [E]: 'L3', [F]: 'L2', [HG]: 'L1', [HA]: 'LT' } as const

export const CHANTER_GRACES: Graces = { notes: NOTES, moves: MOVES, lifts: LIFTS, usualMs: 45 }
