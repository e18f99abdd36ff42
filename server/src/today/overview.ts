import { and, asc, desc, eq, gte, inArray, lt, ne } from 'drizzle-orm'
import type { OverviewAnswer } from '@halitus/core/contract'
import { instrument } from '@halitus/core/instruments'
import { openIn } from '@halitus/core/practice'
import { ADVISING, advisedIn } from '@halitus/core/records'
import { dayAfter, daysBetween, type Day, type Moment } from '@halitus/core/time'
import { tables, type Answers, type Reader } from '../db/index.ts'
import { allShelves } from '../reeds/index.ts'
import { readStudio } from '../studio/index.ts'
import { dueLesson } from './store.ts'

/** Lessons of so many days are looked at. */
const DAYS = 7
/** Reeds that have to be ordered within so many days are told (chosen by Halitus: two weeks and a lesson's worth). */
const ORDER_WITHIN_DAYS = 21
/** Older advice says little of today's learners. */
const MOST_ADVICE = 3000

/** Who needs what in the days to come, what weighs most first. */
async function needsFrom(
  db: Reader,
  from: Day,
  answers: Pick<Answers, 'part'>,
  broken: (error: unknown) => void,
): Promise<OverviewAnswer['needs']> {
  const studio = await readStudio(db)
  const lessons = await db
    .select()
    .from(tables.lessons)
    .where(
      and(
        gte(tables.lessons.startsAt, from),
        lt(tables.lessons.startsAt, dayAfter(from, DAYS)),
        eq(tables.lessons.cancelled, false),
      ),
    )
    .orderBy(asc(tables.lessons.startsAt))
  const due = []
  // A line noted with one learner changes nothing of the others.
  for (const lesson of lessons)
    due.push(
      await answers.part(`due ${lesson.id}`, () => dueLesson(db, lesson, studio, broken), {
        linesOf: lesson.learnerId,
      }),
    )
  return due
    .sort((a, b) => b.concern.weight - a.concern.weight)
    .map(({ lesson, on, learner, concern, more }) => ({
      lessonId: lesson.id,
      startsAt: lesson.startsAt,
      learner: { id: learner.id, name: learner.name },
      on,
      sentence: concern.sentence,
      more,
    }))
}

/** Which advice helped how often. */
async function adviceIn(db: Reader): Promise<OverviewAnswer['advised']> {
  const { entries } = tables
  const rows = await db
    .select()
    .from(entries)
    .where(and(inArray(entries.kind, [...ADVISING] as never[]), ne(entries.provenance, 'simulated')))
    .orderBy(desc(entries.seq))
    .limit(MOST_ADVICE)
  return advisedIn(rows as never)
}

/** Reeds that have to be ordered, what is needed first at the top. */
async function toOrder(db: Reader, now: Moment): Promise<OverviewAnswer['order']> {
  const shelves = await allShelves(db, now)
  return shelves
    .filter(
      ({ stock }) =>
        stock.orderNow || (stock.orderBy !== null && daysBetween(now, stock.orderBy) <= ORDER_WITHIN_DAYS),
    )
    .map(({ learner, instrument: on, stock }) => ({
      learner,
      instrument: on,
      on: instrument(on).name,
      sentence: stock.sentence,
      orderBy: stock.orderBy,
      now: stock.orderNow ? ('now' as const) : ('soon' as const),
    }))
    .sort((a, b) =>
      a.now === b.now ? (a.orderBy ?? '').localeCompare(b.orderBy ?? '') : a.now === 'now' ? -1 : 1,
    )
}

/** Instruments that something was noted of since their last service. */
async function toService(db: Reader): Promise<OverviewAnswer['service']> {
  const pieces = await db
    .select({ piece: tables.pieces, learner: tables.learners })
    .from(tables.pieces)
    .innerJoin(tables.learners, eq(tables.pieces.learnerId, tables.learners.id))
    .where(eq(tables.learners.archived, false))
    .orderBy(asc(tables.learners.name))
  const services = await db.select().from(tables.services)
  return pieces.flatMap(({ piece, learner }) => {
    const open = openIn(services.filter((s) => s.pieceId === piece.id))
    if (!open.length) return []
    const { id, name } = learner
    return [
      {
        learner: { id, name },
        pieceId: piece.id,
        name: piece.name,
        on: instrument(piece.instrument).name,
        open,
      },
    ]
  })
}

/** What a teacher looks at between lessons. @param broken told when a learner's history can't be worked out */
export async function readOverview(
  db: Reader,
  now: Moment,
  from: Day,
  answers: Pick<Answers, 'part'>,
  broken: (error: unknown) => void,
): Promise<OverviewAnswer> {
  return {
    from,
    needs: await needsFrom(db, from, answers, broken),
    advised: await adviceIn(db),
    order: await toOrder(db, now),
    service: await toService(db),
  }
}
