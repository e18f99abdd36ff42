import { ROUTES } from '@halitus/core/contract'
import { dayAfter, dayOf, wallClock } from '@halitus/core/time'
import type { Answers, Database } from '../db/index.ts'
import { routes, type Routes } from '../http/index.ts'
import { addAway, awayFrom, calendarOf, makeRegular, missingRegular, removeAway } from '../agenda/index.ts'
import { readStudio } from '../studio/index.ts'
import { lessonsFrom, readToday } from './store.ts'

/** A calendar looks back so many days (chosen by Halitus). */
const CALENDAR_PAST_DAYS = 60

/** Who comes on a day and in a week. Regular lessons of the coming days are made when somebody looks. */
export const todayRoutes = (db: Database, now: () => Date, answers: Answers): Routes =>
  routes()
    .on(ROUTES.away, async () => ({ away: await awayFrom(db.read, dayOf(wallClock(now()))) }))
    .on(ROUTES.addAway, ({ body }) => db.write((tx) => addAway(tx, body, dayOf(wallClock(now())))))
    .on(ROUTES.removeAway, ({ params }) =>
      db.write((tx) => removeAway(tx, params.id, dayOf(wallClock(now())))),
    )
    .on(ROUTES.agenda, async ({ response }) => {
      const today = dayOf(wallClock(now()))
      if ((await missingRegular(db.read, today)).length) await db.write((tx) => makeRegular(tx, today))
      const studio = await readStudio(db.read)
      const lessons = await lessonsFrom(db.read, dayAfter(today, -CALENDAR_PAST_DAYS))
      response
        .attachment('lessons.ics')
        .type('text/calendar; charset=utf-8')
        .send(calendarOf(lessons, studio))
    })
    .on(ROUTES.today, ({ query, response }) => {
      const today = dayOf(wallClock(now()))
      const date = query.date ?? today
      const week = query.week ?? date
      return answers.send(
        response,
        `today ${today} ${date} ${week}`,
        async () => {
          if ((await missingRegular(db.read, today)).length) await db.write((tx) => makeRegular(tx, today))
          return readToday(db.read, date, week, answers, (error) =>
            response.req.log.error({ err: error }, 'A history can’t be worked out.'),
          )
        },
        'lines',
      )
    })
