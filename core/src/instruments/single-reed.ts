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
