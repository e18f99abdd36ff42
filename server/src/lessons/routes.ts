import { ROUTES } from '@halitus/core/contract'
import { wallClock } from '@halitus/core/time'
import type { Answers, Database } from '../db/index.ts'
import { routes, type Routes } from '../http/index.ts'
import { lineWriter } from './lines.ts'
import {
  addLesson,
  changePlan,
  changeLesson,
  removeLesson,
  composeCardOf,
  finishLesson,
  lessonAnswer,
  readLesson,
  readPlan,
  removeEntry,
} from './store.ts'

/** Lessons and what happens in them. */
export function lessonRoutes(db: Database, now: () => Date, answers: Answers): Routes {
  const write = lineWriter(db)
  return routes()
    .on(ROUTES.addLesson, ({ params, body }) => db.write((tx) => addLesson(tx, params.id, body)))
    .on(ROUTES.lesson, async ({ params, response }) => {
      const { learnerId } = await readLesson(db.read, params.id)
      return answers.send(response, `lesson ${params.id}`, () => lessonAnswer(db.read, params.id), {
        linesOf: learnerId,
      })
    })
    .on(ROUTES.addEntry, ({ params, body }) =>
      write({ lessonId: params.id, entry: body, at: wallClock(now()) }),
    )
    .on(ROUTES.removeEntry, ({ params }) =>
      db.write(
        (tx) => removeEntry(tx, params.id, params.entry),
        (entry) => [entry.learnerId],
      ),
    )
    .on(ROUTES.changeLesson, ({ params, body }) => db.write((tx) => changeLesson(tx, params.id, body)))
    .on(ROUTES.removeLesson, ({ params }) => db.write((tx) => removeLesson(tx, params.id)))
    .on(ROUTES.finishLesson, ({ params, body }) =>
      db.write((tx) => finishLesson(tx, params.id, body.finished ? wallClock(now()) : null)),
    )
    .on(ROUTES.lessonPlan, ({ params, query }) =>
      readPlan(db.read, params.id, query.minutes === undefined ? undefined : Number(query.minutes)),
    )
    .on(ROUTES.changeLessonPlan, ({ params, query, body }) =>
      db.write((tx) =>
        changePlan(tx, params.id, body, query.minutes === undefined ? undefined : Number(query.minutes)),
      ),
    )
    .on(ROUTES.composeCard, ({ params, body }) =>
      db.write((tx) => composeCardOf(tx, params.id, body.version)),
    )
}
