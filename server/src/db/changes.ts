import { randomUUID } from 'node:crypto'
import { inArray } from 'drizzle-orm'
import type { Reader, Tx } from './access.ts'
import * as schema from './schema.ts'

/** What an answer rests on: a learner's lesson lines, everybody's, or (without a topic) all else alone. */
export type Topic = { linesOf: string } | 'lines' | undefined

/** Tells what is derived from the database whether it is still true. */
export interface Changes {
  /** Other with every write that concerns a topic. */
  stamp(topic?: Topic): Promise<string>
  /** Within a write: whose lesson lines alone it changed, or undefined for anything else. */
  within(tx: Tx, learners: readonly string[] | undefined): Promise<void>
  /** After a write, a failed one too: nobody knows how far that came. */
  after(learners: readonly string[] | undefined): void
}

/** Counted in memory: for a database file, which nobody else writes to. */
export function countedChanges(): Changes {
  let general = 0
  let lines = 0
  const linesOf = new Map<string, number>()
  return {
    stamp: (topic) =>
      Promise.resolve(
        topic === undefined
          ? `${general}`
          : topic === 'lines'
            ? `${general}.${lines}`
            : `${general}.${linesOf.get(topic.linesOf) ?? 0}`,
      ),
    within: () => Promise.resolve(),
    after(learners) {
      if (!learners) general++
      else if (learners.length) lines++
      for (const learner of learners ?? []) linesOf.set(learner, (linesOf.get(learner) ?? 0) + 1)
    },
  }
}

/**
 * Kept beside what they are about, in the same transaction: for a database that several servers write to. By chance, not
 * counted: a database that is restored to an earlier state must not come back to a stamp that stood for something else.
 */
export function sharedChanges(read: Reader): Changes {
  const { changes } = schema
  const ownOf = (learner: string) => `lines:${learner}`
  return {
    async stamp(topic) {
      const topics = ['general', ...(topic ? [topic === 'lines' ? topic : ownOf(topic.linesOf)] : [])]
      const rows = await read.select().from(changes).where(inArray(changes.topic, topics))
      return topics.map((t) => rows.find((r) => r.topic === t)?.stamp ?? '').join('.')
    },
    async within(tx, learners) {
      if (learners?.length === 0) return
      const stamp = randomUUID()
      const topics = learners ? ['lines', ...learners.map(ownOf)] : ['general']
      await tx
        .insert(changes)
        .values(topics.map((topic) => ({ topic, stamp })))
        .onConflictDoUpdate({ target: changes.topic, set: { stamp } })
    },
    after: () => undefined,
  }
}
