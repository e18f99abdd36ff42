import { EVERYBODYS, type School } from '../../schools/index.ts'
import { define } from '../define.ts'
import { RECORDER_MOUTH } from './mouth.ts'
import { RECORDER_TONGUE } from '../tongues.ts'
import { headPull } from '../gauges.ts'
import type { Bore, Teaching } from '../types.ts'
import { noteName, parseNote } from '../../pitch/index.ts'
import { recorderBore as taper } from './bore.ts'
import { recorderFingers } from './fingers.ts'
import { RECORDER_SETUP } from './setup.ts'

/** Low notes begin so many semitones above the lowest. */
const TO_LOW = 2
/** What both recorders are taught by. @param low the note from which on its low notes begin */
const teaching = (firstNotes: string[], low: string): Teaching => ({
  firstNotes,
  smallParts: [
    { id: 'head-closed', part: 'head joint, end closed', concert: null, source: 'common practice' },
  ],
  embouchure: [
    { point: 'Lips closed round the beak, teeth off', listen: 'No bite, no puffing' },
    { point: 'Breath as for a quiet sentence', listen: 'Low notes want slow, gentle air' },
  ],
  loudTendency: 'sharp',
  loudAndSoft: 'only as loud and as soft as the note stays in tune: on a recorder that is a little.',
  listenFor: 'Low notes without a jump',
  listenFirst: { until: [low], words: 'A quiet, even tone without a wobble' },
})

const TONGUE: School = {
  id: 'recorder-tongue',
  about: 'Place of the tongue',
  choices: [
    { id: 'ridge', words: 'Behind the teeth, at the ridge' },
    { id: 'teeth', words: 'Between the lips or at the teeth’s edge' },
  ],
}

const FINGERING: School = {
  id: 'recorder-fingering',
  about: 'Fingering of the recorder',
  choices: [
    { id: 'baroque', words: 'Baroque (English)' },
    {
      id: 'german',
      words: 'German',
      objection: 'F is plain, but F♯ and B♭ need more forks, and most ensembles finger the other way.',
    },
  ],
}

/** How far a recorder's lowest written note lies above a soprano's, semitones. */
const aboveC = (lowest: string) => parseNote(lowest).midi - parseNote('C4').midi

const recorder = <const Id extends string>(
  id: Id,
  name: string,
  transposition: number,
  range: { beginner: [string, string]; full: [string, string] },
  secondRegister: string,
  bore: Bore,
  firstNotes: string[],
) =>
  define({
    id,
    name,
    family: 'recorder',
    transposition,
    clef: 'treble',
    range,
    teaching: teaching(firstNotes, noteName(parseNote(range.full[0]).midi + TO_LOW)),
    mouth: RECORDER_MOUTH,
    tongue: RECORDER_TONGUE,
    graces: null,
    systems: [
      {
        id: 'baroque',
        name: 'Baroque (English) fingering',
        fingers: recorderFingers('baroque', bore, aboveC(range.full[0])),
      },
      {
        id: 'german',
        name: 'German fingering',
        otherHoles: true,
        fingers: recorderFingers('german', bore, aboveC(range.full[0])),
      },
    ],
    bore,
    registers: [{ from: secondRegister, partial: 2 }],
    partials: [1, 0.12, 0.2, 0.04],
    reed: null,
    gauges: [
      headPull(
        'Head pulled out',
        [0, 4],
        12,
        'Warm the head; then the breath: gentler is flatter, firmer is sharper.',
      ),
    ],
    setup: RECORDER_SETUP,
    schools: [...EVERYBODYS, TONGUE, FINGERING],
    variations: [{ school: FINGERING.id, choice: 'german', system: 'german' }],
  })

export const recorders = [
  recorder(
    'soprano-recorder',
    'Soprano recorder',
    12,
    { beginner: ['C4', 'A5'], full: ['C4', 'D6'] },
    'E5',
    taper(288, 13.5, 9),
    ['B4', 'A4', 'G4'],
  ),
  recorder(
    'alto-recorder',
    'Alto recorder',
    0,
    { beginner: ['F4', 'D6'], full: ['F4', 'G6'] },
    'A5',
    taper(430, 19, 12),
    ['E5', 'D5', 'C5'],
  ),
] as const
