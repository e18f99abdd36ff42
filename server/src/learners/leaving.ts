import { eq, inArray, lt } from 'drizzle-orm'
import { dayOf, type Day, type Moment } from '@halitus/core/time'
import { tables, type Reader, type Tx } from '../db/index.ts'
import { HttpError, notFound } from '../http/index.ts'
import { readLearner } from './store.ts'

/** Who is to be deleted tonight. */
export async function leavingIds(db: Reader): Promise<Set<string>> {
  return new Set((await db.select({ id: tables.leaving.learnerId }).from(tables.leaving)).map((l) => l.id))
}

/**
 * Deletes a learner with everything at the end of the day; until then nobody sees them and it can be undone. Backups lose
 * them as they rotate.
 * @param name the learner's name, typed: that it is meant
 * @throws HttpError invalid for another name
 */
export async function leave(tx: Tx, id: string, name: string, at: Moment): Promise<{ until: Day }> {
  const learner = await readLearner(tx, id)
  if (name.trim() !== learner.name)
    throw new HttpError(
      'invalid',
      `To delete ${learner.name} with everything, the name is typed as it stands here.`,
      'name',
    )
  await tx
    .insert(tables.leaving)
    .values({ learnerId: id, at, archived: learner.archived })
    .onConflictDoNothing()
  await tx.update(tables.learners).set({ archived: true }).where(eq(tables.learners.id, id))
  return { until: dayOf(at) }
}

/** Takes that back. @throws HttpError not-found when nobody of this id is leaving */
export async function stay(tx: Tx, id: string): Promise<void> {
  const [row] = await tx.select().from(tables.leaving).where(eq(tables.leaving.learnerId, id))
  if (!row) throw notFound('The deletion')
  await tx.update(tables.learners).set({ archived: row.archived }).where(eq(tables.learners.id, id))
  await tx.delete(tables.leaving).where(eq(tables.leaving.learnerId, id))
}

/** Whose last day is over. */
export const leftBefore = async (db: Reader, today: Day): Promise<string[]> =>
  (
    await db.select({ id: tables.leaving.learnerId }).from(tables.leaving).where(lt(tables.leaving.at, today))
  ).map((l) => l.id)

/** Deletes whoever was to leave on an earlier day, with everything that hangs on them. @returns how many */
export async function letGo(tx: Tx, today: Day): Promise<number> {
  const gone = await leftBefore(tx, today)
  if (gone.length) await tx.delete(tables.learners).where(inArray(tables.learners.id, gone))
  return gone.length
}
