import { sign } from '../../evidence/index.ts'
import { cause, mouth, SORE } from '../mouth.ts'
import { FLUTE_ORDER } from '../mouth-orders.ts'

/** What can be wrong where a flute is blown. */
export const FLUTE_MOUTH = mouth(
  [
    cause(
      'missed',
      'The stream misses the edge',
      'often',
      'Without flute: aim at the middle of the other palm, then lower, then higher, by the upper lip alone.',
    ),
    cause(
      'covered',
      'Hole covered too much',
      'now and then',
      'Roll out a little, or slide the plate down from the lip, until it gets airy; then back.',
    ),
    cause(
      'open',
      'Hole covered too little',
      'now and then',
      'Roll in a little, lower lip fuller, until it gets small; then back.',
    ),
    cause(
      'wide',
      'Opening between the lips too wide',
      'often',
      'Cool the tip of one finger: as small a stream as does it.',
    ),
    cause(
      'centre',
      'Hole not centred',
      'now and then',
      'Mirror: the hole under the middle of the opening, wherever that is on this face.',
    ),
    cause(
      'fast',
      'Air too fast for the note',
      'now and then',
      'Warm, slow air as on cold hands; the low note comes back.',
    ),
    cause(
      'slow',
      'Too little air',
      'now and then',
      'A little more speed without more force, as if cooling soup.',
    ),
    cause(
      'bite',
      'Lips pressed together',
      'seldom',
      'Lower lip hangs full and does nothing; the upper one aims.',
      SORE,
    ),
    cause(
      'tension',
      'Body tense',
      'seldom',
      'Head joint only, and sit; breathe normally between tries.',
      'Dizzy: stop, sit, breathe normally. It is common on the flute at first.',
    ),
  ],
  [
    sign(
      'off-centre',
      'Condensation not in the middle of the plate',
      { centre: 'almost always', missed: 'now and then' },
      'almost never',
    ),
    sign('sees-covered', 'Lower lip over half of the hole', { covered: 'almost always' }, 'almost never'),
    sign('sees-open', 'Hole nearly free', { open: 'almost always', missed: 'now and then' }, 'almost never'),
    sign('wide-lips', 'Opening wide as a pencil', { wide: 'almost always', slow: 'seldom' }, 'almost never'),
    sign(
      'smile',
      'Corners pulled into a smile',
      { bite: 'often', wide: 'now and then', missed: 'now and then' },
      'seldom',
    ),
    sign(
      'head-tilt',
      'Head tilted, flute pointing down',
      { centre: 'often', missed: 'now and then' },
      'seldom',
    ),
  ],
  [
    sign(
      'no-sound',
      'No sound, only air',
      {
        missed: 'almost always',
        open: 'now and then',
        covered: 'now and then',
        wide: 'now and then',
        centre: 'now and then',
      },
      'seldom',
    ),
    sign(
      'airy',
      'Airy, hissing',
      { wide: 'often', open: 'often', centre: 'often', missed: 'often' },
      'seldom',
    ),
    sign('small', 'Small and flat', { covered: 'almost always', slow: 'now and then' }, 'seldom'),
    sign('jumps', 'Low note jumps up', { fast: 'almost always', bite: 'now and then' }, 'almost never'),
    sign('choked', 'Pinched, thin', { bite: 'almost always', covered: 'now and then' }, 'seldom'),
    sign('fades', 'Fades after a second', { wide: 'often', slow: 'often' }, 'seldom'),
  ],
  [
    sign('rolls-out', 'Rolling out helps', { covered: 'almost always', open: 'almost never' }, 'seldom', {
      ask: 'Roll the plate out a little while it sounds: bigger?',
      seconds: 6,
    }),
    sign('rolls-in', 'Rolling in helps', { open: 'almost always', covered: 'almost never' }, 'seldom', {
      ask: 'Roll the plate in a little while it sounds: clearer?',
      seconds: 6,
    }),
    sign(
      'finger-cool',
      'Cooling one fingertip first helps',
      { wide: 'almost always', missed: 'now and then' },
      'seldom',
      { ask: 'Cool one fingertip, then the same stream on the plate: clearer?', seconds: 12 },
    ),
    sign('slower', 'Slower air helps', { fast: 'almost always', slow: 'almost never' }, 'seldom', {
      ask: 'End closed by the palm, warm slow air: does the low note stay?',
      seconds: 10,
    }),
    sign('mirror', 'The mirror shows it off centre', { centre: 'almost always' }, 'seldom', {
      ask: 'Mirror: is the opening of the lips above the middle of the hole?',
      seconds: 6,
    }),
  ],
  {
    ends: [
      {
        id: 'roll',
        words: 'Hole covered',
        little: 'rolled out, hardly covered',
        much: 'rolled in, nearly shut',
      },
      {
        id: 'opening',
        words: 'Opening of the lips',
        little: 'a pinhole',
        much: 'as for whistling to nobody',
      },
      { id: 'air', words: 'Speed of the air', little: 'warm and slow', much: 'cold and fast' },
    ],
    high: 'High: hole too free, or air too fast. Roll in a little; warmer, slower air.',
    low: 'Low: hole covered too much, or slow air. Roll out a little; a smaller, faster stream.',
    look: [
      'Hole under the opening of the lips',
      'Lower lip full, a quarter to a third of the hole',
      'Flute parallel to the lips',
      'Head up',
    ],
    order: FLUTE_ORDER,
  },
)
