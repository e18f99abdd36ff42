import { BEAKED, DOUBLE, KEYED, REEDED, SINGLE, TONGUED, type Letter } from './cause.ts'

/**
 * What is complained of, when it happens, what is seen, and what can be tried: the same words for all families. What each
 * cause shows stands with the cause. Common practice, no source; seconds and likelihoods are chosen by Halitus.
 */

export interface Complaint {
  id: string
  words: string
  /** Families where it is offered; all where it isn't said. */
  on?: readonly string[]
  /** Words that learners and teachers use for it. */
  said: readonly string[]
}
export const COMPLAINTS: readonly Complaint[] = [
  {
    id: 'shriek',
    words: 'It shrieks',
    said: [
      'squeak',
      'squeal',
      'shriek',
      'chirp',
      'whistl',
      'screech',
      'peep',
      'squawk',
      'honk',
      'yelp',
      'scream',
    ],
  },
  {
    id: 'jumps-up',
    words: 'It jumps up',
    said: [
      'jump',
      'octave up',
      'octave higher',
      'twelfth',
      'overblow',
      'flip',
      'crack',
      'split',
      'goes up',
      'too high register',
    ],
  },
  {
    id: 'drops-down',
    words: 'It drops down',
    said: ['drop', 'falls down', 'undertone', 'low octave', 'octave down', 'octave lower', 'won’t go up'],
  },
  {
    id: 'between',
    words: 'Another note sounds in between',
    said: ['in between', 'crossing noise', 'blip', 'extra note', 'not together', 'grace'],
  },
  {
    id: 'wrong-note',
    words: 'The wrong note sounds',
    said: ['wrong', 'other note', 'different note', 'instead of'],
  },
  {
    id: 'silent',
    words: 'Nothing sounds',
    said: [
      'nothing',
      'no sound',
      'no tone',
      'silent',
      'won’t speak',
      'doesn’t speak',
      'dead',
      'come out',
      'comes out',
      'wont sound',
      'refus',
      'closes up',
      'only air',
    ],
  },
  { id: 'airy', words: 'More air than tone', said: ['air', 'breathy', 'hiss', 'fuzzy', 'weak', 'thin'] },
  { id: 'late', words: 'It speaks late', said: ['late', 'delay', 'slow to speak', 'hesitat'] },
  {
    id: 'stops',
    words: 'It stops in mid-note',
    said: ['stops', 'chok', 'runs out', 'out of breath', 'cuts out', 'breaks off', 'dies', 'goes out'],
  },
  {
    id: 'gurgle',
    words: 'It gurgles, or two sounds at once',
    said: ['gurgl', 'bubbl', 'two sounds', 'two notes', 'growl', 'crackl', 'burbl', 'croak', 'rasp'],
  },
  { id: 'sharp', words: 'Too high', said: ['sharp', 'high pitch', 'too high'] },
  { id: 'flat', words: 'Too low', said: ['flat', 'low pitch', 'too low', 'sag'] },
  { id: 'wobble', words: 'It wobbles', said: ['wobbl', 'shak', 'waver', 'unsteady', 'trembl'] },
  {
    id: 'stuck',
    words: 'It stays in one register',
    on: TONGUED,
    said: ['stuck', 'won’t change register', 'same octave', 'stays low', 'stays high', 'no octave'],
  },
  { id: 'buzz', words: 'It buzzes or rattles', said: ['buzz', 'rattl', 'click', 'jingl', 'hums', 'vibrat'] },
  {
    id: 'small',
    words: 'The tone is small or coarse',
    said: ['small', 'choked', 'coarse', 'pinched', 'dull', 'harsh', 'play soft', 'play quiet'],
  },
  { id: 'hard', words: 'Hard to blow', said: ['hard', 'stiff', 'resist', 'blocked', 'tiring', 'stuffy'] },
]

/** Fingers that close holes or keys, as a check presses them. */
export const FINGERS = [
  { id: 'left-thumb', words: 'left thumb' },
  { id: 'left-index', words: 'left index finger' },
  { id: 'left-middle', words: 'left middle finger' },
  { id: 'left-ring', words: 'left ring finger' },
  { id: 'right-index', words: 'right index finger' },
  { id: 'right-middle', words: 'right middle finger' },
  { id: 'right-ring', words: 'right ring finger' },
  { id: 'little', words: 'little finger' },
] as const

