import { Refusal } from '@halitus/core/errors'
import { busyIn, type BusyTime } from '../agenda/busy.ts'
import type { Told } from './told.ts'

/** Reads the busy times of another calendar; what is wrong with its file is told. */
export function busyTimes({
  text,
  from,
  to,
}: {
  text: string
  from: string
  to: string
}): { busy: BusyTime[] } | Told {
  try {
    return { busy: busyIn(text, from, to) }
  } catch (error) {
    if (error instanceof Refusal) return { refused: error.message, code: error.code }
    throw error
  }
}
