import type { LearnerRecord } from '@halitus/core/contract'
import { HttpError } from '../http/index.ts'

/** @throws HttpError when the learner doesn't play the instrument, saying what is played */
export function playsIt(learner: LearnerRecord, on: string): void {
  if (!(learner.instruments as readonly string[]).includes(on))
    throw new HttpError(
      'invalid',
      `instrument is “${on}”; ${learner.name} plays ${learner.instruments.join(', ')}.`,
      'instrument',
    )
}
