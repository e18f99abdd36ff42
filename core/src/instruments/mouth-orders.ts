/** One step of setting the mouth, and the sign that is told when it fails. */
export interface MouthStep {
  id: string
  say: string
  /** Of the questions at the mouth. */
  fails: string
}

/*
 * Lips, teeth, breath, seal, then the sound, one at a time (common practice, no source; the words are ours). Where teachers
 * hold to another shape of the mouth, the instrument’s variations say it otherwise.
 */

/** Clarinets and saxophones. */
export const SINGLE_ORDER: readonly MouthStep[] = [
  { id: 'lip', say: 'Lower lip a little over the teeth: half of its red is seen.', fails: 'lip-hidden' },
  { id: 'teeth', say: 'Top teeth on the mouthpiece, with the head’s own weight.', fails: 'teeth-away' },
  { id: 'breathe', say: 'Breathe in at the sides; the shoulders stay.', fails: 'shoulders-up' },
  { id: 'seal', say: 'Corners in: no air beside the mouthpiece.', fails: 'leak-corners' },
  { id: 'blow', say: 'Blow, and leave everything as it is.', fails: 'no-sound' },
]

/** Oboe and bassoon. */
export const DOUBLE_ORDER: readonly MouthStep[] = [
  { id: 'lips', say: 'Lips over both rows of teeth, as for “oh”.', fails: 'lips-out' },
  { id: 'tip', say: 'A small tip of reed on the lower lip; close.', fails: 'sees-much' },
  { id: 'breathe', say: 'Out first, then in at the sides.', fails: 'red' },
  { id: 'seal', say: 'Lips round, the same from all sides.', fails: 'corners-back' },
  { id: 'blow', say: 'Blow: fast air, little of it.', fails: 'no-sound' },
]

/** Flute. */
export const FLUTE_ORDER: readonly MouthStep[] = [
  { id: 'finger', say: 'A finger under the lower lip: the lip lies full and loose on it.', fails: 'smile' },
  {
    id: 'palm',
    say: 'Blow at the palm: the middle, lower, higher, by the upper lip alone.',
    fails: 'wide-lips',
  },
  { id: 'hole', say: 'The hole to the lips, in the middle.', fails: 'off-centre' },
  { id: 'roll', say: 'Roll out until a part of the hole is free.', fails: 'sees-covered' },
  { id: 'blow', say: 'The same stream, across and a little down.', fails: 'no-sound' },
]

/** Recorders. */
export const RECORDER_ORDER: readonly MouthStep[] = [
  { id: 'lips', say: 'Lips loose, as before an “m”.', fails: 'cheeks' },
  { id: 'beak', say: 'The tip of the beak between the lips, the teeth off.', fails: 'teeth' },
  { id: 'breathe', say: 'A low, quiet breath; the shoulders stay.', fails: 'shoulders-up' },
  { id: 'seal', say: 'Lips closed round it, nothing bitten.', fails: 'far-in' },
  { id: 'blow', say: 'As for a quiet sentence.', fails: 'shrill' },
]

/** Chanters. */
export const CHANTER_ORDER: readonly MouthStep[] = [
  { id: 'lips', say: 'Lips round the mouthpiece, closed all round.', fails: 'lips-leak' },
  { id: 'breathe', say: 'A deep breath; the shoulders stay.', fails: 'red' },
  { id: 'cheeks', say: 'Cheeks firm: the lungs push.', fails: 'cheeks' },
  { id: 'blow', say: 'Up until the reed rings, and stay there.', fails: 'drops-out' },
  { id: 'renew', say: 'The next breath in before the last is out.', fails: 'breath-gap' },
]
