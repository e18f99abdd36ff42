import type { Instrument } from './types.ts'

/** Keeps an instrument's id as its own type, so that the registry's ids are known to the compiler. */
export function define<const Id extends string>(
  inst: Omit<Instrument, 'id'> & { id: Id },
): Instrument & { id: Id } {
  return inst
}
