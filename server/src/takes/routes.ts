import { ROUTES } from '@halitus/core/contract'
import { wallClock } from '@halitus/core/time'
import type { Database } from '../db/index.ts'
import { HttpError, routes, type Routes } from '../http/index.ts'
import { readLearner } from '../learners/index.ts'
import { dropTake, keepTake, MOST_BYTES, readSound, readTake, takesOf } from './store.ts'

/** Recordings that were kept. @param folder where their sound lies */
export function takeRoutes(db: Database, folder: string, now: () => Date): Routes {
  return routes()
    .on(ROUTES.takes, async ({ params }) => {
      await readLearner(db.read, params.id)
      const takes = await takesOf(db.read, params.id)
      return { takes, bytes: takes.reduce((sum, t) => sum + t.bytes, 0), mostBytes: MOST_BYTES }
    })
    .on(ROUTES.keepTake, ({ params, query, request }) => {
      if (!request.is('audio/wav'))
        throw new HttpError('not-wave', `The body is “${request.get('content-type') ?? ''}”; send audio/wav.`)
      return keepTake(db, folder, params.id, query, request, wallClock(now()))
    })
    .on(ROUTES.takeSound, async ({ params, response }) => {
      await readTake(db.read, params.id)
      response.type('audio/wav').send(await readSound(folder, params.id))
    })
    .on(ROUTES.dropTake, ({ params }) => dropTake(db, folder, params.id))
}
