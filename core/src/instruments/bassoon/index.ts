import { EVERYBODYS, type School } from '../../schools/index.ts'
import { define } from '../define.ts'
import { BASSOON_MOUTH } from '../double-reed-mouth.ts'
import { DOUBLE_TONGUE } from '../tongues.ts'
import { DOUBLE_REED_SOAK, doubleReedAdjustments } from '../double-reed.ts'
import { seatDepth, tipOpening } from '../gauges.ts'
import type { Teaching } from '../types.ts'
import { BASSOON_BORE } from './bore.ts'
import { bassoonFingers } from './fingers.ts'
import { BASSOON_SETUP } from './setup.ts'

const FLICKING: School = {
  id: 'bassoon-flicking',
  about: 'Vent keys of the left thumb',
  choices: [
    { id: 'flick', words: 'Flicking' },
    { id: 'hold', words: 'Holding' },
    { id: 'neither', words: 'Neither' },
  ],
}
const FIRST: School = {
  id: 'bassoon-first-notes',
  about: 'First notes on the bassoon',
  choices: [
    { id: 'f-e-d', words: 'F, E, D, C' },
    { id: 'e-d-c', words: 'E, D, C' },
  ],
}

const TEACHING: Teaching = {
  firstNotes: ['F3', 'E3', 'D3', 'C3'],
  smallParts: [{ id: 'reed-on-crook', part: 'reed on crook', concert: 'C#4', source: 'common practice' }],
  embouchure: [
    { point: 'Even pressure all round, jaw lower and back', listen: 'A free crow of many voices' },
    { point: 'Upper lip near the first wire', listen: 'Less reed is thin and flat, more is wild and sharp' },
  ],
  loudTendency: 'flat',
  loudAndSoft: 'open round the reed and a little more of it for loud, closer and less of it for soft.',
  listenFor: 'Does A3 start without cracking downwards?',
  listenFirst: { until: ['A3'], words: 'Does it begin the moment you want it to?' },
}

export const bassoon = define({
  id: 'bassoon',
  name: 'Bassoon',
  family: 'bassoon',
  transposition: 0,
  clef: 'bass',
  range: { beginner: ['F2', 'D4'], full: ['Bb1', 'C5'] },
  teaching: TEACHING,
  mouth: BASSOON_MOUTH,
  tongue: DOUBLE_TONGUE,
  graces: null,
  systems: [
    { id: 'flicking', name: 'German system, flicking', fingers: bassoonFingers(true) },
    { id: 'plain', name: 'German system, without flicking', fingers: bassoonFingers(false) },
  ],
  bore: BASSOON_BORE,
  registers: [
    { from: 'F#3', partial: 2 },
    { from: 'Eb4', partial: 3 },
  ],
  partials: [0.5, 0.8, 1, 0.8, 0.5, 0.35, 0.2, 0.12],
  voice: {
    formants: [
      { hz: 480, widthHz: 160, db: 12 },
      { hz: 1150, widthHz: 300, db: 5 },
    ],
  },
  reed: {
    kind: 'double',
    // Common practice, no source.
    crow: {
      pitchClass: null,
      octaves: true,
      words: 'a rattling crow of many voices; on the crook about C♯',
    },
    adjustments: doubleReedAdjustments(true),
    soak: DOUBLE_REED_SOAK,
  },
  gauges: [
    tipOpening([0.8, 1.4]),
    seatDepth(
      'crook',
      'Reed on the crook',
      ['crook', 'reed'],
      'Too far out: flat, leaks.',
      'Too far on: sharp.',
      6,
      'The reed stays where it seats; a longer crook is flatter, a shorter one sharper. Warm up first.',
    ),
  ],
  setup: BASSOON_SETUP,
  schools: [...EVERYBODYS, FLICKING, FIRST],
  variations: [
    { school: FIRST.id, choice: 'e-d-c', firstNotes: ['E3', 'D3', 'C3', 'F3'] },
    { school: FLICKING.id, choice: 'hold', system: 'plain' },
    { school: FLICKING.id, choice: 'neither', system: 'plain' },
  ],
})
