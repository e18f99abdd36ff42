import { apartStep, caseStep, first, full, listStep, seatStep, step } from '../steps.ts'
import type { SetupStep } from '../types.ts'

/** Recorder in the order of work. Common practice of the trade; sentences are our own. */
export const RECORDER_SETUP: SetupStep[] = [
  listStep('Cleaning rod and cloth, joint grease'),
  caseStep,
  step(
    'warm',
    'assembly',
    'Warm the head',
    'Head joint against the body or under the arm until it feels warm.',
    [
      ['cold', 'Head still cold', 'Water in the windway: hoarse, the top chokes.'],
      ['covered', 'Window covered by the hand', 'No sound.'],
    ],
    { caution: 'Recorders that are shared are cleaned between players; follow your local health rules.' },
  ),
  step(
    'head',
    'sound',
    'Head joint alone',
    'A steady pitch with the palm closing the end, breath as for a quiet sentence.',
    [
      ['shrill', 'Shrill, jumps up', 'Breath too fast.'],
      ['sinking', 'Sinks at the end', 'Breath too slow, or not steady.'],
    ],
    first(),
  ),
  step(
    'joints',
    'assembly',
    'Middle joint straight in',
    'Small twists, grease if dry; window in line with the front holes.',
    [
      ['turned', 'Window out of line', 'Head turns sideways; hands twist.'],
      ['forced', 'Joint forced or dry', 'Cork or thread tears, joint leaks.'],
    ],
    full({
      tolerance: 'window in line with the holes',
      caution: 'No force on joints. Cracks go to a technician.',
    }),
  ),
  step(
    'foot',
    'assembly',
    'Foot turned for the little finger',
    'Its hole lies where the little finger falls, a little to the outside.',
    [
      ['reach', 'Little finger has to stretch', 'The lowest note leaks.'],
      ['too-far', 'Turned too far', 'Ring finger is pulled off its hole.'],
    ],
    full(),
  ),
  step(
    'pull',
    'assembly',
    'Head pulled out to tune',
    'A few millimetres at most; more makes the short notes flat.',
    [['far-out', 'Pulled far out', 'Short notes flat, octaves don’t agree.']],
    full({ tolerance: 'up to about 4 mm' }),
  ),
  seatStep,
  step(
    'lips',
    'hold',
    'Lips closed round the beak, teeth off',
    'Relaxed lips, nothing bitten, tip of the beak only.',
    [
      ['bite', 'Teeth on the beak', 'Stiff jaw, heavy tongue.'],
      ['deep', 'Too deep in the mouth', 'Tongue can’t reach; windway gets wet.'],
    ],
  ),
  step(
    'hands',
    'hold',
    'Left hand on top, thumb behind',
    'Left above, right thumb supports behind the right index; pads flat on the holes.',
    [
      ['hands-swapped', 'Right hand on top', 'Foot and twin holes can’t be reached later.'],
      ['leak', 'Holes not covered', 'Squeaks and jumps on every closed note.'],
    ],
    full(),
  ),
  step(
    'thumb',
    'hold',
    'Left thumb ready to pinch',
    'Nail edge at the thumb hole, joint bent: rolls, doesn’t slide.',
    [['flat-thumb', 'Thumb flat on the hole', 'The upper octave won’t come, or hisses.']],
    full(),
  ),
  apartStep('Foot, then the head, with small twists; never wobbled sideways.', [
    'wobbled-off',
    'Joint wobbled off',
    'Cork or thread tears, joint leaks.',
  ]),
  step(
    'swab',
    'after',
    'Dry inside',
    'Cloth through every joint, windway blown free with the window covered.',
    [
      ['wet', 'Put away wet', 'Tomorrow it is hoarse; wood cracks.'],
      ['windway-poked', 'Windway poked with something hard', 'Its edge is spoilt for good.'],
    ],
  ),
]
