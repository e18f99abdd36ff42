import { TWISTED_BY_KEYS, apartStep, caseStep, first, full, listStep, step } from '../steps.ts'
import type { SetupStep, Teaching } from '../types.ts'

/** Flute in the order of work. Common practice of the trade; sentences are our own. */
export const FLUTE_SETUP: SetupStep[] = [
  listStep('Cleaning rod and cloth'),
  caseStep,
  step(
    'head',
    'sound',
    'Head joint alone',
    'Open end free or closed with the palm; sound near A5 open, near A4 closed.',
    [
      ['no-sound', 'Only air', 'Lip covers too much or the stream misses the edge.'],
      ['jumps', 'Closed sound jumps up', 'Air too fast for it.'],
    ],
    first({ caution: 'Dizzy or tingling: stop, sit, breathe normally for a few minutes.' }),
  ),
  step(
    'body',
    'assembly',
    'Head joint into the body',
    'Hold the body by its plain tube above the keys; push in with small twists.',
    [
      ['keys-gripped', 'Gripped by the keys', 'Rods bend; notes stop speaking.'],
      ['pushed-home', 'Pushed right in', 'Sharp, the high notes most.'],
    ],
    full({
      tolerance: 'pulled out a few millimetres from full depth',
      caution: 'No force and no grease on metal joints. Dents and bent keys go to a technician.',
    }),
  ),
  step(
    'head-line',
    'assembly',
    'Embouchure hole in line',
    'Centre of the hole in line with the first main key; some schools turn it slightly inwards.',
    [
      ['turned-in', 'Turned in too far', 'Flat, small, covered.'],
      ['turned-out', 'Turned out', 'Airy and sharp.'],
    ],
    full({ tolerance: 'in line, or slightly inwards (school)' }),
  ),
  step(
    'foot',
    'assembly',
    'Foot joint rod to the last key’s middle',
    'The rod points at the middle of the last body key so that the little finger reaches.',
    [
      ['foot-in', 'Turned too far towards the player', 'Little finger stiffens; E♭ key not held.'],
      ['foot-out', 'Turned too far away', 'Low notes fail.'],
    ],
    full({ tolerance: 'rod through the middle of the last key' }),
  ),
  step(
    'stand',
    'hold',
    'Turned to the right of the stand',
    'Hips and chair to the right of the stand, head turned back; flute points away from the body.',
    [
      ['parallel', 'Flute parallel to the shoulders', 'Neck twists, breath short.'],
      ['slumped', 'Slumped or leaning back', 'Tone sinks at the end.'],
    ],
    { caution: 'Pain in neck, wrist or thumb: stop and rest. If it lasts, see a doctor or hand therapist.' },
  ),
  step(
    'three-points',
    'hold',
    'Three support points',
    'Right thumb, base of the left index finger, chin. With these alone the flute stays.',
    [
      ['rolls', 'Rolls when fingers lift', 'C5 and C♯5 wobble and change colour.'],
      ['thumb-sticks', 'Right thumb pushed through', 'Right fingers stiffen.'],
    ],
    full(),
  ),
  step(
    'lip',
    'hold',
    'Lip covers a quarter to a third',
    'In the mirror: plate centred under the opening of the lips, lower lip full and relaxed.',
    [
      ['off-centre', 'Hole off centre', 'Airy, one-sided stream.'],
      ['covered', 'Covers too much', 'Flat, thin, no high notes.'],
      ['uncovered', 'Covers too little', 'Airy, sharp, out of breath early.'],
    ],
    { tolerance: 'a quarter to a third of the hole' },
  ),
  step(
    'little-finger',
    'hold',
    'Right little finger on E♭',
    'Down for all notes but D4, D5, the foot notes and a few at the top.',
    [['up', 'Little finger in the air', 'Dull notes, unsteady hold.']],
    full(),
  ),
  apartStep(
    'Foot first, then the head joint: hold plain tube, small twists, no pull at the keys.',
    TWISTED_BY_KEYS,
  ),
  step(
    'swab',
    'after',
    'Dry inside, wipe outside',
    'Cloth on the rod through every joint; water away from pads.',
    [['wet', 'Put away wet', 'Pads swell and stick.']],
  ),
]

export const FLUTE_TEACHING: Teaching = {
  firstNotes: ['B4', 'A4', 'G4', 'Bb4', 'F4', 'Eb4', 'D4'],
  smallParts: [
    { id: 'head-open', part: 'head joint, open', concert: 'A5', source: 'common practice' },
    { id: 'head-closed', part: 'head joint, end closed', concert: 'A4', source: 'common practice' },
    {
      id: 'head-overblown',
      part: 'head joint, closed and overblown',
      concert: 'E6',
      aside: true,
      source: 'common practice',
    },
  ],
  embouchure: [
    {
      point: 'Lower lip covers a quarter to a third of the hole',
      listen: 'More is flat and small, less is airy',
    },
    { point: 'Hole centred on the opening of the lips', listen: 'Off centre hisses' },
    { point: 'Air across and a little down', listen: 'Too fast a stream makes low notes jump up' },
  ],
  loudTendency: 'sharp',
  loudAndSoft: 'the stream lower and wider for loud, a little higher through a smaller opening for soft.',
  listenFor: 'Does the pitch stay down when the tone gets louder?',
}
