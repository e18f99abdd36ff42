import { ValidationError } from 'yup'
import { Refusal } from '../errors/index.ts'
import './words.ts'

/** Input that breaks the contract; `field` is the path of the first thing that is wrong. */
export class ContractError extends Refusal {
  override name = 'ContractError'
  constructor(message: string, field: string) {
    super('invalid', message, field)
  }
}

/** Any Yup schema, lazy ones too. */
export interface Checkable<T> {
  validateSync(value: unknown, options?: { strict?: boolean; abortEarly?: boolean }): T
}

/**
 * Checks a value against a schema and gives it back typed.
 * @throws ContractError with one sentence on the first thing that is wrong
 */
export function check<T>(schema: Checkable<T>, value: unknown): T {
  if (value === undefined || value === null)
    throw new ContractError('Nothing was sent where an object is expected.', '')
  try {
    return schema.validateSync(value, { strict: true, abortEarly: false })
  } catch (error) {
    if (error instanceof ValidationError) {
      // Yup keeps what is wrong in the order of the fields; the first of it is told.
      const first = error.inner[0] ?? error
      throw new ContractError(first.message, first.path ?? '')
    }
    throw error
  }
}
