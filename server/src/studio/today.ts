import { inArray } from 'drizzle-orm'
import { tables, type Reader, type Tx } from '../db/index.ts'

type Rows<T extends { $inferSelect: unknown }> = T['$inferSelect'][]

/** What holds today whatever a file or a backup says: links that were given out or taken back, who is to be deleted tonight. */
export interface Today {
  links: Rows<typeof tables.links>
  leaving: Rows<typeof tables.leaving>
}
/** The same with who may come in and which recordings there are: what a whole database would bring back. */
export interface WholeToday extends Today {
  accounts: Rows<typeof tables.accounts>
  takes: Rows<typeof tables.takes>
}

/** What holds today. */
export const readToday = async (db: Reader): Promise<Today> => ({
  links: await db.select().from(tables.links),
  leaving: await db.select().from(tables.leaving),
})

/** What holds today, in a database that is about to be laid aside. */
export const readWholeToday = async (db: Reader): Promise<WholeToday> => ({
  ...(await readToday(db)),
  accounts: await db.select().from(tables.accounts),
  takes: await db.select().from(tables.takes),
})

/** Puts back what held, for those who are in the studio now. */
export async function putBackToday(tx: Tx, { links, leaving }: Today): Promise<void> {
  const { learners } = tables
  const there = new Set((await tx.select({ id: learners.id }).from(learners)).map((l) => l.id))
  const known = <R extends { learnerId: string }>(rows: readonly R[]) =>
    rows.filter((r) => there.has(r.learnerId))
  await tx.delete(tables.links)
  await tx.delete(tables.leaving)
  for (const link of known(links)) await tx.insert(tables.links).values(link)
  for (const one of known(leaving)) await tx.insert(tables.leaving).values(one)
  const going = known(leaving).map((l) => l.learnerId)
  if (going.length) await tx.update(learners).set({ archived: true }).where(inArray(learners.id, going))
}

/**
 * Puts all of it into a whole database of another day. Everybody signs in anew.
 * @param today undefined where it can't be read any more: then only the sign-ins end
 */
export async function putBackWholeToday(tx: Tx, today: WholeToday | undefined): Promise<void> {
  await tx.delete(tables.sessions)
  if (!today) return
  await putBackToday(tx, today)
  await tx.delete(tables.accounts)
  for (const account of today.accounts) await tx.insert(tables.accounts).values(account)
  await tx.delete(tables.takes)
  for (const take of today.takes) await tx.insert(tables.takes).values(take)
}
