import { and, asc, eq, gte, inArray, isNotNull, lt } from 'drizzle-orm'
import type { AwayInput, AwayRecord, LearnerRecord, LessonRecord } from '@halitus/core/contract'
import { dayAfter, isBefore, plusMinutes, weekdayOf, type Day, type Moment } from '@halitus/core/time'
import { agree, once, tables, type Reader, type Tx } from '../db/index.ts'
import { notFound } from '../http/index.ts'
import type { BusyTime } from './busy.ts'

/** How far ahead regular lessons are made, days (chosen by Halitus: this week and the next). */
export const AHEAD_DAYS = 14

const wanted = (learner: LearnerRecord, from: Day): Day[] =>
  Array.from({ length: AHEAD_DAYS }, (_, i) => dayAfter(from, i)).filter(
    (day) => weekdayOf(day) === learner.regular?.weekday,
  )

/** Regular lessons that aren't there yet; those moved or cancelled stay what they were made into. */
export async function missingRegular(db: Reader, from: Day): Promise<LessonRecord[]> {
  const learners = (await db
    .select()
    .from(tables.learners)
    .where(and(eq(tables.learners.archived, false), isNotNull(tables.learners.regular)))) as LearnerRecord[]
  if (!learners.length) return []
  const made = await db
    .select({
      id: tables.lessons.id,
      learnerId: tables.lessons.learnerId,
      day: tables.lessons.regularDay,
      startsAt: tables.lessons.startsAt,
    })
    .from(tables.lessons)
    .where(
      and(
        inArray(
          tables.lessons.learnerId,
          learners.map((l) => l.id),
        ),
        // A lesson may have been moved ahead of the days that are looked at.
        gte(tables.lessons.startsAt, dayAfter(from, -AHEAD_DAYS)),
      ),
    )
  const free = (await awayFrom(db, from)).filter((a) => a.source === 'holiday')
  return learners.flatMap((learner) =>
    wanted(learner, from).flatMap((day) => {
      const at = `${day}T${learner.regular!.time}:00`
      if (free.some((a) => !isBefore(at, a.from) && isBefore(at, a.to))) return []
      const there = made.some(
        (l) =>
          l.learnerId === learner.id && (l.day === day || (l.day === null && l.startsAt.startsWith(day))),
      )
      if (there || !learner.regular) return []
      const { time, minutes, instrument } = learner.regular
      return [
        {
          id: `${learner.id.slice(0, 48)}-${day}`,
          learnerId: learner.id,
          instrument,
          startsAt: `${day}T${time}:00`,
          minutes,
          finishedAt: null,
          cancelled: false,
          regularDay: day,
          groupId: null,
          changedPlan: null,
        },
      ]
    }),
  )
}

/** Times without lessons that aren't over on a day, the earliest first. */
export async function awayFrom(db: Reader, day: Day): Promise<AwayRecord[]> {
  return db
    .select()
    .from(tables.away)
    .where(gte(tables.away.to, `${day}T00:00:00`))
    .orderBy(asc(tables.away.from))
}

/** A holiday: regular lessons in it that nothing was noted in go. One sent twice is there once. */
export async function addAway(tx: Tx, input: AwayInput, from: Day): Promise<AwayRecord> {
  const { record } = await once(
    tx,
    tables.away,
    { ...input, source: 'holiday' } satisfies AwayRecord,
    (there) => agree(there, input, 'from', 'to'),
  )
  const inside = await tx
    .select({ id: tables.lessons.id, startsAt: tables.lessons.startsAt })
    .from(tables.lessons)
    .where(
      and(
        isNotNull(tables.lessons.regularDay),
        gte(tables.lessons.startsAt, input.from),
        lt(tables.lessons.startsAt, input.to),
        gte(tables.lessons.startsAt, from),
      ),
    )
  for (const lesson of inside)
    if (!(await isUsed(tx, lesson.id)))
      await tx.delete(tables.lessons).where(eq(tables.lessons.id, lesson.id))
  return record
}

/** Puts the busy times of another calendar in the place of those that were read before. */
export async function putBusy(tx: Tx, busy: readonly BusyTime[]): Promise<void> {
  await forgetBusy(tx)
  for (const time of busy)
    await tx.insert(tables.away).values({ ...time, source: 'calendar' } satisfies AwayRecord)
}

/** Forgets what another calendar said. */
export async function forgetBusy(tx: Tx): Promise<void> {
  await tx.delete(tables.away).where(eq(tables.away.source, 'calendar'))
}

/**
 * What a lesson falls into, in words: a holiday, or what another calendar says; null where its time is free.
 * @example clashOf({ startsAt: '2026-12-01T16:00:00', minutes: 30 }, []) // null
 */
export function clashOf(
  lesson: { startsAt: Moment; minutes: number },
  away: readonly AwayRecord[],
): string | null {
  const end = plusMinutes(lesson.startsAt, lesson.minutes)
  const there = away.find((a) => isBefore(lesson.startsAt, a.to) && isBefore(a.from, end))
  if (!there) return null
  return [there.source === 'holiday' ? 'holiday' : 'busy', there.words].filter(Boolean).join(': ')
}

/** Takes a holiday back; regular lessons are made again. @throws HttpError not-found */
export async function removeAway(tx: Tx, id: string, from: Day): Promise<AwayRecord> {
  const [record] = await tx.select().from(tables.away).where(eq(tables.away.id, id))
  if (!record) throw notFound('The holiday')
  await tx.delete(tables.away).where(eq(tables.away.id, id))
  await makeRegular(tx, from)
  return record
}

/** Makes the regular lessons of the coming days. */
export async function makeRegular(tx: Tx, from: Day): Promise<void> {
  const lessons = await missingRegular(tx, from)
  if (lessons.length) await tx.insert(tables.lessons).values(lessons).onConflictDoNothing()
}

/** Takes regular lessons still to come that nothing was noted in off the agenda: the regular time was changed. */
export async function dropRegular(tx: Tx, learnerId: string, from: Day): Promise<void> {
  const coming = await tx
    .select({
      id: tables.lessons.id,
      startsAt: tables.lessons.startsAt,
      regularDay: tables.lessons.regularDay,
    })
    .from(tables.lessons)
    .where(
      and(
        eq(tables.lessons.learnerId, learnerId),
        isNotNull(tables.lessons.regularDay),
        gte(tables.lessons.startsAt, dayAfter(from, 1)),
      ),
    )
  for (const lesson of coming) {
    // One that was moved by hand stays where it was put.
    const moved = !lesson.startsAt.startsWith(lesson.regularDay ?? '-')
    if (!moved && !(await isUsed(tx, lesson.id)))
      await tx.delete(tables.lessons).where(eq(tables.lessons.id, lesson.id))
  }
}

/** Whether anything happened in a lesson. */
export async function isUsed(tx: Tx, id: string): Promise<boolean> {
  const [entry] = await tx
    .select({ id: tables.entries.id })
    .from(tables.entries)
    .where(eq(tables.entries.lessonId, id))
    .limit(1)
  const [card] = await tx
    .select({ id: tables.cards.id })
    .from(tables.cards)
    .where(eq(tables.cards.lessonId, id))
    .limit(1)
  return !!(entry ?? card)
}
