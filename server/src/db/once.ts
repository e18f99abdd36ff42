import { eq } from 'drizzle-orm'
import type { SQLiteTable, SQLiteColumn } from 'drizzle-orm/sqlite-core'
import { canonical } from '@halitus/core/fields'
import { HttpError } from '../http/index.ts'
import type { Tx } from './access.ts'

type WithId = SQLiteTable & { id: SQLiteColumn }

/**
 * Adds a record whose id the sender made. Sent again, the one that is there is given back, unchanged; another one under
 * the same id is refused.
 * @param same whether the one that is there came from the same message
 */
export async function once<R extends { id: string }>(
  tx: Tx,
  table: WithId,
  record: R,
  same: (there: R) => boolean,
): Promise<{ record: R; added: boolean }> {
  // Tried first and looked up only when it is refused: nearly every record is new.
  const [added] = (await tx
    .insert(table)
    .values(record)
    .onConflictDoNothing({ target: table.id })
    .returning()) as R[]
  if (added) return { record: added, added: true }
  const [there] = (await tx.select().from(table).where(eq(table.id, record.id))) as R[]
  return { record: sentAgain(there!, same), added: false }
}

/**
 * What is there under an id that was sent once more.
 * @param same whether the one that is there came from the same message
 * @throws HttpError other-content when another record has the id
 */
export function sentAgain<R extends { id: string }>(there: R, same: (there: R) => boolean): R {
  if (same(there)) return there
  throw new HttpError('other-content', `Something else has the id “${there.id}” already.`, 'id')
}

/** Whether two records agree in some fields, however their objects are ordered. */
export function agree<R extends object>(a: R, b: R, ...fields: (keyof R)[]): boolean {
  return fields.every((f) => canonical(a[f]) === canonical(b[f]))
}
