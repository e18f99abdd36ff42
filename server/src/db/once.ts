import { eq } from 'drizzle-orm'
import type { SQLiteTable, SQLiteColumn } from 'drizzle-orm/sqlite-core'
import { canonical } from '@halitus/core/fields'
import { HttpError } from '../http/index.ts'
import type { Tx } from './open.ts'

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
  const [there] = (await tx.select().from(table).where(eq(table.id, record.id))) as R[]
  if (there) {
    if (same(there)) return { record: there, added: false }
    throw new HttpError('other-content', `Something else has the id “${record.id}” already.`, 'id')
  }
  await tx.insert(table).values(record)
  return { record, added: true }
}

/** Whether two records agree in some fields, however their objects are ordered. */
export function agree<R extends object>(a: R, b: R, ...fields: (keyof R)[]): boolean {
  return fields.every((f) => canonical(a[f]) === canonical(b[f]))
}
