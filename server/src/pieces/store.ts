import { asc, eq, inArray } from 'drizzle-orm'
import type {
  PieceAnswer,
  PieceInput,
  PieceRecord,
  ServiceInput,
  ServiceRecord,
} from '@halitus/core/contract'
import { agree, once, tables, type Reader, type Tx } from '../db/index.ts'
import { notFound } from '../http/index.ts'
import { playsIt, readLearner } from '../learners/index.ts'

/** A learner’s instruments by name, with their history. */
export async function piecesOf(db: Reader, learnerId: string): Promise<PieceAnswer[]> {
  await readLearner(db, learnerId)
  const pieces = await db
    .select()
    .from(tables.pieces)
    .where(eq(tables.pieces.learnerId, learnerId))
    .orderBy(asc(tables.pieces.name))
  if (!pieces.length) return []
  const services = await db
    .select()
    .from(tables.services)
    .where(
      inArray(
        tables.services.pieceId,
        pieces.map((p) => p.id),
      ),
    )
    .orderBy(asc(tables.services.at))
  return pieces.map((p) => ({ ...p, services: services.filter((s) => s.pieceId === p.id) }))
}

/**
 * One instrument with its history.
 * @throws HttpError not-found
 */
export async function readPiece(db: Reader, id: string): Promise<PieceAnswer> {
  const [piece] = await db.select().from(tables.pieces).where(eq(tables.pieces.id, id))
  if (!piece) throw notFound(`The instrument “${id}”`)
  const services = await db
    .select()
    .from(tables.services)
    .where(eq(tables.services.pieceId, id))
    .orderBy(asc(tables.services.at))
  return { ...piece, services }
}

/**
 * Adds an instrument; one sent twice is there once.
 * @throws HttpError other-content
 */
export async function addPiece(tx: Tx, learnerId: string, input: PieceInput): Promise<PieceAnswer> {
  playsIt(await readLearner(tx, learnerId), input.instrument)
  const piece = { ...input, learnerId }
  await once<PieceRecord>(tx, tables.pieces, piece, (there) =>
    agree(there, piece, 'learnerId', 'instrument', 'name', 'serial', 'owner', 'note'),
  )
  return readPiece(tx, input.id)
}

/** Notes a fault, a service or a word for the technician; one sent twice is noted once. */
export async function addService(tx: Tx, pieceId: string, input: ServiceInput): Promise<PieceAnswer> {
  await readPiece(tx, pieceId)
  const service = { ...input, pieceId }
  await once<ServiceRecord>(tx, tables.services, service, (there) =>
    agree(there, service, 'pieceId', 'at', 'kind', 'text'),
  )
  return readPiece(tx, pieceId)
}

/**
 * Takes a note back and gives it.
 * @throws HttpError not-found
 */
export async function removeService(tx: Tx, pieceId: string, id: string): Promise<ServiceRecord> {
  const piece = await readPiece(tx, pieceId)
  const service = piece.services.find((s) => s.id === id)
  if (!service) throw notFound('The note')
  await tx.delete(tables.services).where(eq(tables.services.id, id))
  return service
}
