import { randomUUID } from 'node:crypto'
import { and, asc, eq, gt, notInArray, sql } from 'drizzle-orm'
import type {
  EntryRecord,
  LearnerAnswer,
  LearnerInput,
  LearnerPatch,
  LearnerRecord,
  LessonRecord,
  Plan,
  Stage,
} from '@halitus/core/contract'
import type { Day } from '@halitus/core/time'
import { asItHappened, withoutBulk } from '@halitus/core/records'
import { dropRegular, makeRegular } from '../agenda/index.ts'
import { cardsOf } from '../cards/index.ts'
import { agree, asSeen, once, tables, type Reader, type Tx } from '../db/index.ts'
import { conflict, HttpError, notFound } from '../http/index.ts'
import { readStudio } from '../studio/index.ts'
import { playsIt } from './plays.ts'
import { aimsByInstrument, attentionOf, observes } from './history.ts'

/** Everyone on the roster by name, those laid aside too. */
export async function listLearners(db: Reader): Promise<LearnerRecord[]> {
  // Who is deleted tonight is in no list any more.
  return db
    .select()
    .from(tables.learners)
    .where(notInArray(tables.learners.id, db.select({ id: tables.leaving.learnerId }).from(tables.leaving)))
    .orderBy(asc(tables.learners.name))
}

/**
 * One learner.
 * @throws HttpError not-found
 */
export async function readLearner(db: Reader, id: string): Promise<LearnerRecord> {
  const [learner] = await db.select().from(tables.learners).where(eq(tables.learners.id, id))
  if (!learner) throw notFound(`The learner “${id}”`)
  return learner
}

/**
 * What happened in a learner's lessons, oldest first; long lists are left out but for one lesson's, since they are as
 * long as all the rest together.
 * @param whole the lesson whose entries are given whole
 */
export async function entriesOf(db: Reader, learnerId: string, whole?: string): Promise<EntryRecord[]> {
  const rows = await rowsOf(db, learnerId)
  const all = rows.map(({ entry, short }) => (entry.lessonId === whole ? entry : short))
  // Nearly always they came in as they happened; what was sent late is put on its day.
  const inOrder = all.every((e, i) => i === 0 || asItHappened(all[i - 1]!, e) <= 0)
  return inOrder ? all : all.sort(asItHappened)
}

/** Reads everybody's lines anew: a file may say something else under the same names. */
export const forgetEntries = (db: Reader): boolean => READ.delete(db)

interface Row {
  entry: EntryRecord
  /** Without its long lists. */
  short: EntryRecord
}
/** So many learners' lines are kept as they were read (chosen by Halitus). */
const MOST_KEPT = 100
const READ = new WeakMap<object, Map<string, Row[]>>()

/**
 * A learner's lines are added and taken back, never rewritten, and each has a number that grows: those that were read once
 * are still true while their count and their last one are, whoever else writes to the database.
 */
async function rowsOf(db: Reader, learnerId: string): Promise<Row[]> {
  const { entries } = tables
  const own = eq(entries.learnerId, learnerId)
  const read = READ.get(db) ?? new Map<string, Row[]>()
  READ.set(db, read)
  const known = read.get(learnerId) ?? []
  const last = known.at(-1)?.entry
  const [now] = await db
    .select({
      count: sql<number>`count(*)`,
      upTo: sql<number>`sum(case when ${entries.seq} <= ${last?.seq ?? -1} then 1 else 0 end)`,
      there: sql<number>`max(case when ${entries.id} = ${last?.id ?? ''} then ${entries.seq} else 0 end)`,
    })
    .from(entries)
    .where(own)
  const still = !!last && now!.upTo === known.length && now!.there === last.seq
  const fresh = (await db
    .select()
    .from(entries)
    .where(still ? and(own, gt(entries.seq, last.seq)) : own)
    .orderBy(asc(entries.seq))) as EntryRecord[]
  const rows = [...(still ? known : []), ...fresh.map((entry) => ({ entry, short: withoutBulk(entry) }))]
  read.delete(learnerId)
  if (read.size >= MOST_KEPT) read.delete(read.keys().next().value!)
  read.set(learnerId, rows)
  return rows
}

