import { copyFile, chmod, mkdir, readdir, rename, rm, stat } from 'node:fs/promises'
import { basename, join } from 'node:path'
import { BACKUP_WEEKS, KEEPING } from '@halitus/core/contract'
import { inBackground, isTold, type Told } from '../heavy/index.ts'
import { BadBackup, flush, type Counted } from './copy.ts'

/** A backup on the disk. */
export interface Backup extends Counted {
  name: string
  /** When it was made, wall clock. */
  at: string
  bytes: number
}

/** Why a backup was made; it stands in its name. */
export type Occasion = 'daily' | 'migration' | 'restore' | 'asked'

const KEPT = KEEPING.backups
const DAY_MS = 24 * 3600 * 1000
const NAME = /^halitus-(\d{4}-\d\d-\d\dT\d\d-\d\d-\d\d)-(daily|migration|restore|asked)\.db$/
/** A backup that isn’t finished, or the copy that a restore works on. */
const HALF_MADE = /^halitus-[\dT-]+-[a-z]+\.db\.(part|restoring)(-wal|-shm|-journal|\.lock(-journal)?)?$/
const stamp = (at: string) => at.slice(0, 19).replace(/:/g, '-')
const momentOf = (name: string) => NAME.exec(name)![1]!.replace(/T(\d\d)-(\d\d)-(\d\d)/, 'T$1:$2:$3')

/**
 * Opens a backup, has SQLite check all of it, and counts what is in it; on a thread of its own, since it reads the whole.
 * @throws BadBackup when it isn't whole
 */
export const verify = (path: string): Promise<Counted> => orBad(inBackground('verifyBackup', { path }))

/** What a thread tells is an error again here. */
async function orBad<T extends object>(done: Promise<T | Told>): Promise<T> {
  const result = await done
  if (isTold(result)) throw new BadBackup(result.refused)
  return result as T
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

/** A stamp so much later than now comes from a clock that was wrong, not from the hour that summer time moves it by. */
const AHEAD_MS = 2 * 3600 * 1000
const msOf = (moment: string) => Date.parse(`${moment}Z`)
/** How much later than now a backup says that it was made, ms. */
const aheadOf = (name: string, now: string) => msOf(momentOf(name)) - msOf(now)
const isAhead = (name: string, now: string) => aheadOf(name, now) > AHEAD_MS

/**
 * Which backups may go: beyond the newest of each day and week, and the newest few of other occasions. The newest few of all
 * stay, however old a clock makes them. Those of a later moment than now count for nothing; the newest few of them stay until
 * their time comes, or, where that is further off than any is kept, until there is one of each of the last seven days.
 */
export function tooMany(names: readonly string[], now: string): string[] {
  const newest = [...names].filter((n) => NAME.test(n)).sort((a, b) => momentOf(b).localeCompare(momentOf(a)))
  const past = newest.filter((n) => !isAhead(n, now))
  const kept = new Set<string>()
  const seen = new Set<string>()
  const others = new Map<string, number>()
  const today = Date.parse(now.slice(0, 10))
  for (const name of past) {
    const occasion = NAME.exec(name)![2] as Occasion
    const day = momentOf(name).slice(0, 10)
    const age = Math.floor((today - Date.parse(day)) / DAY_MS)
    // The newest few stay in any case: a clock that jumped makes all of them old at once.
    const enough = kept.size >= KEPT.always
    // What was deleted is in no backup after that, however it was made.
    if (enough && age >= 7 * BACKUP_WEEKS) continue
    if (occasion !== 'daily') {
      const n = (others.get(occasion) ?? 0) + 1
      others.set(occasion, n)
      if (n <= KEPT.others) kept.add(name)
      continue
    }
    const slot = !enough || age < KEPT.days ? `day ${day}` : `week ${Math.floor(age / 7)}`
    if (seen.has(slot)) continue
    seen.add(slot)
    kept.add(name)
  }
  // Seven days running by one clock: that one is right.
  const settled = Array.from({ length: KEPT.always }, (_, k) =>
    new Date(today - k * DAY_MS).toISOString().slice(0, 10),
  ).every((day) => seen.has(`day ${day}`))
  const ahead = newest.filter((n) => isAhead(n, now))
  const waiting = ahead.filter((n) => !settled || aheadOf(n, now) < 7 * BACKUP_WEEKS * DAY_MS)
  for (const name of waiting.slice(0, KEPT.always)) kept.add(name)
  return newest.filter((n) => !kept.has(n))
}

/** The newest backup that isn't from a later moment than now; undefined without one. */
export const newestBefore = <B extends { name: string }>(
  newestFirst: readonly B[],
  now: string,
): B | undefined => newestFirst.find((b) => !isAhead(b.name, now))

/**
 * What backups say of this machine's clock, in a sentence; undefined when nothing is odd.
 * @param newestFirst their names
 */
export function clockTrouble(newestFirst: readonly string[], now: string): string | undefined {
  const [last] = newestFirst
  if (!last) return undefined
  const moment = momentOf(last).replace('T', ' ').slice(0, 16)
  if (isAhead(last, now))
    return `The newest backup says ${moment}, which is later than now: this machine’s clock is wrong, or was. None is thrown away for it.`
  if (-aheadOf(last, now) >= 7 * BACKUP_WEEKS * DAY_MS)
    return `The newest backup is of ${moment}. If the studio was used since, this machine’s clock is wrong; the newest ${KEPT.always} backups stay in any case.`
  return undefined
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
  const what = await orBad(inBackground('copyStudio', { database: of.database, half })).catch(
    async (error: unknown) => {
      await rm(half, { force: true })
      throw error
    },
  )
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
    await flush(`${there}.part`)
    await rename(`${there}.part`, there)
    await rotate(folder, now)
    return undefined
  } catch (error) {
    return `The second folder ${folder} can’t be written: ${error instanceof Error ? error.message : 'unknown reason'}`
  }
}

/** Takes away what a backup, a copy or a restore left half-made when the program was ended. @returns how many files */
export async function sweepHalfMade(folder: string): Promise<number> {
  const names = await readdir(folder).catch(() => [] as string[])
  const half = names.filter((n) => HALF_MADE.test(n))
  for (const name of half) await rm(join(folder, name), { force: true })
  return half.length
}

/** The path of a backup by its name. @returns undefined for a name that isn't one */
export const backupPath = (folder: string, name: string): string | undefined =>
  NAME.test(name) ? join(folder, name) : undefined
