import {
  REED_OFF,
  TWISTED_BY_KEYS,
  apartStep,
  caseStep,
  full,
  listStep,
  mouthStep,
  seatStep,
  singleReedSteps,
  step,
} from '../steps.ts'
import type { SetupStep, Teaching } from '../types.ts'

/** Single reed and clarinet, in the order of work. Common practice of the trade; sentences are our own. */
export const CLARINET_SETUP: SetupStep[] = [
  listStep('Reeds in a guard, cork grease, swab'),
  caseStep,
  ...singleReedSteps,
  step(
    'joints',
    'assembly',
    'Bell, lower and upper joint',
    'Gentle twists. Hold the ring key of the upper joint down so that the bridge lifts.',
    [
      ['bridge-bent', 'Bridge pushed against its partner', 'Low notes and B♭5 one-and-one fail.'],
      ['cork-dry', 'Cork resists', 'Forcing bends rods; grease it.'],
    ],
    full({ caution: 'Never twist by rods or keys. Bent keys and cracks go to a technician.' }),
  ),
  step(
    'bridge',
    'assembly',
    'Bridge halves and rods in line',
    'The two bridge halves meet; both rods make one line; the tone holes too.',
    [
      ['rotated', 'Upper joint turned', 'Right hand won’t reach; low notes squeak.'],
      ['gap', 'Gap at a joint', 'Flat, mostly near that joint.'],
    ],
    full({ tolerance: 'one straight line by eye' }),
  ),
  step(
    'barrel',
    'assembly',
    'Barrel and mouthpiece',
    'The barrel’s narrow end takes the mouthpiece, with small twists; once the clarinet is together the reed lies in line with its register key.',
    [
      ['turned', 'Reed not in line', 'Crooked hold; one corner leaks.'],
      ['reversed', 'Barrel upside down', 'The mouthpiece sits loose and leaks: flat, squeaks.'],
    ],
  ),
  seatStep,
  step(
    'angle',
    'hold',
    'Steep angle, head up',
    'Clarinet comes down steeply towards the knees; the mouthpiece comes to the mouth.',
    [
      ['head-down', 'Chin dropped to the chest', 'Flat, unfocused, clicks in the throat.'],
      ['too-far-out', 'Held out like a trumpet', 'Wild and hard to keep low notes.'],
    ],
    { caution: 'Pain in thumb, wrist or neck: stop and rest. If it lasts, see a doctor or hand therapist.' },
  ),
  mouthStep(
    'About half of the reed’s cut in the mouth, chin flat and pointed, corners in. Wiggle the mouthpiece: nothing gives.',
  ),
  step(
    'thumb',
    'hold',
    'Right thumb under its rest',
    'Rest on the side of the thumb near the nail joint; fingers curve over rings, pads centred.',
    [
      ['finger-edges', 'Finger pads off centre', 'Squeak or no sound: ring fingers above all.'],
      ['side-key', 'Knuckle on a side key', 'Low notes jump up.'],
      ['throat-key', 'Left index on the A key', 'Every left-hand note squeaks.'],
    ],
    full(),
  ),
  apartStep(
    'Reed first: loosen, lift straight, into the guard. Mouthpiece, barrel, joints with small twists, bridge lifted; bell last.',
    REED_OFF,
    TWISTED_BY_KEYS,
  ),
  step(
    'swab',
    'after',
    'Swab, reed dry and flat',
    'Swab through from the bell; water away from pads; reed in the guard; wipe keys.',
    [['reed-left-on', 'Reed left on the mouthpiece', 'Warps; tomorrow it won’t speak.']],
  ),
]

export const CLARINET_TEACHING: Teaching = {
  firstNotes: ['G4', 'F4', 'E4', 'D4', 'C4'],
  smallParts: [
    { id: 'mouthpiece', part: 'mouthpiece alone', concert: 'C6', source: 'common practice' },
    { id: 'barrel', part: 'mouthpiece with barrel', concert: 'F#5', source: 'common practice' },
  ],
  embouchure: [
    { point: 'Reed in the mouth to about halfway down its cut', listen: 'Less is thin, more is wild' },
    {
      point: 'Top teeth on the mouthpiece',
      listen: 'A gentle wiggle moves nothing',
    },
    { point: 'Chin flat, corners in, cheeks firm', listen: 'A bunched chin sounds weak and flat' },
  ],
  loudTendency: 'flat',
  loudAndSoft: 'lips firmer for loud, lighter for soft, the air as fast in both.',
  listenFor: 'Does the pitch stay up when the tone gets louder?',
}
