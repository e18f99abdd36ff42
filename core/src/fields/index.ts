export { check, ContractError, type Checkable } from './check.ts'
export {
  day,
  finite,
  id,
  instrumentId,
  moment,
  noteText,
  PROVENANCES,
  STAGES,
  strict,
  text,
  uniqueBy,
  whole,
  words,
  type Provenance,
  type Stage,
} from './fields.ts'
