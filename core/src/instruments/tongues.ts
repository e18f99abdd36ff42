import { sign, type Cause, type HowLikely, type Model, type Question } from '../evidence/index.ts'

/** What goes wrong with the tongue, with one drill. */
export interface TongueCause extends Cause {
  remedy: string
  caution?: string
}

/** One step on the way to a tongued note; each is passed by what is heard, or by the teacher's word where nothing sounds. */
export interface WayIn {
  id: string
  title: string
  /** What to do, to be said aloud. */
  ask: string
  /** How many strokes belong to it, in one breath. */
  strokes: number
  /** What sounds meanwhile. */
  heard: 'nothing' | 'air' | 'part' | 'note'
  /** The sound begins with air and is then stopped by the tongue: for those who lose it. */
  airFirst?: boolean
}

/** How notes are tongued on an instrument: the ways in, and what can be wrong. */
export interface Tongue {
  model: Omit<Model, 'causes'> & { causes: readonly TongueCause[] }
  /** Ids of questions that a teacher answers by looking and listening. */
  seen: readonly string[]
  ways: readonly WayIn[]
  /** Where the tongue goes, by the ways of teaching it; the family's school names them. */
  place: Readonly<Record<string, string>>
  /** Which school that is; without one there is a single place. */
  school?: string
  /** Higher and lower register, in a sentence. */
  registers: string
  /** Where the stopped tongue is practised, if not on the first notes: in the upper register (common practice on the clarinet). */
  stopped?: 'high'
  /** Syllables: single, soft, and the back one of a double stroke. */
  syllables: readonly [string, string, string]
}

const cause = (
  id: string,
  words: string,
  usual: HowLikely,
  remedy: string,
  caution?: string,
): TongueCause => ({
  id,
  words,
  usual,
  remedy,
  ...(caution && { caution }),
})

/** Directions are common practice, no source; the five words of likelihood are chosen by Halitus. */
const causes = (tip: string, behind: string): readonly TongueCause[] => [
  cause(
    'heavy',
    'Too much tongue: the whole of it moves',
    'often',
    `Only ${tip}. Whisper the softest syllable you can, then the same on one long breath.`,
  ),
  cause(
    'stops-air',
    'The air stops with each stroke',
    'often',
    'One long slurred tone first; the tongue taps into it and the air doesn’t notice.',
  ),
  cause(
    'tongue-sounds',
    'The tongue is believed to make the sound',
    'now and then',
    'Start the tone with air alone, hold it, stop it with the tongue, let go again.',
  ),
  cause(
    'moves',
    'Lips or jaw move along',
    'now and then',
    'A finger on the chin, a mirror in front: nothing moves outside while the tongue works.',
    'Sore jaw: rest; what lasts goes to a dentist or doctor.',
  ),
  cause(
    'back',
    `The tongue is too far back for this register`,
    'now and then',
    `${behind} One note of the low register, then the same place higher up.`,
  ),
  cause(
    'late-air',
    'The tongue leaves before the air is there',
    'now and then',
    'Tongue on its place, air behind it, wait; then let go.',
  ),
  cause(
    'uneven',
    'Strokes uneven: no pulse behind them',
    'often',
    'Say it to the click, then play: two, three, four in a row, and stop on the beat.',
  ),
  cause(
    'too-fast',
    'Faster than it can be even',
    'now and then',
    'Back to the last tempo that was even; three times well, then one mark up.',
  ),
  cause(
    'slow',
    'The tongue is slow: it goes too far',
    'now and then',
    'Smaller strokes at the same tempo; short bursts of four, then rest.',
  ),
  cause(
    'afraid',
    'The tone is held back as soon as it is tongued',
    'now and then',
    'The same notes slurred, aloud; then tongued with that very tone, no softer.',
  ),
  cause(
    'throat',
    'Tight throat, tight tongue',
    'seldom',
    'Hum and play, or flutter on one tone; then a silent yawn, and the strokes again.',
    'Sore throat: no tongue drills today.',
  ),
]

