import { ROUTES } from '@halitus/core/contract'
import { instrument, underSchools } from '@halitus/core/instruments'
import { parseNote } from '@halitus/core/pitch'
import { newSince, notesKnown, ofKind, ofLearner } from '@halitus/core/records'
import { wallClock } from '@halitus/core/time'
import type { Database, Reader } from '../db/index.ts'
import { heavily } from '../heavy/index.ts'
import { routes, type Routes } from '../http/index.ts'
import { entriesOf, readLearner } from '../learners/index.ts'
import { readStudio } from '../studio/index.ts'

async function sheetOf(db: Reader, id: string, on: string, now: string) {
  const [learner, studio] = await Promise.all([readLearner(db, id), readStudio(db)])
  const inst = underSchools(instrument(on), learner.schools, studio.schools)
  const entries = ofLearner((await entriesOf(db, id)).filter((e) => e.instrument === inst.id))
  const met = ofKind(entries, 'new-note')
  const midi = (note: string) => parseNote(note).midi
  return {
    learnerName: learner.name,
    studioName: studio.name,
    day: now.slice(0, 10),
    instrument: inst.id,
    schools: [learner.schools, studio.schools] as const,
    noteNames: studio.noteNames,
    notes: notesKnown(entries, inst).sort((a, b) => midi(a) - midi(b)),
    fresh: new Set(newSince(met, now)),
  }
}

/** A learner's own fingering chart: only known notes and this week's. */
export const chartRoutes = (db: Database, now: () => Date): Routes =>
  routes()
    .on(ROUTES.chartPdf, async ({ params, query, response }) => {
      const sheet = await sheetOf(db.read, params.id, query.instrument, wallClock(now()))
      const pdf = await heavily('sheetPdf', { sheet, paper: query.paper ?? 'A4' }, response.req)
      response.type('application/pdf').send(Buffer.from(pdf))
    })
    .on(ROUTES.chartSvg, async ({ params, query, response }) => {
      const sheet = await sheetOf(db.read, params.id, query.instrument, wallClock(now()))
      response.type('image/svg+xml').send(await heavily('sheetSvg', { sheet }, response.req))
    })
