import type { LibSQLDatabase } from 'drizzle-orm/libsql'
import type * as schema from './schema.ts'

/** The studio's database, read and written by its tables. */
export type Db = LibSQLDatabase<typeof schema>
/** What stores write with: the database inside one transaction. */
export type Tx = Parameters<Parameters<Db['transaction']>[0]>[0]
/** What stores read with. */
export type Reader = Db | Tx