/** Something that is noticed without trying anything. */
export interface Observation {
  id: string
  words: string
  group: 'when' | 'where' | 'seen' | 'known'
  /** How likely without a cause that shows it. */
  otherwise: Letter
  /** Families where it can be noticed; all where it isn't said. */
  on?: readonly string[]
  /** Can't be together with these: said, not refused. */
  against?: readonly string[]
  /** Beginnings of words that learners and teachers use for it. */
  said?: readonly string[]
}
/** Words for what is noticed, as they are typed. */
const SAID: Readonly<Record<string, readonly string[]>> = {
  'comes-goes': ['comes and goes', 'on and off', 'sometimes'],
  assembled: ['put together', 'assembled', 'unpacked'],
  'air-at-joint': ['air at a joint', 'leaks at'],
  'tongue-middle': ['roof of the mouth', 'middle of the tongue'],
  'out-of-breath': ['out of breath', 'runs out', 'no breath'],
  'cant-soft': ['can’t play soft', 'not softly'],
  rolls: ['rolls', 'slips'],
  'lips-wide': ['lips wide', 'wide opening', 'wide lips'],
  'lips-tight': ['lips tight', 'tight lips', 'lips pressed'],
  'teeth-lifted': ['teeth off', 'teeth leave'],
  'vent-shut': ['key stays shut', 'key doesn’t open'],
  always: ['always', 'every note', 'every time'],
  once: ['once'],
  'one-note': ['one note', 'only on one', 'single note'],
  'from-one-down': ['downwards', 'and below', 'and lower', 'everything below', 'all below'],
  'one-move': ['going from', 'change from', 'between two'],
  low: ['low', 'bottom'],
  high: ['high', 'upper', 'top'],
  crossing: ['break', 'crossing', 'register'],
  loud: ['loud', 'forte'],
  soft: ['soft', 'quiet', 'piano'],
  start: ['start', 'begin', 'attack', 'onset'],
  held: ['held', 'long tone', 'long note'],
  end: ['end of'],
  tongued: ['tongu'],
  slurred: ['slur', 'legato'],
  fast: ['fast', 'quick'],
  tired: ['tired', 'after a while', 'after minutes', 'later'],
  'first-minutes': ['at first', 'first minutes'],
  cheeks: ['cheek', 'puff'],
  corners: ['corner'],
  smile: ['smil'],
  'lip-marks': ['marks', 'bunched'],
  'flat-fingers': ['fingertips'],
  'stiff-hands': ['tight', 'tense', 'stiff hand'],
  slumped: ['slump', 'head down'],
  shallow: ['shoulder', 'shallow'],
  'reed-damaged': ['chip', 'split', 'crack in'],
  'reed-dry': ['dry'],
  water: ['water', 'wet', 'spit'],
  'new-reed': ['new reed'],
  'old-reed': ['old reed'],
  'new-note': ['new note'],
  knocked: ['dropped', 'fell', 'knocked'],
  'since-today': ['yesterday', 'since today'],
  cold: ['cold'],
  'joint-gap': ['gap'],
  'hand-on-key': ['touches', 'lies on', 'palm key', 'side key'],
}
const seen = (
  group: Observation['group'],
  id: string,
  words: string,
  otherwise: Letter = 's',
  more: Pick<Observation, 'on' | 'against'> = {},
): Observation => ({ id, words, group, otherwise, ...more, ...(SAID[id] && { said: SAID[id] }) })
export const OBSERVATIONS: readonly Observation[] = [
  seen('when', 'always', 'Always', 'n', { against: ['once', 'one-note', 'one-move'] }),
  seen('when', 'comes-goes', 'It comes and goes', 's', { against: ['always', 'once'] }),
  seen('when', 'once', 'Only once', 's', { against: ['always'] }),
  seen('where', 'one-note', 'On one note', 'n', { against: ['always', 'from-one-down'] }),
  seen('where', 'from-one-down', 'From one note downwards, all of them', 'n', {
    against: ['one-note', 'high'],
  }),
  seen('where', 'one-move', 'In one change of notes', 'n', { against: ['always'] }),
  seen('where', 'low', 'On low notes', 's', { against: ['high'] }),
  seen('where', 'high', 'On high notes', 's', { against: ['low', 'from-one-down'] }),
  seen('where', 'crossing', 'Going over the break', 'n'),
  seen('when', 'loud', 'Only when loud', 'n', { against: ['soft'] }),
  seen('when', 'soft', 'Only when soft', 'n', { against: ['loud'] }),
  seen('when', 'start', 'Only at the beginning of a note', 'n', { against: ['held', 'end'] }),
  seen('when', 'held', 'In the held tone', 'n', { against: ['start', 'end'] }),
  seen('when', 'end', 'At the end of a note or breath', 'n', { against: ['start', 'held'] }),
  seen('when', 'tongued', 'Only when tongued', 'n', { on: TONGUED, against: ['slurred'] }),
  seen('when', 'slurred', 'Only when slurred', 'n', { on: TONGUED, against: ['tongued'] }),
  seen('when', 'fast', 'Only when fast', 's'),
  seen('when', 'tired', 'Only after a while', 's', { against: ['first-minutes'] }),
  seen('when', 'first-minutes', 'Only in the first minutes', 'n', { against: ['tired'] }),
  seen('seen', 'cheeks', 'Cheeks puffed', 's'),
  seen('seen', 'corners', 'Corners slack or leaking', 's'),
  seen('seen', 'smile', 'Corners pulled back', 'n'),
  seen('seen', 'lip-marks', 'Deep marks in the lip, chin bunched', 'n', { on: BEAKED }),
  seen('seen', 'much-in', 'Much of it is in the mouth', 'n', { on: BEAKED }),
  seen('seen', 'little-in', 'Only the tip is in the mouth', 'n', { on: BEAKED }),
  seen('seen', 'off-centre', 'It isn’t in the middle of the lips', 'n'),
  seen('seen', 'flat-fingers', 'Fingertips in place of pads, or off the middle', 's'),
  seen('seen', 'fingers-far', 'Fingers lifted far', 'n'),
  seen('seen', 'hand-on-key', 'A hand or finger lies on another key', 'n', {
    on: KEYED,
  }),
  seen('seen', 'thumb-off', 'The left thumb is off its place', 'n'),
  seen('seen', 'stiff-hands', 'Hands tight, knuckles white', 'n'),
  seen('seen', 'slumped', 'Head down, or the instrument at an odd angle', 's'),
  seen('seen', 'shallow', 'Breath short and high, shoulders up', 's'),
  seen('seen', 'jaw-moves', 'Chin or throat moves with each stroke', 'n', { on: TONGUED }),
  seen('seen', 'reed-damaged', 'The reed is chipped, split or crooked', 'n', { on: REEDED }),
  seen('seen', 'reed-askew', 'The reed isn’t level, or not in the middle', 'n', { on: SINGLE }),
  seen('seen', 'reed-dry', 'The reed is dry', 's', { on: REEDED }),
  seen('seen', 'tip-gaping', 'The reed’s tip gapes or is shut', 'n', { on: ['oboe', 'bassoon', 'chanter'] }),
  seen('seen', 'water', 'Water is heard or seen', 'n'),
  seen('seen', 'joint-gap', 'A gap at a joint, or parts out of line', 'n'),
  seen('seen', 'key-stays', 'A key doesn’t come back, or a pad is torn', 'n', {
    on: KEYED,
  }),
  seen('known', 'new-reed', 'The reed is new or another strength', 's', { on: REEDED }),
  seen('known', 'old-reed', 'The reed has weeks behind it', 's', { on: REEDED }),
  seen('known', 'new-note', 'The note is new', 's'),
  seen('known', 'knocked', 'It was dropped, knocked or put together in a hurry', 'n'),
  seen('known', 'since-today', 'It was all right yesterday', 's'),
  seen('known', 'cold', 'The instrument is cold', 'n'),
  seen('seen', 'fingers-differ', 'The fingers differ from the picture', 'n'),
  seen('seen', 'window-hand', 'A hand, lip or knee is at window or bell', 'n', { on: ['recorder'] }),
  seen('seen', 'ligature-off', 'The ligature lies high, crooked, or is screwed hard', 'n', { on: SINGLE }),
  seen('seen', 'crook-pad', 'The crook’s pad stays up, or its hole is clogged', 'n', { on: ['bassoon'] }),
  seen('seen', 'teeth-on-beak', 'Teeth touch the beak, or it is far in', 'n', { on: ['recorder'] }),
  seen('seen', 'mist-off', 'The mist on the plate lies beside the middle', 'n', { on: ['flute'] }),
  seen('seen', 'lips-wide', 'The opening between the lips is wide', 'n', { on: ['flute'] }),
  seen('seen', 'lips-same', 'Lips and air stay as they were for the low note', 'n', {
    on: ['flute', 'recorder'],
  }),
  seen('seen', 'cork-mark', 'The rod’s mark isn’t in the middle of the blowing hole', 'n', { on: ['flute'] }),
  seen('seen', 'tip-nicked', 'The mouthpiece’s tip or a rail is nicked', 'n', { on: SINGLE }),
  seen('seen', 'both-octaves', 'Both octave keys are down, or the other one', 'n', { on: ['oboe'] }),
  seen('seen', 'blow-sags', 'The blowing sags or comes in waves', 'n'),
  seen('seen', 'breath-gap', 'The air is heard to stop before the change', 'n'),
  seen('seen', 'cut-short', 'Notes end with a thud, cut short', 'n', { on: TONGUED }),
  seen('seen', 'breathed-on', 'Notes begin with a breath, as with “h”', 'n', { on: TONGUED }),
  seen('seen', 'hard-stroke', 'Each stroke explodes', 'n', { on: TONGUED }),
  seen('seen', 'from-beside', 'The noise comes from beside the instrument', 'n'),
  seen('seen', 'loose-part', 'Something on it is loose', 'n'),
  seen('seen', 'off-mark', 'It isn’t pulled out to its usual mark', 'n'),
  seen('seen', 'reed-rocks', 'The reed turns or rocks in its seat', 'n', {
    on: ['oboe', 'bassoon', 'chanter'],
  }),
  seen('seen', 'reed-light', 'Light shows between the blades or at the side', 'n', {
    on: ['oboe', 'bassoon', 'chanter'],
  }),
  seen('seen', 'reed-limp', 'The reed is limp: its tip bends at a touch', 'n', { on: REEDED }),
  seen('seen', 'reed-grey', 'The reed is grey, its tip frayed', 'n', { on: REEDED }),
  seen('seen', 'reed-wavy', 'The tip is wavy, or the flat side isn’t flat', 'n', { on: SINGLE }),
  seen('seen', 'lip-red', 'All of the lip’s red is seen, or none of it', 'n', { on: BEAKED }),
  seen('seen', 'jaw-out', 'The jaw stands forward or back', 'n'),
  seen('seen', 'hole-under', 'Much more or less than a third of the hole is covered', 'n', { on: ['flute'] }),
  seen('seen', 'wrist-bent', 'A wrist is bent, or a thumb pushed through', 'n'),
  seen('seen', 'reaches', 'The mouth has to reach for it', 'n'),
  seen('seen', 'finger-lags', 'A finger is seen to come late', 'n'),
  seen('known', 'strength-up', 'The reed is stronger than the last', 'n', { on: REEDED }),
  seen('known', 'assembled', 'It was put together just now', 'w'),
  seen('seen', 'air-at-joint', 'Air is felt at a joint', 'n'),
  seen('seen', 'pad-light', 'Thin paper slips out under a closed pad, or light shows there', 'n', {
    on: KEYED,
  }),
  seen('seen', 'vent-shut', 'The register or octave key stays shut', 'n', {
    on: ['clarinet', 'saxophone', 'oboe', 'bassoon'],
  }),
  seen('seen', 'tongue-middle', 'The tongue’s middle strikes, or the roof of the mouth', 'n', {
    on: TONGUED,
  }),
  seen('seen', 'air-late', 'The air comes after the tongue has let go', 'n', { on: TONGUED }),
  seen('seen', 'lips-tight', 'The lips are pressed together', 'n', { on: ['flute'], against: ['lips-wide'] }),
  seen('seen', 'teeth-lifted', 'The upper teeth (double-lip: the lip) leave the mouthpiece', 'n', {
    on: SINGLE,
  }),
  seen('seen', 'out-of-breath', 'There is no breath left when it happens', 'n'),
  seen('seen', 'cant-soft', 'It can’t be played softly', 's'),
  seen('seen', 'rolls', 'It rolls, slips or sinks in the hands', 'n'),
  seen('seen', 'few-down', 'It is worst where few fingers are down', 's'),
  seen('seen', 'blown-gaps', 'Notes are parted by the mouth', 'n', { on: ['chanter'] }),
  seen('seen', 'breath-held', 'Never breathes out before breathing in; the face goes red', 'n', {
    on: DOUBLE,
  }),
  seen('known', 'crow-off', 'The crow isn’t as usual', 'n', { on: ['oboe', 'bassoon', 'chanter'] }),
  seen('known', 'long-played', 'They have played for long already', 's'),
  ...FINGERS.map(({ id, words }) =>
    seen('seen', `off-${id}`, `The ${words} isn’t in the middle of its place`, 'n'),
  ),
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
  /** Complaints that it makes sense for; all where it isn't said. */
  of?: readonly string[]
  /** It is a cure as well: what is tried stays. Against the cause it rather makes things worse. */
  cures?: true
  /** It tells equipment from player, which is worth knowing early. */
  parts?: true
  /** What is put back when it didn't help: one change at a time. */
  back?: string
  caution?: string
}
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
    on: REEDED,
    cures: true,
    parts: true,
    back: 'First the own reed back on.',
  }),
  check('teacher-plays', 'May I try the same note on your instrument?', 20, 's', {
    parts: true,
    caution: HYGIENE,
  }),
  check('other-instrument', 'Play the same note on mine.', 25, 's', {
    needs: 'teacher’s instrument',
    parts: true,
    back: 'First the own instrument back.',
    caution: HYGIENE,
  }),
  check('small-part', 'The smallest part alone, five seconds.', 15, 's', { parts: true }),
  check('freeze', 'Hold the note; I press one finger after the other.', 20, 's'),
  ...FINGERS.map(({ id, words }) =>
    check(`press-${id}`, `Hold the note; I press the ${words} down.`, 6, 'n', { cures: true }),
  ),
  check('slowly', 'The same change, slowly, fingers all at once.', 12, 's', { cures: true }),
  check('slurred-check', 'The same without the tongue.', 8, 's', { on: TONGUED }),
  check('air', 'The same with fast, steady air from the first moment.', 8, 's', { cures: true }),
  check('less-air', 'The same with half the air.', 8, 's', { cures: true, back: 'First the air as it was.' }),
  check('jaw-down', 'The same with the jaw dropped, as for “oh”.', 8, 's', { cures: true }),
  check('firmer', 'The same with firm corners, as around a straw.', 8, 's', {
    cures: true,
    on: [...REEDED, 'flute'],
  }),
  check('place', 'A little more, then a little less in the mouth.', 12, 's', {
    cures: true,
    on: BEAKED,
  }),
  check('reseat', 'Reed off and on again: level, straight, screws just holding.', 25, 's', {
    on: SINGLE,
    cures: true,
  }),
  check('wet-reed', 'Reed into the mouth or water for a moment, then again.', 20, 's', {
    on: BEAKED,
    cures: true,
  }),
  check('dry-out', 'Blow the water out, or a swab through; then again.', 25, 's', { cures: true }),
  check('vent-alone', 'Hold the low note; I open the vent.', 10, 's', {
    on: BEAKED,
  }),
  check('half-hole', 'Same note, the half-hole a little wider, then narrower.', 10, 's', {
    on: ['oboe', 'bassoon', 'recorder'],
    cures: true,
  }),
  check('press-pads', 'Hold the note; I press the closed pads one by one.', 30, 's', {
    on: KEYED,
  }),
  check('align', 'Joints straight and pushed home; then again.', 20, 's', {
    cures: true,
    caution: 'A bridge is lifted by its key before a joint turns.',
  }),
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
  check('screws', 'I touch the keys and screws while it sounds.', 15, 's', {
    on: KEYED,
    of: ['buzz', 'wobble', 'gurgle', 'wrong-note'],
  }),
  check('elsewhere', 'The same note in another corner of the room.', 12, 'n', { of: ['buzz', 'gurgle'] }),
  check('breathe-out', 'Breathe out first, then in a little; the same once more.', 12, 's', {
    on: DOUBLE,
    cures: true,
  }),
  check('vowels', 'The same with the tongue as for “ee”, then as for “aw”.', 10, 's', {
    on: [...BEAKED, 'flute'],
    cures: true,
  }),
  check('lift', 'Hold the note; hands and fingers off every key that it doesn’t need.', 10, 'n', {
    on: KEYED,
    cures: true,
  }),
  check('other-fingering', 'The same note with another fingering.', 15, 'n'),
  check('rest', 'Two minutes of rest, then the same note.', 120, 's', { cures: true }),
]
