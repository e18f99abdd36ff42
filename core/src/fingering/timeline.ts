import type { FingerSystem, TouchId } from '../instruments/index.ts'
import { moveFinder, type Held, type Move, type Sound } from './move.ts'

/** A stretch of time during a move in which the same fingers are down. */
export interface Stretch extends Sound {
  fromMs: number
  toMs: number
  touches: TouchId[]
}

/**
 * What sounds during a move when each finger moves at its own moment.
 * @param offsetsMs when each moving touch moves, ms before (−) or after (+) the moment they should all move at
 * @returns the in-between stretches in order; none when all move together
 */
export function timeline(
  system: FingerSystem,
  from: Held,
  to: Held,
  offsetsMs: Readonly<Record<TouchId, number>>,
): { move: Move; stretches: Stretch[] } {
  const finder = moveFinder(system)
  const move = finder.move(from, to)
  const moving = [...move.press, ...move.lift]
  const moments = [...new Set(moving.map((t) => offsetsMs[t] ?? 0))].sort((a, b) => a - b)
  const goal = new Set(to.touches)
  const held = new Set(from.touches)
  const stretches: Stretch[] = []
  for (let i = 0; i + 1 < moments.length; i++) {
    for (const t of moving)
      if ((offsetsMs[t] ?? 0) === moments[i]) {
        if (goal.has(t)) held.add(t)
        else held.delete(t)
      }
    const touches = system.touches.filter((t) => held.has(t.id)).map((t) => t.id)
    stretches.push({
      fromMs: moments[i]!,
      toMs: moments[i + 1]!,
      touches,
      ...finder.sound(from, to, touches),
    })
  }
  return { move, stretches }
}
