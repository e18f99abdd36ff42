import type { FingerSystem, Touch, TouchId } from '../instruments/index.ts'
import { fingerOf, FINGERS, OPPOSITE_LATE } from './hand.ts'
import type { Between, Move } from './move.ts'

const known = new WeakMap<FingerSystem, ReadonlyMap<TouchId, Touch>>()
/** A system's touches by their ids, sorted once. */
function touchesOf(system: FingerSystem): (id: TouchId) => Touch {
  const byId = known.get(system) ?? new Map(system.touches.map((t) => [t.id, t]))
  known.set(system, byId)
  return (id) => byId.get(id)!
}

/**
 * How likely each moment between two notes is in a beginner's hand: every finger is late or not by itself, ring and little
 * fingers more often, and those that move against their own hand more often still. Touches of one finger move together.
 * Shares of all moments in which somebody is late and somebody isn't; 0 to 1, in the order given.
 */
export function likelihoods(
  system: FingerSystem,
  move: Pick<Move, 'press' | 'lift'>,
  between: readonly Pick<Between, 'late'>[],
): number[] {
  const touchOf = touchesOf(system)
  const moving = [...move.press, ...move.lift].map(touchOf)
  const presses = (hand: Touch['hand']) => move.press.filter((id) => touchOf(id).hand === hand).length
  const lifts = (hand: Touch['hand']) => move.lift.filter((id) => touchOf(id).hand === hand).length
  /** One entry a finger: its touches, and how likely it is late. */
  const fingers = new Map<string, { touches: TouchId[]; late: number }>()
  for (const t of moving) {
    const key = fingerOf(t)
    const known = fingers.get(key)
    if (known) known.touches.push(t.id)
    else {
      const down = move.press.includes(t.id)
      const against = down ? lifts(t.hand) > presses(t.hand) : presses(t.hand) > lifts(t.hand)
      fingers.set(key, {
        touches: [t.id],
        late: Math.min(0.9, FINGERS[t.finger].late * (against ? OPPOSITE_LATE : 1)),
      })
    }
  }
  const all = [...fingers.values()]
  const every = all.reduce((p, f) => p * f.late, 1)
  const none = all.reduce((p, f) => p * (1 - f.late), 1)
  const rest = 1 - every - none
  return between.map(({ late }) => {
    let p = 1
    for (const f of all) {
      let some = 0
      for (const t of f.touches) if (late.includes(t)) some++
      // A finger whose own touches part is rarer than one that is late as a whole.
      p *= some === 0 ? 1 - f.late : some === f.touches.length ? f.late : f.late / 4
    }
    return rest > 0 ? Math.min(1, p / rest) : 0
  })
}
