import {
  REED_OFF,
  TWISTED_BY_KEYS,
  apartStep,
  caseStep,
  first,
  full,
  listStep,
  mouthStep,
  seatStep,
  singleReedSteps,
  step,
} from '../steps.ts'
import type { SetupStep } from '../types.ts'

/** Saxophone in the order of work. Common practice of the trade; sentences are our own. */
export const SAXOPHONE_SETUP: SetupStep[] = [
  listStep('Reeds in a guard, cork grease, swab, strap'),
  caseStep,
  ...singleReedSteps,
  step(
    'mouthpiece',
    'sound',
    'Mouthpiece alone',
    'Held by the shank; sounds one note with an even stream. Then on the neck.',
    [
      ['low-alone', 'Sounds far below its note', 'Too loose, or too little in the mouth.'],
      ['high-alone', 'Sounds above its note', 'Biting: the whole saxophone will be sharp.'],
    ],
    first({
      caution: 'The mouthpiece alone is loud: distance to ears, breaks, and your local rules for noise.',
    }),
  ),
  step(
    'on-neck',
    'sound',
    'Mouthpiece on the neck',
    'Neck held straight in front, mouthpiece level into the mouth: one steady note with an even stream.',
    [
      ['sags', 'Sinks or breaks off', 'Air not steady, or the corners too loose.'],
      ['sharp', 'Above its usual note', 'Biting; let the jaw drop a little.'],
    ],
    first(),
  ),
  step(
    'strap-on',
    'assembly',
    'Strap round the neck before lifting',
    'Strap on and hooked in while the saxophone still stands on its bell or lies in the case; then lift by the bell.',
    [
      ['no-strap', 'Lifted without the strap', 'It slips from the hands; rods and neck bend.'],
      ['by-rods', 'Lifted by the rods', 'Keys go out of line: low notes stop.'],
    ],
    full(),
  ),
  step(
    'neck',
    'assembly',
    'Neck on the body',
    'Hold the body by the bell, lift the octave lever’s ring clear, push with small twists; screw just tight.',
    [
      ['lever-bent', 'Octave lever pressed or bent', 'Middle notes jump up: the vent stays open.'],
      ['neck-turned', 'Neck not in line', 'Head turns sideways; one corner leaks.'],
    ],
    full({ caution: 'Never push on the octave lever. A bent neck or lever goes to a technician.' }),
  ),
  step(
    'neck-depth',
    'assembly',
    'Mouthpiece half to three quarters on the cork',
    'Push with small twists, grease if it resists; reed towards the inner curve of the neck.',
    [
      ['too-far-in', 'Too far on', 'Sharp, the short notes most.'],
      ['too-far-out', 'Too far out', 'Flat, and the octaves drift apart.'],
    ],
    full({ tolerance: 'half to three quarters of the cork' }),
  ),
  step(
    'strap',
    'assembly',
    'Strap brings the mouthpiece to the mouth',
    'Head up, then the strap is drawn until the mouthpiece touches the lips.',
    [
      ['strap-low', 'Strap too low', 'Chin drops; flat and stuffy, sore thumb.'],
      ['strap-high', 'Strap too high', 'Neck stretches; thin and sharp.'],
    ],
    full(),
  ),
  seatStep,
  step(
    'angle',
    'hold',
    'Mouthpiece nearly level into the mouth',
    'Saxophone to the right side or in front (school), head up, mouthpiece nearly level.',
    [
      ['head-down', 'Head bent to the instrument', 'Flat, unfocused.'],
      ['steep', 'Held steep like a clarinet', 'Thin; the low notes won’t speak.'],
    ],
  ),
  mouthStep(
    'A third to half of the cut in the mouth, corners in from all sides like a ring, chin not bunched.',
    ['smile', 'Corners pulled back', 'Thin and sharp; the lip tires.'],
  ),
  step(
    'hands',
    'hold',
    'Thumbs rest, fingers curve',
    'Left thumb on its button near the octave key, right thumb under the hook; palms clear of the palm keys.',
    [
      ['palm-keys', 'Palm on a palm key', 'Every note squeaks or sounds wrong.'],
      ['side-keys', 'Right hand on the side keys', 'Low notes jump up.'],
    ],
    full(),
  ),
  apartStep(
    'Reed first: loosen, lift straight, into the guard. Mouthpiece off the cork, neck off with the screw loose, plug in the body.',
    REED_OFF,
    TWISTED_BY_KEYS,
  ),
  step(
    'swab',
    'after',
    'Swab, reed dry and flat',
    'Swab neck and body from the bell; water away from pads; reed in the guard; neck plug in.',
    [
      ['reed-left-on', 'Reed left on the mouthpiece', 'Warps; tomorrow it won’t speak.'],
      ['wet-pads', 'Water left under G♯ or low C♯', 'The pad sticks; low notes gurgle.'],
    ],
  ),
]
