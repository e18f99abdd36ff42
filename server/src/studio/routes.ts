import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { ROUTES } from '@halitus/core/contract'
import { nameNotes } from '@halitus/core/pitch'
import { wallClock } from '@halitus/core/time'
import type { Database } from '../db/index.ts'
import { heavily, isTold } from '../heavy/index.ts'
import { HttpError, routes, type Routes } from '../http/index.ts'
import { exportPieces, importStudio, readStudio, writeStudio } from './store.ts'

/** The studio itself, and the whole of it as one file. */
export const studioRoutes = (db: Database, now: () => Date, afterImport: () => Promise<void>): Routes =>
  routes()
    .on(ROUTES.studio, () => readStudio(db.read))
    .on(ROUTES.writeStudio, async ({ body }) => {
      const studio = await db.write((tx) => writeStudio(tx, body))
      nameNotes(studio.noteNames)
      return studio
    })
    .on(ROUTES.export, async ({ response }) => {
      const at = wallClock(now())
      response.attachment(`halitus-${at.slice(0, 10)}.json`).type('json')
      // Piece by piece as fast as it is taken: a studio may be larger than memory, and others wait no longer than a piece.
      await pipeline(Readable.from(exportPieces(db.read, at)), response)
      return undefined
    })
    .on(ROUTES.import, async ({ body, request }) => {
      // Checked on a thread of its own: a large studio's file takes seconds.
      const bytes = new Uint8Array(body as Buffer)
      const read = await heavily('studioFile', { bytes }, request, { give: [bytes.buffer] })
      if (isTold(read))
        throw new HttpError(read.field === 'json' ? 'malformed' : 'invalid', read.refused, read.field ?? '')
      const { studio, pieces } = read
      const file = {
        studio,
        pieces: pieces.map(({ part, text }) => ({ part, rows: () => JSON.parse(text) as unknown[] })),
      }
      try {
        const imported = await db.write((tx) => importStudio(tx, file))
        nameNotes((await readStudio(db.read)).noteNames)
        await afterImport()
        return { imported }
      } catch (error) {
        throw new HttpError('import', `The file contradicts itself, nothing was changed: ${reason(error)}.`)
      }
    })

/** Why a row was refused, in words: Drizzle wraps what SQLite said. */
function reason(error: unknown): string {
  const code = (error as { cause?: { extendedCode?: string; code?: string } }).cause
  const name = code?.extendedCode ?? code?.code ?? ''
  if (name.includes('FOREIGNKEY')) return 'something belongs to a learner, lesson or card that is not in it'
  if (name.includes('UNIQUE') || name.includes('PRIMARYKEY')) return 'two records have the same id'
  return 'a record can’t be stored'
}
