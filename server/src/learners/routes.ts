import { ROUTES, STAGES, type Stage } from '@halitus/core/contract'
import { dayOf, wallClock } from '@halitus/core/time'
import type { Answers, Database } from '../db/index.ts'
import { instrument } from '@halitus/core/instruments'
import { termOf, weekFor } from '@halitus/core/practice'
import { cardsOf } from '../cards/index.ts'
import { heavily } from '../heavy/index.ts'
import { HttpError, notFound, routes, type Routes } from '../http/index.ts'
import { readStudio } from '../studio/index.ts'
import { exportLearner } from './alone.ts'
import { leave, leavingIds, stay } from './leaving.ts'
import { seriesCsv } from './series.ts'
import {
  addLearner,
  changeLearner,
  entriesOf,
  learnerAnswer,
  listLearners,
  readLearner,
  writePlan,
} from './store.ts'

const stageOf = (text: string): Stage => {
  const stage = STAGES.find((s) => s === text)
  if (!stage) throw notFound(`The stop “${text}”`)
  return stage
}

/** The roster, a learner’s history, what is planned. */
export const learnerRoutes = (db: Database, now: () => Date, answers: Answers): Routes =>
  routes()
    .on(ROUTES.learners, async () => ({ learners: await listLearners(db.read) }))
    .on(ROUTES.addLearner, ({ body }) => db.write((tx) => addLearner(tx, body, wallClock(now()))))
    .on(ROUTES.learner, ({ params, response }) => {
      const today = wallClock(now())
      const key = `learner ${params.id} ${today.slice(0, 13)}`
      return answers.send(response, key, () => learnerAnswer(db.read, params.id, today), {
        linesOf: params.id,
      })
    })
    .on(ROUTES.week, async ({ params, query }) => {
      const learner = await readLearner(db.read, params.id)
      const on = query.instrument ?? learner.instruments[0]!
      return weekFor(learner, await cardsOf(db.read, learner), on, wallClock(now()))
    })
    .on(ROUTES.termPdf, async ({ params, query, response }) => {
      const learner = await readLearner(db.read, params.id)
      const on = query.instrument ?? learner.instruments[0]!
      const own = <T extends { instrument: string }>(list: readonly T[]) =>
        list.filter((x) => x.instrument === on)
      const term = termOf(
        own(await entriesOf(db.read, learner.id)),
        own(await cardsOf(db.read, learner)),
        instrument(on),
        wallClock(now()),
      )
      const studio = await readStudio(db.read)
      const paper = query.paper ?? 'A4'
      const of = { term, learner: learner.name, on: instrument(on).name, studio, paper }
      response.type('application/pdf').send(Buffer.from(await heavily('termPdf', of, response.req)))
    })
    .on(ROUTES.series, async ({ params, response }) => {
      const { name } = await readLearner(db.read, params.id)
      const csv = seriesCsv(await entriesOf(db.read, params.id))
      response
        .attachment(`${name.replace(/[^\p{L}\p{N} -]/gu, '')}.csv`)
        .type('text/csv; charset=utf-8')
        .send(csv)
    })
    .on(ROUTES.changeLearner, ({ params, body, response }) => {
      if (response.locals.role === 'helper' && body.consent !== undefined)
        throw new HttpError(
          'not-allowed',
          'Who agreed, and when, is the teacher’s alone to write down.',
          'consent',
        )
      return db.write((tx) => changeLearner(tx, params.id, body, dayOf(wallClock(now()))))
    })
    .on(ROUTES.leave, ({ params, body }) =>
      db.write((tx) => leave(tx, params.id, body.name, wallClock(now()))),
    )
    .on(ROUTES.leaving, async () => {
      const ids = await leavingIds(db.read)
      const learners = await Promise.all([...ids].map((id) => readLearner(db.read, id)))
      return { learners: learners.map(({ id, name }) => ({ id, name })) }
    })
    .on(ROUTES.stay, async ({ params }) => {
      await db.write((tx) => stay(tx, params.id))
      return { revoked: true }
    })
    .on(ROUTES.exportLearner, async ({ params, response }) => {
      const at = wallClock(now())
      const file = await exportLearner(db.read, params.id, at)
      response.attachment(`halitus-${params.id.replace(/[^\w-]/g, '')}-${at.slice(0, 10)}.json`)
      return file
    })
    .on(ROUTES.writePlan, ({ params, body }) =>
      db.write((tx) => writePlan(tx, params.id, stageOf(params.stage), body.text, body.version)),
    )
