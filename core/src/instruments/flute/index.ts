import { EVERYBODYS, OVERTONES, type School } from '../../schools/index.ts'
import { headPull } from '../gauges.ts'
import { define } from '../define.ts'
import { FLUTE_MOUTH } from './mouth.ts'
import { FLUTE_TONGUE } from '../tongues.ts'
import { FLUTE_BORE } from './bore.ts'
import { FLUTE_FINGERS } from './fingers.ts'
import { headRotation } from './gauges.ts'
import { FLUTE_SETUP, FLUTE_TEACHING } from './setup.ts'

const AIR: School = {
  id: 'flute-air',
  about: 'Air for the flute',
  choices: [
    { id: 'fast', words: 'Small, fast and cool' },
    { id: 'slow', words: 'Warm and slow first, then a smaller opening' },
  ],
}
const HEAD: School = {
  id: 'flute-head',
  about: 'Head joint of the flute',
  choices: [
    { id: 'inwards', words: 'Turned in a little' },
    { id: 'line', words: 'Line of sight on the first key' },
  ],
}
const LIP: School = {
  id: 'flute-lip',
  about: 'Lower lip on the flute',
  choices: [
    { id: 'cover', words: 'A quarter to a third of the hole covered' },
    { id: 'edge', words: 'Just at the edge of the hole, then rolled to where it sounds' },
  ],
}
const TONGUE: School = {
  id: 'flute-tongue',
  about: 'Place of the tongue on the flute',
  choices: [
    { id: 'ridge', words: 'Behind the teeth, at the ridge' },
    { id: 'teeth', words: 'Between the lips or at the teeth’s edge' },
  ],
}
const FIRST: School = {
  id: 'flute-first-notes',
  about: 'First notes on the flute',
  choices: [
    { id: 'b-a-g', words: 'B, A, G' },
    { id: 'f-e-flat-d', words: 'F, E♭, D' },
  ],
}

export const flute = define({
  id: 'flute',
  name: 'Flute',
  family: 'flute',
  transposition: 0,
  clef: 'treble',
  range: { beginner: ['D4', 'G6'], full: ['C4', 'C7'] },
  teaching: FLUTE_TEACHING,
  mouth: FLUTE_MOUTH,
  tongue: FLUTE_TONGUE,
  graces: null,
  systems: [{ id: 'standard', name: 'C foot, closed G♯', fingers: FLUTE_FINGERS }],
  bore: FLUTE_BORE,
  registers: [
    { from: 'D5', partial: 2 },
    { from: 'D6', partial: 3 },
  ],
  partials: [1, 0.6, 0.3, 0.12, 0.06, 0.03],
  voice: { brightens: 0.5 },
  reed: null,
  gauges: [
    headRotation,
    headPull(
      'Head joint pulled out',
      [3, 8],
      20,
      'Warm the flute first; then look at how much of the hole the lip covers: less is sharper, more is flatter.',
    ),
  ],
  setup: FLUTE_SETUP,
  schools: [...EVERYBODYS, AIR, HEAD, LIP, TONGUE, FIRST, OVERTONES],
  variations: [
    {
      school: AIR.id,
      choice: 'slow',
      says: [
        [
          'Cool the tip of one finger: as small a stream as does it.',
          'Warm, slow air first; then the opening smaller for as long as the sound stays.',
        ],
        [
          'A little more speed without more force, as if cooling soup.',
          'The opening a little smaller, the air as warm as before.',
        ],
        ['Cooling one fingertip first helps', 'Warm air through a smaller opening helps'],
        [
          'Cool one fingertip, then the same stream on the plate: clearer?',
          'Warm air on the palm, the opening smaller, and the same on the plate: clearer?',
        ],
        ['a smaller, faster stream.', 'the same warm air through a smaller opening.'],
        ['Smaller opening, as to cool soup.', 'Smaller opening, the air as warm as before.'],
        ['Warm and cool on the hand', 'Warm on the hand'],
        [
          'Then a thin cool stream on one fingertip, as steady as it goes, to the end.',
          'Then the opening smaller, the air as warm and slow as before: ten seconds, twelve, with the sides wide.',
        ],
        ['A thin stream, and the same all the way;', 'Warm and slow, and the same all the way;'],
      ],
    },
    {
      school: LIP.id,
      choice: 'edge',
      says: [
        [
          'Lower lip covers a quarter to a third of the hole',
          'Lower lip just at the edge of the hole, rolled to where it sounds',
        ],
        ['Lip covers a quarter to a third', 'Lip just at the edge of the hole'],
        ['a quarter to a third of the hole', 'at the edge, then rolled to where it sounds'],
        ['Covers too much', 'Rolled in too far'],
        ['Covers too little', 'Rolled out too far'],
      ],
    },
    { school: HEAD.id, choice: 'line', ideals: { 'rotation.inwards': [-2, 2] } },
    // In the second register, where the left index tells them apart: down on F, up on E♭ and D.
    { school: FIRST.id, choice: 'f-e-flat-d', firstNotes: ['F5', 'Eb5', 'D5', 'C5', 'Bb4', 'A4', 'G4'] },
  ],
})
