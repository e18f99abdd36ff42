import { eq, inArray } from 'drizzle-orm'
import { FILE_VERSION } from '@halitus/core/contract'
import { tables, type Reader } from '../db/index.ts'
import { readLearner } from './store.ts'

/** Everything that is kept of one learner, as data: what a parent may ask for. @throws HttpError not-found */
export async function exportLearner(db: Reader, id: string, exportedAt: string) {
  const learner = await readLearner(db, id)
  const {
    lessons,
    entries,
    cards,
    ticks,
    reports,
    numbers,
    plans,
    reeds,
    reedUses,
    pieces,
    services,
    takes,
    tunes,
    tunePlayers,
  } = tables
  const of = <
    T extends
      | typeof lessons
      | typeof entries
      | typeof cards
      | typeof plans
      | typeof reeds
      | typeof pieces
      | typeof takes
      | typeof tunePlayers,
  >(
    table: T,
  ) => db.select().from(table).where(eq(table.learnerId, id))
  const [ownCards, ownReeds, ownPieces, plays] = [
    await of(cards),
    await of(reeds),
    await of(pieces),
    await of(tunePlayers),
  ]
  const ids = (rows: readonly unknown[]) => ['-', ...rows.map((r) => (r as { id: string }).id)]
  return {
    format: 'halitus-learner',
    version: FILE_VERSION,
    exportedAt,
    learner,
    lessons: await of(lessons),
    entries: await of(entries),
    cards: ownCards,
    ticks: await db
      .select()
      .from(ticks)
      .where(inArray(ticks.cardId, ids(ownCards))),
    reports: await db
      .select()
      .from(reports)
      .where(inArray(reports.cardId, ids(ownCards))),
    numbers: await db
      .select()
      .from(numbers)
      .where(inArray(numbers.cardId, ids(ownCards))),
    plans: await of(plans),
    reeds: ownReeds,
    reedUses: await db
      .select()
      .from(reedUses)
      .where(inArray(reedUses.reedId, ids(ownReeds))),
    pieces: ownPieces,
    services: await db
      .select()
      .from(services)
      .where(inArray(services.pieceId, ids(ownPieces))),
    tunes: await db
      .select()
      .from(tunes)
      .where(inArray(tunes.id, ['-', ...plays.map((p) => p.tuneId)])),
    tunePlayers: plays,
    groups: [],
    away: [],
    takes: await of(takes),
  }
}
