import type { Belief, Question } from '../evidence/index.ts'
import type { Told } from './answers.ts'
import type { SqueakCause } from './cause.ts'
import type { Knowledge } from './knowledge.ts'
import { BETTER, remedying, showsOf } from './model.ts'

/** A cause of which a check is said to make it better nearly always, or often, is what that check points at. */
const POINTS: ReadonlySet<string | undefined> = new Set(['a', 'o'])

/** What goes on from a cure that helped just now: the remedy of the likeliest of what it points at, not another finger or lip. */
export function helped(
  last: Told['tried'][number] | undefined,
  known: Knowledge,
  beliefs: readonly Belief[],
  tries: readonly SqueakCause[],
  unavailable: readonly string[] = [],
): Question | undefined {
  const check = last?.outcome === BETTER ? known.checks.find((c) => c.id === last.check) : undefined
  if (!check?.cures) return undefined
  const pointed = beliefs.flatMap((b) => {
    const c = known.causes.find((x) => x.id === b.cause)
    return c && POINTS.has(showsOf(c).get(check.id)) && !tries.includes(c) ? [remedying(c, b.share)] : []
  })
  return pointed.find((q) => !unavailable.includes(q.id))
}
