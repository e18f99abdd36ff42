import { and, asc, eq, inArray, ne } from 'drizzle-orm'
import type {
  LearnerRecord,
  ReedInput,
  ReedRecord,
  ReedUseInput,
  ReedUseRecord,
  ShelfAnswer,
} from '@halitus/core/contract'
import { instrument, type InstrumentId } from '@halitus/core/instruments'
import {
  forecastLife,
  forecastStock,
  learnLife,
  minutesPlayed,
  rotation,
  type Reed,
} from '@halitus/core/reeds'
import { dayOf, isBefore } from '@halitus/core/time'
import { agree, once, tables, type Reader, type Tx } from '../db/index.ts'
import { conflict, HttpError, notFound } from '../http/index.ts'
import { listLearners, playsIt, readLearner } from '../learners/index.ts'

/**
 * One reed, deleted ones too.
 * @throws HttpError not-found
 */
export async function readReed(db: Reader, id: string): Promise<ReedRecord> {
  const [reed] = await db.select().from(tables.reeds).where(eq(tables.reeds.id, id))
  if (!reed) throw notFound(`The reed “${id}”`)
  return reed
}

async function usesOf(db: Reader, reedIds: string[]): Promise<Map<string, ReedUseRecord[]>> {
  const found = new Map<string, ReedUseRecord[]>()
  if (!reedIds.length) return found
  const uses = await db
    .select()
    .from(tables.reedUses)
    .where(inArray(tables.reedUses.reedId, reedIds))
    .orderBy(asc(tables.reedUses.at))
  for (const use of uses) {
    const list = found.get(use.reedId)
    if (list) list.push(use)
    else found.set(use.reedId, [use])
  }
  return found
}

/** One learner's shelf for one instrument, with everything that is computed of it. */
function shelf(
  learner: LearnerRecord,
  on: InstrumentId,
  reeds: ReedRecord[],
  uses: Map<string, ReedUseRecord[]>,
  now: string,
): ShelfAnswer {
  const known = reeds.map((r): Reed => ({
    id: r.id,
    name: r.name,
    state: r.state,
    uses: uses.get(r.id) ?? [],
  }))
  const model = learnLife(known)
  return {
    learner: { id: learner.id, name: learner.name },
    instrument: on,
    reeds: reeds.map((r, i) => {
      const minutes = minutesPlayed(known[i]!)
      return {
        ...r,
        uses: uses.get(r.id) ?? [],
        minutes,
        life: model && r.state !== 'retired' ? forecastLife(model, minutes) : null,
      }
    }),
    rotation: rotation(known, now).map(({ reed, reason }) => ({ reedId: reed.id, reason })),
    stock: forecastStock(known, now),
  }
}

/** Shelves of a learner, one for each instrument that takes reeds. */
export async function shelvesOf(db: Reader, learnerId: string, now: string): Promise<ShelfAnswer[]> {
  const learner = await readLearner(db, learnerId)
  const reeds = await db
    .select()
    .from(tables.reeds)
    .where(and(eq(tables.reeds.learnerId, learnerId), eq(tables.reeds.deleted, false)))
    .orderBy(asc(tables.reeds.name))
  const uses = await usesOf(
    db,
    reeds.map((r) => r.id),
  )
  return learner.instruments
    .filter((on) => instrument(on).reed !== null)
    .map((on) =>
      shelf(
        learner,
        on,
        reeds.filter((r) => r.instrument === on),
        uses,
        now,
      ),
    )
}

/** The shelves of everyone who isn’t laid aside. */
export async function allShelves(db: Reader, now: string): Promise<ShelfAnswer[]> {
  const shelves: ShelfAnswer[] = []
  for (const learner of await listLearners(db))
    if (!learner.archived) shelves.push(...(await shelvesOf(db, learner.id, now)))
  return shelves
}

