import { CLARINET_FINGERS, CLARINET_SETUP, CLARINET_TEACHING } from './clarinet/index.ts'
import { FLUTE_FINGERS, FLUTE_SETUP, FLUTE_TEACHING } from './flute/index.ts'
import { BASSOON_SETUP, BASSOON_TEACHING } from './bassoon/index.ts'
import { CHANTER_SETUP, CHANTER_TEACHING } from './chanter/index.ts'
import { OBOE_SETUP, OBOE_TEACHING } from './oboe/index.ts'
import { RECORDER_SETUP, RECORDER_TEACHING } from './recorder/index.ts'
import { SAXOPHONE_SETUP, saxophoneTeaching } from './saxophone/index.ts'
import type { Instrument, InstrumentId } from './types.ts'

const saxophone = (
  id: InstrumentId,
  name: string,
  transposition: number,
  mouthpiece: string,
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
  },
  'soprano-sax': saxophone('soprano-sax', 'Soprano saxophone', -2, 'C6'),
  'alto-sax': saxophone('alto-sax', 'Alto saxophone', -9, 'A5'),
  'tenor-sax': saxophone('tenor-sax', 'Tenor saxophone', -14, 'G5'),
  'baritone-sax': saxophone('baritone-sax', 'Baritone saxophone', -21, 'D5', 'A3'),
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
  },
}
