import type { FingerSystem, Touch, TouchId } from '../instruments/index.ts'

/** One finger of one hand, as data names it: `left ring`. */
export type FingerName = string
/** The name of the finger that a touch belongs to. @example fingerOf({ hand: 'left', finger: 'ring' }) // 'left ring' */
export const fingerOf = (t: Pick<Touch, 'hand' | 'finger'>): FingerName => `${t.hand} ${t.finger}`

/** The fingers of some touches, each once. */
export function fingersOf(system: FingerSystem, touches: readonly TouchId[]): FingerName[] {
  return [
    ...new Set(
      touches.map((id) => {
        const t = system.touches.find((x) => x.id === id)
        return t ? fingerOf(t) : id
      }),
    ),
  ]
}

/**
 * How often a beginner's finger comes late in a change, and how hard it is to move: ring and little fingers share tendons
 * and follow each other, thumb and index go their own way. Chosen by Halitus on that common experience; only the order
 * matters.
 */
export const FINGERS: Readonly<Record<Touch['finger'], { late: number; effort: number }>> = {
  thumb: { late: 0.12, effort: 0.8 },
  index: { late: 0.1, effort: 0.8 },
  middle: { late: 0.16, effort: 1 },
  ring: { late: 0.3, effort: 1.3 },
  little: { late: 0.28, effort: 1.4 },
  palm: { late: 0.2, effort: 1.2 },
}
/** A finger that presses while its neighbours lift, or the other way round, is late so much more often (chosen by Halitus). */
export const OPPOSITE_LATE = 1.4
