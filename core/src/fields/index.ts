/**
 * The fields that the contract and the kinds of records are made of, and the one way to check them.
 *
 * @example
 * check(strict({ id: id() }), { id: 'a' }) // { id: 'a' }
 */
export { canonical } from './canonical.ts'
export { check, ContractError, type Checkable } from './check.ts'
export {
  day,
  finite,
  id,
  instrumentId,
  moment,
  name,
  noteText,
  PROVENANCES,
  readable,
  STAGES,
  strict,
  text,
  uniqueBy,
  version,
  whole,
  words,
  type Provenance,
  type Stage,
} from './fields.ts'
