import { pdfQuery, pieceInput, serviceInput } from '@halitus/core/contract'
import type { Database } from '../db/index.ts'
import { routes, type Routes } from '../http/index.ts'
import { readLearner } from '../learners/index.ts'
import { readStudio } from '../studio/index.ts'
import { technicianPdf } from './pdf.ts'
import { addPiece, addService, piecesOf, readPiece, removeService } from './store.ts'

export function pieceRoutes(db: Database): Routes {
  const r = routes()
  r.add(
    'get',
    '/learners/:id/pieces',
    { summary: 'A learner’s instruments with their history' },
    async ({ params }) => ({
      pieces: await piecesOf(db.read, params.id!),
    }),
  )
  r.add(
    'post',
    '/learners/:id/pieces',
    { summary: 'An instrument that can be touched', body: pieceInput },
    async ({ params, body, response }) => {
      response.status(201)
      return db.write((tx) => addPiece(tx, params.id!, body))
    },
  )
  r.add(
    'post',
    '/pieces/:id/services',
    { summary: 'A fault found, a service, or something to tell the technician', body: serviceInput },
    async ({ params, body, response }) => {
      response.status(201)
      return db.write((tx) => addService(tx, params.id!, body))
    },
  )
  r.add('delete', '/pieces/:id/services/:service', { summary: 'Take a note back' }, ({ params }) =>
    db.write((tx) => removeService(tx, params.id!, params.service!)),
  )
  r.add(
    'get',
    '/pieces/:id/pdf',
    { summary: 'What the technician should be told, on paper', query: pdfQuery, gives: 'application/pdf' },
    async ({ params, query, response }) => {
      const piece = await readPiece(db.read, params.id!)
      const learner = await readLearner(db.read, piece.learnerId)
      response
        .type('application/pdf')
        .send(await technicianPdf(piece, learner.name, await readStudio(db.read), query.paper ?? 'A4'))
    },
  )
  return r
}
