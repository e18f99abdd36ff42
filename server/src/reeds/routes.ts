import { ROUTES } from '@halitus/core/contract'
import { advise, type ReedCase } from '@halitus/core/reeds'
import { wallClock } from '@halitus/core/time'
import type { ReedRecord } from '@halitus/core/contract'
import type { Answers, Database } from '../db/index.ts'
import { routes, type Routes } from '../http/index.ts'
import { addReed, addUse, allShelves, changeReed, removeUse, shelvesOf } from './store.ts'

/** What rests on the hour is made anew after so many characters of the moment have changed: ten minutes. */
const TEN_MINUTES = 15

/** Reeds, what they were played, and advice. */
export const reedRoutes = (db: Database, now: () => Date, answers: Answers): Routes =>
  routes()
    .on(ROUTES.shelves, ({ response }) => {
      const at = wallClock(now())
      return answers.send(response, `shelves ${at.slice(0, TEN_MINUTES)}`, async () => ({
        shelves: await allShelves(db.read, at),
      }))
    })
    .on(ROUTES.advise, ({ body }) => advise(body as ReedCase))
    .on(ROUTES.shelvesOf, ({ params, response }) => {
      const at = wallClock(now())
      return answers.send(response, `shelves ${params.id} ${at.slice(0, TEN_MINUTES)}`, async () => ({
        shelves: await shelvesOf(db.read, params.id, at),
      }))
    })
    .on(ROUTES.addReed, ({ params, body }) => db.write((tx) => addReed(tx, params.id, body)))
    .on(ROUTES.changeReed, ({ params, body }) =>
      db.write((tx) => changeReed(tx, params.id, body as Partial<ReedRecord>)),
    )
    .on(ROUTES.addUse, ({ params, body }) => db.write((tx) => addUse(tx, params.id, body)))
    .on(ROUTES.removeUse, ({ params }) => db.write((tx) => removeUse(tx, params.id, params.use)))
