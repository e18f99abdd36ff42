import { copyFileSync, existsSync, renameSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { wallClock } from '@halitus/core/time'
import { backupPath, listBackups, verify } from './backups/index.ts'
import { openDatabase } from './db/index.ts'
import { readSettings } from './settings.ts'

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
  const { learners, entries } = await verify(path)
  const file = backups.database
  const aside = `${file}.before-${wallClock(new Date()).replace(/:/g, '-')}`
  // A server that still runs has the lock; opening an empty neighbour would say so only for another file.
  await openDatabase(`file:${file}`).then(
    (db) => db.close(),
    (error: unknown) => {
      if (error instanceof Error && error.message.startsWith('Another server')) throw error
      // Damaged, newer or no studio's: that is what a backup is for.
    },
  )
  if (existsSync(file)) renameSync(file, aside)
  for (const end of ['-wal', '-shm']) rmSync(file + end, { force: true })
  copyFileSync(path, file)
  console.log(`${learners} learners and ${entries} entries are back. What was there lies in ${aside}.`)
}

restore(process.argv[2]).catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error)
  process.exit(1)
})
