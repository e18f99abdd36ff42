import { judgeCrossings, type Crossing } from '@halitus/core/crossings'
import { fingerSystem, instrument, standardFingering } from '@halitus/core/instruments'
import { analyse } from '@halitus/core/sound'
import { listening, type Recording } from './recordings.ts'
import type { Told } from './told.ts'

/** A move between two written notes on an instrument. */
export interface MoveAsked {
  instrument: string
  from: string
  to: string
  system?: string | undefined
}

/** How the changes between two notes went in a recording. */
export const crossings = ({
  move,
  ...asked
}: Recording & { move: MoveAsked }): { crossings: Crossing[] } | Told =>
  listening(asked, ({ samples, sampleRate }) => {
    const heard = analyse(samples, sampleRate, asked.options)
    const inst = instrument(move.instrument)
    const [from, to] = [move.from, move.to].map((n) => standardFingering(inst, n, move.system))
    const system = fingerSystem(inst, move.system)
    return { crossings: judgeCrossings(samples, sampleRate, heard, system, from!, to!, asked.options) }
  })
