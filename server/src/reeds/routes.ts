import { reedCase, reedInput, reedPatch, reedUseInput, type ReedRecord } from '@halitus/core/contract'
import { advise, type ReedCase } from '@halitus/core/reeds'
import type { Database } from '../db/index.ts'
import { localIso, routes, type Routes } from '../http/index.ts'
import { addReed, addUse, allShelves, changeReed, removeUse, shelvesOf } from './store.ts'

export function reedRoutes(db: Database, now: () => Date): Routes {
  const r = routes()
  r.add(
    'get',
    '/reeds',
    { summary: 'All reeds, shelf by shelf, with rotation, life and stock' },
    async () => ({
      shelves: await allShelves(db.read, localIso(now())),
    }),
  )
  r.add(
    'post',
    '/reeds/advise',
    { summary: 'Is it the reed? Strength, tip, or something else', body: reedCase },
    ({ body }) => advise(body as ReedCase),
  )
  r.add('get', '/learners/:id/reeds', { summary: 'A learner’s reeds' }, async ({ params }) => ({
    shelves: await shelvesOf(db.read, params.id!, localIso(now())),
  }))
  r.add(
    'post',
    '/learners/:id/reeds',
    { summary: 'A new reed', body: reedInput },
    async ({ params, body, response }) => {
      response.status(201)
      return db.write((tx) => addReed(tx, params.id!, body))
    },
  )
  r.add(
    'patch',
    '/reeds/:id',
    { summary: 'Change, delete or bring back a reed, or put it in the mouthpiece', body: reedPatch },
    ({ params, body }) => db.write((tx) => changeReed(tx, params.id!, body as Partial<ReedRecord>)),
  )
  r.add(
    'post',
    '/reeds/:id/uses',
    { summary: 'It was played', body: reedUseInput },
    async ({ params, body, response }) => {
      response.status(201)
      return db.write((tx) => addUse(tx, params.id!, body))
    },
  )
  r.add('delete', '/reeds/:id/uses/:use', { summary: 'Take a use back' }, ({ params }) =>
    db.write((tx) => removeUse(tx, params.id!, params.use!)),
  )
  return r
}
