import {
  accessSync,
  chmodSync,
  closeSync,
  constants,
  existsSync,
  openSync,
  readSync,
  statSync,
} from 'node:fs'
import { readMigrationFiles } from 'drizzle-orm/migrator'
import type { Client } from '@libsql/client'
import { isAway } from '../http/index.ts'

/** What every SQLite file begins with (SQLite file format, section 1.2). */
const HEADER = 'SQLite format 3\0'
/** A path, not a server's address. */
const isLocal = (database: string) => !/^\w+:\/\//.test(database)
const WAY_OUT = 'Name another file in DATABASE_URL, or restore a backup: npm run restore.'

/** A database that can't be used, in a sentence with the way out. */
export class Unusable extends Error {
  override name = 'Unusable'
}

/**
 * Whether a file can be a studio's, before anything opens it; a missing or empty one can.
 * @throws Unusable when it can't be read or written, or is no database
 */
export function checkFile(file: string): void {
  if (!existsSync(file)) return
  if (!statSync(file).isFile()) throw new Unusable(`${file} is no file. ${WAY_OUT}`)
  try {
    accessSync(file, constants.R_OK | constants.W_OK)
  } catch {
    throw new Unusable(`${file} can’t be written by this user. Give it the right to, or start as its owner.`)
  }
  if (statSync(file).size === 0) return
  const head = Buffer.alloc(HEADER.length)
  const fd = openSync(file, 'r')
  readSync(fd, head, 0, head.length, 0)
  closeSync(fd)
  if (head.toString('latin1') !== HEADER) throw new Unusable(`${file} is no database. ${WAY_OUT}`)
}

/** Lets nobody but their owner read the files of a database; where a file system has no owners nothing is done. */
export function closeToOthers(file: string): void {
  for (const path of [file, `${file}-wal`, `${file}-shm`, `${file}.lock`])
    if (existsSync(path))
      try {
        chmodSync(path, 0o600)
      } catch {
        // A stick formatted for another system knows no owners.
      }
}

/** The names of a database's own tables. */
const tablesOf = async (client: Client): Promise<string[]> =>
  (
    await client.execute("select name from sqlite_master where type = 'table' and name not like 'sqlite_%'")
  ).rows.map((r) => String(r.name))

/** Whether anything was ever kept in a database. */
export const hasTables = async (client: Client): Promise<boolean> => (await tablesOf(client)).length > 0

/**
 * Whether an opened database is a whole studio that this version understands.
 * @returns how many migrations it still lacks; all of them in an empty one
 * @param file its path, or the address of the server that keeps it: that one looks after its own files
 * @throws Unusable when it is damaged, newer, or something else's
 */
export async function checkStudio(client: Client, file: string, migrationsFolder: string): Promise<number> {
  const wayOut = isLocal(file) ? WAY_OUT : 'Name another database in DATABASE_URL.'
  const known = readMigrationFiles({ migrationsFolder })
  const tables = await reading(file, () => tablesOf(client))
  if (!tables.length) return known.length
  if (!tables.includes('__drizzle_migrations') || !tables.includes('learners'))
    throw new Unusable(
      `${file} is a database, but no studio’s: it has ${tables.slice(0, 4).join(', ')}. ${wayOut}`,
    )
  const sound = isLocal(file) && (await reading(file, () => client.execute('pragma quick_check(1)')))
  const verdict = sound ? String(Object.values(sound.rows[0] ?? {})[0]) : 'ok'
  if (verdict !== 'ok') throw new Unusable(`${file} is damaged (${verdict.slice(0, 80)}). ${WAY_OUT}`)
  const { rows } = await client.execute(
    'select hash, created_at from __drizzle_migrations order by created_at',
  )
  const last = Number(rows.at(-1)?.created_at ?? 0)
  const newest = known.at(-1)!.folderMillis
  if (last > newest)
    throw new Unusable(
      `${file} was written by a newer Halitus. Start that one${isLocal(file) ? ', or restore an older backup: npm run restore' : ''}.`,
    )
  return known.filter((m) => m.folderMillis > last).length
}

/** What SQLite says of a broken file, in a sentence. */
async function reading<T>(file: string, work: () => Promise<T>): Promise<T> {
  try {
    return await work()
  } catch (error) {
    if (isAway(error))
      throw new Unusable(
        `${file} doesn’t answer. Start that server, or name another database in DATABASE_URL.`,
        { cause: error },
      )
    if (/\b40[13]\b/.test(String((error as { message?: unknown }).message)) && !isLocal(file))
      throw new Unusable(`${file} doesn’t let Halitus in: look at the authToken in DATABASE_URL.`, {
        cause: error,
      })
    const code = String((error as { code?: unknown }).code ?? '')
    if (/CORRUPT|NOTADB|IOERR/.test(code))
      throw new Unusable(`${file} is damaged. ${WAY_OUT}`, { cause: error })
    if (/READONLY|CANTOPEN|PERM/.test(code))
      throw new Unusable(`${file} can’t be written. Give its owner the right to, then start again.`, {
        cause: error,
      })
    if (/BUSY|LOCKED/.test(code))
      throw new Unusable(`Another program holds ${file}. Close it there, then start again.`, { cause: error })
    if (/FULL/.test(code)) throw new Unusable(`The disk is full: ${file} can’t be opened.`, { cause: error })
    throw error
  }
}
