import { EVERYBODYS } from '../../schools/index.ts'
import { define } from '../define.ts'
import { seatDepth } from '../gauges.ts'
import type { Adjustment, Bore, Teaching } from '../types.ts'
import { CHANTER_SETUP } from './setup.ts'

const TEACHING: Teaching = {
  firstNotes: ['A4', 'B4', 'C5', 'D5'],
  smallParts: [{ id: 'reed', part: 'reed in the lips', concert: null, source: 'common practice' }],
  embouchure: [
    {
      point: 'Lips sealed, cheeks firm, pressure from the lungs',
      listen: 'No pitch wave as the breath renews',
    },
    { point: 'No tongue starts', listen: 'Low A steady from the first moment' },
  ],
  loudTendency: 'sharp',
  listenFor: 'No crossing noise between E and F',
}

const ADJUSTMENTS: Adjustment[] = [
  { id: 'dry', title: 'Let it dry', changes: 'Wet blades are flat and muffled.', by: 'player' },
  { id: 'deeper', title: 'Seat it deeper', changes: 'Sharper, high A more than low A.', by: 'teacher' },
  {
    id: 'higher',
    title: 'Seat it higher',
    changes: 'Flatter, high A more than low A; hemp for a firm seat.',
    by: 'teacher',
  },
  {
    id: 'bind',
    title: 'Move the binding or a bridle',
    changes: 'Weaker and sharper, or stronger and flatter.',
    by: 'teacher',
  },
  { id: 'scrape', title: 'Scrape or sand', changes: 'Can’t be undone.', by: 'reed maker' },
]

/** A narrow cylinder closed by its reed; measures from memory. */
const BORE: Bore = {
  mouth: 'reed',
  startMm: 0,
  endMm: 395,
  profile: [
    { atMm: 0, diameterMm: 3.5 },
    { atMm: 50, diameterMm: 4 },
    { atMm: 395, diameterMm: 4.2 },
  ],
  outline: [
    { atMm: 0, diameterMm: 8 },
    { atMm: 50, diameterMm: 18 },
    { atMm: 395, diameterMm: 26 },
  ],
  jointsMm: [50],
  holes: [],
  source: 'from memory',
}

export const chanter = define({
  id: 'chanter',
  name: 'Practice chanter',
  family: 'chanter',
  // Its written A4 sounds near B flat 3: eleven semitones lower, at 233 to 240 Hz.
  transposition: -11,
  clef: 'treble',
  range: { beginner: ['G4', 'A5'], full: ['G4', 'A5'] },
  teaching: TEACHING,
  systems: [{ id: 'standard', name: 'Closed fingering', fingers: null }],
  bore: BORE,
  registers: [],
  partials: [0.8, 0.9, 1, 0.7, 0.5, 0.4, 0.3, 0.2],
  reed: {
    kind: 'chanter',
    crow: { pitchClass: null, octaves: false, words: 'a steady sound under constant pressure' },
    adjustments: ADJUSTMENTS,
    soak: null,
  },
  gauges: [
    seatDepth(
      'seat',
      'Reed in its seat',
      ['chanter', 'reed'],
      'Too shallow: flat, low A and high A drift apart.',
      'Too deep: sharp, the upper notes most; high A chokes.',
      4,
      'Another reed is to be tried; the chanter warms up while it is played.',
    ),
  ],
  setup: CHANTER_SETUP,
  schools: EVERYBODYS,
  variations: [],
})
