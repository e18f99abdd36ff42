import { mkdirSync } from 'node:fs'
import { dirname } from 'node:path'
import { fileURLToPath } from 'node:url'
import { createClient, type Client } from '@libsql/client'
import { drizzle } from 'drizzle-orm/libsql'
import { migrate } from 'drizzle-orm/libsql/migrator'
import { breathe, HttpError, sqliteCode } from '../http/index.ts'
import type { Db, Tx } from './access.ts'
import { countedChanges, sharedChanges, type Topic } from './changes.ts'
import { checkFile, checkStudio, closeToOthers, hasTables } from './condition.ts'
import { fileClient } from './file-client.ts'
import { flusher } from './flush.ts'
import * as schema from './schema.ts'

export interface Database {
  read: Db
  /**
   * Runs one transaction; transactions wait for each other, since SQLite writes one at a time.
   * @param about whose lesson lines alone were changed, where nothing else was: what is derived of others stays true
   * @throws HttpError busy when another program holds the file for too long
   */
  write<T>(work: (tx: Tx) => Promise<T>, about?: (result: T) => readonly string[]): Promise<T>
  /** Reads one state of the whole database, whatever is written meanwhile. */
  snapshot<T>(work: (reader: Db) => Promise<T>): Promise<T>
  /** Other with every write that concerns a topic, whoever writes to the database. */
  stamp(topic?: Topic): Promise<string>
  close(): Promise<void>
}

const MIGRATIONS = fileURLToPath(new URL('./migrations', import.meta.url))
const FILE = 'file:'
/** How long a write waits for another program that holds the file, and how often it looks again, ms. */
const PATIENCE_MS = 5000
const LOOK_AGAIN_MS = 100
/** How long opening a connection may wait for one that is just being closed, ms. */
const SETTLING_MS = 1000

const isBusy = (error: unknown): boolean => sqliteCode(error).startsWith('SQLITE_BUSY')
const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))

/** Of the one who writes: a lock held elsewhere is told at once, since waiting for it would hold up reading. */
const WRITING = [
  `PRAGMA busy_timeout = ${SETTLING_MS}`,
  'PRAGMA journal_mode = WAL',
  // What is acknowledged is put onto the disk before, by the flusher: beside other work.
  'PRAGMA synchronous = NORMAL',
  'PRAGMA foreign_keys = ON',
  'PRAGMA busy_timeout = 0',
]
/** What speaks to a database: to a file on this machine, or to a server. */
const clientOf = (url: string, settings: readonly string[] = []): Client =>
  url.startsWith(FILE) ? fileClient(url.slice(FILE.length), settings) : createClient({ url })

/**
 * Claims a database file for this server: a lock of the operating system's on a small file beside it, which goes when the
 * program does, however it ends.
 * @throws Error with a sentence when another server has it
 */
async function claim(file: string): Promise<() => void> {
  const client = fileClient(`${file}.lock`, ['PRAGMA busy_timeout = 0'])
  try {
    const held = await client.transaction('write')
    return () => {
      held.close()
      client.close()
    }
  } catch (error) {
    client.close()
    if (!isBusy(error)) throw error
    throw new Error(
      `Another server uses ${file} already. Stop that one, or start this one with another DATABASE_URL.`,
      { cause: error },
    )
  }
}

/**
 * Opens the database and brings its tables up to date.
 * @param url `file:…` for a file on this machine, or the address of a libSQL server
 * @param beforeMigration called when an older studio is about to be brought up to date
 * @throws Error with a sentence when another server uses the file; Unusable when it is damaged, newer, or no studio's
 */
export async function openDatabase(
  url: string,
  patienceMs = PATIENCE_MS,
  beforeMigration: () => Promise<unknown> = () => Promise.resolve(),
): Promise<Database> {
  const local = url.startsWith(FILE)
  const file = url.slice(FILE.length)
  if (local) {
    mkdirSync(dirname(file), { recursive: true, mode: 0o700 })
    checkFile(file)
  }
  const release = local ? await claim(file) : () => undefined
  const client = clientOf(url)
  try {
    // Of an address nothing but where it is: what else stands in it may be a secret.
    const lacking = await checkStudio(client, local ? file : url.replace(/[?#].*/s, ''), MIGRATIONS)
    if (local && lacking && (await hasTables(client))) await beforeMigration()
  } catch (error) {
    client.close()
    release()
    throw error
  }
  const read = drizzle(client, { schema })
  const writing = clientOf(url, WRITING)
  const writer = drizzle(writing, { schema })
  // Another server may be doing the same at this moment: whoever comes second finds it done.
  const bringUpToDate = () => migrate(writer, { migrationsFolder: MIGRATIONS })
  await bringUpToDate().catch(async (error: unknown) => {
    if (local) throw error
    await pause(LOOK_AGAIN_MS)
    await bringUpToDate()
  })
  if (local) closeToOthers(file)

  async function patiently<T>(work: (tx: Tx) => Promise<T>): Promise<T> {
    const until = Date.now() + patienceMs
    for (;;) {
      let first: unknown
      try {
        return await writer.transaction((tx) =>
          work(tx).catch((error: unknown) => {
            first = error
            throw error
          }),
        )
      } catch (last) {
        // Some failures end the transaction by themselves; what then can't be rolled back says nothing of why.
        const error = first ?? last
        if (!isBusy(error)) throw error
        if (Date.now() >= until)
          throw new HttpError(
            'busy',
            'Another program holds the database; nothing was saved. Close it there, then try again.',
          )
        await pause(LOOK_AGAIN_MS)
      }
    }
  }

  let last: Promise<unknown> = Promise.resolve()
  const log = local ? flusher(`${file}-wal`) : undefined
  const changes = local ? countedChanges() : sharedChanges(read)
  return {
    read,
    write(work, about) {
      const mine = last
        .then(breathe)
        .then(() =>
          patiently(async (tx) => {
            const result = await work(tx)
            await changes.within(tx, about?.(result))
            return result
          }),
        )
        .then(
          (result) => {
            changes.after(about?.(result))
            return result
          },
          (error: unknown) => {
            changes.after(undefined)
            throw error
          },
        )
      last = mine.catch(() => undefined)
      // Answered when it is on the disk; whoever writes next needn't wait for that.
      return log ? mine.then((result) => log.flush().then(() => result)) : mine
    },
    async snapshot(work) {
      const tx = await client.transaction('read')
      try {
        // Drizzle’s own transactions are all for writing, and would keep others from it.
        return await work(drizzle(tx as unknown as Client, { schema }))
      } finally {
        tx.close()
      }
    },
    stamp: (topic) => changes.stamp(topic),
    async close() {
      await last
      await log?.close()
      // Everything into the one file: it can be copied by itself.
      if (local) await writing.execute('PRAGMA wal_checkpoint(TRUNCATE)').catch(() => undefined)
      client.close()
      writing.close()
      release()
    },
  }
}
