import { randomUUID } from 'node:crypto'
import { and, asc, eq } from 'drizzle-orm'
import type {
  EntryRecord,
  LearnerAnswer,
  LearnerInput,
  LearnerRecord,
  LessonRecord,
  Plan,
  Stage,
} from '@halitus/core/contract'
import { cardsOf } from '../cards/index.ts'
import { tables, type Reader, type Tx } from '../db/index.ts'
import { conflict, notFound } from '../http/index.ts'
import { concernsOf, targetsOf } from './history.ts'

export async function listLearners(db: Reader): Promise<LearnerRecord[]> {
  return db.select().from(tables.learners).orderBy(asc(tables.learners.name))
}

export async function readLearner(db: Reader, id: string): Promise<LearnerRecord> {
  const [learner] = await db.select().from(tables.learners).where(eq(tables.learners.id, id))
  if (!learner) throw notFound(`The learner “${id}”`)
  return learner
}

/**
 * Entries without the curves of long tones, which are as long as all the rest together and looked at one at a time;
 * they stay in the database and in the studio's file.
 */
const withoutCurves = (entries: EntryRecord[]): EntryRecord[] =>
  entries.map((e) =>
    e.kind === 'long-tone' ? { ...e, data: { ...e.data, centsCurve: [], dbCurve: [] } } : e,
  )

/** What happened in a learner's lessons, oldest first; long tones without their curves. */
export async function entriesOf(db: Reader, learnerId: string): Promise<EntryRecord[]> {
  const rows = await db
    .select()
    .from(tables.entries)
    .where(eq(tables.entries.learnerId, learnerId))
    .orderBy(asc(tables.entries.at))
  return withoutCurves(rows as EntryRecord[])
}

export async function lessonsOf(db: Reader, learnerId: string): Promise<LessonRecord[]> {
  return db
    .select()
    .from(tables.lessons)
    .where(eq(tables.lessons.learnerId, learnerId))
    .orderBy(asc(tables.lessons.startsAt))
}

export async function plansOf(db: Reader, learnerId: string): Promise<Plan[]> {
  const rows = await db.select().from(tables.plans).where(eq(tables.plans.learnerId, learnerId))
  return rows.map(({ stage, text, version }) => ({ stage, text, version }))
}

/** Everything about a learner. */
export async function learnerAnswer(db: Reader, id: string, today: string): Promise<LearnerAnswer> {
  const learner = await readLearner(db, id)
  const [lessons, entries, cards, plans] = await Promise.all([
    lessonsOf(db, id),
    entriesOf(db, id),
    cardsOf(db, learner),
    plansOf(db, id),
  ])
  return {
    learner,
    lessons,
    entries,
    cards,
    plans,
    concerns: concernsOf(learner, { entries, lessons, cards }, today),
    targets: targetsOf(learner, entries),
  }
}

export async function addLearner(tx: Tx, input: LearnerInput, createdAt: string): Promise<LearnerRecord> {
  const learner: LearnerRecord = { ...input, id: randomUUID(), archived: false, createdAt }
  await tx.insert(tables.learners).values(learner)
  return learner
}

export async function changeLearner(
  tx: Tx,
  id: string,
  patch: Partial<LearnerRecord>,
): Promise<LearnerRecord> {
  await readLearner(tx, id)
  if (Object.keys(patch).length) await tx.update(tables.learners).set(patch).where(eq(tables.learners.id, id))
  return readLearner(tx, id)
}

/** Writes what is planned for a stop; `version` is the one the writer saw, 0 when there was none. */
export async function writePlan(
  tx: Tx,
  learnerId: string,
  stage: Stage,
  text: string,
  version: number,
): Promise<Plan> {
  await readLearner(tx, learnerId)
  const plan = { text, version: version + 1 }
  const key = and(eq(tables.plans.learnerId, learnerId), eq(tables.plans.stage, stage))
  const [existing] = await tx.select().from(tables.plans).where(key)
  if ((existing?.version ?? 0) !== version)
    throw conflict(`The plan was changed elsewhere meanwhile; it now reads “${existing?.text ?? ''}”.`)
  if (existing) await tx.update(tables.plans).set(plan).where(key)
  else await tx.insert(tables.plans).values({ learnerId, stage, ...plan })
  return { stage, ...plan }
}
