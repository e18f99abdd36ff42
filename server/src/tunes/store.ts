import { and, asc, eq, getTableColumns } from 'drizzle-orm'
import type { TuneAnswer, TunePlayer, TuneRecord } from '@halitus/core/contract'
import { tables, type Reader, type Tx } from '../db/index.ts'
import { notFound } from '../http/index.ts'
import { playsIt, readLearner } from '../learners/index.ts'

/** Everything but the file itself, which may be large. */
const { content: _, ...TOLD } = getTableColumns(tables.tunes)

/** The studio’s tunes by title, each with who plays it. */
export async function tunesIn(db: Reader): Promise<TuneAnswer[]> {
  const [tunes, players] = [
    await db.select(TOLD).from(tables.tunes).orderBy(asc(tables.tunes.title), asc(tables.tunes.id)),
    await db.select().from(tables.tunePlayers),
  ]
  return tunes.map((t) => ({ ...t, players: players.filter((p) => p.tuneId === t.id) }))
}

/** @throws HttpError not-found */
export async function readTuneRecord(db: Reader, id: string): Promise<TuneRecord> {
  const [tune] = await db.select().from(tables.tunes).where(eq(tables.tunes.id, id))
  if (!tune) throw notFound(`The tune “${id}”`)
  return tune
}

/** One tune without its file. @throws HttpError not-found */
export async function tuneAnswerOf(db: Reader, id: string): Promise<TuneAnswer> {
  const [tune] = await db.select(TOLD).from(tables.tunes).where(eq(tables.tunes.id, id))
  if (!tune) throw notFound(`The tune “${id}”`)
  return { ...tune, players: await playersOf(db, id) }
}

/** Who plays a tune, and how. */
export const playersOf = (db: Reader, tuneId: string): Promise<TunePlayer[]> =>
  db.select().from(tables.tunePlayers).where(eq(tables.tunePlayers.tuneId, tuneId))

/** How somebody plays a tune; undefined when they don’t. */
export async function playerOf(
  db: Reader,
  tuneId: string,
  learnerId: string,
): Promise<TunePlayer | undefined> {
  const { tunePlayers } = tables
  const [found] = await db
    .select()
    .from(tunePlayers)
    .where(and(eq(tunePlayers.tuneId, tuneId), eq(tunePlayers.learnerId, learnerId)))
  return found
}

/** Adds a tune. */
export async function addTune(tx: Tx, tune: TuneRecord): Promise<TuneAnswer> {
  await tx.insert(tables.tunes).values(tune)
  return tuneAnswerOf(tx, tune.id)
}

/** Changes title and rights note. @throws HttpError not-found */
export async function changeTune(
  tx: Tx,
  id: string,
  patch: Pick<TuneRecord, 'title' | 'rights'>,
): Promise<TuneAnswer> {
  await tuneAnswerOf(tx, id)
  await tx.update(tables.tunes).set(patch).where(eq(tables.tunes.id, id))
  return tuneAnswerOf(tx, id)
}

/** Deletes a tune, with how it was played from, and gives what it was. @throws HttpError not-found */
export async function removeTune(tx: Tx, id: string): Promise<TuneAnswer> {
  const tune = await tuneAnswerOf(tx, id)
  await tx.delete(tables.tunes).where(eq(tables.tunes.id, id))
  return tune
}

/** Notes how somebody plays it. @throws HttpError not-found, or when they don’t play that instrument */
export async function setPlayer(tx: Tx, player: TunePlayer): Promise<TunePlayer> {
  const { parts } = await tuneAnswerOf(tx, player.tuneId)
  if (!parts.some((p) => p.id === player.part)) throw notFound(`The part “${player.part}”`)
  playsIt(await readLearner(tx, player.learnerId), player.instrument)
  const { tunePlayers } = tables
  await tx
    .insert(tunePlayers)
    .values(player)
    .onConflictDoUpdate({ target: [tunePlayers.tuneId, tunePlayers.learnerId], set: player })
  return player
}

/** Somebody doesn’t play it any more. @throws HttpError not-found */
export async function removePlayer(tx: Tx, tuneId: string, learnerId: string): Promise<TunePlayer> {
  const player = await playerOf(tx, tuneId, learnerId)
  if (!player) throw notFound('The player')
  const { tunePlayers } = tables
  await tx
    .delete(tunePlayers)
    .where(and(eq(tunePlayers.tuneId, tuneId), eq(tunePlayers.learnerId, learnerId)))
  return player
}
