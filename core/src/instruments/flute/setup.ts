import type { SetupStep, Teaching } from '../types.ts'

/** Flute in the order of work. Common practice of the trade; sentences are our own. */
export const FLUTE_SETUP: SetupStep[] = [
  {
    id: 'list',
    phase: 'materials',
    sequences: ['first', 'full'],
    title: 'Everything at hand',
    look: 'Cleaning rod and cloth, stand, mirror, pencil, the week’s card.',
    faults: [{ id: 'no-card', what: 'Card forgotten', effect: 'Nobody knows what was practised.' }],
    source: 'common practice',
  },
  {
    id: 'case',
    phase: 'materials',
    sequences: ['first', 'full'],
    title: 'Case flat, label up',
    look: 'On the floor or a table, latches towards the player. First lessons: head joint only, case closed again.',
    faults: [
      { id: 'case-on-lap', what: 'Case on the lap or upside down', effect: 'Joints roll out; keys bend.' },
    ],
    source: 'common practice',
  },
  {
    id: 'head',
    phase: 'assembly',
    sequences: ['first'],
    title: 'Head joint alone',
    look: 'Open end free or closed with the palm; sound near A5 open, near A4 closed.',
    faults: [
      { id: 'no-sound', what: 'Only air', effect: 'Lip covers too much or the stream misses the edge.' },
      { id: 'jumps', what: 'Closed sound jumps up', effect: 'Air too fast for it.' },
    ],
    caution: 'Dizzy or tingling: stop, sit, breathe normally for a few minutes.',
    source: 'common practice',
  },
  {
    id: 'body',
    phase: 'assembly',
    sequences: ['full'],
    title: 'Head joint into the body',
    look: 'Hold the body by its plain tube above the keys; push in with small twists.',
    tolerance: 'pulled out a few millimetres from full depth',
    faults: [
      { id: 'keys-gripped', what: 'Gripped by the keys', effect: 'Rods bend; notes stop speaking.' },
      { id: 'pushed-home', what: 'Pushed right in', effect: 'Sharp, the high notes most.' },
    ],
    caution: 'No force and no grease on metal joints. Dents and bent keys go to a technician.',
    source: 'common practice',
  },
  {
    id: 'head-line',
    phase: 'assembly',
    sequences: ['full'],
    title: 'Embouchure hole in line',
    look: 'Centre of the hole in line with the first main key; some schools turn it slightly inwards.',
    tolerance: 'in line, or slightly inwards (school)',
    faults: [
      { id: 'turned-in', what: 'Turned in too far', effect: 'Flat, small, covered.' },
      { id: 'turned-out', what: 'Turned out', effect: 'Airy and sharp.' },
    ],
    source: 'common practice',
  },
  {
    id: 'foot',
    phase: 'assembly',
    sequences: ['full'],
    title: 'Foot joint rod to the last key’s middle',
    look: 'The rod points at the middle of the last body key so that the little finger reaches.',
    tolerance: 'rod through the middle of the last key',
    faults: [
      {
        id: 'foot-in',
        what: 'Turned too far towards the player',
        effect: 'Little finger stiffens; E♭ key not held.',
      },
      { id: 'foot-out', what: 'Turned too far away', effect: 'Low notes fail.' },
    ],
    source: 'common practice',
  },
  {
    id: 'stand',
    phase: 'hold',
    sequences: ['first', 'full'],
    title: 'Turned to the right of the stand',
    look: 'Hips and chair to the right of the stand, head turned back; flute points away from the body.',
    faults: [
      { id: 'parallel', what: 'Flute parallel to the shoulders', effect: 'Neck twists, breath short.' },
      { id: 'slumped', what: 'Slumped or leaning back', effect: 'Tone sinks at the end.' },
    ],
    caution: 'Pain in neck, wrist or thumb: stop and rest. If it lasts, see a doctor or hand therapist.',
    source: 'common practice',
  },
  {
    id: 'three-points',
    phase: 'hold',
    sequences: ['full'],
    title: 'Three support points',
    look: 'Right thumb, base of the left index finger, chin. With these alone the flute stays.',
    faults: [
      { id: 'rolls', what: 'Rolls when fingers lift', effect: 'C5 and C♯5 wobble and change colour.' },
      { id: 'thumb-sticks', what: 'Right thumb pushed through', effect: 'Right fingers stiffen.' },
    ],
    source: 'common practice',
  },
  {
    id: 'lip',
    phase: 'hold',
    sequences: ['first', 'full'],
    title: 'Lip covers a quarter to a third',
    look: 'In the mirror: plate centred under the opening of the lips, lower lip full and relaxed.',
    tolerance: 'a quarter to a third of the hole',
    faults: [
      { id: 'off-centre', what: 'Hole off centre', effect: 'Airy, one-sided stream.' },
      { id: 'covered', what: 'Covers too much', effect: 'Flat, thin, no high notes.' },
      { id: 'uncovered', what: 'Covers too little', effect: 'Airy, sharp, out of breath early.' },
    ],
    source: 'common practice',
  },
  {
    id: 'little-finger',
    phase: 'hold',
    sequences: ['full'],
    title: 'Right little finger on E♭',
    look: 'Down for all notes but D4, D5, the foot notes and a few at the top.',
    faults: [{ id: 'up', what: 'Little finger in the air', effect: 'Dull notes, unsteady hold.' }],
    source: 'common practice',
  },
  {
    id: 'swab',
    phase: 'after',
    sequences: ['first', 'full'],
    title: 'Dry inside, wipe outside',
    look: 'Cloth on the rod through every joint; water away from pads.',
    faults: [{ id: 'wet', what: 'Put away wet', effect: 'Pads swell and stick.' }],
    source: 'common practice',
  },
]

export const FLUTE_TEACHING: Teaching = {
  firstNotes: ['B4', 'A4', 'G4', 'Bb4', 'F4', 'Eb4', 'D5'],
  smallParts: [
    { part: 'head joint, open', concert: 'A5', source: 'common practice' },
    { part: 'head joint, end closed', concert: 'A4', source: 'common practice' },
    { part: 'head joint, closed and overblown', concert: 'E6', source: 'common practice' },
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
  listenFor: 'Does the pitch stay down when the tone gets louder',
}
