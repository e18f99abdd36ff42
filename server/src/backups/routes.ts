import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { ROUTES } from '@halitus/core/contract'
import { nameNotes } from '@halitus/core/pitch'
import { wallClock } from '@halitus/core/time'
import type { Database } from '../db/index.ts'
import { HttpError, notFound, routes, type Routes } from '../http/index.ts'
import { readStudio } from '../studio/index.ts'
import { backUp, backupPath, clockTrouble, listBackups, verify } from './backups.ts'
import { BadBackup, type Counted } from './copy.ts'
import { restoreFrom, type BackupSettings } from './keep.ts'

/** For so long it isn't looked again whether a backup is whole, ms; one that is restored from is looked at in any case. */
const KNOWN_MS = 3600 * 1000

/** Backups: seen, made, put back. A studio on a remote database has none of its own here. */
export const backupRoutes = (
  db: Database,
  settings: BackupSettings | undefined,
  now: () => Date,
  afterwards: () => Promise<void>,
): Routes => {
  const here = (): BackupSettings => {
    if (!settings)
      throw new HttpError('not-found', 'This studio’s database is kept elsewhere; so are its backups.')
    return settings
  }
  const said = async <T>(work: () => Promise<T>): Promise<T> => {
    try {
      return await work()
    } catch (error) {
      if (error instanceof BadBackup) throw new HttpError('import', `${error.message} Nothing was changed.`)
      throw error
    }
  }
  /** What was found in one, for a while: all of it is read each time. */
  const known = new Map<string, { what: Counted | undefined; at: number }>()
  const looked = async ({ name, bytes }: { name: string; bytes: number }): Promise<Counted | undefined> => {
    const key = `${name} ${bytes}`
    const before = known.get(key)
    if (before && Math.abs(now().getTime() - before.at) < KNOWN_MS) return before.what
    const what = await verify(join(here().folder, name)).catch(() => undefined)
    known.set(key, { what, at: now().getTime() })
    return what
  }
  return routes()
    .on(ROUTES.backups, async () => {
      if (!settings) return { folder: null, backups: [] }
      const list = await listBackups(settings.folder)
      const trouble = clockTrouble(
        list.map((b) => b.name),
        wallClock(now()),
      )
      return {
        ...(trouble && { trouble }),
        folder: settings.folder,
        ...(settings.second && { second: settings.second }),
        backups: await Promise.all(
          list.map(async (b) => {
            const what = await looked(b)
            return { ...b, whole: !!what, learners: what?.learners ?? 0, entries: what?.entries ?? 0 }
          }),
        ),
      }
    })
    .on(ROUTES.backUp, () =>
      said(async () => {
        const { second, ...made } = await backUp({ ...here(), at: wallClock(now()), occasion: 'asked' })
        return { ...made, whole: true, ...(second && { trouble: second }) }
      }),
    )
    .on(ROUTES.restore, ({ params }) =>
      said(async () => {
        const path = backupPath(here().folder, params.name)
        if (!path || !existsSync(path)) throw notFound(`The backup “${params.name}”`)
        const restored = await restoreFrom(db, here(), path, wallClock(now()))
        nameNotes((await readStudio(db.read)).noteNames)
        await afterwards()
        return { restored }
      }),
    )
}
