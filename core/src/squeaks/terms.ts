/**
 * What is complained of, when it happens, what is seen, and what can be tried: the same words for all families. What each
 * cause shows stands with the cause. Common practice, no source; seconds and likelihoods are chosen by Halitus.
 */

/** How likely, in a letter: n almost never, s seldom, w now and then, o often, a almost always. */
export type Letter = 'n' | 's' | 'w' | 'o' | 'a'

export interface Complaint {
  id: string
  words: string
  /** Words that learners and teachers use for it. */
  said: readonly string[]
}
export const COMPLAINTS: readonly Complaint[] = [
  { id: 'shriek', words: 'It shrieks', said: ['squeak', 'squeal', 'shriek', 'chirp', 'whistle', 'screech'] },
  {
    id: 'jumps-up',
    words: 'It jumps up',
    said: ['jump', 'octave', 'twelfth', 'overblow', 'flips', 'too high'],
  },
  {
    id: 'drops-down',
    words: 'It drops down',
    said: ['drop', 'falls', 'undertone', 'low octave', 'won’t go up'],
  },
  {
    id: 'between',
    words: 'Another note sounds in between',
    said: ['between', 'blip', 'extra note', 'not together'],
  },
  { id: 'wrong-note', words: 'The wrong note sounds', said: ['wrong note', 'other note', 'different note'] },
  {
    id: 'silent',
    words: 'Nothing sounds',
    said: ['nothing', 'no sound', 'silent', 'won’t speak', 'dead', 'closes up'],
  },
  { id: 'airy', words: 'More air than tone', said: ['airy', 'breathy', 'hiss', 'fuzzy', 'wind'] },
  { id: 'late', words: 'It speaks late', said: ['late', 'delay', 'slow to speak', 'hesitates'] },
  { id: 'stops', words: 'It stops in mid-note', said: ['stops', 'cuts out', 'breaks off', 'dies'] },
  {
    id: 'gurgle',
    words: 'It gurgles, or two sounds at once',
    said: ['gurgle', 'bubble', 'two sounds', 'growl', 'crackle'],
  },
  { id: 'sharp', words: 'Too high', said: ['sharp', 'high pitch'] },
  { id: 'flat', words: 'Too low', said: ['flat', 'low pitch', 'sagging'] },
  { id: 'wobble', words: 'It wobbles', said: ['wobble', 'shaky', 'wavers', 'unsteady', 'trembles'] },
  { id: 'stuck', words: 'It stays in one register', said: ['stuck', 'won’t change register', 'same octave'] },
  { id: 'buzz', words: 'It buzzes or rattles', said: ['buzz', 'rattle', 'click', 'jingle', 'hum'] },
  { id: 'hard', words: 'Hard to blow', said: ['hard', 'stiff', 'resistance', 'blocked', 'tiring'] },
]

/** Something that is noticed without trying anything. */
export interface Observation {
  id: string
  words: string
  group: 'when' | 'where' | 'seen' | 'known'
  /** How likely without a cause that shows it. */
  otherwise: Letter
  /** Can't be together with these: said, not refused. */
  against?: readonly string[]
}
const seen = (
  group: Observation['group'],
  id: string,
  words: string,
  otherwise: Letter = 's',
  against?: readonly string[],
): Observation => ({ id, words, group, otherwise, ...(against && { against }) })
export const OBSERVATIONS: readonly Observation[] = [
  seen('when', 'always', 'Always', 'w', ['once', 'one-note', 'one-move']),
  seen('when', 'once', 'Only once', 's', ['always']),
  seen('where', 'one-note', 'On one note', 's', ['always']),
  seen('where', 'one-move', 'In one change of notes', 's', ['always']),
  seen('where', 'low', 'On low notes', 's', ['high']),
  seen('where', 'high', 'On high notes', 's', ['low']),
  seen('where', 'crossing', 'Going over the break', 's'),
  seen('when', 'loud', 'Only when loud', 's', ['soft']),
  seen('when', 'soft', 'Only when soft', 's', ['loud']),
  seen('when', 'start', 'Only at the beginning of a note', 's', ['held']),
  seen('when', 'held', 'In the held tone', 's', ['start']),
  seen('when', 'tongued', 'Only when tongued', 's', ['slurred']),
  seen('when', 'slurred', 'Only when slurred', 's', ['tongued']),
  seen('when', 'tired', 'Only after a while', 's', ['first-minutes']),
  seen('when', 'first-minutes', 'Only in the first minutes', 's', ['tired']),
  seen('seen', 'cheeks', 'Cheeks puffed', 's'),
  seen('seen', 'corners', 'Corners slack or leaking', 's'),
  seen('seen', 'lip-marks', 'Deep marks in the lip, chin bunched', 's'),
  seen('seen', 'flat-fingers', 'Fingers flat, on their tips, or far away', 's'),
  seen('seen', 'stiff-hands', 'Hands tight, knuckles white', 's'),
  seen('seen', 'slumped', 'Head down, or the instrument at an odd angle', 's'),
  seen('seen', 'shallow', 'Breath short and high', 's'),
  seen('seen', 'reed-damaged', 'The reed is chipped, split or crooked', 'n'),
  seen('seen', 'reed-dry', 'The reed is dry', 's'),
  seen('seen', 'water', 'Water is heard or seen', 's'),
  seen('known', 'new-reed', 'The reed is new or another strength', 's'),
  seen('known', 'old-reed', 'The reed has weeks behind it', 's'),
  seen('known', 'knocked', 'It was dropped, knocked or put together in a hurry', 'n'),
  seen('known', 'cold', 'The instrument is cold', 's'),
]

