import { EVERYBODYS, OVERTONES, type School } from '../../schools/index.ts'
import { define } from '../define.ts'
import { CLARINET_MOUTH } from '../single-reed-mouth.ts'
import { SINGLE_TONGUE } from '../tongues.ts'
import { ligatureHeight, reedOnMouthpiece } from '../gauges.ts'
import {
  LIGATURE,
  mouthShape,
  REED_TIP,
  REED_ORDER_VARIATIONS,
  REED_TIP_VARIATIONS,
  REED_WHEN,
  SINGLE_REED,
  TEETH_ON_TOP,
  UPPER_LIP,
  doubleLip,
  shapeVariations,
} from '../single-reed.ts'
import { CLARINET_BORE } from './bore.ts'
import { CLARINET_FINGERS } from './fingers.ts'
import { gapAt } from './gauges.ts'
import { CLARINET_SETUP, CLARINET_TEACHING } from './setup.ts'

const SHAPE = mouthShape('clarinet-mouth', 'Mouth on the clarinet', {
  id: 'smile',
  words: 'Slight smile',
  objection: 'Corners pulled back let the sides of the reed pinch; most teachers keep them in.',
})
const FIRST: School = {
  id: 'clarinet-first-notes',
  about: 'First notes on the clarinet',
  choices: [
    { id: 'g-down', words: 'G, F, E, D, C' },
    { id: 'e-first', words: 'E first' },
  ],
}

export const clarinet = define({
  id: 'clarinet',
  name: 'Clarinet in B♭',
  family: 'clarinet',
  transposition: -2,
  clef: 'treble',
  range: { beginner: ['E3', 'C6'], full: ['E3', 'C7'] },
  teaching: CLARINET_TEACHING,
  mouth: CLARINET_MOUTH,
  tongue: { ...SINGLE_TONGUE, stopped: 'high' },
  graces: null,
  systems: [{ id: 'standard', name: '17 keys, six rings', fingers: CLARINET_FINGERS }],
  bore: CLARINET_BORE,
  registers: [
    { from: 'B4', partial: 3 },
    { from: 'C#6', partial: 5 },
    { from: 'G#6', partial: 7 },
  ],
  terraces: [
    { from: 'E3', name: 'chalumeau' },
    { from: 'G4', name: 'throat' },
    { from: 'B4', name: 'clarion' },
    { from: 'C#6', name: 'altissimo' },
  ],
  partials: [1, 0.06, 0.6, 0.08, 0.35, 0.1, 0.18, 0.08],
  voice: { fullFrom: 'B4', brightens: 0.3 },
  reed: SINGLE_REED,
  gauges: [
    reedOnMouthpiece,
    ligatureHeight,
    gapAt('barrel', 'Barrel and upper joint', ['barrel', 'upper joint']),
    gapAt('middle', 'Upper and lower joint', ['upper joint', 'lower joint'], 3),
  ],
  setup: CLARINET_SETUP,
  schools: [...EVERYBODYS, REED_TIP, LIGATURE, REED_WHEN, SHAPE, UPPER_LIP, FIRST, OVERTONES],
  variations: [
    ...REED_TIP_VARIATIONS,
    ...REED_ORDER_VARIATIONS,
    ...shapeVariations(SHAPE, {
      v: [
        ['pointed, corners in.', 'pointed, the lip a relaxed V with the reed’s sides free.'],
        ['Chin flat, corners in, cheeks firm', 'Chin flat, the lip a relaxed V, cheeks firm'],
      ],
      rounded: [
        ['pointed, corners in.', 'pointed, lips round.'],
        ['Chin flat, corners in, cheeks firm', 'Chin flat, lips round, cheeks firm'],
      ],
      smile: [
        ['pointed, corners in.', 'pointed, corners drawn back a little.'],
        ['Chin flat, corners in, cheeks firm', 'Chin flat, corners a little back, cheeks firm'],
      ],
    }),
    TEETH_ON_TOP,
    doubleLip([
      [
        'Wiggle the mouthpiece: nothing gives.',
        'Both lips over the teeth; wiggle the mouthpiece: nothing gives.',
      ],
      ['Top teeth on the mouthpiece', 'Upper lip between the teeth and the mouthpiece'],
    ]),
    { school: FIRST.id, choice: 'e-first', firstNotes: ['E4', 'D4', 'C4', 'F4', 'G4'] },
  ],
})
