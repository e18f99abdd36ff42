import type { Calibrated } from '../model.ts'
import { FLUTE } from './flute.ts'
import { CLARINET } from './clarinet.ts'
import { SOPRANO_SAX } from './soprano-sax.ts'
import { ALTO_SAX } from './alto-sax.ts'
import { TENOR_SAX } from './tenor-sax.ts'
import { BARITONE_SAX } from './baritone-sax.ts'
import { OBOE } from './oboe.ts'
import { BASSOON } from './bassoon.ts'
import { SOPRANO_RECORDER } from './soprano-recorder.ts'
import { ALTO_RECORDER } from './alto-recorder.ts'
import { CHANTER } from './chanter.ts'
import { PIPE_CHANTER } from './pipe-chanter.ts'

/** Instruments' tubes, calibrated, by their ids. */
export const CALIBRATED: Readonly<Partial<Record<string, Calibrated>>> = {
  flute: FLUTE,
  clarinet: CLARINET,
  'soprano-sax': SOPRANO_SAX,
  'alto-sax': ALTO_SAX,
  'tenor-sax': TENOR_SAX,
  'baritone-sax': BARITONE_SAX,
  oboe: OBOE,
  bassoon: BASSOON,
  'soprano-recorder': SOPRANO_RECORDER,
  'alto-recorder': ALTO_RECORDER,
  chanter: CHANTER,
  'pipe-chanter': PIPE_CHANTER,
}
