/**
 * Why something was refused; programs act on these codes, `contract/errors` says what each means and which HTTP status
 * it has.
 */
export type RefusalCode = 'invalid' | 'note' | 'instrument' | 'range' | 'sound' | 'tune'

/**
 * Input that can't be taken, with a sentence naming what, where and what is allowed. Everything else that is thrown is a
 * fault of ours.
 * @example throw new Refusal('range', 'The humidity is 2; allowed: 0 to 1.')
 */
export class Refusal extends Error {
  override name = 'Refusal'
  readonly code: RefusalCode
  /** Path of the field that is wrong, where one is. */
  readonly field: string
  constructor(code: RefusalCode, message: string, field = '') {
    super(message)
    this.code = code
    this.field = field
  }
}

/** A number beyond what is possible; the message says what is allowed. */
export class OutOfRange extends Refusal {
  override name = 'OutOfRange'
  constructor(message: string, field = '') {
    super('range', message, field)
  }
}