/** Told by numbers of the newest take. */
const MEASURED: readonly Question[] = [
  sign(
    'deep',
    'Strokes deeper than they need to be',
    { heavy: 'almost always', 'stops-air': 'seldom', slow: 'often' },
    'seldom',
  ),
  sign(
    'long',
    'Long gaps at the strokes',
    { heavy: 'often', slow: 'often', 'stops-air': 'often', 'tongue-sounds': 'now and then' },
    'seldom',
  ),
  sign(
    'dips',
    'The pitch dips at each stroke',
    { moves: 'almost always', back: 'often', heavy: 'now and then' },
    'almost never',
  ),
  sign(
    'late',
    'The pitch comes late after the stroke',
    { moves: 'often', 'late-air': 'now and then', throat: 'now and then' },
    'almost never',
  ),
  sign(
    'airy',
    'Air is heard before the tone',
    { 'late-air': 'almost always', 'tongue-sounds': 'seldom', 'stops-air': 'seldom' },
    'almost never',
  ),
  sign(
    'air-starts',
    'Notes begin with air, not with the tongue',
    { 'stops-air': 'almost always', 'late-air': 'often', afraid: 'now and then' },
    'almost never',
  ),
  sign(
    'dies',
    'Each tone dies away after its stroke',
    { 'tongue-sounds': 'almost always', 'stops-air': 'now and then', heavy: 'seldom' },
    'almost never',
  ),
  sign(
    'uneven',
    'Uneven',
    { uneven: 'almost always', 'too-fast': 'almost always', slow: 'now and then', heavy: 'now and then' },
    'seldom',
  ),
  sign(
    'fast',
    'Fast strokes',
    { 'too-fast': 'almost always', uneven: 'seldom', slow: 'almost never', heavy: 'seldom' },
    'now and then',
  ),
  sign(
    'behind',
    'Slower than the pulse asked for',
    { slow: 'almost always', heavy: 'now and then', 'too-fast': 'now and then' },
    'seldom',
  ),
  sign(
    'thinner',
    'The tongued tone has more air in it than the slurred one',
    { afraid: 'almost always', throat: 'now and then', 'late-air': 'seldom' },
    'seldom',
  ),
  sign(
    'sharp',
    'The tongued tone is sharper than the slurred one',
    { throat: 'often', moves: 'now and then' },
    'seldom',
  ),
  sign(
    'cracks',
    'Notes crack at the stroke',
    { back: 'often', throat: 'often', heavy: 'now and then' },
    'almost never',
  ),
]

const SEEN: readonly Question[] = [
  sign('chin', 'Chin or lips move', { moves: 'almost always', heavy: 'now and then' }, 'seldom'),
  sign(
    'consonant',
    'A strong consonant with no tone behind it',
    { 'tongue-sounds': 'almost always', 'stops-air': 'now and then' },
    'seldom',
  ),
  sign('thump', 'Thumping', { heavy: 'almost always', 'tongue-sounds': 'now and then' }, 'seldom'),
  sign('neck', 'Neck or throat tighten', { throat: 'almost always' }, 'seldom'),
  sign(
    'muffled',
    'Muffled: the tongue stays on too long',
    { slow: 'often', heavy: 'often', back: 'now and then' },
    'seldom',
  ),
  sign('only-high', 'Only wrong in the high register', { back: 'almost always' }, 'seldom'),
]

const CHECKS: readonly Question[] = [
  sign(
    'whisper',
    'Whispered, the strokes are light and even',
    { heavy: 'seldom', uneven: 'seldom', slow: 'now and then', throat: 'seldom' },
    'often',
    {
      ask: 'Without the instrument, four whispered strokes: light and even?',
      seconds: 6,
    },
  ),
  sign(
    'slurred-good',
    'Slurred, the tone is good',
    { afraid: 'almost always', 'stops-air': 'often', throat: 'now and then' },
    'often',
    {
      ask: 'The same notes slurred: is the tone better than when tongued?',
      seconds: 8,
    },
  ),
  sign(
    'slower-even',
    'A third slower it is even',
    { 'too-fast': 'almost always', uneven: 'seldom', slow: 'often' },
    'now and then',
    {
      ask: 'A third slower: even now?',
      seconds: 8,
    },
  ),
  sign(
    'air-start',
    'Started with air and stopped with the tongue, it sounds',
    { 'tongue-sounds': 'almost always', 'late-air': 'often', 'stops-air': 'often' },
    'now and then',
    {
      ask: 'Begin with air alone, then stop it with the tongue: does it sound?',
      seconds: 8,
    },
  ),
]

