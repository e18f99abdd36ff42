import { EVERYBODYS } from '../../schools/index.ts'
import { define } from '../define.ts'
import { OBOE_MOUTH } from '../double-reed-mouth.ts'
import { DOUBLE_TONGUE } from '../tongues.ts'
import { DOUBLE_REED_SOAK, doubleReedAdjustments } from '../double-reed.ts'
import { mm, tipOpening } from '../gauges.ts'
import type { Teaching } from '../types.ts'
import { OBOE_BORE } from './bore.ts'
import { OBOE_FINGERS } from './fingers.ts'
import { OBOE_SETUP } from './setup.ts'

const TEACHING: Teaching = {
  firstNotes: ['B4', 'A4', 'G4'],
  smallParts: [{ id: 'reed', part: 'reed alone', concert: 'C6', source: 'common practice' }],
  embouchure: [
    {
      point: 'Lips over both rows of teeth, a small tip of reed in the mouth',
      listen: 'Too much reed is wild and sharp',
    },
    { point: 'Round, corners forward', listen: 'The crow holds C in octaves' },
  ],
  loudTendency: 'flat',
  loudAndSoft: 'lips give way round the reed for loud and close evenly for soft, the air as fast in both.',
  listenFor: 'Stale air out before the new breath',
}

export const oboe = define({
  id: 'oboe',
  name: 'Oboe',
  family: 'oboe',
  transposition: 0,
  clef: 'treble',
  range: { beginner: ['D4', 'C6'], full: ['Bb3', 'F6'] },
  teaching: TEACHING,
  mouth: OBOE_MOUTH,
  tongue: DOUBLE_TONGUE,
  graces: null,
  systems: [{ id: 'conservatoire', name: 'Full conservatoire', fingers: OBOE_FINGERS }],
  bore: OBOE_BORE,
  registers: [
    { from: 'C#5', partial: 2 },
    { from: 'C#6', partial: 3 },
  ],
  partials: [0.7, 0.9, 1, 0.6, 0.4, 0.3, 0.2, 0.1],
  voice: {
    formants: [
      { hz: 1100, widthHz: 350, db: 8 },
      { hz: 2800, widthHz: 600, db: 5 },
    ],
  },
  reed: {
    kind: 'double',
    // Common practice, no source.
    crow: { pitchClass: 'C', octaves: true, words: 'C in octaves, in balance' },
    adjustments: doubleReedAdjustments(false),
    soak: DOUBLE_REED_SOAK,
  },
  gauges: [
    tipOpening([0.5, 0.9]),
    {
      id: 'reed-in',
      name: 'Reed in its socket',
      drawing: 'depth',
      parts: ['oboe', 'reed'],
      measures: [
        mm('depth', 'Pushed in, against home', {
          min: -5,
          max: 0,
          start: 0,
          ideal: [-0.3, 0],
          below: 'Not pushed home: flat, and the octaves don’t agree.',
          above: '',
          lengthens: -1,
        }),
      ],
      caution: 'By the cork or thread, never by the blades.',
      beyond:
        'The reed belongs home: a longer reed or staple is flatter, a shorter one sharper. Warm up and look at the mouth first.',
      source: 'from memory',
    },
  ],
  setup: OBOE_SETUP,
  schools: EVERYBODYS,
  variations: [],
})
