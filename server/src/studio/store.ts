import { asc, eq, inArray, sql } from 'drizzle-orm'
import { FILE_VERSION, STUDIO_PART_NAMES, type StudioFile, type StudioInput } from '@halitus/core/contract'
import { asSeen, tables, type Reader, type Tx } from '../db/index.ts'
import { nextTurn } from '../http/index.ts'
import type { StudioInPieces } from './in-pieces.ts'

const ONLY = 1

/** Name, place, A4 in Hz, schools and names of notes; a plain start while nothing was written. */
export async function readStudio(db: Reader): Promise<StudioInput> {
  const [row] = await db.select().from(tables.studio).where(eq(tables.studio.id, ONLY))
  return row
    ? {
        name: row.name,
        place: row.place,
        a4Hz: row.a4Hz,
        schools: row.schools,
        noteNames: row.noteNames,
        version: row.version,
      }
    : { name: 'My studio', place: '', a4Hz: 440, schools: {}, noteNames: 'english', version: 1 }
}

/**
 * Writes them, all at once; who doesn't say how notes are named leaves that as it is.
 * @throws HttpError changed-meanwhile
 */
export async function writeStudio(
  tx: Tx,
  { version: seen, ...input }: Omit<StudioInput, 'noteNames'> & Partial<StudioInput>,
): Promise<StudioInput> {
  const { version = 1 } = await readStudio(tx)
  asSeen('The studio’s page', version, seen)
  const saved = { ...input, version: version + 1 }
  await tx
    .insert(tables.studio)
    .values({ id: ONLY, ...saved })
    .onConflictDoUpdate({ target: tables.studio.id, set: saved })
  return readStudio(tx)
}

/** The same for a file: how often it was saved belongs to this database. */
async function pageOf(db: Reader): Promise<StudioInput> {
  const { version: _, ...page } = await readStudio(db)
  return page
}

/** The whole studio, in the order in which it was stored. */
export async function exportStudio(db: Reader, exportedAt: string): Promise<StudioFile> {
  const parts: Record<string, unknown> = {}
  for (const part of STUDIO_PART_NAMES)
    parts[part] = await db
      .select()
      .from(tables[part])
      .orderBy(asc(sql`rowid`))
  return {
    format: 'halitus-studio',
    version: FILE_VERSION,
    exportedAt,
    studio: await pageOf(db),
    ...parts,
  } as StudioFile
}

/** Rows come out so many at once: some milliseconds of work. */
const PIECE = 400

/** The same file as text, piece by piece. */
export async function* exportPieces(db: Reader, exportedAt: string): AsyncGenerator<string> {
  const head = { format: 'halitus-studio', version: FILE_VERSION, exportedAt, studio: await pageOf(db) }
  yield JSON.stringify(head).slice(0, -1)
  for (const part of STUDIO_PART_NAMES) {
    yield `,${JSON.stringify(part)}:[`
    let after = 0
    for (let first = true; ; first = false) {
      const rows = await db
        .select({ row: tables[part], at: sql<number>`rowid` })
        .from(tables[part])
        .where(sql`rowid > ${after}`)
        .orderBy(asc(sql`rowid`))
        .limit(PIECE)
      if (!rows.length) break
      after = rows.at(-1)!.at
      yield `${first ? '' : ','}${JSON.stringify(rows.map((r) => r.row)).slice(1, -1)}`
      await nextTurn()
    }
    yield ']'
  }
  yield '}'
}

/** Lines of lessons are by far the most: so many are deleted at once. */
const GONE_AT_ONCE = 500

/** Replaces the whole studio by a file's; inside one transaction, so it happens entirely or not at all. */
export async function importStudio(
  tx: Tx,
  { studio: page, pieces }: StudioInPieces,
): Promise<{ learners: number; lessons: number; entries: number }> {
  const { entries } = tables
  const some = tx.select({ id: entries.id }).from(entries).limit(GONE_AT_ONCE)
  for (;;) {
    const { rowsAffected } = await tx.delete(entries).where(inArray(entries.id, some))
    if (!rowsAffected) break
    await nextTurn()
  }
  await tx.delete(tables.learners)
  // Files from before there was a choice have English names.
  const { version: _, ...studio } = page
  await writeStudio(tx, { ...studio, noteNames: studio.noteNames ?? 'english' })
  const counts = { learners: 0, lessons: 0, entries: 0 }
  for (const { part, rows } of pieces) {
    const piece = rows()
    await tx.insert(tables[part]).values(piece as never)
    if (part in counts) counts[part as keyof typeof counts] += piece.length
    await nextTurn()
  }
  return counts
}
