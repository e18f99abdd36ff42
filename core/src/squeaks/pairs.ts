import type { Pair } from '../evidence/index.ts'

const pair = (one: string, two: string, usual: Pair['usual']): Pair => ({ both: [one, two], usual })

/** Causes that bring each other along, whatever the family. Common practice, no source; likelihoods chosen by Halitus. */
export const PAIRS: readonly Pair[] = [
  // A reed or an air that gives too little is answered with the teeth.
  pair('biting', 'reed-hard', 'often'),
  pair('biting', 'reed-soft', 'now and then'),
  pair('biting', 'reed-opening', 'now and then'),
  pair('biting', 'little-air', 'now and then'),
  pair('biting', 'smile', 'now and then'),
  pair('biting', 'tired', 'now and then'),
  pair('heavy-tongue', 'biting', 'now and then'),
  // Lips and breath go together.
  pair('slack', 'little-air', 'now and then'),
  pair('slack', 'puffed', 'often'),
  pair('slack', 'tired', 'often'),
  pair('shallow', 'little-air', 'often'),
  pair('shallow', 'air-stops', 'now and then'),
  pair('opening-wide', 'shallow', 'now and then'),
  pair('jet-misses', 'head-turned', 'now and then'),
  pair('jet-misses', 'air-direction', 'now and then'),
  pair('angle', 'air-direction', 'now and then'),
  pair('pressure', 'choked', 'now and then'),
  pair('choked', 'reed-hard', 'now and then'),
  // Hands that are held wrong miss their holes.
  pair('hand-position', 'leak-right-ring', 'now and then'),
  pair('hand-position', 'leak-left-ring', 'now and then'),
  pair('hand-position', 'brush-side', 'now and then'),
  pair('hand-position', 'brush-palm', 'now and then'),
  pair('tight-hands', 'leak-right-ring', 'now and then'),
  pair('tight-hands', 'leak-left-ring', 'now and then'),
  pair('leak-left-thumb', 'vent-late', 'now and then'),
  pair('high-fingers', 'late-finger', 'often'),
  pair('late-finger', 'air-stops', 'now and then'),
  pair('late-finger', 'tongue-ahead', 'now and then'),
  pair('half-closed', 'too-fast', 'now and then'),
  pair('half-closed', 'little-air', 'now and then'),
  pair('whisper-off', 'no-flick', 'now and then'),
  pair('crossing-noise', 'pressure', 'now and then'),
  // What hangs badly sits badly in the mouth.
  pair('strap', 'angle', 'often'),
  pair('strap', 'too-much', 'now and then'),
  pair('strap', 'too-little', 'now and then'),
  // Parts that were put together in a hurry.
  pair('bridge', 'joint-open', 'now and then'),
  pair('reed-place', 'ligature', 'often'),
  pair('cold', 'water-hole', 'now and then'),
  pair('cold', 'water-bore', 'now and then'),
  pair('cold', 'windway-blocked', 'often'),
]
