import { mkdirSync } from 'node:fs'
import { dirname } from 'node:path'
import { fileURLToPath } from 'node:url'
import { createClient } from '@libsql/client'
import { drizzle, type LibSQLDatabase } from 'drizzle-orm/libsql'
import { migrate } from 'drizzle-orm/libsql/migrator'
import * as schema from './schema.ts'

type Db = LibSQLDatabase<typeof schema>
/** What stores write with: the database inside one transaction. */
export type Tx = Parameters<Parameters<Db['transaction']>[0]>[0]
/** What stores read with. */
export type Reader = Db | Tx

export interface Database {
  read: Db
  /** Runs one transaction; transactions wait for each other, since SQLite writes one at a time. */
  write<T>(work: (tx: Tx) => Promise<T>): Promise<T>
  /** Changes with every write; undefined when others may write to the same database. */
  revision(): number | undefined
  close(): Promise<void>
}

const MIGRATIONS = fileURLToPath(new URL('./migrations', import.meta.url))

/**
 * Opens the database and brings its tables up to date.
 * @param url `file:…` for a file on this machine, or the address of a libSQL server
 */
export async function openDatabase(url: string): Promise<Database> {
  const local = url.startsWith('file:')
  if (local) mkdirSync(dirname(url.slice('file:'.length)), { recursive: true })
  const client = createClient({ url })
  const read = drizzle(client, { schema })
  if (local) {
    await client.execute('PRAGMA journal_mode = WAL')
    await client.execute('PRAGMA busy_timeout = 5000')
    await client.execute('PRAGMA synchronous = NORMAL')
    await client.execute('PRAGMA foreign_keys = ON')
  }
  await migrate(read, { migrationsFolder: MIGRATIONS })

  let last: Promise<unknown> = Promise.resolve()
  let revision = 0
  const changed = () => void revision++
  return {
    read,
    write(work) {
      const mine = last.then(() => read.transaction(work)).finally(changed)
      last = mine.catch(() => undefined)
      return mine
    },
    revision: () => (local ? revision : undefined),
    async close() {
      await last
      client.close()
    },
  }
}
