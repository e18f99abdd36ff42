import { copyFile, rm } from 'node:fs/promises'
import { wallClock } from '@halitus/core/time'
import { openDatabase, type Database } from '../db/index.ts'
import { importStudio, studioIn } from '../studio/index.ts'
import { backUp, clockTrouble, listBackups, newestBefore, sweepHalfMade, verify } from './backups.ts'

/** Where backups of a database file go. */
export interface BackupSettings {
  database: string
  folder: string
  second?: string | undefined
}

const DAY_MS = 24 * 3600 * 1000
/** How often it is looked whether a day has passed, ms. */
const LOOK_MS = 15 * 60 * 1000

/**
 * Backs up once a day for as long as the server runs, the first time as soon as the newest is a day old.
 * @param tell called with a sentence when one fails
 * @returns what ends it
 */
export function keepBackups(
  settings: BackupSettings,
  now: () => Date,
  tell: (trouble: string) => void,
): () => void {
  let busy = false
  const look = async () => {
    if (busy) return
    busy = true
    try {
      const at = wallClock(now())
      const list = await listBackups(settings.folder)
      const newest = newestBefore(list, at)
      if (newest && now().getTime() - new Date(newest.at).getTime() < DAY_MS) return
      const odd = clockTrouble(
        list.map((b) => b.name),
        at,
      )
      if (odd) tell(odd)
      const made = await backUp({ ...settings, at, occasion: 'daily' })
      if (made.second) tell(made.second)
    } catch (error) {
      tell(`No backup was made: ${error instanceof Error ? error.message : 'unknown reason'}`)
    } finally {
      busy = false
    }
  }
  const folders = [settings.folder, ...(settings.second ? [settings.second] : [])]
  void Promise.all(folders.map(sweepHalfMade))
    .catch(() => undefined)
    .then(look)
  const timer = setInterval(() => void look(), LOOK_MS)
  timer.unref()
  return () => clearInterval(timer)
}

/**
 * Puts the studio back to what it was in a backup, entirely or not at all. What it is now is backed up first.
 * @throws BadBackup when the backup isn't whole
 */
export async function restoreFrom(
  db: Database,
  settings: BackupSettings,
  path: string,
  at: string,
): Promise<{ learners: number; lessons: number; entries: number }> {
  await verify(path)
  await backUp({ ...settings, at, occasion: 'restore' })
  // A backup from before a change of tables is brought up to date first, as a copy.
  const copy = `${path}.restoring`
  await copyFile(path, copy)
  try {
    const old = await openDatabase(`file:${copy}`)
    try {
      const then = await studioIn(old.read)
      return await db.write((tx) => importStudio(tx, then))
    } finally {
      await old.close()
    }
  } finally {
    for (const left of [copy, `${copy}-wal`, `${copy}-shm`, `${copy}.lock`]) await rm(left, { force: true })
  }
}
