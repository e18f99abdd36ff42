import type { Instrument, SetupStep } from './types.ts'

/** Keeps an instrument's id as its own type, so that the registry's ids are known to the compiler. */
export function define<const Id extends string>(
  inst: Omit<Instrument, 'id'> & { id: Id },
): Instrument & { id: Id } {
  return { ...inst, setup: soundLast(inst.setup) }
}

/** Posture, then the mouth, then sound: what is sounded alone for the first time comes when all else is ready (common practice). */
function soundLast(steps: readonly SetupStep[]): SetupStep[] {
  const others = steps.filter((s) => s.phase !== 'sound')
  const end = others.findIndex((s) => s.phase === 'after')
  return [...others.slice(0, end), ...steps.filter((s) => s.phase === 'sound'), ...others.slice(end)]
}
