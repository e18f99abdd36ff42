import { SUPPORT, choiceOf, type Chosen } from '../schools/index.ts'

/** A way to a better breath, as the teacher says it; in the words of a school where schools differ. */
export interface WayIn {
  id: string
  title: string
  /** Ways of {@link SUPPORT} that use it; all when left out. */
  schools?: readonly string[]
  script: readonly string[]
  caution?: string
}

/** Ways in (common practice, no source; the words are ours). */
export const WAYS_IN: readonly WayIn[] = [
  {
    id: 'lie-down',
    title: 'Lie on the back',
    schools: ['body', 'belly'],
    script: [
      'Lie flat, a book’s weight on the belly, and let the breath come by itself.',
      'Watch the book: it rises when air comes in. Nothing above it needs to move.',
      'Stand up and keep that.',
    ],
  },
  {
    id: 'hand',
    title: 'Hand on the belly',
    schools: ['belly'],
    script: [
      'One hand below the ribs. Breathe in: the hand is moved outwards.',
      'Moved inwards? Let go of everything and try again, half as much air.',
      'Out: it comes back slowly, all the way.',
    ],
  },
  {
    id: 'back',
    title: 'Into the back',
    schools: ['back'],
    script: [
      'Lean forward a little, hands on the lowest ribs, thumbs behind.',
      'Breathe into the thumbs. Feel them being pushed apart.',
      'Straighten up slowly and send the next one to the same place.',
    ],
  },
  {
    id: 'empty-first',
    title: 'Empty first',
    script: [
      'Blow everything out, gently, to the end.',
      'Wait. Don’t pull: let the jaw drop, and the air falls in.',
      'That was your breath. Take the next one like it.',
    ],
    caution: 'Seated. Never longer than it is comfortable; dizzy: stop and breathe normally.',
  },
  {
    id: 'yawn',
    title: 'The beginning of a yawn',
    script: [
      'Begin a yawn with the mouth closed: wide inside, quiet outside.',
      'Keep that width and breathe in: no sound at all.',
    ],
  },
  {
    id: 'nose',
    title: 'Through the nose',
    script: [
      'Three breaths in through the nose, unhurried.',
      'Feel where it goes. Now the same width through the mouth.',
    ],
  },
  {
    id: 'nose-more',
    title: 'A little more through the nose',
    script: [
      'Through the nose again, and a little further than it went by itself.',
      'Stop before anything lifts. The same amount through the mouth.',
    ],
  },
  {
    id: 'bend',
    title: 'Bend forward and empty',
    script: [
      'Sit, bend forward over the knees, and blow everything out.',
      'Wait until the breath comes by itself: feel the back grow wide.',
      'Come up slowly and breathe to the same place.',
    ],
    caution: 'Seated, up slowly; dizzy: stop and breathe normally.',
  },
  {
    id: 'whisper',
    title: 'A loud whisper',
    script: [
      'Whisper to somebody across the street: “come over here”.',
      'What tightened low down is what carries a note. Play with that.',
    ],
  },
  {
    id: 'hand-wind',
    title: 'Warm and cool on the hand',
    script: [
      'A hand about ten centimetres away, nearer for warm air. Breathe warm and slow on it, as on cold fingers.',
      'Then a thin cool stream on one fingertip, as steady as it goes, to the end.',
    ],
  },
]

/** What can be seen or heard of a breath, the remedy in a sentence, and the ways in that answer it. */
export interface BreathSign {
  id: string
  words: string
  good?: true
  remedy: string
  ways: readonly string[]
}

export const BREATH_SIGNS: readonly BreathSign[] = [
  {
    id: 'shoulders',
    words: 'Shoulders rise',
    remedy: 'Half as much air, lower down; hands hang heavy.',
    ways: ['lie-down', 'back', 'hand'],
  },
  {
    id: 'noise',
    words: 'Noise on the way in',
    remedy: 'A noisy gasp is a shallow one: open wider, take longer.',
    ways: ['yawn', 'empty-first', 'nose'],
  },
  {
    id: 'belly-in',
    words: 'Belly moves in on the way in',
    remedy: 'The wrong way round: relax, and start from empty.',
    ways: ['hand', 'empty-first', 'back', 'lie-down'],
  },
  {
    id: 'jaw',
    words: 'Jaw or neck tight',
    remedy: 'Shake it out before the next breath; let the jaw drop for it.',
    ways: ['empty-first', 'yawn'],
  },
  {
    id: 'collapse',
    words: 'Air gone at once, then nothing',
    remedy: 'A thin stream, and the same all the way; the belly comes in slowly.',
    ways: ['hand-wind', 'whisper'],
  },
  {
    id: 'shaking',
    words: 'Shakes',
    remedy: 'Shaking is tension: sit, rest, half the length.',
    ways: ['nose', 'lie-down'],
  },
  {
    id: 'chest-stays',
    words: 'Chest stiff, only little air',
    remedy: 'Everything from belly to back and ribs may widen.',
    ways: ['back', 'lie-down', 'empty-first'],
  },
  {
    id: 'late',
    words: 'Breathes late, in a hurry',
    remedy: 'Breathe on the count before; counting aloud for one round.',
    ways: ['nose', 'hand-wind'],
  },
  {
    id: 'wide',
    words: 'Widens all round, quiet, shoulders low',
    good: true,
    remedy: 'That’s it: the same again, and notice what it feels like.',
    ways: [],
  },
]

/** Ways in one after the other, from the easiest: nobody has to see a fault first (common practice, no source). */
const SEQUENCE = ['nose', 'nose-more', 'yawn', 'empty-first', 'bend', 'lie-down'] as const

/**
 * The ways in to go through, in their order; the one that helped last stands first.
 * @param helped its id, where one did @param chosen the learner's schools, then the studio's
 */
export function sequenceFor(helped: string | undefined, ...chosen: (Chosen | undefined)[]): WayIn[] {
  const school = choiceOf(SUPPORT, ...chosen)
  const ways = SEQUENCE.map((id) => WAYS_IN.find((w) => w.id === id)!).filter(
    (w) => !w.schools || w.schools.includes(school),
  )
  return [...ways.filter((w) => w.id === helped), ...ways.filter((w) => w.id !== helped)]
}

/** The ways in for a sign, in the school's own words first; never one that its school doesn't teach. */
export function waysFor(sign: BreathSign, ...chosen: (Chosen | undefined)[]): WayIn[] {
  const school = choiceOf(SUPPORT, ...chosen)
  return sign.ways
    .map((id) => WAYS_IN.find((w) => w.id === id)!)
    .filter((w) => !w.schools || w.schools.includes(school))
}
