import { EVERYBODYS, type School } from '../../schools/index.ts'
import { define } from '../define.ts'
import { CHANTER_MOUTH } from './mouth.ts'
import { seatDepth } from '../gauges.ts'
import type { Adjustment, Bore, Just, SetupPhase, Teaching } from '../types.ts'
import { apartStep, step } from '../steps.ts'
import { chanterFingers, chanterHoles } from './fingers.ts'
import { CHANTER_GRACES } from './graces.ts'
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
  loudAndSoft: 'a chanter has one loudness: the pressure stays.',
  listenFor: 'No crossing noise between E and F',
  listenFirst: { until: ['E5', 'F#5'], words: 'One pressure from beginning to end' },
}

const LOW_G: School = {
  id: 'chanter-low-g',
  about: 'Low G of the chanter, over the drone’s A',
  choices: [
    { id: 'seventh', words: '7:8, in tune with the seventh partial' },
    { id: 'tone', words: '8:9, a whole tone below low A' },
  ],
}
const HIGH_G: School = {
  id: 'chanter-high-g',
  about: 'High G of the chanter, over the drone’s A',
  choices: [
    { id: 'seventh', words: '7:4, in tune with the seventh partial' },
    { id: 'fourths', words: '16:9, two fourths up' },
  ],
}
/** Whole-number ratios over the drones' A (common practice of the instrument, no source). */
const JUST: Just = {
  over: 'A4',
  ratios: {
    G4: [7, 8],
    A4: [1, 1],
    B4: [9, 8],
    'C#5': [5, 4],
    D5: [4, 3],
    E5: [3, 2],
    'F#5': [5, 3],
    G5: [7, 4],
    A5: [2, 1],
  },
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
  // From memory, good to about a centimetre.
  holes: chanterHoles({ LT: 156, L1: 180, L2: 198, L3: 222, R1: 250, R2: 274, R3: 304, R4: 340 }, 3.5),
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
  mouth: CHANTER_MOUTH,
  tongue: null,
  graces: CHANTER_GRACES,
  systems: [{ id: 'standard', name: 'Closed fingering', fingers: chanterFingers(BORE) }],
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
  just: JUST,
  schools: [...EVERYBODYS, LOW_G, HIGH_G],
  variations: [
    { school: LOW_G.id, choice: 'tone', ratios: { G4: [8, 9] } },
    { school: HIGH_G.id, choice: 'fourths', ratios: { G5: [16, 9] } },
  ],
})

/** A cone from the reed to the sole; measures from memory. */
const PIPE_BORE: Bore = {
  mouth: 'reed',
  startMm: 0,
  endMm: 365,
  profile: [
    { atMm: 0, diameterMm: 3.5 },
    { atMm: 30, diameterMm: 4.5 },
    { atMm: 365, diameterMm: 21 },
  ],
  outline: [
    { atMm: 0, diameterMm: 8 },
    { atMm: 30, diameterMm: 24 },
    { atMm: 300, diameterMm: 32 },
    { atMm: 365, diameterMm: 60 },
  ],
  jointsMm: [30],
  // From memory, good to about a centimetre.
  holes: chanterHoles({ LT: 106, L1: 130, L2: 152, L3: 174, R1: 197, R2: 219, R3: 243, R4: 268 }, 4.5),
  source: 'from memory',
}

/** What belongs to the practice chanter's own top and mouthpiece. */
const TOP_ONLY = ['line', 'pressure', 'reed-lips', 'low-holes-open', 'dry', 'apart']

const kept = (...phases: SetupPhase[]) =>
  CHANTER_SETUP.filter((s) => phases.includes(s.phase) && !TOP_ONLY.includes(s.id))

/** The same fingers and reed work an octave higher, on a cone; its pipes are another matter. */
export const pipeChanter = define({
  ...chanter,
  id: 'pipe-chanter',
  name: 'Pipe chanter',
  // Its written A4 sounds at 466 to 480 Hz: a semitone higher and a little more.
  transposition: 1,
  bore: PIPE_BORE,
  systems: [{ id: 'standard', name: 'Closed fingering', fingers: chanterFingers(PIPE_BORE) }],
  partials: [0.6, 0.9, 1, 0.9, 0.7, 0.5, 0.4, 0.3],
  teaching: {
    ...TEACHING,
    embouchure: [
      { point: 'Constant pressure from arm and lungs', listen: 'No pitch wave as the breath renews' },
      { point: 'Fingers ready before the sound begins', listen: 'Low A steady from the first moment' },
    ],
  },
  setup: [
    ...kept('materials', 'reed', 'assembly'),
    step(
      'stock',
      'assembly',
      'Chanter firm in its stock',
      'Hemp on the tenon turns with firm fingers; no whistle of air when the bag is filled.',
      [
        ['loose', 'Loose in the stock', 'It drops out while playing; the tone wavers.'],
        ['tight', 'Forced in', 'The wood cracks; take a turn of hemp off.'],
      ],
      { caution: 'Very loud: distance, breaks and hearing protection; follow your local rules for noise.' },
    ),
    ...kept('hold'),
    step(
      'strike-in',
      'hold',
      'Pressure before the first note',
      'Bag full, one firm strike, then the arm takes over from the breath.',
      [
        ['early', 'Chanter sounds early', 'Pressure comes too slowly.'],
        [
          'chokes',
          'High A chokes',
          'Stands with less: too much pressure, or a weak reed. Stands with more: too little, or a hard one.',
        ],
      ],
      { caution: 'Dizzy or pressure in the head: stop, sit, breathe normally.' },
    ),
    apartStep('Chanter out of its stock with a straight turn; the reed is covered by its cap.', [
      'reed-knocked',
      'Reed knocked against the stock',
      'Its blades split.',
    ]),
    step(
      'dry',
      'after',
      'Cap on, everything dry',
      'Moisture out of bag and stock, chanter dried, reed under its cap.',
      [['shut-wet', 'Put away wet', 'Reed goes mouldy, hemp swells.']],
    ),
  ],
})
