import {
  CHANTER_ORDER,
  DOUBLE_ORDER,
  FLUTE_ORDER,
  RECORDER_ORDER,
  SINGLE_ORDER,
  type MouthStep,
} from './mouth-orders.ts'
import { sign, type Cause, type HowLikely, type Model, type Question } from '../evidence/index.ts'

/** One thing that can be too little, too much or right: tried from both ends (common practice, no source). */
export interface Ends {
  id: string
  words: string
  little: string
  much: string
}

/** A cause at the mouth, with the one thing to try. */
export interface MouthCause extends Cause {
  remedy: string
  caution?: string
}

/** What can be wrong where sound is made: seen, heard, measured, and what to try. */
export interface Mouth {
  model: Omit<Model, 'causes'> & { causes: readonly MouthCause[] }
  /** Ids of questions by how an answer is come by. */
  seen: readonly string[]
  heard: readonly string[]
  ends: readonly Ends[]
  /** What a small part that sounds too high or too low usually means, and what to try. */
  high: string
  low: string
  /** What the guide beside the mirror asks to look for. */
  look: readonly string[]
  /** How the mouth is set, one step after the other (common practice; the words are ours). */
  order: readonly MouthStep[]
}

const cause = (
  id: string,
  words: string,
  usual: HowLikely,
  remedy: string,
  caution?: string,
): MouthCause => ({
  id,
  words,
  usual,
  remedy,
  ...(caution && { caution }),
})

/** Directions are common practice, no source; the five words of likelihood are chosen by Halitus. */
const mouth = (
  causes: readonly MouthCause[],
  seen: readonly Question[],
  heard: readonly Question[],
  checks: readonly Question[],
  more: Pick<Mouth, 'ends' | 'high' | 'low' | 'look' | 'order'>,
): Mouth => ({
  model: { causes, questions: [...seen, ...heard, ...checks, ...MEASURED], otherShare: 0.08 },
  seen: seen.map((q) => q.id),
  heard: heard.map((q) => q.id),
  ...more,
})

/** Told by numbers of the newest take; causes that a mouth doesn't know are passed over. */
const MEASURED: readonly Question[] = [
  sign(
    'part-high',
    'The small part sounds high',
    {
      bite: 'often',
      much: 'seldom',
      little: 'now and then',
      fast: 'often',
      open: 'often',
      loose: 'almost never',
      covered: 'almost never',
      slow: 'seldom',
    },
    'seldom',
  ),
  sign(
    'part-low',
    'The small part sounds low',
    {
      loose: 'often',
      much: 'often',
      covered: 'often',
      slow: 'often',
      bite: 'almost never',
      open: 'almost never',
      fast: 'almost never',
    },
    'seldom',
  ),
  sign(
    'unsteady',
    'The pitch wavers',
    {
      loose: 'often',
      puffed: 'often',
      tension: 'often',
      slow: 'now and then',
      uneven: 'often',
      'teeth-off': 'often',
    },
    'seldom',
  ),
  sign(
    'air-in-tone',
    'More air than tone',
    {
      little: 'now and then',
      loose: 'often',
      missed: 'almost always',
      open: 'often',
      reed: 'now and then',
      leak: 'often',
      slow: 'now and then',
    },
    'seldom',
  ),
  sign(
    'sags-loud',
    'Sinks when loud',
    { loose: 'often', puffed: 'now and then', reed: 'now and then', bite: 'seldom' },
    'seldom',
  ),
  sign(
    'narrow-bend',
    'Hardly bends',
    { bite: 'often', tension: 'now and then', loose: 'almost never' },
    'seldom',
  ),
]

const SORE = 'Sore lip, teeth or jaw: stop and rest; what lasts goes to a dentist or doctor.'

