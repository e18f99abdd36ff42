import type { School, Taught } from '../schools/index.ts'
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

/**
 * The mouth in other words than those of the ring. What is common to clarinet and saxophone stands here; how each set-up says
 * it stands in its own folder.
 */
const SHAPED: Readonly<Record<string, Taught['says']>> = {
  v: [
    ['Corners in: no air', 'The sides of the reed free: no air'],
    [
      'Corners to the middle, as if around a straw; nothing upwards.',
      'The lip a little firmer down the middle of the V; the sides stay free, nothing upwards.',
    ],
    ['Corners in, a match’s', 'The lip a little firmer, a match’s'],
    ['Corners in', 'Sides of the reed free'],
    ['Jaw down as for “oh”, corners in;', 'Jaw down as for “oh”, the sides of the reed free;'],
    ['Corners firm, as around a straw.', 'The lip a little firmer under the reed, its sides free.'],
    [
      'The same with firm corners, as around a straw.',
      'The same with the lip a little firmer, the sides free.',
    ],
    [
      'Ten seconds of straw shape without the instrument, five times.',
      'Ten seconds of the V without the instrument, five times.',
    ],
    ['Cheeks to the teeth, corners in.', 'Cheeks to the teeth, the V as it was.'],
    ['Corners forward and in, as for “oo”.', 'Corners forward until the V is relaxed again.'],
  ],
  rounded: [
    ['Corners in: no air', 'Lips round: no air'],
    [
      'Corners to the middle, as if around a straw; nothing upwards.',
      'Lips rounder, as for “oo”, until no air comes past; nothing upwards.',
    ],
    ['Corners in, a match’s', 'Lips rounder, a match’s'],
    ['Corners in', 'Lips round'],
    ['Jaw down as for “oh”, corners in;', 'Jaw down, lips as round as for “oh”;'],
    ['Corners firm, as around a straw.', 'Lips round and firm, as for “oo”.'],
    ['The same with firm corners, as around a straw.', 'The same with rounder, firmer lips.'],
    [
      'Ten seconds of straw shape without the instrument, five times.',
      'Ten seconds of a firm “oo” without the instrument, five times.',
    ],
    ['Cheeks to the teeth, corners in.', 'Cheeks to the teeth, lips round.'],
  ],
  smile: [
    ['Corners in: no air', 'Corners a little back and firm: no air'],
    [
      'Corners to the middle, as if around a straw; nothing upwards.',
      'Corners firmer where they are, a little back; nothing upwards.',
    ],
    ['Corners in, a match’s', 'Corners firmer, a match’s'],
    ['Corners in', 'Corners a little back'],
    ['Jaw down as for “oh”, corners in;', 'Jaw down a little, corners where they are;'],
    ['Corners firm, as around a straw.', 'Corners firm, a little back.'],
    ['The same with firm corners, as around a straw.', 'The same with firmer corners.'],
    [
      'Ten seconds of straw shape without the instrument, five times.',
      'Ten seconds of firm corners without the instrument, five times.',
    ],
    ['Cheeks to the teeth, corners in.', 'Cheeks to the teeth, corners a little back.'],
  ],
}
/**
 * The ways of holding the mouth as variations of an instrument.
 * @param own how this family's set-up and first teaching say each of them
 */
export const shapeVariations = (school: School, own: Readonly<Record<string, Taught['says']>>): Variation[] =>
  Object.entries(own).map(([choice, says]) => ({
    school: school.id,
    choice,
    says: [...says, ...(SHAPED[choice] ?? [])],
    // Where drawn-back corners are taught they are no fault.
    ...(choice === 'smile' && { right: ['smile', 'corners-back'] }),
  }))

/** Double lip in the words of squeaks; what only one family says stands in its folder. */
export const doubleLip = (says: Taught['says']): Variation => ({
  school: UPPER_LIP.id,
  choice: 'double-lip',
  says: [
    // The whole sentence before a part of it.
    [
      'Top teeth on the mouthpiece, with the head’s own weight.',
      'Upper lip over the upper teeth, as firm as the lower.',
    ],
    ...says,
    [
      'The upper teeth, or in double-lip the upper lip, leave the mouthpiece',
      'The upper lip slips or leaves the mouthpiece',
    ],
    [
      'Single-lip: the teeth rest on top with the head’s weight. Double-lip: the lip between them stays as firmly.',
      'Both lips over the teeth, the upper one as firm as the lower; the right thumb carries the weight.',
    ],
    ['Teeth or lip first, then the corners', 'Upper lip first, then the corners'],
    ['The upper teeth (double-lip: the lip) leave the mouthpiece', 'The upper lip leaves the mouthpiece'],
    ['Top teeth off the mouthpiece', 'Upper lip off the mouthpiece'],
    [
      'Top teeth down on it, with the head’s own weight: then a wiggle moves nothing.',
      'Upper lip firm over the teeth, the right thumb carries the weight: then a wiggle moves nothing.',
    ],
    ['Top teeth don’t touch it', 'Upper lip isn’t on it'],
    ['Top teeth down on it steady it', 'The upper lip firm on it steadies it'],
    [
      'Top teeth felt on it by the head’s weight, and wiggle again: still now?',
      'The upper lip firm on it, and wiggle again: still now?',
    ],
    ['Mouth: reed, chin, corners', 'Mouth: both lips over the teeth, chin, corners'],
  ],
})
/** Teeth on top, said as such: who teaches it needn't hear of the other way. */
export const TEETH_ON_TOP: Variation = {
  school: UPPER_LIP.id,
  choice: 'teeth',
  says: [
    [
      'The upper teeth, or in double-lip the upper lip, leave the mouthpiece',
      'The upper teeth leave the mouthpiece',
    ],
    [
      'Single-lip: the teeth rest on top with the head’s weight. Double-lip: the lip between them stays as firmly.',
      'The teeth rest on top with the head’s weight.',
    ],
    ['Teeth or lip first, then the corners', 'Teeth first, then the corners'],
    ['The upper teeth (double-lip: the lip) leave the mouthpiece', 'The upper teeth leave the mouthpiece'],
  ],
}

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
    phases: ['materials', 'assembly', 'reed', 'hold', 'sound', 'after'],
    steps: {
      soak: {
        title: 'Reed soaks in the mouth meanwhile',
        look: 'In the mouth while the rest is put together, until the tip lies flat; it goes on last.',
      },
    },
  },
]
