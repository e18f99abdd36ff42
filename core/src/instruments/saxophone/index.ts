import { EVERYBODYS, OVERTONES, type School } from '../../schools/index.ts'
import { define } from '../define.ts'
import { SAXOPHONE_MOUTH } from '../single-reed-mouth.ts'
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
import type { Bore, Teaching } from '../types.ts'
import { neckDepth } from './gauges.ts'
import { SAXOPHONE_SETUP } from './setup.ts'
import { saxophoneBore as cone } from './bore.ts'
import { saxophoneFingers } from './fingers.ts'

const AMOUNT: School = {
  id: 'saxophone-amount',
  about: 'Mouthpiece in the mouth',
  choices: [
    { id: 'third-to-half', words: 'A third to half of the cut' },
    { id: 'two-thirds', words: 'About two thirds in' },
  ],
}
const SHAPE = mouthShape('saxophone-mouth', 'Mouth on the saxophone')

/** Saxophones share fingerings and written range; the mouthpiece alone sounds differently on each. */
const teaching = (mouthpieceConcert: string, neckConcert?: string, also?: string[]): Teaching => ({
  firstNotes: ['B4', 'A4', 'G4'],
  smallParts: [
    {
      id: 'mouthpiece',
      part: 'mouthpiece alone',
      concert: mouthpieceConcert,
      ...(also && { also }),
      source: 'common practice',
    },
    {
      id: 'neck',
      part: 'mouthpiece on the neck',
      concert: neckConcert ?? null,
      source: 'from memory',
    },
  ],
  embouchure: [
    { point: 'About the first third to half of the cut in the mouth', listen: 'Less is thin, more honks' },
    { point: 'Corners come in from all sides, never pulled back', listen: 'A smile goes thin and sharp' },
  ],
  loudTendency: 'flat',
  loudAndSoft: 'lips firmer for loud, lighter for soft.',
  listenFor: 'Low notes without a gurgle',
  listenFirst: { until: ['D4'], words: 'One tone from beginning to end' },
})

const saxophone = <const Id extends string>(
  id: Id,
  name: string,
  transposition: number,
  mouthpiece: string,
  corkMm: number,
  bore: Bore,
  lowest = 'Bb3',
  more: { neck?: string; also?: string[]; some?: string[] } = {},
) =>
  define({
    id,
    name,
    family: 'saxophone',
    transposition,
    clef: 'treble',
    range: { beginner: ['C4', 'C6'], full: [lowest, 'F#6'], ...(more.some && { some: more.some }) },
    teaching: teaching(mouthpiece, more.neck, more.also),
    mouth: SAXOPHONE_MOUTH,
    tongue: SINGLE_TONGUE,
    graces: null,
    systems: [{ id: 'standard', name: 'Standard', fingers: saxophoneFingers(bore, lowest) }],
    bore,
    registers: [{ from: 'D5', partial: 2 }],
    partials: [1, 0.8, 0.6, 0.45, 0.3, 0.2, 0.12, 0.08],
    voice: { brightens: 0.35 },
    reed: SINGLE_REED,
    gauges: [reedOnMouthpiece, ligatureHeight, neckDepth(corkMm)],
    setup: SAXOPHONE_SETUP,
    schools: [...EVERYBODYS, AMOUNT, REED_TIP, LIGATURE, REED_WHEN, SHAPE, UPPER_LIP, OVERTONES],
    variations: [
      ...REED_TIP_VARIATIONS,
      ...REED_ORDER_VARIATIONS,
      {
        school: AMOUNT.id,
        choice: 'two-thirds',
        says: [
          ['A third to half of the cut in the mouth', 'About two thirds of the cut in the mouth'],
          [
            'About the first third to half of the cut in the mouth',
            'About two thirds of the cut in the mouth',
          ],
          ['Less is thin, more honks', 'Less is thin; where it honks, a hair back'],
        ],
      },
      ...shapeVariations(SHAPE, {
        v: [
          ['corners in from all sides like a ring', 'the lip a relaxed V with the reed’s sides free'],
          [
            'Corners come in from all sides, never pulled back',
            'The lower lip is a relaxed V: the reed’s sides swing freely',
          ],
        ],
        rounded: [
          ['corners in from all sides like a ring', 'lips round as for “oh”'],
          [
            'Corners come in from all sides, never pulled back',
            'Lips round as for “oh”, the same pressure all round',
          ],
        ],
      }),
      TEETH_ON_TOP,
      doubleLip([['chin not bunched.', 'both lips over the teeth, chin not bunched.']]),
    ],
  })

export const saxophones = [
  saxophone('soprano-sax', 'Soprano saxophone', -2, 'C6', 25, cone(690, 9, 55, 92)),
  saxophone('alto-sax', 'Alto saxophone', -9, 'A5', 30, cone(1060, 12, 70, 123), 'Bb3', { neck: 'Ab4' }),
  saxophone('tenor-sax', 'Tenor saxophone', -14, 'G5', 34, cone(1410, 13, 85, 150), 'Bb3', { neck: 'E4' }),
  saxophone('baritone-sax', 'Baritone saxophone', -21, 'D5', 38, cone(2320, 15, 110, 185, true), 'A3', {
    also: ['Eb5'],
    some: ['A3', 'F#6'],
  }),
] as const
