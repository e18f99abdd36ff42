import { Refusal } from '../errors/index.ts'

/** A file of music, or a question about one, that can't be taken; the sentence says what, where and what is allowed. */
export class TuneError extends Refusal {
  override name = 'TuneError'
  constructor(message: string) {
    super('tune', message)
  }
}
