import { fingerSystem, type Instrument } from '../instruments/index.ts'

/**
 * The finger that a touch belongs to, as causes name it; undefined where the instrument has no such touch.
 * @example fingerNamed(clarinet, 'R3') // 'right-ring'
 */
export function fingerNamed(inst: Instrument, touchId: string): string | undefined {
  const touch = fingerSystem(inst).touches.find((t) => t.id === touchId)
  if (!touch) return undefined
  return touch.finger === 'little' ? 'little' : `${touch.hand}-${touch.finger}`
}
