import type { FingerSystem, Finger, Hand, Touch, TouchId } from './types.ts'

/** A finger of a fingering as one says it: down, half, or up. */
export interface FingerState {
  label: string
  name: string
  state: 'down' | 'half' | 'up'
}
/** What one hand does: its fingers in order, and the keys that are held beside them. */
export interface HandState {
  hand: Hand
  fingers: FingerState[]
  keys: { label: string; name: string; finger: Finger }[]
}

const ORDER: Finger[] = ['thumb', 'index', 'middle', 'ring', 'little', 'palm']
const bare = (t: Touch) => !t.id.includes(':')

/**
 * A fingering hand by hand: every finger that has a place of its own (hole, ring, plate), and only those keys that are
 * held. For pictures so small that an instrument to scale can't be read.
 * @example handsOf(clarinet, ['LT', 'L1']) // left: T and 1 down, 2 and 3 up; right: 1, 2 and 3 up
 */
export function handsOf(system: FingerSystem, touches: readonly TouchId[]): HandState[] {
  const held = new Set(touches)
  const byFinger = (a: Touch, b: Touch) => ORDER.indexOf(a.finger) - ORDER.indexOf(b.finger)
  return (['left', 'right'] as const).map((hand) => {
    const own = system.touches.filter((t) => t.hand === hand)
    const halved = new Set(own.filter((t) => t.halfOf && held.has(t.id)).map((t) => t.halfOf))
    return {
      hand,
      fingers: own
        .filter(bare)
        .sort(byFinger)
        .map((t) => ({
          label: t.label,
          name: t.name,
          state: held.has(t.id) ? 'down' : halved.has(t.id) ? 'half' : 'up',
        })),
      keys: own
        .filter((t) => !bare(t) && !t.halfOf && held.has(t.id))
        .sort(byFinger)
        .map(({ label, name, finger }) => ({ label, name, finger })),
    }
  })
}

/** That in words, for ears: `left: thumb, index; right: none`. */
export function handsInWords(system: FingerSystem, touches: readonly TouchId[]): string {
  if (!touches.length) return 'all open, no finger down'
  return handsOf(system, touches)
    .map(({ hand, fingers, keys }) => {
      const down = fingers
        .filter((f) => f.state !== 'up')
        .map((f) => f.name.replace(/^(left|right) /, '') + (f.state === 'half' ? ' half' : ''))
      const also = keys.map((k) => k.name.replace(/^(left|right) \w+: /, ''))
      return `${hand}: ${[...down, ...also].join(', ') || 'none'}`
    })
    .join('; ')
}