const single = (back: boolean) =>
  mouth(
    [
      cause(
        'bite',
        'Biting: pressure from below',
        'often',
        'Thicken the air, then let the jaw down until it growls; stop just before.',
        SORE,
      ),
      cause(
        'loose',
        'Too loose: corners let air past',
        'often',
        'Corners to the middle, as if around a straw; nothing upwards.',
      ),
      cause(
        'teeth-off',
        'Top teeth off the mouthpiece',
        'now and then',
        'Top teeth down on it, with the head’s own weight: then a wiggle moves nothing.',
      ),
      cause(
        'lip-in',
        'Lower lip too far over the teeth',
        'now and then',
        'Roll the lower lip out until half of its red is seen.',
      ),
      cause(
        'lip-out',
        'Lower lip turned out',
        'seldom',
        'Draw the lower lip in over the teeth until half of its red is left.',
      ),
      cause(
        'little',
        'Too little mouthpiece',
        'now and then',
        'A match’s breadth more at a time, until it honks; then a little back.',
      ),
      cause(
        'much',
        'Too much mouthpiece',
        'now and then',
        'A match’s breadth less, until it thins; then a little forward.',
      ),
      cause(
        'puffed',
        'Cheeks puffed',
        'seldom',
        'Blow through the closed corners without the instrument; cheeks flat, then the same with it.',
      ),
      cause(
        'chin',
        'Chin bunched up',
        'now and then',
        'Move the chin down freely and leave it there; only where it won’t go, against a finger.',
      ),
      cause('throat', 'Throat closed', 'seldom', 'Breathe in on a silent yawn and leave it that wide.'),
      cause(
        'slow',
        'Too little air',
        'now and then',
        'Blow a strip of paper level first; the same stream into the instrument.',
      ),
      cause(
        'reed',
        'The reed',
        'now and then',
        'Another reed of the same strength: better at once, then it was the reed.',
      ),
      cause('tension', 'Body tense', 'seldom', 'Put it down, shake hands and neck out, half the length.'),
    ],
    [
      sign(
        'corners-back',
        'Corners pulled back',
        { bite: 'often', loose: 'now and then', chin: 'now and then' },
        'seldom',
      ),
      sign('chin-up', 'Chin bunched', { chin: 'almost always', bite: 'often' }, 'seldom'),
      sign('cheeks', 'Cheeks blown up', { puffed: 'almost always', loose: 'seldom' }, 'almost never'),
      sign('sees-little', 'Only the tip is in', { little: 'almost always' }, 'almost never'),
      sign('sees-much', 'Far in the mouth', { much: 'almost always' }, 'almost never'),
      sign(
        'angle',
        back ? 'Held too flat' : 'Head down, mouthpiece pointing up',
        { bite: 'now and then', little: 'now and then' },
        'seldom',
      ),
      sign(
        'lip-hidden',
        'No red of the lower lip',
        { 'lip-in': 'almost always', bite: 'seldom' },
        'almost never',
      ),
      sign(
        'lip-turned',
        'Lower lip turned out',
        { 'lip-out': 'almost always', loose: 'seldom' },
        'almost never',
      ),
      sign('teeth-away', 'Top teeth don’t touch it', { 'teeth-off': 'almost always' }, 'almost never'),
      sign('leak-corners', 'Air hisses at a corner', { loose: 'almost always', much: 'seldom' }, 'seldom'),
      sign(
        'shoulders-up',
        'Shoulders or neck stiff',
        { tension: 'almost always', throat: 'often', bite: 'now and then' },
        'seldom',
      ),
    ],
    [
      sign(
        'no-sound',
        'No sound, only air',
        { loose: 'often', little: 'now and then', slow: 'often', reed: 'often', bite: 'seldom' },
        'seldom',
      ),
      sign(
        'thin',
        'Thin, weak',
        {
          little: 'often',
          bite: 'now and then',
          chin: 'often',
          throat: 'often',
          slow: 'now and then',
          'lip-in': 'often',
        },
        'seldom',
      ),
      sign(
        'wild',
        'Harsh, wild, honking',
        { much: 'almost always', 'lip-out': 'often', reed: 'now and then', loose: 'seldom' },
        'almost never',
      ),
      sign(
        'choked',
        'Strangled, sharp, stops',
        { bite: 'almost always', throat: 'seldom', reed: 'seldom' },
        'almost never',
      ),
      sign(
        'sagging',
        'Sags or wobbles',
        { loose: 'often', puffed: 'often', tension: 'often', slow: 'now and then', 'teeth-off': 'often' },
        'seldom',
      ),
      sign('shriek', 'Shrieks', { bite: 'often', much: 'now and then', reed: 'now and then' }, 'seldom'),
    ],
    [
      sign(
        'wiggles',
        'The mouthpiece moves when wiggled',
        { 'teeth-off': 'almost always', loose: 'now and then', little: 'seldom', bite: 'almost never' },
        'seldom',
        { ask: 'While it sounds, wiggle the mouthpiece gently: does it move?', seconds: 5 },
      ),
      // A wiggle asks for the teeth first; only what still moves with them on it is the corners.
      sign(
        'teeth-down',
        'Top teeth down on it steady it',
        { 'teeth-off': 'almost always', loose: 'almost never' },
        'seldom',
        { ask: 'Top teeth felt on it by the head’s weight, and wiggle again: still now?', seconds: 8 },
      ),
      sign(
        'lip-rolled',
        'Rolling the lower lip out frees it',
        { 'lip-in': 'almost always', bite: 'now and then', 'lip-out': 'almost never' },
        'seldom',
        { ask: 'Roll the lower lip out a little: does it open up?', seconds: 8 },
      ),
      sign(
        'jaw-down',
        'Letting the jaw down frees it',
        { bite: 'almost always', chin: 'now and then', loose: 'almost never', much: 'seldom' },
        'seldom',
        { ask: 'One long note, and let the jaw down a little: does it open up?', seconds: 10 },
      ),
      sign(
        'more-in',
        'A little more mouthpiece helps',
        { little: 'almost always', much: 'almost never', bite: 'now and then' },
        'seldom',
        { ask: 'A match’s breadth more mouthpiece: better?', seconds: 10 },
      ),
      sign(
        'less-in',
        'A little less mouthpiece helps',
        { much: 'almost always', little: 'almost never' },
        'seldom',
        { ask: 'A match’s breadth less mouthpiece: better?', seconds: 10 },
      ),
      sign(
        'more-air',
        'More air helps',
        { slow: 'almost always', throat: 'now and then', loose: 'seldom', reed: 'seldom' },
        'seldom',
        { ask: 'The same again with twice the air: better?', seconds: 8 },
      ),
      sign('other-reed', 'Another reed is better', { reed: 'almost always' }, 'seldom', {
        ask: 'Another reed of the same strength: better?',
        seconds: 30,
      }),
    ],
    {
      ends: [
        {
          id: 'mouthpiece',
          words: 'Mouthpiece in the mouth',
          little: 'just the tip',
          much: 'as far as it goes',
        },
        {
          id: 'lip',
          words: 'Lip pressure',
          little: 'so loose that air comes past',
          much: 'pinched, just before it stops',
        },
        { id: 'air', words: 'Air', little: 'as slow as it still sounds', much: 'as much as there is' },
      ],
      high: 'High: pressure from below, or too little mouthpiece. Let the jaw down, then a match’s breadth more.',
      low: 'Low: too loose, too much mouthpiece, or slow air. Corners in, a match’s breadth less, blow through.',
      look: ['Corners in', 'Chin flat', 'Cheeks firm', back ? 'Clarinet steep' : 'Mouthpiece nearly level'],
      order: SINGLE_ORDER,
    },
  )
