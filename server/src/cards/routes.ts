import { ROUTES } from '@halitus/core/contract'
import { wallClock } from '@halitus/core/time'
import { practiceTimes } from '../agenda/index.ts'
import type { Database } from '../db/index.ts'
import { heavily } from '../heavy/index.ts'
import { routes, type Routes } from '../http/index.ts'
import { readStudio } from '../studio/index.ts'
import { appOf } from './app.ts'
import {
  addReport,
  changeCard,
  dropNumber,
  readCard,
  setNumber,
  setSeen,
  setTick,
  signCard,
} from './store.ts'

/** When practice begins while nobody says otherwise. */
const USUAL_TIME = '17:00'

/** The week’s card: read, changed, ticked, reported on, printed. */
export const cardRoutes = (db: Database, now: () => Date): Routes =>
  routes()
    .on(ROUTES.card, ({ params }) => readCard(db.read, params.id))
    .on(ROUTES.changeCard, ({ params, body }) => db.write((tx) => changeCard(tx, params.id, body)))
    .on(ROUTES.tick, ({ params, body }) =>
      db.write((tx) => setTick(tx, params.id, params.row, params.session, wallClock(now()), body.at)),
    )
    .on(ROUTES.untick, ({ params }) =>
      db.write((tx) => setTick(tx, params.id, params.row, params.session, null)),
    )
    .on(ROUTES.number, ({ params, body }) =>
      db.write((tx) => setNumber(tx, params.id, params.row, params.session, body, wallClock(now()))),
    )
    .on(ROUTES.dropNumber, ({ params }) => db.write((tx) => dropNumber(tx, params.id, params.number)))
    .on(ROUTES.sign, ({ params, body }) =>
      db.write((tx) => signCard(tx, params.id, body.by, wallClock(now()))),
    )
    .on(ROUTES.report, ({ params, body }) =>
      db.write((tx) => addReport(tx, params.id, body, wallClock(now()))),
    )
    .on(ROUTES.seen, ({ params, body }) =>
      db.write((tx) => setSeen(tx, params.id, body.seen ? wallClock(now()) : null)),
    )
    .on(ROUTES.cardApp, async ({ params, response }) => {
      const { id, learnerName } = await readCard(db.read, params.id)
      // By a link it opens by that link; a teacher's own browser opens the card.
      const link = response.locals.link as string | undefined
      response
        .type('application/manifest+json')
        .send(JSON.stringify(appOf(link ? `~${link}` : id, learnerName)))
    })
    .on(ROUTES.practiceTimes, async ({ params, query, response }) => {
      const card = await readCard(db.read, params.id)
      response
        .attachment('practice.ics')
        .type('text/calendar; charset=utf-8')
        .send(practiceTimes(card, query.at ?? USUAL_TIME))
    })
    .on(ROUTES.cardPdf, async ({ params, query, response }) => {
      const card = await readCard(db.read, params.id)
      const studio = await readStudio(db.read)
      const { paper = 'A4', print, adult } = query
      const how = { large: print === 'large', adult: adult === 'page' }
      const pdf = await heavily('cardPdf', { card, studio, paper, ...how }, response.req)
      response.type('application/pdf').send(Buffer.from(pdf))
    })
