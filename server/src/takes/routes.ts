import express from 'express'
import { ROUTES } from '@halitus/core/contract'
import { wallClock } from '@halitus/core/time'
import type { Database } from '../db/index.ts'
import { HttpError, routes, type Routes } from '../http/index.ts'
import { readLearner } from '../learners/index.ts'
import { dropTake, keepTake, MOST_BYTES, readSound, readTake, takesOf } from './store.ts'

/** Ten minutes at 48 kHz, 16 bits, one channel. */
const LARGEST_BYTES = 60_000_000

/** Recordings that were kept. @param folder where their sound lies */
export function takeRoutes(db: Database, folder: string, now: () => Date): Routes {
  const r = routes()
  r.router.use(ROUTES.keepTake.path, express.raw({ type: 'audio/wav', limit: LARGEST_BYTES }))
  return r
    .on(ROUTES.takes, async ({ params }) => {
      await readLearner(db.read, params.id)
      const takes = await takesOf(db.read, params.id)
      return { takes, bytes: takes.reduce((sum, t) => sum + t.bytes, 0), mostBytes: MOST_BYTES }
    })
    .on(ROUTES.keepTake, ({ params, query, request }) => {
      if (!Buffer.isBuffer(request.body))
        throw new HttpError('not-wave', `The body is “${request.get('content-type') ?? ''}”; send audio/wav.`)
      return keepTake(db, folder, params.id, query, request.body, wallClock(now()))
    })
    .on(ROUTES.takeSound, async ({ params, response }) => {
      await readTake(db.read, params.id)
      response.type('audio/wav').send(await readSound(folder, params.id))
    })
    .on(ROUTES.dropTake, ({ params }) => dropTake(db, folder, params.id))
}