export const CLARINET_MOUTH = single(true)
export const SAXOPHONE_MOUTH = single(false)

const double = (reed: string, jaw: string) =>
  mouth(
    [
      cause('bite', 'Biting', 'often', `${jaw} Say a dark “oh” around the reed.`, SORE),
      cause(
        'much',
        'Too much reed',
        'now and then',
        'Only the tip: draw it out until it goes flat and small, then a hair in.',
      ),
      cause(
        'little',
        'Too little reed',
        'seldom',
        'A hair more reed, until it gets loud and wild; then back.',
      ),
      cause(
        'loose',
        'Lips too loose',
        'now and then',
        'Lips round and even from all sides, as around a pencil held level.',
      ),
      cause(
        'slow',
        'Too little air',
        'now and then',
        'Fast air, little of it: blow long on one spot of the hand first.',
      ),
      cause(
        'stale',
        'Stale air not let out',
        'now and then',
        'Out first, then in: breathe out at every rest before the new breath.',
      ),
      cause('reed', 'The reed', 'often', `Crow the ${reed} alone: what it can’t do there, it can’t do here.`),
      cause('tension', 'Body tense', 'seldom', 'Put it down, shoulders up and let fall, half the length.'),
    ],
    [
      sign('corners-back', 'Corners pulled back', { bite: 'often', loose: 'now and then' }, 'seldom'),
      sign('sees-much', 'Much reed in the mouth', { much: 'almost always' }, 'almost never'),
      sign(
        'sees-little',
        'Lips only at the very tip',
        { little: 'almost always', loose: 'seldom' },
        'almost never',
      ),
      sign('cheeks', 'Cheeks blown up', { loose: 'now and then', stale: 'seldom', slow: 'seldom' }, 'seldom'),
      sign(
        'red',
        'Red in the face, bursting',
        { stale: 'almost always', bite: 'now and then', reed: 'now and then', tension: 'now and then' },
        'seldom',
      ),
      sign('lips-out', 'Lips not rolled in', { loose: 'often', bite: 'now and then' }, 'seldom'),
    ],
    [
      sign(
        'no-sound',
        'No sound, only air',
        { reed: 'often', slow: 'often', loose: 'now and then', bite: 'now and then' },
        'seldom',
      ),
      sign(
        'wild',
        'Wild, sharp, shrill',
        { much: 'almost always', bite: 'now and then', reed: 'seldom' },
        'seldom',
      ),
      sign(
        'choked',
        'Strangled, stops',
        { bite: 'almost always', reed: 'now and then', stale: 'now and then' },
        'almost never',
      ),
      sign('sagging', 'Sags or wobbles', { loose: 'often', slow: 'often', tension: 'often' }, 'seldom'),
      sign(
        'late',
        'Speaks late',
        { reed: 'often', slow: 'often', bite: 'now and then', little: 'now and then' },
        'seldom',
      ),
      sign(
        'gasps',
        'Out of breath though there is air',
        { stale: 'almost always', reed: 'seldom' },
        'almost never',
      ),
    ],
    [
      sign('crow-free', 'The reed crows freely', { reed: 'almost never' }, 'almost always', {
        ask: `The ${reed} alone: does it crow freely?`,
        seconds: 15,
      }),
      sign(
        'jaw-down',
        'Letting the jaw down frees it',
        { bite: 'almost always', much: 'seldom', loose: 'almost never' },
        'seldom',
        { ask: 'One long note, and let the jaw down a little: does it open up?', seconds: 10 },
      ),
      sign('less-in', 'A hair less reed helps', { much: 'almost always', little: 'almost never' }, 'seldom', {
        ask: 'A hair less reed: calmer?',
        seconds: 10,
      }),
      sign('out-first', 'Breathing out first helps', { stale: 'almost always' }, 'seldom', {
        ask: 'Breathe out fully, then in, then play: better?',
        seconds: 12,
      }),
      sign('more-air', 'Faster air helps', { slow: 'almost always', loose: 'seldom' }, 'seldom', {
        ask: 'The same again with faster air: better?',
        seconds: 8,
      }),
    ],
    {
      ends: [
        { id: 'reed', words: 'Reed in the mouth', little: 'only the very tip', much: 'far in' },
        {
          id: 'lip',
          words: 'Lip pressure',
          little: 'so loose that it sags',
          much: 'pinched, just before it stops',
        },
        { id: 'air', words: 'Air', little: 'as slow as it still sounds', much: 'as fast as it goes' },
      ],
      high: 'High: biting or too much reed; or a reed that is closed or dry. Jaw down, a hair less reed.',
      low: 'Low: too loose or slow air; or a reed that is open or sodden. Even lips, faster air.',
      look: ['Lips over both rows of teeth', 'Round, even pressure', 'Corners forward', 'Shoulders low'],
      order: DOUBLE_ORDER,
    },
  )
