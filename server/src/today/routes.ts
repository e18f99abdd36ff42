import express from 'express'
import { ROUTES } from '@halitus/core/contract'
import { dayAfter, dayOf, wallClock } from '@halitus/core/time'
import type { Answers, Database } from '../db/index.ts'
import { heavily, isTold } from '../heavy/index.ts'
import { HttpError, routes, type Routes } from '../http/index.ts'
import {
  addAway,
  awayFrom,
  calendarOf,
  forgetBusy,
  makeRegular,
  missingRegular,
  putBusy,
  removeAway,
} from '../agenda/index.ts'
import { readStudio } from '../studio/index.ts'
import { readOverview } from './overview.ts'
import { lessonsFrom, readToday } from './store.ts'

/** A calendar looks back so many days (chosen by Halitus). */
const CALENDAR_PAST_DAYS = 60
/** Of another calendar so many days are looked at, its file may be so large, and reading it may take so long (chosen by Halitus). */
const BUSY_AHEAD_DAYS = 183
const BUSY_BYTES = 5_000_000
const BUSY_MS = 10_000

/** Who comes on a day and in a week. Regular lessons of the coming days are made when somebody looks. */
export function todayRoutes(db: Database, now: () => Date, answers: Answers): Routes {
  const r = routes()
  r.router.put(ROUTES.readBusy.path, express.raw({ type: 'text/calendar', limit: BUSY_BYTES }))
  return r
    .on(ROUTES.away, async () => ({ away: await awayFrom(db.read, dayOf(wallClock(now()))) }))
    .on(ROUTES.addAway, ({ body }) => db.write((tx) => addAway(tx, body, dayOf(wallClock(now())))))
    .on(ROUTES.removeAway, ({ params }) =>
      db.write((tx) => removeAway(tx, params.id, dayOf(wallClock(now())))),
    )
    .on(ROUTES.readBusy, async ({ request }) => {
      const today = dayOf(wallClock(now()))
      const text = Buffer.isBuffer(request.body) ? request.body.toString('utf8') : ''
      const times = { text, from: today, to: dayAfter(today, BUSY_AHEAD_DAYS) }
      const answer = await heavily('busyTimes', times, request, { withinMs: BUSY_MS })
      if (isTold(answer)) throw new HttpError('invalid', answer.refused)
      await db.write((tx) => putBusy(tx, answer.busy))
      return { away: await awayFrom(db.read, today) }
    })
    .on(ROUTES.forgetBusy, async () => {
      await db.write(forgetBusy)
      return { away: await awayFrom(db.read, dayOf(wallClock(now()))) }
    })
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
    .on(ROUTES.overview, async ({ response }) => {
      const at = wallClock(now())
      const today = dayOf(at)
      if ((await missingRegular(db.read, today)).length) await db.write((tx) => makeRegular(tx, today))
      return readOverview(db.read, at, today, answers, (error) =>
        response.req.log.error({ err: error }, 'A history can’t be worked out.'),
      )
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
}