/** Something to try: it gets better, stays the same, or gets worse. */
export interface Check {
  id: string
  /** To be said aloud. */
  ask: string
  seconds: number
  /** How likely it gets better where no cause says so. */
  otherwise: Letter
  /** What has to be at hand. */
  needs?: 'second reed' | 'teacher’s instrument' | 'mirror'
  /** Families that it can be done on; all where it isn't said. */
  on?: readonly string[]
  /** It is a cure as well: what is tried stays. */
  cures?: true
  caution?: string
}
const REEDS = ['clarinet', 'saxophone', 'oboe', 'bassoon', 'chanter']
const SINGLE = ['clarinet', 'saxophone']
const check = (
  id: string,
  ask: string,
  seconds: number,
  otherwise: Letter = 's',
  more: Partial<Check> = {},
): Check => ({
  id,
  ask,
  seconds,
  otherwise,
  ...more,
})
const HYGIENE =
  'Wipe with what your school allows before another mouth uses it; no sharing while somebody is ill.'
export const CHECKS: readonly Check[] = [
  check('swap-reed', 'Your other reed on, same note.', 30, 's', {
    needs: 'second reed',
    on: REEDS,
    cures: true,
  }),
  check('teacher-plays', 'May I try the same note on your instrument?', 20, 's', { caution: HYGIENE }),
  check('other-instrument', 'Play the same note on mine.', 25, 's', {
    needs: 'teacher’s instrument',
    caution: HYGIENE,
  }),
  check('small-part', 'The smallest part alone, five seconds.', 15, 's'),
  check('freeze', 'Hold the note; I touch one finger after the other.', 20, 's'),
  check('slowly', 'The same change, slowly, fingers all at once.', 12, 's', { cures: true }),
  check('slurred-check', 'The same without the tongue.', 8, 's'),
  check('air', 'The same with fast, steady air from the first moment.', 8, 's', { cures: true }),
  check('less-air', 'The same with half the air.', 8, 's', { cures: true }),
  check('jaw-down', 'The same with the jaw dropped, as for “oh”.', 8, 's', { cures: true }),
  check('firmer', 'The same with firm corners, as around a straw.', 8, 's', {
    cures: true,
    on: [...REEDS, 'flute'],
  }),
  check('place', 'A little more, then a little less in the mouth.', 12, 's', {
    cures: true,
    on: REEDS.slice(0, 4),
  }),
  check('reseat', 'Reed off and on again: level, straight, screws just holding.', 25, 's', {
    on: SINGLE,
    cures: true,
  }),
  check('wet-reed', 'Reed into the mouth or water for a moment, then again.', 20, 's', {
    on: REEDS.slice(0, 4),
    cures: true,
  }),
  check('dry-out', 'Blow the water out, or a swab through; then again.', 25, 's', { cures: true }),
  check('vent-alone', 'Hold the low note; I open the vent.', 10, 's', {
    on: ['clarinet', 'saxophone', 'oboe', 'bassoon'],
  }),
  check('half-hole', 'Same note, the half-hole a little wider, then narrower.', 10, 's', {
    on: ['oboe', 'bassoon', 'recorder'],
    cures: true,
  }),
  check('press-pads', 'Hold the note; I press the closed pads one by one.', 30, 's', {
    on: ['flute', 'clarinet', 'saxophone', 'oboe', 'bassoon'],
  }),
  check('align', 'Joints straight and pushed home; then again.', 20, 's', { cures: true }),
  check('warm', 'Warm air through it with all fingers down, half a minute.', 35, 's', { cures: true }),
  check('support', 'Strap, thumb rest or stand: so that it comes to you. Again.', 15, 's', { cures: true }),
  check('roll', 'Roll the head out a little, then in; stay where it rings.', 12, 's', {
    on: ['flute'],
    cures: true,
  }),
  check('windway', 'Blow the windway free, a finger over the window.', 10, 's', {
    on: ['recorder'],
    cures: true,
  }),
  check('screws', 'I touch the keys and screws while it sounds.', 15, 's'),
  check('rest', 'Two minutes of rest, then the same note.', 120, 's', { cures: true }),
]
