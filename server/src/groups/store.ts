import { and, asc, desc, eq, gte } from 'drizzle-orm'
import type { GroupBody, GroupPlanAnswer, GroupRecord, LessonRecord } from '@halitus/core/contract'
import { instrument, underSchools } from '@halitus/core/instruments'
import { homeOf, planGroup } from '@halitus/core/practice'
import { aimFor, easedFrom, noteKey, notesKnown } from '@halitus/core/records'
import { isBefore, plusMinutes, type Moment } from '@halitus/core/time'
import { cardsOf } from '../cards/index.ts'
import { tables, type Reader, type Tx } from '../db/index.ts'
import { HttpError, notFound } from '../http/index.ts'
import { entriesOf, listLearners, observes, playsIt, readLearner } from '../learners/index.ts'
import { readStudio } from '../studio/index.ts'

/** All groups by name. */
export const listGroups = (db: Reader): Promise<GroupRecord[]> =>
  db.select().from(tables.groups).orderBy(asc(tables.groups.name))

/** One group. @throws HttpError not-found */
export async function readGroup(db: Reader, id: string): Promise<GroupRecord> {
  const [group] = await db.select().from(tables.groups).where(eq(tables.groups.id, id))
  if (!group) throw notFound(`The group “${id}”`)
  return group
}

/** Writes a group, new or changed. @throws HttpError for a learner who isn't there or doesn't play that instrument */
export async function putGroup(tx: Tx, id: string, body: GroupBody): Promise<GroupRecord> {
  for (const m of body.members) playsIt(await readLearner(tx, m.learnerId), m.instrument)
  const group: GroupRecord = { id, ...body }
  await tx.insert(tables.groups).values(group).onConflictDoUpdate({ target: tables.groups.id, set: body })
  return group
}

/** Deletes a group; its lessons stay with their learners. */
export async function removeGroup(tx: Tx, id: string): Promise<GroupRecord> {
  const group = await readGroup(tx, id)
  await tx.delete(tables.groups).where(eq(tables.groups.id, id))
  return group
}

/** A lesson together counts as under way for so long after it was to end, minutes: nobody starts on the minute. */
const AFTER_MINUTES = 60
const DAY_MINUTES = 24 * 60

/** The lessons of the newest lesson together that isn't over. */
async function underWay(db: Reader, id: string, now: Moment): Promise<LessonRecord[]> {
  const lessons = await db
    .select()
    .from(tables.lessons)
    .where(and(eq(tables.lessons.groupId, id), gte(tables.lessons.startsAt, plusMinutes(now, -DAY_MINUTES))))
    .orderBy(desc(tables.lessons.startsAt))
  const open = lessons.filter(
    (l) => !isBefore(now, l.startsAt) && isBefore(now, plusMinutes(l.startsAt, l.minutes + AFTER_MINUTES)),
  )
  return open.filter((l) => l.startsAt === open[0]!.startsAt)
}

/** What everybody of a group does when. @param absent who isn't there today */
export async function groupPlan(
  db: Reader,
  id: string,
  minutes: number,
  absent: readonly string[],
  now: Moment,
): Promise<GroupPlanAnswer> {
  const group = await readGroup(db, id)
  const studio = await readStudio(db)
  // Who was deleted meanwhile is in no group any more.
  const roster = new Map((await listLearners(db)).map((l) => [l.id, l]))
  const here = group.members.filter((m) => roster.has(m.learnerId) && !absent.includes(m.learnerId))
  if (here.length < 2)
    throw new HttpError(
      'invalid',
      'absent leaves fewer than two; a lesson for one has a plan of its own.',
      'absent',
    )
  const known = await Promise.all(
    here.map(async ({ learnerId, instrument: on }) => {
      const learner = roster.get(learnerId)!
      const inst = underSchools(instrument(on), learner.schools, studio.schools)
      const entries = (await entriesOf(db, learnerId)).filter((e) => e.instrument === on)
      const home = homeOf(await cardsOf(db, learner))
      const eased = easedFrom(entries, home.eased)
      const aimS = (written: string) =>
        Math.round(aimFor(entries, inst, 'long-tone', noteKey(written), home).value)
      const races = !observes(learner, studio)
      return { learner, inst, notes: notesKnown(entries, inst), eased, races, aimS }
    }),
  )
  const plan = planGroup(
    known.map(({ learner, inst, notes, eased }) => ({ id: learner.id, inst, notes, eased: !!eased })),
    minutes,
  )
  return {
    group,
    begun: await underWay(db, id, now),
    minutes,
    concert: plan.note?.concert ?? null,
    blocks: plan.blocks,
    threads: plan.threads.map((t, k) => {
      const { learner, inst, eased, races, aimS } = known[k]!
      const { instrument: on } = here[k]!
      return {
        learner: { id: learner.id, name: learner.name },
        on: inst.name,
        instrument: on,
        written: t.written ?? null,
        aimS: t.written ? aimS(t.written) : null,
        races,
        eased: eased?.words ?? null,
        airS: t.airS,
        spans: t.spans,
      }
    }),
  }
}

/**
 * Begins a lesson together: one for each member, with its own line and card; who isn't there has a cancelled one. Begun twice at
 * the same moment it is there once.
 */
export async function beginGroup(
  tx: Tx,
  id: string,
  { startsAt, minutes, absent }: { startsAt: string; minutes: number; absent: readonly string[] },
): Promise<LessonRecord[]> {
  const group = await readGroup(tx, id)
  const lessons = group.members.map(({ learnerId, instrument: on }): LessonRecord => ({
    id: `${id.slice(0, 20)}-${learnerId.slice(0, 22)}-${startsAt.replace(/\D/g, '').slice(2)}`,
    learnerId,
    instrument: on,
    startsAt,
    minutes,
    finishedAt: null,
    cancelled: absent.includes(learnerId),
    regularDay: null,
    groupId: id,
    changedPlan: null,
  }))
  await tx.insert(tables.lessons).values(lessons).onConflictDoNothing()
  return lessons
}
