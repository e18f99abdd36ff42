export { check, ContractError, type Checkable } from './check.ts'
export * from './schemas.ts'
export type * from './answers.ts'
