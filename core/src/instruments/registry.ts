import { CLARINET_FINGERS, CLARINET_SETUP, CLARINET_TEACHING } from './clarinet/index.ts'
import { FLUTE_FINGERS, FLUTE_SETUP, FLUTE_TEACHING } from './flute/index.ts'
import { BASSOON_SETUP, BASSOON_TEACHING } from './bassoon/index.ts'
import { CHANTER_SETUP, CHANTER_TEACHING } from './chanter/index.ts'
import { OBOE_SETUP, OBOE_TEACHING } from './oboe/index.ts'
import { RECORDER_SETUP, RECORDER_TEACHING } from './recorder/index.ts'
import { SAXOPHONE_SETUP, saxophoneTeaching } from './saxophone/index.ts'
import {
  gapAt,
  headPull,
  headRotation,
  ligatureHeight,
  neckDepth,
  reedOnMouthpiece,
  seatDepth,
  tipOpening,
} from './gauges.ts'
import type { Instrument, InstrumentId } from './types.ts'

const saxophone = (
  id: InstrumentId,
  name: string,
  transposition: number,
  mouthpiece: string,
  corkMm: number,
  lowest = 'Bb3',
): Instrument => ({
  id,
  name,
  family: 'saxophone',
  transposition,
  clef: 'treble',
  range: { beginner: ['C4', 'C6'], full: [lowest, 'F#6'] },
  teaching: saxophoneTeaching(mouthpiece),
  fingers: null,
  setup: SAXOPHONE_SETUP,
  tube: { kind: 'cone', registers: [{ from: 'D5', partial: 2 }] },
  gauges: [reedOnMouthpiece, ligatureHeight, neckDepth(corkMm)],
})

/** All instruments Halitus knows, one line each; adding one is adding its folder and a line here. */
export const INSTRUMENTS: Record<InstrumentId, Instrument> = {
  flute: {
    id: 'flute',
    name: 'Flute',
    family: 'flute',
    transposition: 0,
    clef: 'treble',
    range: { beginner: ['D4', 'G6'], full: ['C4', 'C7'] },
    teaching: FLUTE_TEACHING,
    fingers: FLUTE_FINGERS,
    setup: FLUTE_SETUP,
    tube: {
      kind: 'open',
      registers: [
        { from: 'D5', partial: 2 },
        { from: 'D6', partial: 3 },
      ],
    },
    gauges: [headRotation, headPull('Head joint pulled out', [3, 8], 20)],
  },
  clarinet: {
    id: 'clarinet',
    name: 'Clarinet in B♭',
    family: 'clarinet',
    transposition: -2,
    clef: 'treble',
    range: { beginner: ['E3', 'C6'], full: ['E3', 'G6'] },
    teaching: CLARINET_TEACHING,
    fingers: CLARINET_FINGERS,
    setup: CLARINET_SETUP,
    tube: {
      kind: 'closed',
      registers: [
        { from: 'B4', partial: 3 },
        { from: 'C#6', partial: 5 },
      ],
    },
    gauges: [
      reedOnMouthpiece,
      ligatureHeight,
      gapAt('barrel', 'Barrel and upper joint', ['barrel', 'upper joint']),
      gapAt('middle', 'Upper and lower joint', ['upper joint', 'lower joint'], 3),
    ],
  },
  'soprano-sax': saxophone('soprano-sax', 'Soprano saxophone', -2, 'C6', 25),
  'alto-sax': saxophone('alto-sax', 'Alto saxophone', -9, 'A5', 30),
  'tenor-sax': saxophone('tenor-sax', 'Tenor saxophone', -14, 'G5', 34),
  'baritone-sax': saxophone('baritone-sax', 'Baritone saxophone', -21, 'D5', 38, 'A3'),
  oboe: {
    id: 'oboe',
    name: 'Oboe',
    family: 'oboe',
    transposition: 0,
    clef: 'treble',
    range: { beginner: ['D4', 'C6'], full: ['Bb3', 'F6'] },
    teaching: OBOE_TEACHING,
    fingers: null,
    setup: OBOE_SETUP,
    tube: { kind: 'cone', registers: [{ from: 'D5', partial: 2 }] },
    gauges: [
      tipOpening([0.5, 0.9]),
      seatDepth(
        'reed-in',
        'Reed in its socket',
        ['oboe', 'reed'],
        'Not pushed home: flat, and the octaves don’t agree.',
        'Can’t be deeper than home; a short reed is sharp.',
        5,
      ),
    ],
  },
  bassoon: {
    id: 'bassoon',
    name: 'Bassoon',
    family: 'bassoon',
    transposition: 0,
    clef: 'bass',
    range: { beginner: ['F2', 'D4'], full: ['Bb1', 'C5'] },
    teaching: BASSOON_TEACHING,
    fingers: null,
    setup: BASSOON_SETUP,
    tube: {
      kind: 'cone',
      registers: [
        { from: 'F#3', partial: 2 },
        { from: 'Eb4', partial: 3 },
      ],
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
      ),
    ],
  },
  'soprano-recorder': {
    id: 'soprano-recorder',
    name: 'Soprano recorder',
    family: 'recorder',
    transposition: 12,
    clef: 'treble',
    range: { beginner: ['C4', 'A5'], full: ['C4', 'D6'] },
    teaching: RECORDER_TEACHING,
    fingers: null,
    setup: RECORDER_SETUP,
    tube: { kind: 'open', registers: [{ from: 'E5', partial: 2 }] },
    gauges: [headPull('Head pulled out', [0, 4], 12)],
  },
  'alto-recorder': {
    id: 'alto-recorder',
    name: 'Alto recorder',
    family: 'recorder',
    transposition: 0,
    clef: 'treble',
    range: { beginner: ['F4', 'D6'], full: ['F4', 'G6'] },
    teaching: { ...RECORDER_TEACHING, firstNotes: ['E5', 'D5', 'C5'] },
    fingers: null,
    setup: RECORDER_SETUP,
    tube: { kind: 'open', registers: [{ from: 'A5', partial: 2 }] },
    gauges: [headPull('Head pulled out', [0, 4], 12)],
  },
  chanter: {
    id: 'chanter',
    name: 'Practice chanter',
    family: 'chanter',
    // Its written A sounds near B flat: a semitone above as written in equal temperament.
    transposition: 1,
    clef: 'treble',
    range: { beginner: ['G4', 'A5'], full: ['G4', 'A5'] },
    teaching: CHANTER_TEACHING,
    fingers: null,
    setup: CHANTER_SETUP,
    tube: { kind: 'closed', registers: [] },
    gauges: [
      seatDepth(
        'seat',
        'Reed in its seat',
        ['chanter', 'reed'],
        'Too shallow: flat, low A and high A drift apart.',
        'Too deep: sharp, the upper notes most; high A chokes.',
        4,
      ),
    ],
  },
}
