import { accident } from './accident.ts'
import { articulation } from './articulation.ts'
import { bend } from './bend.ts'
import { breakStep } from './break-step.ts'
import { bothEnds } from './both-ends.ts'
import { breathCount } from './breath-count.ts'
import { breathCycle } from './breath-cycle.ts'
import { breathWatch } from './breath-watch.ts'
import { copied } from './copied.ts'
import { daily } from './daily.ts'
import { dizzy } from './dizzy.ts'
import { echo } from './echo.ts'
import { exhale } from './exhale.ts'
import { firstMinutes } from './first-minutes.ts'
import { gauge } from './gauge.ts'
import { gracenotes } from './gracenotes.ts'
import { interval } from './interval.ts'
import { longTone } from './long-tone.ts'
import { mouth } from './mouth.ts'
import { move } from './move.ts'
import { passage } from './passage.ts'
import { newNote } from './new-note.ts'
import { note } from './note.ts'
import { overtone } from './overtone.ts'
import { overtoneWalk } from './overtone-walk.ts'
import { phrases } from './phrases.ts'
import { recalled } from './recalled.ts'
import { rhythm } from './rhythm.ts'
import { scale } from './scale.ts'
import { setup } from './setup.ts'
import { shapedTone } from './shaped-tone.ts'
import { smallPart } from './small-part.ts'
import { strokes } from './strokes.ts'
import { target } from './target.ts'
import { toneByHand } from './tone-by-hand.ts'
import { tongueFault } from './tongue-fault.ts'
import { tongueTempo } from './tongue-tempo.ts'
import { tries } from './tries.ts'
import { tunePlayed, tuneSet } from './tune.ts'
import { wayIn } from './way-in.ts'

/** Every kind of record, one line each; adding one is adding its file and a line here. */
export const RECORDS = {
  note,
  setup,
  gauge,
  'breath-cycle': breathCycle,
  'breath-count': breathCount,
  exhale,
  phrases,
  'breath-watch': breathWatch,
  dizzy,
  'first-minutes': firstMinutes,
  'small-part': smallPart,
  tries,
  bend,
  'long-tone': longTone,
  'tone-by-hand': toneByHand,
  'shaped-tone': shapedTone,
  mouth,
  'both-ends': bothEnds,
  overtone,
  'overtone-walk': overtoneWalk,
  interval,
  scale,
  'way-in': wayIn,
  strokes,
  'tongue-fault': tongueFault,
  'tongue-tempo': tongueTempo,
  articulation,
  echo,
  copied,
  rhythm,
  daily,
  gracenotes,
  'new-note': newNote,
  move,
  'break-step': breakStep,
  passage,
  recalled,
  'tune-set': tuneSet,
  'tune-played': tunePlayed,
  accident,
  target,
} as const
