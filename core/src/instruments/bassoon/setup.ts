import { TWISTED_BY_KEYS, apartStep, caseStep, first, full, listStep, seatStep, step } from '../steps.ts'
import type { SetupStep } from '../types.ts'

/** Bassoon in the order of work. Common practice of the trade; sentences are our own. */
export const BASSOON_SETUP: SetupStep[] = [
  listStep('Reeds in a case, a small water pot, seat strap or harness, swabs'),
  caseStep,
  step(
    'soak',
    'reed',
    'Soak the reed',
    'Whole blade in water, two to three minutes; blow it through.',
    [
      ['dry', 'Too short in the water', 'Stiff, wires loose: starts late, thin and sharp.'],
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
    'From the front: an even almond, both blades alike, wires firm.',
    [
      ['closed', 'Closed down', 'Won’t start low. Squeeze the first wire at its sides gently.'],
      ['gaping', 'Too open', 'Coarse and flat. Squeeze top and bottom gently.'],
      ['chipped', 'Chipped or split', 'Rattles, cracks; replace it.'],
    ],
    { caution: 'Wires, scraping and knives are for the teacher or a reed maker, never for a child.' },
  ),
  step(
    'crow',
    'reed',
    'A free crow of many voices',
    'Reed alone, even lip pressure: a rattling crow, low and high together.',
    [
      ['one-voice', 'Only one high voice', 'Biting, or the tip is too closed.'],
      ['no-crow', 'No rattle', 'Heavy reed: hard low notes.'],
    ],
  ),
  step(
    'on-crook',
    'sound',
    'Reed on the crook',
    'Sounds about C sharp with even pressure and no pinch.',
    [
      ['sharp', 'Above C sharp', 'Biting, or too much reed: the middle notes will be sharp.'],
      ['flat', 'Below C sharp', 'Too loose, or too little reed in the mouth.'],
    ],
    first(),
  ),
  step(
    'strap',
    'assembly',
    'Seat strap or harness first',
    'Strap across the chair’s front edge, or harness closed, before the bassoon is lifted.',
    [['none', 'Held by the hands alone', 'Hands cramp; it slides away.']],
    full(),
  ),
  step(
    'joints',
    'assembly',
    'Wing, long joint, bell',
    'Wing and long joint into the boot with small twists, lock closed; bell last with its key held down.',
    [
      ['lock-open', 'Lock not closed', 'Joints turn; keys don’t meet.'],
      ['bell-key', 'Bell key not held', 'Bridge bends: low B fails.'],
    ],
    full({ caution: 'Heavy: an adult helps small players. No force on rods; repairs go to a technician.' }),
  ),
  step(
    'crook',
    'assembly',
    'Crook and whisper key in line',
    'The pad of the whisper key meets the crook’s small hole.',
    [
      ['off', 'Pad beside the hole', 'Low notes crack upwards.'],
      ['crook-bent', 'Crook held by its bend', 'It bends; a technician’s work.'],
    ],
    full({ tolerance: 'pad centred on the hole' }),
  ),
  seatStep,
  step(
    'height',
    'hold',
    'Reed comes to the mouth',
    'Strap drawn until the reed meets the lips with the head up; bassoon across to the left.',
    [
      ['low', 'Too low', 'Chin drops; flat, stuffy.'],
      ['high', 'Too high', 'Neck stretches; pinched.'],
    ],
    full(),
  ),
  step(
    'mouth',
    'hold',
    'Even pressure, jaw low and back',
    'Lips slightly in, upper lip near the first wire, no smile.',
    [
      ['biting', 'Biting', 'Sharp, low notes refuse.'],
      ['too-little', 'Too little reed', 'Thin and flat.'],
      ['too-much', 'Too much reed', 'Wild and sharp.'],
    ],
  ),
  apartStep(
    'Reed off, crook out by its plain end, bell with its key held, lock open, joints out of the boot straight.',
    TWISTED_BY_KEYS,
  ),
  step(
    'swab',
    'after',
    'Swab boot and wing',
    'Pour the water from the boot, swab wing and boot, dry the crook by blowing through it; reed to dry.',
    [
      ['water-left', 'Water left in the boot', 'Pads rot; the wood swells.'],
      ['reed-shut', 'Wet reed shut in', 'Goes mouldy; follow your health rules.'],
    ],
  ),
]