/** A learner’s lessons by the time they begin. */
export async function lessonsOf(db: Reader, learnerId: string): Promise<LessonRecord[]> {
  return db
    .select()
    .from(tables.lessons)
    .where(eq(tables.lessons.learnerId, learnerId))
    .orderBy(asc(tables.lessons.startsAt))
}

/** What is planned for a learner, stop by stop. */
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
    concerns: attentionOf(
      { entries, lessons, cards },
      learner.instruments[0]!,
      today,
      observes(learner, await readStudio(db)),
    ),
    aims: aimsByInstrument(learner, entries, cards),
  }
}

/** @throws HttpError for somebody who isn't born yet, by the studio's clock */
function born(year: number | undefined, today: string): void {
  const now = Number(today.slice(0, 4))
  if (year !== undefined && year > now)
    throw new HttpError(
      'invalid',
      `birthYear is ${year}; nobody is born later than this year, ${now}.`,
      'birthYear',
    )
}

/**
 * Adds a learner; one sent twice with an id is there once.
 * @throws HttpError other-content
 */
export async function addLearner(tx: Tx, input: LearnerInput, createdAt: string): Promise<LearnerRecord> {
  const learner: LearnerRecord = {
    ...input,
    regular: input.regular ?? null,
    consent: input.consent ?? null,
    id: input.id ?? randomUUID(),
    archived: false,
    createdAt,
    version: 1,
  }
  born(learner.birthYear, createdAt)
  if (learner.regular) playsIt(learner, learner.regular.instrument)
  // What may be changed later may differ when the same message comes again.
  const { record } = await once<LearnerRecord>(tx, tables.learners, learner, (there) =>
    agree(there, learner, 'birthYear'),
  )
  return record
}

/**
 * Changes a learner; the regular lessons to come follow the regular time.
 * @throws HttpError changed-meanwhile; for an instrument left out on which there are lessons
 */
export async function changeLearner(
  tx: Tx,
  id: string,
  { version, ...patch }: LearnerPatch,
  today: Day,
): Promise<LearnerRecord> {
  const before = await readLearner(tx, id)
  asSeen(`What is kept of ${before.name}`, before.version, version)
  born(patch.birthYear, today)
  if (patch.instruments) {
    const taught = new Set((await lessonsOf(tx, id)).map((l) => l.instrument))
    const missing = [...taught].filter((on) => !patch.instruments!.includes(on))
    if (missing.length)
      throw new HttpError(
        'invalid',
        `instruments leaves out ${missing.join(', ')}, on which there are lessons; keep it.`,
        'instruments',
      )
  }
  const regular = patch.regular === undefined ? before.regular : patch.regular
  if (regular) playsIt({ ...before, ...patch }, regular.instrument)
  if (Object.keys(patch).length)
    await tx
      .update(tables.learners)
      .set({ ...patch, version: before.version + 1 })
      .where(eq(tables.learners.id, id))
  // Another time, or none: lessons made for the old one go, unless something was noted in them already.
  if (patch.regular !== undefined || patch.archived) {
    await dropRegular(tx, id, today)
    await makeRegular(tx, today)
  }
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
  // The same text sent again after its answer was lost is there already.
  if (existing && existing.version === version + 1 && existing.text === text) return { stage, ...plan }
  if ((existing?.version ?? 0) !== version)
    throw conflict(`The plan was changed elsewhere meanwhile; it now reads “${existing?.text ?? ''}”.`)
  if (existing) await tx.update(tables.plans).set(plan).where(key)
  else await tx.insert(tables.plans).values({ learnerId, stage, ...plan })
  return { stage, ...plan }
}
