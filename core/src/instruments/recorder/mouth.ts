import { sign } from '../../evidence/index.ts'
import { cause, mouth } from '../mouth.ts'
import { RECORDER_ORDER } from '../mouth-orders.ts'

/** What can be wrong where a recorder is blown. */
export const RECORDER_MOUTH = mouth(
  [
    cause('fast', 'Too much air', 'often', 'Air as for a quiet sentence; say it, then play it.'),
    cause('slow', 'Too little air', 'now and then', 'A little more, until it stands still; no further.'),
    cause(
      'uneven',
      'Air comes in waves',
      'often',
      'One long “hoo” on the hand; the same along the whole note.',
    ),
    cause(
      'bite',
      'Teeth on the beak',
      'now and then',
      'Teeth off, lips closed round the beak like round a spoon.',
    ),
    cause('puffed', 'Cheeks puffed', 'seldom', 'Cheeks stay where they are in speaking.'),
    cause(
      'water',
      'Water in the windway',
      'now and then',
      'Warm the head, then draw air in through the beak once; a hand over the window, and blow.',
    ),
    cause(
      'leak',
      'A hole not covered',
      'often',
      'Head joint alone: all right there, then it is the fingers.',
    ),
  ],
  [
    sign('teeth', 'Teeth on the beak', { bite: 'almost always' }, 'almost never'),
    sign('cheeks', 'Cheeks blown up', { puffed: 'almost always', fast: 'now and then' }, 'seldom'),
    sign('far-in', 'Beak far in the mouth', { bite: 'now and then', uneven: 'now and then' }, 'seldom'),
    sign('shoulders-up', 'Shoulders rise', { fast: 'often', uneven: 'often' }, 'seldom'),
  ],
  [
    sign('shrill', 'Shrill, jumps up', { fast: 'almost always', leak: 'often' }, 'seldom'),
    sign('flat', 'Flat, weak', { slow: 'almost always', bite: 'seldom' }, 'seldom'),
    sign('waves', 'Pitch in waves', { uneven: 'almost always', slow: 'now and then' }, 'seldom'),
    sign('veiled', 'Veiled, chokes high up', { water: 'almost always', bite: 'now and then' }, 'seldom'),
  ],
  [
    sign('softer', 'Less air helps', { fast: 'almost always', slow: 'almost never' }, 'seldom', {
      ask: 'Half as much air: does it settle?',
      seconds: 6,
    }),
    sign(
      'head-alone',
      'The head joint alone is all right',
      { leak: 'almost always', water: 'seldom', uneven: 'seldom', fast: 'now and then' },
      'now and then',
      { ask: 'Head joint alone, end closed: steady there?', seconds: 12 },
    ),
    sign('sucked-dry', 'Clearing the windway helps', { water: 'almost always' }, 'seldom', {
      ask: 'Clear the windway: better?',
      seconds: 8,
    }),
  ],
  {
    ends: [
      { id: 'air', words: 'Air', little: 'so little that it sags', much: 'so much that it jumps' },
      { id: 'beak', words: 'Beak', little: 'only touching the lips', much: 'far between the lips' },
    ],
    high: 'High: too much air. As for a quiet sentence.',
    low: 'Low: too little air. A little more, until it stands.',
    look: ['Lips closed round the beak', 'Teeth off', 'Cheeks at rest', 'Recorder at a slant, head up'],
    order: RECORDER_ORDER,
  },
)
