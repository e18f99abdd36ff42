import {
  learnerInput,
  learnerPatch,
  planInput,
  STAGES,
  type LearnerRecord,
  type Stage,
} from '@halitus/core/contract'
import type { Answers } from '../http/index.ts'
import type { Database } from '../db/index.ts'
import { localIso, notFound, routes, type Routes } from '../http/index.ts'
import { addLearner, changeLearner, learnerAnswer, listLearners, writePlan } from './store.ts'

const stageOf = (text: string): Stage => {
  const stage = STAGES.find((s) => s === text)
  if (!stage) throw notFound(`The stop “${text}”`)
  return stage
}

export function learnerRoutes(db: Database, now: () => Date, answers: Answers): Routes {
  const r = routes()
  r.add('get', '/learners', { summary: 'Everyone on the roster' }, async () => ({
    learners: await listLearners(db.read),
  }))
  r.add('post', '/learners', { summary: 'A new learner', body: learnerInput }, async ({ body, response }) => {
    response.status(201)
    return db.write((tx) => addLearner(tx, body, localIso(now())))
  })
  r.add('get', '/learners/:id', { summary: 'A learner with the whole history' }, ({ params, response }) => {
    const today = localIso(now())
    return answers.send(response, `learner ${params.id} ${today.slice(0, 13)}`, () =>
      learnerAnswer(db.read, params.id!, today),
    )
  })
  r.add('patch', '/learners/:id', { summary: 'Change a learner', body: learnerPatch }, ({ params, body }) =>
    db.write((tx) => changeLearner(tx, params.id!, body as Partial<LearnerRecord>)),
  )
  r.add(
    'put',
    '/learners/:id/plans/:stage',
    { summary: 'What is planned for a stop', body: planInput },
    ({ params, body }) =>
      db.write((tx) => writePlan(tx, params.id!, stageOf(params.stage!), body.text, body.version)),
  )
  return r
}