const WAYS = (tip: string, part: string): readonly WayIn[] => [
  {
    id: 'say',
    title: 'Breathe and say it',
    ask: 'Breathe, then the syllable without voice, four times in one breath.',
    strokes: 4,
    heard: 'nothing',
  },
  {
    id: 'air',
    title: 'On the air alone',
    ask: 'A steady stream on the hand; the tongue taps into it three, then four times.',
    strokes: 4,
    heard: 'air',
  },
  {
    id: 'part',
    title: `On the ${part}`,
    ask: `One long sound on the ${part}, then ${tip} taps four times; the sound goes on between.`,
    strokes: 4,
    heard: 'part',
  },
  {
    id: 'one',
    title: 'One easy note',
    ask: 'One note, long; then four strokes in one breath, no softer than the long one.',
    strokes: 4,
    heard: 'note',
  },
  {
    id: 'rows',
    title: 'Three, then four in one breath',
    ask: 'Three and a rest, four and a rest, all in one breath and on the beat.',
    strokes: 7,
    heard: 'note',
  },
  {
    id: 'air-first',
    title: 'Start with air, stop with the tongue',
    ask: 'Who loses the sound: begin with air alone, hold, stop it with the tongue, let go again.',
    strokes: 3,
    heard: 'note',
    airFirst: true,
  },
]

const tongue = (
  tip: string,
  behind: string,
  part: string,
  more: Pick<Tongue, 'place' | 'registers' | 'syllables' | 'school'>,
): Tongue => ({
  model: { causes: causes(tip, behind), questions: [...SEEN, ...MEASURED, ...CHECKS], otherShare: 0.08 },
  seen: SEEN.map((q) => q.id),
  ways: WAYS(tip, part),
  ...more,
})

const JET_REGISTERS = 'Higher notes: tongue a little further forward; lower notes: further back.'

export const FLUTE_TONGUE = tongue(
  'the front of the tongue',
  'Further forward, nearer to the teeth.',
  'head joint',
  {
    school: 'flute-tongue',
    place: {
      ridge: 'Tip behind the upper front teeth, at the gum ridge.',
      teeth: 'Tip between the lips or at the edge of the teeth.',
    },
    registers: JET_REGISTERS,
    syllables: ['tü', 'dü', 'gü'],
  },
)
export const RECORDER_TONGUE = tongue(
  'the front of the tongue',
  'Further forward, nearer to the teeth.',
  'head joint',
  {
    school: 'recorder-tongue',
    place: {
      ridge: 'Tip behind the upper front teeth, at the gum ridge.',
      teeth: 'Tip between the lips or at the edge of the teeth.',
    },
    registers: JET_REGISTERS,
    syllables: ['doo', 'noo', 'goo'],
  },
)
const SINGLE_PLACE = { tip: 'The tongue’s tip touches the tip of the reed, lightly, and leaves it.' }
export const SINGLE_TONGUE = tongue(
  'the tip of the tongue',
  'Less tongue behind the reed: tip to tip.',
  'mouthpiece',
  {
    place: SINGLE_PLACE,
    registers:
      'Higher notes: the tongue stays high and forward; low notes: a little lower, never further back than it reaches by itself.',
    syllables: ['ta', 'da', 'ga'],
  },
)
export const DOUBLE_TONGUE = tongue(
  'the tip of the tongue',
  'Less tongue behind the reed: tip to tip.',
  'reed',
  {
    place: { tip: 'The tongue’s tip touches the tip of the double reed, lightly; the lips don’t notice.' },
    registers: 'Higher notes: a smaller stroke; low notes: softer, and the air behind it first.',
    syllables: ['ta', 'da', 'ka'],
  },
)
