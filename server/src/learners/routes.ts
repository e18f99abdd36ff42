import { ROUTES, STAGES, type Stage } from '@halitus/core/contract'
import { dayOf, wallClock } from '@halitus/core/time'
import type { Database } from '../db/index.ts'
import { notFound, routes, type Answers, type Routes } from '../http/index.ts'
import { addLearner, changeLearner, learnerAnswer, listLearners, writePlan } from './store.ts'

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
      return answers.send(response, `learner ${params.id} ${today.slice(0, 13)}`, () =>
        learnerAnswer(db.read, params.id, today),
      )
    })
    .on(ROUTES.changeLearner, ({ params, body }) =>
      db.write((tx) => changeLearner(tx, params.id, body, dayOf(wallClock(now())))),
    )
    .on(ROUTES.writePlan, ({ params, body }) =>
      db.write((tx) => writePlan(tx, params.id, stageOf(params.stage), body.text, body.version)),
    )
