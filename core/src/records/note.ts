import { strict, words } from '../fields/index.ts'
import { kindOf } from './kind.ts'

const INVENTED = {
  breath: ['Shoulders stay low when reminded', 'Belly moves outwards now', 'Gasps before long notes'],
  tongue: ['Jaw still moves a little', 'Four even strokes in a breath', 'Tongue too far back'],
} as const

/** A sentence that the teacher writes down. */
export const note = kindOf(strict({ text: words(1000) }))({
  kind: 'note',
  title: 'Note',
  stages: ['setup', 'breath', 'sound', 'tongue', 'fingers', 'tune', 'home'],
  check: () => undefined,
  noted: ({ text }) => text,
  line: () => null,
  *demo({ inst }, random) {
    if (random.chance(0.4)) yield { stage: 'breath', data: { text: random.pick(INVENTED.breath) } }
    if (random.chance(0.25) && inst.tongue)
      yield { stage: 'tongue', data: { text: random.pick(INVENTED.tongue) } }
  },
})
