import { copyFileSync, existsSync, linkSync, renameSync, rmSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { wallClock } from '@halitus/core/time'
import { backupPath, checkWhole, flush, listBackups } from './backups/index.ts'
import { openDatabase } from './db/index.ts'
import { readSettings } from './settings.ts'
import { putBackWholeToday, readWholeToday, type WholeToday } from './studio/index.ts'
import { layTakesAside } from './takes/index.ts'

/** Puts a backup where the database is, with the server stopped; what was there is laid aside, never deleted. */
async function restore(name: string | undefined) {
  const { backups } = readSettings(process.env)
  if (!backups) throw new Error('This studio’s database is kept elsewhere; so are its backups.')
  const list = await listBackups(backups.folder)
  if (!name) {
    console.log(
      list.length ? `Backups in ${backups.folder}, newest first:` : `No backup in ${backups.folder}.`,
    )
    for (const b of list) console.log(`  ${b.name}   ${(b.bytes / 1e6).toFixed(1)} MB`)
    if (list.length) console.log('npm run restore -- NAME puts one back.')
    return
  }
  const path = backupPath(backups.folder, name) ?? join(backups.folder, name)
  if (!existsSync(path))
    throw new Error(`There is no ${name} in ${backups.folder}. npm run restore lists them.`)
  const { learners, entries } = await checkWhole(path)
  const file = backups.database
  const at = wallClock(new Date())
  const aside = `${file}.before-${at.replace(/:/g, '-')}`
  const today = await whatHolds(file)
  // Made ready beside it: whatever ends this in between, one of the two is there, whole.
  const beside = `${file}.restoring`
  const leave = () => {
    for (const end of ['', '-wal', '-shm', '.lock']) rmSync(beside + end, { force: true })
  }
  leave()
  copyFileSync(path, beside)
  const db = await openDatabase(`file:${beside}`)
  await db.write(async (tx) => {
    await putBackWholeToday(tx, today)
    await layTakesAside(tx, at)
  })
  await db.close()
  await flush(beside)
  if (existsSync(file)) linkSync(file, aside)
  for (const end of ['-wal', '-shm']) if (existsSync(file + end)) renameSync(file + end, aside + end)
  renameSync(beside, file)
  await flush(dirname(file))
  leave()
  console.log(`${learners} learners and ${entries} entries are back. What was there lies in ${aside}.`)
  console.log(
    today
      ? 'Passwords, links, who is to be deleted tonight and recordings are as they were today; everybody signs in anew.'
      : 'What was there can’t be read: passwords, links and the list of recordings are as they were in the backup.',
  )
}

/** What holds today; undefined where the database is damaged, newer or no studio’s: that is what a backup is for. */
async function whatHolds(file: string): Promise<WholeToday | undefined> {
  if (!existsSync(file)) return undefined
  try {
    const db = await openDatabase(`file:${file}`)
    return await readWholeToday(db.read).finally(() => db.close())
  } catch (error) {
    // A server that still runs has the lock.
    if (error instanceof Error && error.message.startsWith('Another server')) throw error
    return undefined
  }
}

restore(process.argv[2]).catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error)
  process.exit(1)
})
