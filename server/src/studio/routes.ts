import { studioFile, studioInput, type StudioFile } from '@halitus/core/contract'
import type { Database } from '../db/index.ts'
import { HttpError, localIso, routes, type Routes } from '../http/index.ts'
import { exportStudio, importStudio, readStudio, writeStudio } from './store.ts'

export function studioRoutes(db: Database, now: () => Date): Routes {
  const r = routes()
  r.add('get', '/studio', { summary: 'Name, place and reference pitch of the studio' }, () =>
    readStudio(db.read),
  )
  r.add('put', '/studio', { summary: 'Change them', body: studioInput }, ({ body }) =>
    db.write((tx) => writeStudio(tx, body)),
  )
  r.add('get', '/export', { summary: 'The whole studio as one file' }, ({ response }) => {
    const at = localIso(now())
    response.attachment(`halitus-${at.slice(0, 10)}.json`)
    return exportStudio(db.read, at)
  })
  r.add(
    'post',
    '/import',
    { summary: 'Replace the whole studio by a file, entirely or not at all', body: studioFile },
    async ({ body }) => {
      try {
        return { imported: await db.write((tx) => importStudio(tx, body as StudioFile)) }
      } catch (error) {
        throw new HttpError(
          400,
          'import',
          `The file contradicts itself, nothing was changed: ${reason(error)}.`,
        )
      }
    },
  )
  return r
}

/** Why a row was refused, in words: Drizzle wraps what SQLite said. */
function reason(error: unknown): string {
  const code = (error as { cause?: { extendedCode?: string; code?: string } }).cause
  const name = code?.extendedCode ?? code?.code ?? ''
  if (name.includes('FOREIGNKEY')) return 'something belongs to a learner, lesson or card that is not in it'
  if (name.includes('UNIQUE') || name.includes('PRIMARYKEY')) return 'two records have the same id'
  return 'a record can’t be stored'
}
