import { copyFile, chmod, mkdir, readdir, rename, rm, stat } from 'node:fs/promises'
import { basename, join } from 'node:path'
import { createClient, type Client } from '@libsql/client'
import { BACKUP_WEEKS, KEEPING } from '@halitus/core/contract'

/** A backup on the disk. */
export interface Backup {
  name: string
  /** When it was made, wall clock. */
  at: string
  bytes: number
  learners: number
  entries: number
}

/** Why a backup was made; it stands in its name. */
export type Occasion = 'daily' | 'migration' | 'restore' | 'asked'

const KEPT = KEEPING.backups
const DAY_MS = 24 * 3600 * 1000
const NAME = /^halitus-(\d{4}-\d\d-\d\dT\d\d-\d\d-\d\d)-(daily|migration|restore|asked)\.db$/
const stamp = (at: string) => at.slice(0, 19).replace(/:/g, '-')
const momentOf = (name: string) => NAME.exec(name)![1]!.replace(/T(\d\d)-(\d\d)-(\d\d)/, 'T$1:$2:$3')

/** A backup that isn't what it should be. */
export class BadBackup extends Error {
  override name = 'BadBackup'
}

async function counted(client: Client): Promise<Pick<Backup, 'learners' | 'entries'>> {
  const count = async (table: string) =>
    Number((await client.execute(`select count(*) as n from ${table}`)).rows[0]!.n)
  return { learners: await count('learners'), entries: await count('entries') }
}

/**
 * Opens a backup, has SQLite check all of it, and counts what is in it.
 * @throws BadBackup when it isn't whole
 */
export async function verify(path: string): Promise<Pick<Backup, 'learners' | 'entries'>> {
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

/** Backups of a folder, newest first; what isn't one is left alone. */
export async function listBackups(folder: string): Promise<Pick<Backup, 'name' | 'at' | 'bytes'>[]> {
  const names = await readdir(folder).catch(() => [] as string[])
  const found = await Promise.all(
    names
      .filter((n) => NAME.test(n))
      .map(async (name) => ({ name, at: momentOf(name), bytes: (await stat(join(folder, name))).size })),
  )
  return found.sort((a, b) => b.at.localeCompare(a.at))
}

/** Which backups may go: beyond the newest of each day and week, and the newest few of other occasions. */
export function tooMany(names: readonly string[], now: string): string[] {
  const newest = [...names].filter((n) => NAME.test(n)).sort((a, b) => momentOf(b).localeCompare(momentOf(a)))
  const kept = new Set<string>()
  const seen = new Set<string>()
  const others = new Map<string, number>()
  const today = Date.parse(now.slice(0, 10))
  for (const name of newest) {
    const occasion = NAME.exec(name)![2] as Occasion
    const day = momentOf(name).slice(0, 10)
    const age = Math.floor((today - Date.parse(day)) / DAY_MS)
    // What was deleted is in no backup after that, however it was made.
    if (age >= 7 * BACKUP_WEEKS) continue
    if (occasion !== 'daily') {
      const n = (others.get(occasion) ?? 0) + 1
      others.set(occasion, n)
      if (n <= KEPT.others) kept.add(name)
      continue
    }
    const slot = age < KEPT.days ? `day ${day}` : `week ${Math.floor(age / 7)}`
    if (seen.has(slot)) continue
    seen.add(slot)
    kept.add(name)
  }
  return newest.filter((n) => !kept.has(n))
}

/**
 * Makes a backup of a database file that may be in use: a whole copy under another name, checked, then named. Old ones go.
 * @param second a further folder, as another disk; when it can't be written the first is kept all the same
 * @throws BadBackup when the copy isn't whole; errors of the file system as they are
 */
export async function backUp(of: {
  database: string
  folder: string
  second?: string | undefined
  at: string
  occasion: Occasion
}): Promise<Backup & { second?: string }> {
  await mkdir(of.folder, { recursive: true, mode: 0o700 })
  const name = `halitus-${stamp(of.at)}-${of.occasion}.db`
  const half = join(of.folder, `${name}.part`)
  await rm(half, { force: true })
  const client = createClient({ url: `file:${of.database}` })
  try {
    await client.execute('pragma busy_timeout = 5000')
    // One consistent state, whatever is written meanwhile (SQLite: VACUUM INTO).
    await client.execute({ sql: 'vacuum into ?', args: [half] })
  } catch (error) {
    await rm(half, { force: true })
    throw error
  } finally {
    client.close()
  }
  await chmod(half, 0o600)
  const what = await verify(half).catch(async (error: unknown) => {
    await rm(half, { force: true })
    throw error
  })
  const path = join(of.folder, name)
  await rename(half, path)
  const trouble = of.second ? await copyTo(of.second, path, of.at) : undefined
  await rotate(of.folder, of.at)
  return { name, at: of.at, bytes: (await stat(path)).size, ...what, ...(trouble && { second: trouble }) }
}

async function rotate(folder: string, now: string): Promise<void> {
  const names = (await listBackups(folder)).map((b) => b.name)
  for (const name of tooMany(names, now)) await rm(join(folder, name), { force: true })
}

async function copyTo(folder: string, path: string, now: string): Promise<string | undefined> {
  try {
    await mkdir(folder, { recursive: true, mode: 0o700 })
    const there = join(folder, basename(path))
    await copyFile(path, `${there}.part`)
    await chmod(`${there}.part`, 0o600)
    await rename(`${there}.part`, there)
    await rotate(folder, now)
    return undefined
  } catch (error) {
    return `The second folder ${folder} can’t be written: ${error instanceof Error ? error.message : 'unknown reason'}`
  }
}

/** The path of a backup by its name. @returns undefined for a name that isn't one */
export const backupPath = (folder: string, name: string): string | undefined =>
  NAME.test(name) ? join(folder, name) : undefined
