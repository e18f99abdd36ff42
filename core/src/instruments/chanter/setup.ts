import { apartStep, caseStep, first, full, listStep, seatStep, step } from '../steps.ts'
import type { SetupStep } from '../types.ts'

/** Practice chanter in the order of work. Common practice of the trade; sentences are our own. */
export const CHANTER_SETUP: SetupStep[] = [
  listStep('Spare reed in a case, hemp, cloth'),
  caseStep,
  // Before the reed, which is sounded in the lips: posture comes first.
  seatStep,
  step(
    'reed-look',
    'reed',
    'Reed whole and dry',
    'Both blades meet evenly, no split, binding firm.',
    [
      ['split', 'Split or chipped blade', 'Hisses, double tones; replace it.'],
      ['wet', 'Wet from the last time', 'Flat and muffled; let it dry.'],
    ],
    { caution: 'Reeds are personal and small enough to swallow. Keep them from little children.' },
  ),
  step(
    'reed-lips',
    'reed',
    'Reed in the lips',
    'Lips sealed round the staple: a steady crow with constant pressure.',
    [
      ['no-crow', 'No sound', 'Blades closed, or too little pressure.'],
      [
        'chokes',
        'Chokes when blown',
        'Stands with less: too much pressure, or weak blades. Stands with more: too little, or hard ones.',
      ],
    ],
    first(),
  ),
  step(
    'reed-seat',
    'reed',
    'Reed seated firm and airtight',
    'Pushed straight into its seat with a small turn, by the staple, not by the blades.',
    [
      ['loose', 'Loose in the seat', 'Flat, and the pitch wanders.'],
      ['deep', 'Too deep', 'Sharp, the upper notes most; high A chokes.'],
      ['crooked', 'Crooked', 'Leaks, no steady low A.'],
    ],
    { tolerance: 'firm, straight, airtight' },
  ),
  step(
    'low-holes-open',
    'sound',
    'In the chanter with the bottom holes open',
    'Upper hand only: a steady tone before the lower hand is added.',
    [['breaks', 'Tone breaks off', 'Pressure not constant.']],
    first({ caution: 'Loud for its size: distance to ears, breaks, and your local rules for noise.' }),
  ),
  step(
    'hemp',
    'assembly',
    'Hemp snug on the tenon',
    'Turns with firm fingers, doesn’t wobble, doesn’t leak.',
    [
      ['leak', 'Wobbles or leaks', 'More breath for less tone, pitch sinks.'],
      ['tight', 'Too tight', 'Forced: the wood cracks. Take a turn of hemp off.'],
    ],
    full({ caution: 'No force on the tenon. Cracks go to a technician.' }),
  ),
  step(
    'line',
    'assembly',
    'Mouthpiece in line',
    'Top and chanter straight, holes to the front.',
    [['turned', 'Holes turned aside', 'Wrists twist; fingers lie on edges.']],
    full(),
  ),
  step(
    'fingers',
    'hold',
    'Flat fingers, middle joints on the holes',
    'Straight fingers, upper hand on top, the holes lie under the middle pads.',
    [
      ['tips', 'Fingertips on the holes', 'Holes leak: squeals and wrong notes.'],
      ['lifted-high', 'Fingers fly high', 'Late and uneven, crossing noises.'],
    ],
    full(),
  ),
  step(
    'pressure',
    'hold',
    'Constant pressure',
    'Cheeks firm, no tongue; the pitch doesn’t wave as the breath renews.',
    [
      ['wave', 'Pitch waves with the breath', 'Pressure drops at each renewal.'],
      ['tongued', 'Notes begun with the tongue', 'Nothing to lean on later: begin with a gracenote.'],
    ],
  ),
  apartStep('Top off with a straight turn; the reed stays or comes out by its staple; sole unscrewed.', [
    'reed-pulled',
    'Reed pulled by its blades',
    'They split: hold the staple.',
  ]),
  step(
    'dry',
    'after',
    'Top and sole unscrewed to dry',
    'Reed out or top off, cloth through, nothing shut in wet.',
    [['shut-wet', 'Screwed together wet', 'Reed goes mouldy, hemp swells.']],
  ),
]
