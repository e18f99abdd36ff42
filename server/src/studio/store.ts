import { asc, eq, inArray, max, sql } from 'drizzle-orm'
import { FILE_VERSION, STUDIO_PART_NAMES, type StudioInput, type StudioPart } from '@halitus/core/contract'
import { asSeen, tables, type Reader, type Tx } from '../db/index.ts'
import { nextTurn, sqliteCode } from '../http/index.ts'
import { Belongings, Contradiction } from './belongings.ts'
import { AT_ONCE, type Piece, type StudioInPieces } from './in-pieces.ts'
import { putBackToday, readToday } from './today.ts'

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

/** Rows come out so many at once: some milliseconds of work. */
const PIECE = 400

/** Some rows of a list after each other, from a database. */
async function* rowsIn(db: Reader, part: StudioPart): AsyncGenerator<Piece> {
  let after = 0
  for (let from = 0; ;) {
    const rows = await db
      .select({ row: tables[part], at: sql<number>`rowid` })
      .from(tables[part])
      .where(sql`rowid > ${after}`)
      .orderBy(asc(sql`rowid`))
      .limit(PIECE)
    if (!rows.length) return
    after = rows.at(-1)!.at
    yield { part, from, rows: rows.map((r) => r.row) }
    from += rows.length
    await nextTurn()
  }
}

/** A studio in a database as it would come from a file. */
export const studioIn = async (db: Reader): Promise<StudioInPieces> => ({
  studio: await pageOf(db),
  async *pieces() {
    for (const part of STUDIO_PART_NAMES)
      for await (const piece of rowsIn(db, part))
        for (let k = 0; k < piece.rows.length; k += AT_ONCE)
          yield { part, from: piece.from + k, rows: piece.rows.slice(k, k + AT_ONCE) }
  },
})

/** The same file as text, piece by piece. */
export async function* exportPieces(db: Reader, exportedAt: string): AsyncGenerator<string> {
  const head = { format: 'halitus-studio', version: FILE_VERSION, exportedAt, studio: await pageOf(db) }
  yield JSON.stringify(head).slice(0, -1)
  for (const part of STUDIO_PART_NAMES) {
    yield `,${JSON.stringify(part)}:[`
    for await (const { from, rows } of rowsIn(db, part))
      yield `${from ? ',' : ''}${JSON.stringify(rows).slice(1, -1)}`
    yield ']'
  }
  yield '}'
}

/** Lines of lessons are by far the most: so many are deleted at once. */
const GONE_AT_ONCE = 500

/**
 * Replaces the whole studio by a file's; inside one transaction, so it happens entirely or not at all. Links and who is to be
 * deleted tonight stay as they are today.
 * @throws Contradiction when the file contradicts itself
 */
export async function importStudio(
  tx: Tx,
  { studio: page, pieces }: StudioInPieces,
): Promise<{ learners: number; lessons: number; entries: number }> {
  const today = await readToday(tx)
  const { entries } = tables
  const some = tx.select({ id: entries.id }).from(entries).limit(GONE_AT_ONCE)
  for (;;) {
    const { rowsAffected } = await tx.delete(entries).where(inArray(entries.id, some))
    if (!rowsAffected) break
    await nextTurn()
  }
  await tx.delete(tables.learners)
  await tx.delete(tables.tunes)
  await tx.delete(tables.groups)
  await tx.delete(tables.away)
  // Files from before there was a choice have English names.
  const { version: _, ...studio } = page
  await writeStudio(tx, { ...studio, noteNames: studio.noteNames ?? 'english' })
  const counts = { learners: 0, lessons: 0, entries: 0 }
  const belongs = new Belongings()
  for await (const piece of pieces()) {
    belongs.check(piece)
    await insert(tx, piece)
    if (piece.part in counts) counts[piece.part as keyof typeof counts] += piece.rows.length
    await nextTurn()
  }
  await numberAnew(tx)
  await putBackToday(tx, today)
  return counts
}

/** Adds some rows. @throws Contradiction with the place of the row that can't be stored */
async function insert(tx: Tx, { part, from, rows }: Piece): Promise<void> {
  try {
    await tx.insert(tables[part]).values(rows as never)
  } catch (error) {
    if (sqliteCode(error).startsWith('SQLITE_CONSTRAINT'))
      for (const [k, row] of rows.entries())
        await tx
          .insert(tables[part])
          .values(row as never)
          .catch((why: unknown) => {
            throw new Contradiction({ part, place: from + k, row }, reason(why))
          })
    throw error
  }
}

/** Why a row was refused, in words. */
function reason(error: unknown): string {
  const code = sqliteCode(error)
  if (code.includes('FOREIGNKEY')) return 'something belongs to a learner, lesson or card that is not in it'
  if (code.includes('UNIQUE') || code.includes('PRIMARYKEY')) return 'two records have the same id or place'
  return 'a record can’t be stored'
}

/** Lines are numbered in the order in which they happened; beyond this there would be no room for those to come. */
const HIGHEST_SEQ = 1_000_000_000
async function numberAnew(tx: Tx): Promise<void> {
  const { entries } = tables
  const [highest] = await tx.select({ seq: max(entries.seq) }).from(entries)
  if ((highest?.seq ?? 0) <= HIGHEST_SEQ) return
  await tx.run(sql`
    update entries set seq = numbered.n
    from (select id, row_number() over (order by seq, rowid) as n from entries) as numbered
    where numbered.id = entries.id`)
}