/** Adds a reed to an instrument that takes one; one sent twice is there once, as it is now. */
export async function addReed(tx: Tx, learnerId: string, input: ReedInput): Promise<ReedRecord> {
  playsIt(await readLearner(tx, learnerId), input.instrument)
  if (instrument(input.instrument).reed === null)
    throw new HttpError('invalid', `instrument is “${input.instrument}”; it takes no reed.`, 'instrument')
  const reed: ReedRecord = { ...input, learnerId, inMouthpiece: false, deleted: false }
  // What may be changed later may differ when the same message comes again.
  const { record } = await once(tx, tables.reeds, reed, (there) =>
    agree(there, reed, 'learnerId', 'instrument'),
  )
  return record
}

/** Changes a reed. One that goes into the mouthpiece takes the place of the one that is there. */
export async function changeReed(tx: Tx, id: string, patch: Partial<ReedRecord>): Promise<ReedRecord> {
  const reed = await readReed(tx, id)
  const next = { ...reed, ...patch }
  if (patch.inMouthpiece && (next.state === 'retired' || next.deleted))
    throw new HttpError(
      'invalid',
      'inMouthpiece is true; a retired reed stays out of the mouthpiece.',
      'inMouthpiece',
    )
  if (next.state === 'retired' || next.deleted) next.inMouthpiece = false
  if (patch.firstUse) {
    const [earliest] = await tx
      .select()
      .from(tables.reedUses)
      .where(eq(tables.reedUses.reedId, id))
      .orderBy(asc(tables.reedUses.at))
      .limit(1)
    if (earliest && isBefore(dayOf(earliest.at), patch.firstUse))
      throw new HttpError(
        'invalid',
        `firstUse is ${patch.firstUse}; it was played on ${dayOf(earliest.at)} already.`,
        'firstUse',
      )
  }
  if (next.inMouthpiece)
    await tx
      .update(tables.reeds)
      .set({ inMouthpiece: false })
      .where(
        and(
          eq(tables.reeds.learnerId, reed.learnerId),
          eq(tables.reeds.instrument, reed.instrument),
          ne(tables.reeds.id, id),
        ),
      )
  await tx.update(tables.reeds).set(next).where(eq(tables.reeds.id, id))
  return readReed(tx, id)
}

/** Logs that a reed was played. A new reed begins its break-in with it. */
export async function addUse(tx: Tx, reedId: string, use: ReedUseInput): Promise<ReedUseRecord> {
  const reed = await readReed(tx, reedId)
  const record = { ...use, reedId }
  const [there] = await tx.select().from(tables.reedUses).where(eq(tables.reedUses.id, use.id))
  const day = dayOf(use.at)
  if (!there && reed.firstUse && isBefore(day, reed.firstUse))
    throw new HttpError('invalid', `at is ${day}; the reed was first used on ${reed.firstUse}.`, 'at')
  if (!there && reed.state === 'retired')
    throw conflict(`${reed.name} is retired; bring it back before it is played.`)
  const kept = await once<ReedUseRecord>(tx, tables.reedUses, record, (other) =>
    agree(other, record, 'reedId', 'at', 'minutes', 'rating', 'fault'),
  )
  if (!kept.added) return kept.record
  const started = {
    ...(reed.firstUse ? {} : { firstUse: day }),
    ...(reed.state === 'new' ? { state: 'breaking-in' as const } : {}),
  }
  if (Object.keys(started).length)
    await tx.update(tables.reeds).set(started).where(eq(tables.reeds.id, reedId))
  return record
}

/**
 * Takes a use back and gives it.
 * @throws HttpError not-found
 */
export async function removeUse(tx: Tx, reedId: string, id: string): Promise<ReedUseRecord> {
  const [use] = await tx
    .select()
    .from(tables.reedUses)
    .where(and(eq(tables.reedUses.id, id), eq(tables.reedUses.reedId, reedId)))
  if (!use) throw notFound('The use')
  await tx.delete(tables.reedUses).where(eq(tables.reedUses.id, id))
  return use
}
