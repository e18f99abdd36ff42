import { ROUTES } from '@halitus/core/contract'
import { advise, type ReedCase } from '@halitus/core/reeds'
import { wallClock } from '@halitus/core/time'
import type { ReedRecord } from '@halitus/core/contract'
import type { Database } from '../db/index.ts'
import { routes, type Routes } from '../http/index.ts'
import { addReed, addUse, allShelves, changeReed, removeUse, shelvesOf } from './store.ts'

/** Reeds, what they were played, and advice. */
export const reedRoutes = (db: Database, now: () => Date): Routes =>
  routes()
    .on(ROUTES.shelves, async () => ({ shelves: await allShelves(db.read, wallClock(now())) }))
    .on(ROUTES.advise, ({ body }) => advise(body as ReedCase))
    .on(ROUTES.shelvesOf, async ({ params }) => ({
      shelves: await shelvesOf(db.read, params.id, wallClock(now())),
    }))
    .on(ROUTES.addReed, ({ params, body }) => db.write((tx) => addReed(tx, params.id, body)))
    .on(ROUTES.changeReed, ({ params, body }) =>
      db.write((tx) => changeReed(tx, params.id, body as Partial<ReedRecord>)),
    )
    .on(ROUTES.addUse, ({ params, body }) => db.write((tx) => addUse(tx, params.id, body)))
    .on(ROUTES.removeUse, ({ params }) => db.write((tx) => removeUse(tx, params.id, params.use)))
