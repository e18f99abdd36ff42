import { ROUTES } from '@halitus/core/contract'
import { notFound, routes, type Routes } from '../http/index.ts'
import { before } from './pool.ts'

/** Where heavy work stands that waits for a thread. */
export const workRoutes = (): Routes =>
  routes().on(ROUTES.work, ({ params }) => {
    const waiting = before(params.id)
    if (waiting === undefined) throw notFound('Work of this name')
    return { before: waiting }
  })
