import { eq } from 'drizzle-orm'
import type { StudioFile, StudioInput } from '@halitus/core/contract'
import { tables, type Reader, type Tx } from '../db/index.ts'

const ONLY = 1

export async function readStudio(db: Reader): Promise<StudioInput> {
  const [row] = await db.select().from(tables.studio).where(eq(tables.studio.id, ONLY))
  return row
    ? { name: row.name, place: row.place, a4Hz: row.a4Hz }
    : { name: 'My studio', place: '', a4Hz: 440 }
}

export async function writeStudio(tx: Tx, input: StudioInput): Promise<StudioInput> {
  await tx
    .insert(tables.studio)
    .values({ id: ONLY, ...input })
    .onConflictDoUpdate({ target: tables.studio.id, set: input })
  return input
}

/** The whole studio; ids and order as stored. */
export async function exportStudio(db: Reader, exportedAt: string): Promise<StudioFile> {
  return {
    format: 'halitus-studio',
    version: 1,
    exportedAt,
    studio: await readStudio(db),
    learners: await db.select().from(tables.learners),
    lessons: await db.select().from(tables.lessons),
    entries: (await db.select().from(tables.entries)) as StudioFile['entries'],
    cards: await db.select().from(tables.cards),
    ticks: await db.select().from(tables.ticks),
    reports: await db.select().from(tables.reports),
    plans: await db.select().from(tables.plans),
    reeds: await db.select().from(tables.reeds),
    reedUses: await db.select().from(tables.reedUses),
    pieces: await db.select().from(tables.pieces),
    services: await db.select().from(tables.services),
  }
}

/** Rows go in by the hundred: SQLite takes a limited number of values a statement. */
async function insertAll<T>(rows: readonly T[], insert: (part: T[]) => Promise<unknown>): Promise<void> {
  for (let i = 0; i < rows.length; i += 100) await insert(rows.slice(i, i + 100))
}

/** Replaces the whole studio by a file's; inside one transaction, so it happens entirely or not at all. */
export async function importStudio(tx: Tx, file: StudioFile): Promise<Record<string, number>> {
  await tx.delete(tables.learners)
  await writeStudio(tx, file.studio)
  await insertAll(file.learners, (r) => tx.insert(tables.learners).values(r))
  await insertAll(file.lessons, (r) => tx.insert(tables.lessons).values(r))
  await insertAll(file.entries, (r) => tx.insert(tables.entries).values(r))
  await insertAll(file.cards, (r) => tx.insert(tables.cards).values(r))
  await insertAll(file.ticks, (r) => tx.insert(tables.ticks).values(r))
  await insertAll(file.reports, (r) => tx.insert(tables.reports).values(r))
  await insertAll(file.plans, (r) => tx.insert(tables.plans).values(r))
  await insertAll(file.reeds ?? [], (r) => tx.insert(tables.reeds).values(r))
  await insertAll(file.reedUses ?? [], (r) => tx.insert(tables.reedUses).values(r))
  await insertAll(file.pieces ?? [], (r) => tx.insert(tables.pieces).values(r))
  await insertAll(file.services ?? [], (r) => tx.insert(tables.services).values(r))
  return { learners: file.learners.length, lessons: file.lessons.length, entries: file.entries.length }
}
