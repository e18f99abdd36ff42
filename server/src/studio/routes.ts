import { createReadStream, createWriteStream } from 'node:fs'
import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { createInterface } from 'node:readline'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { ROUTES } from '@halitus/core/contract'
import { nameNotes } from '@halitus/core/pitch'
import { wallClock } from '@halitus/core/time'
import type { Database } from '../db/index.ts'
import { heavily, isTold } from '../heavy/index.ts'
import { HttpError, routes, type Routes } from '../http/index.ts'
import { Contradiction } from './belongings.ts'
import type { Piece } from './in-pieces.ts'
import { exportPieces, importStudio, readStudio, writeStudio } from './store.ts'

/** An export of which nothing was taken for so long is given up: what it reads can’t be tidied until then. */
const STALLED_MS = 60_000

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
      // Piece by piece as fast as it is taken: a studio may be larger than memory, and others wait no longer than a piece. Of
      // one moment: a line written meanwhile may belong to a lesson that was read before. Who takes nothing any more is left.
      response.setTimeout(STALLED_MS, () => response.destroy())
      await db.snapshot((reader) => pipeline(Readable.from(exportPieces(reader, at)), response))
      return undefined
    })
    .on(ROUTES.import, async ({ request }) => {
      const folder = await mkdtemp(join(tmpdir(), 'halitus-import-'))
      const [path, into] = [join(folder, 'studio.json'), join(folder, 'pieces')]
      try {
        // Onto the disk first, whatever its size; then read on a thread of its own: a large studio's file takes a while.
        await pipeline(request, createWriteStream(path, { mode: 0o600 }))
        const read = await heavily('studioFile', { path, into }, request)
        if (isTold(read))
          throw new HttpError(read.field === 'json' ? 'malformed' : 'invalid', read.refused, read.field ?? '')
        const imported = await db.write((tx) =>
          importStudio(tx, { studio: read.studio, pieces: () => linesOf(into) }),
        )
        nameNotes((await readStudio(db.read)).noteNames)
        await afterImport()
        return { imported }
      } catch (error) {
        if (error instanceof Contradiction)
          throw new HttpError(
            'import',
            `The file contradicts itself, nothing was changed: ${error.message}.`,
            error.field,
          )
        throw error
      } finally {
        await rm(folder, { recursive: true, force: true })
      }
    })

/** What was read of a studio's file, piece by piece. */
async function* linesOf(path: string): AsyncGenerator<Piece> {
  for await (const line of createInterface({ input: createReadStream(path) })) yield JSON.parse(line) as Piece
}
