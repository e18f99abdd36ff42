import { fingeringsOf, fingerSystem, type Instrument } from '../instruments/index.ts'
import { NoteError } from '../pitch/index.ts'

/**
 * The finger that a touch belongs to, as causes name it; undefined where the instrument has no such touch.
 * @example fingerNamed(clarinet, 'R3') // 'right-ring'
 */
export function fingerNamed(inst: Instrument, touchId: string): string | undefined {
  const touch = fingerSystem(inst).touches.find((t) => t.id === touchId)
  if (!touch) return undefined
  return touch.finger === 'little' ? 'little' : `${touch.hand}-${touch.finger}`
}

/**
 * The fingers that are down on a written note, by its usual fingerings; undefined where the chart has none for it.
 * @example fingersOn(clarinet, 'G4').size // 0: every hole is open
 */
export function fingersOn(inst: Instrument, written: string): ReadonlySet<string> | undefined {
  try {
    const usual = fingeringsOf(inst, written).filter((f) => f.kind === 'standard')
    return usual.length
      ? new Set(usual.flatMap((f) => f.touches.flatMap((t) => fingerNamed(inst, t) ?? [])))
      : undefined
  } catch (error) {
    // Outside the instrument's range nobody knows; anything else is a mistake of ours.
    if (error instanceof NoteError) return undefined
    throw error
  }
}
