import { entryInput, finishInput, lessonInput, type EntryInput } from '@halitus/core/contract'
import type { Database } from '../db/index.ts'
import { localIso, routes, type Routes } from '../http/index.ts'
import { addEntry, addLesson, composeCardOf, finishLesson, lessonAnswer, removeEntry } from './store.ts'

export function lessonRoutes(db: Database, now: () => Date): Routes {
  const r = routes()
  r.add(
    'post',
    '/learners/:id/lessons',
    { summary: 'A new lesson', body: lessonInput },
    async ({ params, body, response }) => {
      response.status(201)
      return db.write((tx) => addLesson(tx, params.id!, body))
    },
  )
  r.add('get', '/lessons/:id', { summary: 'A lesson and what it opens with' }, ({ params }) =>
    lessonAnswer(db.read, params.id!),
  )
  r.add(
    'post',
    '/lessons/:id/entries',
    { summary: 'Something that happened in it', body: entryInput },
    async ({ params, body, response }) => {
      response.status(201)
      return db.write((tx) => addEntry(tx, params.id!, body as EntryInput, localIso(now())))
    },
  )
  r.add('delete', '/lessons/:id/entries/:entry', { summary: 'Take an entry back' }, ({ params }) =>
    db.write((tx) => removeEntry(tx, params.id!, params.entry!)),
  )
  r.add(
    'put',
    '/lessons/:id/finished',
    { summary: 'Finish or reopen', body: finishInput },
    ({ params, body }) =>
      db.write((tx) => finishLesson(tx, params.id!, body.finished ? localIso(now()) : null)),
  )
  r.add(
    'post',
    '/lessons/:id/card',
    { summary: 'Compose the week’s card from what was done' },
    ({ params }) => db.write((tx) => composeCardOf(tx, params.id!)),
  )
  return r
}
