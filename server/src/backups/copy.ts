import { chmod, open } from 'node:fs/promises'
import { basename } from 'node:path'
import { createClient, type Client } from '@libsql/client'

/** What a backup holds. */
export interface Counted {
  learners: number
  entries: number
}

/** A backup that isn't what it should be. */
export class BadBackup extends Error {
  override name = 'BadBackup'
}

async function counted(client: Client): Promise<Counted> {
  const count = async (table: string) =>
    Number((await client.execute(`select count(*) as n from ${table}`)).rows[0]!.n)
  return { learners: await count('learners'), entries: await count('entries') }
}

/**
 * Opens a backup, has SQLite check all of it, and counts what is in it; reads the whole file in one go.
 * @throws BadBackup when it isn't whole
 */
export async function checkWhole(path: string): Promise<Counted> {
  const client = createClient({ url: `file:${path}` })
  try {
    const { rows } = await client.execute('pragma integrity_check(1)')
    const verdict = String(Object.values(rows[0] ?? {})[0])
    if (verdict !== 'ok') throw new BadBackup(`${basename(path)} isn’t whole: ${verdict.slice(0, 80)}.`)
    return await counted(client)
  } catch (error) {
    if (error instanceof BadBackup) throw error
    throw new BadBackup(`${basename(path)} can’t be read as a studio.`, { cause: error })
  } finally {
    client.close()
  }
}

/** Onto the disk itself, before anything relies on it. */
export async function flush(path: string): Promise<void> {
  const file = await open(path, 'r')
  try {
    await file.sync()
  } finally {
    await file.close()
  }
}

/**
 * Copies a database that may be in use: one consistent state, whatever is written meanwhile, checked and on the disk.
 * @throws BadBackup when the copy isn't whole; errors of the file system as they are
 */
export async function copyWhole(database: string, half: string): Promise<Counted> {
  const client = createClient({ url: `file:${database}` })
  try {
    await client.execute('pragma busy_timeout = 5000')
    // SQLite: VACUUM INTO.
    await client.execute({ sql: 'vacuum into ?', args: [half] })
  } finally {
    client.close()
  }
  await chmod(half, 0o600)
  const what = await checkWhole(half)
  await flush(half)
  return what
}
