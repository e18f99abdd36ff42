import { TWISTED_BY_KEYS, apartStep, caseStep, first, full, listStep, seatStep, step } from '../steps.ts'
import type { SetupStep } from '../types.ts'

/** Oboe in the order of work. Common practice of the trade; sentences are our own. */
export const OBOE_SETUP: SetupStep[] = [
  listStep('Reeds in a case, a small water pot, cork grease, swab'),
  caseStep,
  step(
    'soak',
    'reed',
    'Soak the reed',
    'Tip down in water, two to three minutes; a drop inside; shake it out.',
    [
      ['dry', 'Too short in the water', 'Stiff: starts late, thin and sharp; the tip may crack.'],
      ['sodden', 'Left in for too long', 'The tip gapes: coarse, dull and flat.'],
    ],
    {
      tolerance: '2 to 3 min',
      caution: 'Reeds are personal. Dry them between uses; follow your local health rules.',
    },
  ),
  step(
    'tip',
    'reed',
    'Tip opening',
    'Seen from the front: a slim even almond, both blades alike, no chip.',
    [
      ['closed', 'Closed down', 'Won’t start, or only softly and sharp. Squeeze the sides gently.'],
      ['gaping', 'Too open', 'Needs too much air, flat and coarse. Squeeze top and bottom gently.'],
      ['chipped', 'Chipped or split', 'Buzzes, cracks; replace it.'],
    ],
    { caution: 'Wires, scraping and knives are for the teacher or a reed maker, never for a child.' },
  ),
  step(
    'crow',
    'reed',
    'Crow in octaves on C',
    'Reed alone, lips on the thread, free breath: C in octaves, in balance.',
    [
      ['one-voice', 'Only one high voice', 'Thin and sharp on the oboe.'],
      ['low-rattle', 'A low rattle', 'Flat, unstable, too open or too soft.'],
    ],
  ),
  step(
    'joints',
    'assembly',
    'Joints with the bridge levers open',
    'Bell first, then lower and upper joint: press no key down that lies under a lever; small twists.',
    [
      ['bridge-bent', 'Levers pushed against each other', 'Low notes and forked F fail.'],
      ['cork-dry', 'Cork resists', 'Force bends rods; grease it.'],
    ],
    full({ caution: 'No force on rods and keys. Cracks and bent keys go to a technician.' }),
  ),
  step(
    'line',
    'assembly',
    'Rods and levers in line',
    'Bridge levers meet over each other; the rods make one line.',
    [['rotated', 'Joints turned', 'Long keys leak; low notes gurgle.']],
    full({ tolerance: 'one straight line by eye' }),
  ),
  step(
    'reed-in',
    'assembly',
    'Reed fully in, blades level',
    'Pushed home by its cork, flat side up to the lips.',
    [
      ['not-home', 'Not pushed home', 'Flat, and the octaves don’t agree.'],
      ['turned', 'Blades turned', 'One corner works harder; tone one-sided.'],
    ],
    full(),
  ),
  step(
    'alone',
    'sound',
    'Reed alone, then on',
    'A steady crow for four counts before the oboe is added.',
    [['unsteady', 'Crow breaks', 'Rest, then less reed in the mouth.']],
    first(),
  ),
  seatStep,
  step(
    'mouth',
    'hold',
    'A small tip of reed, lips over both rows of teeth',
    'Corners forward, lips like a cushion all round; the tip just inside.',
    [
      ['too-much', 'Too much reed', 'Wild, sharp, loud.'],
      ['biting', 'Biting', 'Sharp and small; lips tire in minutes.'],
    ],
    {
      caution:
        'Pressure in the head or dizziness: put it down, breathe out the stale air, sit and breathe normally.',
    },
  ),
  step(
    'thumb',
    'hold',
    'Right thumb under its rest',
    'Oboe at about 45 degrees, weight on the thumb near the nail joint.',
    [['wrist', 'Wrist bent', 'Fingers stiffen; ring finger leaks.']],
    full(),
  ),
  apartStep(
    'Reed out by its thread and into its case; bell, joints with the levers open, small twists.',
    TWISTED_BY_KEYS,
  ),
  step(
    'swab',
    'after',
    'Swab, reed dry',
    'Silk or feather through each joint with care, water out of the octave vents; reed to dry in an open case.',
    [
      ['swab-forced', 'Swab pulled though it stuck', 'It jams: a technician takes it out.'],
      ['reed-shut', 'Wet reed shut in', 'Goes mouldy; follow your health rules.'],
    ],
  ),
]
