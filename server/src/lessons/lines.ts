import { getTableColumns, inArray, sql } from 'drizzle-orm'
import type { EntryInput, EntryRecord } from '@halitus/core/contract'
import { instrument } from '@halitus/core/instruments'
import { checkEntry } from '@halitus/core/records'
import { onDayOf } from '@halitus/core/time'
import { agree, sentAgain, tables, type Database, type Tx } from '../db/index.ts'
import { notFound } from '../http/index.ts'

/** So many lines at most are written in one go (chosen by Halitus): the next ones, and whoever reads, have their turn. */
const MOST = 50

const { entries } = tables
/** The number of the newest line of all. */
const NEWEST = sql<number>`(select coalesce(max(seq), 0) from ${entries})`
/** What its sender told of a line: the same whenever it is sent. */
const TOLD = ['lessonId', 'stage', 'kind', 'provenance', 'data'] as const

/** All columns of a line from JSON: thousands of values bound one by one take longer than all else about them. */
const COLUMNS = sql.join(
  Object.entries(getTableColumns(entries)).map(([key, column]) =>
    sql.raw(`value ${column.dataType === 'json' ? '->' : '->>'} '$.${key}'`),
  ),
  sql.raw(', '),
)
const rowsOf = (lines: readonly EntryRecord[]) =>
  sql`select ${COLUMNS} from json_each(${JSON.stringify(lines)})`

/** A line on its way into a lesson. */
export interface Line {
  lessonId: string
  entry: EntryInput
  /** When it came in: where it doesn't say when it was made. */
  at: string
}
/** What became of it. */
export type Outcome = { record: EntryRecord } | { refused: unknown }

/**
 * Adds lines at the end of all, in this order. The same line sent twice is taken once; another one under the same id is
 * refused, and so is one that can't be true on the lesson's instrument: the others are taken nevertheless.
 */
export async function addLines(tx: Tx, lines: readonly Line[]): Promise<Outcome[]> {
  const [known, lessons] = await Promise.all([
    tx
      .select()
      .from(entries)
      .where(
        inArray(
          entries.id,
          lines.map((l) => l.entry.id),
        ),
      ) as Promise<EntryRecord[]>,
    tx
      .select({ ...getTableColumns(tables.lessons), newest: NEWEST })
      .from(tables.lessons)
      .where(inArray(tables.lessons.id, [...new Set(lines.map((l) => l.lessonId))])),
  ])
  const there = new Map(known.map((e) => [e.id, e]))
  const added: EntryRecord[] = []
  const outcomes = lines.map(({ lessonId, entry, at }): Outcome => {
    try {
      const lesson = lessons.find((l) => l.id === lessonId)
      if (!lesson) throw notFound(`The lesson “${lessonId}”`)
      checkEntry(instrument(lesson.instrument), entry)
      const { learnerId, instrument: played, newest } = lesson
      const seq = newest + added.length + 1
      // When it was made counts, not when it came in; on the lesson's own day.
      const made = onDayOf(lesson, entry.at ?? at)
      const record = { ...entry, lessonId, learnerId, instrument: played, at: made, seq } as EntryRecord
      const before = there.get(entry.id)
      if (before) return { record: sentAgain(before, (was) => agree(was, record, ...TOLD)) }
      there.set(entry.id, record)
      added.push(record)
      return { record }
    } catch (refused) {
      return { refused }
    }
  })
  if (added.length) await tx.insert(entries).select(rowsOf(added))
  return outcomes
}

/**
 * Writes lines of lessons. Those that come in while others are being written wait, and are then written together: one
 * transaction, one statement. Each is answered once it is kept, or refused by itself.
 * @returns what adds a line and gives what is kept of it
 */
export function lineWriter(db: Pick<Database, 'write'>): (line: Line) => Promise<EntryRecord> {
  const waiting: (Line & { tell(outcome: Outcome): void })[] = []
  let writing = false

  async function writeSome(): Promise<void> {
    const taken = waiting.splice(0, MOST)
    try {
      const outcomes = await db.write(
        (tx) => {
          // And whatever has come in until its turn came.
          taken.push(...waiting.splice(0, MOST - taken.length))
          return addLines(tx, taken)
        },
        (all) => [...new Set(all.flatMap((o) => ('record' in o ? [o.record.learnerId] : [])))],
      )
      taken.forEach((line, k) => line.tell(outcomes[k]!))
    } catch (refused) {
      for (const line of taken) line.tell({ refused })
    }
  }
  async function writeAll(): Promise<void> {
    if (writing) return
    writing = true
    while (waiting.length) await writeSome()
    writing = false
  }
  return (line) =>
    new Promise((resolve, reject) => {
      waiting.push({
        ...line,
        tell: (outcome) => ('record' in outcome ? resolve(outcome.record) : reject(outcome.refused as Error)),
      })
      void writeAll()
    })
}
