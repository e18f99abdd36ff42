import { ROUTES } from '@halitus/core/contract'
import { wallClock } from '@halitus/core/time'
import type { Database } from '../db/index.ts'
import { routes, type Routes } from '../http/index.ts'
import { beginGroup, groupPlan, listGroups, putGroup, removeGroup } from './store.ts'

/** A lesson together lasts so long while nobody says otherwise, minutes. */
const USUAL_MINUTES = 30

/** Several learners in one lesson. */
export const groupRoutes = (db: Database, now: () => Date): Routes =>
  routes()
    .on(ROUTES.groups, async () => ({ groups: await listGroups(db.read) }))
    .on(ROUTES.putGroup, ({ params, body }) => db.write((tx) => putGroup(tx, params.id, body)))
    .on(ROUTES.removeGroup, ({ params }) => db.write((tx) => removeGroup(tx, params.id)))
    .on(ROUTES.groupPlan, ({ params, query }) =>
      groupPlan(
        db.read,
        params.id,
        Number(query.minutes ?? USUAL_MINUTES),
        (query.absent ?? '').split(',').filter(Boolean),
        wallClock(now()),
      ),
    )
    .on(ROUTES.beginGroup, async ({ params, body }) => ({
      lessons: await db.write((tx) => beginGroup(tx, params.id, body)),
    }))
