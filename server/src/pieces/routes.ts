import { ROUTES } from '@halitus/core/contract'
import type { Database } from '../db/index.ts'
import { heavily } from '../heavy/index.ts'
import { routes, type Routes } from '../http/index.ts'
import { readLearner } from '../learners/index.ts'
import { readStudio } from '../studio/index.ts'
import { addPiece, addService, piecesOf, readPiece, removeService } from './store.ts'

/** Instruments that can be touched, and what happened to them. */
export const pieceRoutes = (db: Database): Routes =>
  routes()
    .on(ROUTES.pieces, async ({ params }) => ({ pieces: await piecesOf(db.read, params.id) }))
    .on(ROUTES.addPiece, ({ params, body }) => db.write((tx) => addPiece(tx, params.id, body)))
    .on(ROUTES.addService, ({ params, body }) => db.write((tx) => addService(tx, params.id, body)))
    .on(ROUTES.removeService, ({ params }) => db.write((tx) => removeService(tx, params.id, params.service)))
    .on(ROUTES.piecePdf, async ({ params, query, response }) => {
      const piece = await readPiece(db.read, params.id)
      const learner = await readLearner(db.read, piece.learnerId)
      const studio = await readStudio(db.read)
      const paper = query.paper ?? 'A4'
      const pdf = await heavily(
        'technicianPdf',
        { piece, learner: learner.name, studio, paper },
        response.req,
      )
      response.type('application/pdf').send(Buffer.from(pdf))
    })
