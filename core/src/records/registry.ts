import { bend } from './bend.ts'
import { bothEnds } from './both-ends.ts'
import { breathCount } from './breath-count.ts'
import { breathCycle } from './breath-cycle.ts'
import { breathWatch } from './breath-watch.ts'
import { dizzy } from './dizzy.ts'
import { exhale } from './exhale.ts'
import { firstMinutes } from './first-minutes.ts'
import { gauge } from './gauge.ts'
import { interval } from './interval.ts'
import { longTone } from './long-tone.ts'
import { mouth } from './mouth.ts'
import { move } from './move.ts'
import { note } from './note.ts'
import { overtone } from './overtone.ts'
import { phrases } from './phrases.ts'
import { setup } from './setup.ts'
import { shapedTone } from './shaped-tone.ts'
import { smallPart } from './small-part.ts'
import { target } from './target.ts'
import { tries } from './tries.ts'

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
  'shaped-tone': shapedTone,
  mouth,
  'both-ends': bothEnds,
  overtone,
  interval,
  move,
  target,
} as const