export const OBOE_MOUTH = double('reed', 'Jaw down inside closed lips.')
export const BASSOON_MOUTH = double('reed on the crook', 'Jaw lower and further back.')

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

export const CHANTER_MOUTH = mouth(
  [
    cause(
      'uneven',
      'Pressure comes in waves',
      'often',
      'Blow one low A against a clock: the second breath comes in before the first is out.',
    ),
    cause('slow', 'Too little pressure', 'often', 'Up until the reed rings, then hold just there.'),
    cause(
      'fast',
      'Too much pressure',
      'now and then',
      'Down until it nearly drops out, then a little up: high A tells.',
    ),
    cause('puffed', 'Cheeks take over', 'now and then', 'Cheeks firm: lungs push, nothing else.'),
    cause(
      'leak',
      'A leak: seat, hemp or lips',
      'now and then',
      'Close the end of the chanter and blow: nothing may get out.',
    ),
    cause('reed', 'The reed', 'now and then', 'The reed alone in the lips: rings at once, or not.'),
  ],
  [
    sign('cheeks', 'Cheeks blown up', { puffed: 'almost always' }, 'seldom'),
    sign('lips-leak', 'Air at the lips', { leak: 'often', fast: 'seldom' }, 'seldom'),
    sign('red', 'Red in the face', { fast: 'often', reed: 'often' }, 'seldom'),
  ],
  [
    sign('waves', 'Pitch in waves', { uneven: 'almost always', puffed: 'often' }, 'seldom'),
    sign('drops-out', 'Drops out', { slow: 'almost always', leak: 'often', reed: 'now and then' }, 'seldom'),
    sign(
      'chokes',
      'High A chokes',
      { fast: 'almost always', slow: 'now and then', reed: 'now and then' },
      'seldom',
    ),
    sign('breath-gap', 'Sinks at each breath', { uneven: 'often', slow: 'now and then' }, 'seldom'),
  ],
  [
    sign('tight', 'Nothing gets out when closed', { leak: 'almost never' }, 'almost always', {
      ask: 'End closed by the palm, blow: is it tight all round?',
      seconds: 8,
    }),
    sign('reed-rings', 'The reed alone rings at once', { reed: 'almost never' }, 'almost always', {
      ask: 'The reed alone in the lips: does it ring at once?',
      seconds: 15,
    }),
    sign('more', 'More pressure helps', { slow: 'almost always', fast: 'almost never' }, 'seldom', {
      ask: 'A little more pressure: does it stand?',
      seconds: 6,
    }),
  ],
  {
    ends: [
      {
        id: 'pressure',
        words: 'Pressure',
        little: 'just before it drops out',
        much: 'just before it chokes',
      },
      { id: 'cheeks', words: 'Cheeks', little: 'hollow', much: 'blown up' },
    ],
    high: 'High: too much pressure, or the reed seated deep. Down until it nearly drops out, then a little up.',
    low: 'Low: too little pressure, a leak, or a wet reed. Up until it rings; then look for leaks.',
    look: ['Lips sealed', 'Cheeks firm', 'Shoulders low', 'Chanter straight before the body'],
    order: CHANTER_ORDER,
  },
)
