export { openDatabase, type Database, type Reader, type Tx } from './open.ts'
export { Unusable } from './condition.ts'
export { agree, once } from './once.ts'
export * as tables from './schema.ts'
