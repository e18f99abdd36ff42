import { cardPatch, pdfQuery, reportInput } from '@halitus/core/contract'
import type { Database } from '../db/index.ts'
import { localIso, routes, type Routes } from '../http/index.ts'
import { readStudio } from '../studio/index.ts'
import { cardPdf } from './pdf.ts'
import { addReport, changeCard, readCard, setTick } from './store.ts'

export function cardRoutes(db: Database, now: () => Date): Routes {
  const r = routes()
  r.add('get', '/cards/:id', { summary: 'A week’s card with its ticks' }, ({ params }) =>
    readCard(db.read, params.id!),
  )
  r.add(
    'patch',
    '/cards/:id',
    { summary: 'Change a card; refused when it was changed meanwhile', body: cardPatch },
    ({ params, body }) => db.write((tx) => changeCard(tx, params.id!, body)),
  )
  r.add('put', '/cards/:id/ticks/:row/:session', { summary: 'Tick an activity of a session' }, ({ params }) =>
    db.write((tx) => setTick(tx, params.id!, params.row!, Number(params.session), localIso(now()))),
  )
  r.add('delete', '/cards/:id/ticks/:row/:session', { summary: 'Take a tick back' }, ({ params }) =>
    db.write((tx) => setTick(tx, params.id!, params.row!, Number(params.session), null)),
  )
  r.add(
    'post',
    '/cards/:id/reports',
    { summary: 'Report trouble from home', body: reportInput },
    ({ params, body }) => db.write((tx) => addReport(tx, params.id!, body, localIso(now()))),
  )
  r.add(
    'get',
    '/cards/:id/pdf',
    { summary: 'The card on paper', query: pdfQuery, gives: 'application/pdf' },
    async ({ params, query, response }) => {
      const card = await readCard(db.read, params.id!)
      const pdf = await cardPdf(card, await readStudio(db.read), query.paper ?? 'A4')
      response.type('application/pdf').send(pdf)
    },
  )
  return r
}
