import type { School } from '../schools/index.ts'
import type { ReedType, Variation } from './types.ts'

/** What clarinet and saxophone share. */
export const SINGLE_REED: ReedType = {
  kind: 'single',
  crow: null,
  adjustments: [],
  // Common practice, no source: about half a minute a side.
  soak: { name: 'Soak a side', seconds: 30 },
}

export const REED_TIP: School = {
  id: 'reed-tip',
  about: 'Tip of the reed',
  choices: [
    { id: 'level', words: 'Level, or a hair of mouthpiece showing' },
    { id: 'mouthpiece', words: 'A hair of mouthpiece showing' },
    { id: 'reed', words: 'A hair of reed above' },
  ],
}
export const LIGATURE: School = {
  id: 'ligature',
  about: 'Ligature',
  choices: [
    { id: 'after', words: 'After the reed' },
    { id: 'before', words: 'Loosely on before the reed goes in' },
  ],
}
export const UPPER_LIP: School = {
  id: 'upper-lip',
  about: 'Upper lip',
  choices: [
    { id: 'teeth', words: 'Teeth on the mouthpiece' },
    { id: 'double-lip', words: 'Double lip' },
  ],
}
export const REED_WHEN: School = {
  id: 'reed-when',
  about: 'When the reed goes on',
  choices: [
    { id: 'first', words: 'First, then the instrument is put together' },
    { id: 'last', words: 'Last: it soaks in the mouth meanwhile' },
  ],
}
const SHAPES: School['choices'] = [
  { id: 'ring', words: 'Ring from all sides' },
  { id: 'v', words: 'Relaxed V, the reed’s sides free' },
  { id: 'rounded', words: 'Rounded' },
]
/** @param more ways that only one family has */
export const mouthShape = (id: string, about: string, ...more: School['choices'][number][]): School => ({
  id,
  about,
  choices: [...SHAPES, ...more],
})

/** A hair put into figures from memory, as the gauge's own tolerance. */
export const REED_TIP_VARIATIONS: Variation[] = [
  { school: REED_TIP.id, choice: 'mouthpiece', ideals: { 'reed.height': [-0.4, -0.1] } },
  { school: REED_TIP.id, choice: 'reed', ideals: { 'reed.height': [0, 0.3] } },
]

/** How the set-up goes in the other schools. */
export const REED_ORDER_VARIATIONS: Variation[] = [
  {
    school: LIGATURE.id,
    choice: 'before',
    steps: {
      ligature: {
        title: 'Ligature loosely on, reed in under it',
        look: 'On first and loose; the reed slides in from above. Straighten it, then screws to the player’s right, just tight.',
      },
    },
    ahead: { ligature: 'reed-height' },
  },
  {
    school: REED_WHEN.id,
    choice: 'last',
    phases: ['materials', 'assembly', 'reed', 'hold', 'after'],
    steps: {
      soak: {
        title: 'Reed soaks in the mouth meanwhile',
        look: 'In the mouth while the rest is put together, until the tip lies flat; it goes on last.',
      },
    },
  },
]
