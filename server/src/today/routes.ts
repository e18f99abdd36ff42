import { asc, gt, like } from 'drizzle-orm'
import { ROUTES, STAGES, type TodayAnswer } from '@halitus/core/contract'
import { ofLearner } from '@halitus/core/records'
import { dayOf, wallClock } from '@halitus/core/time'
import { cardsOf } from '../cards/index.ts'
import { tables, type Database, type Reader } from '../db/index.ts'
import { routes, type Routes } from '../http/index.ts'
import { attentionOf, entriesOf, knownBefore, lessonsOf, observes, readLearner } from '../learners/index.ts'
import { readStudio } from '../studio/index.ts'

async function readToday(db: Reader, date: string): Promise<TodayAnswer> {
  const studio = await readStudio(db)
  const due = await db
    .select()
    .from(tables.lessons)
    .where(like(tables.lessons.startsAt, `${date}T%`))
    .orderBy(asc(tables.lessons.startsAt))
  const lessons: TodayAnswer['lessons'] = []
  for (const lesson of due) {
    const learner = await readLearner(db, lesson.learnerId)
    const [entries, known, cards] = await Promise.all([
      entriesOf(db, learner.id),
      lessonsOf(db, learner.id),
      cardsOf(db, learner),
    ])
    const concerns = attentionOf(
      knownBefore({ entries, lessons: known, cards }, lesson),
      lesson.instrument,
      lesson.startsAt,
      observes(learner, studio),
    )
    const done = new Set(
      ofLearner(entries)
        .filter((e) => e.lessonId === lesson.id)
        .map((e) => e.stage),
    )
    if (cards.some((c) => c.lessonId === lesson.id)) done.add('home')
    lessons.push({
      lesson,
      learner: { id: learner.id, name: learner.name, birthYear: learner.birthYear },
      concern: concerns[0]!,
      more: concerns.length - 1,
      done: STAGES.filter((s) => done.has(s)).length,
    })
  }
  const [next] = await db
    .select()
    .from(tables.lessons)
    .where(gt(tables.lessons.startsAt, `${date}T24`))
    .orderBy(asc(tables.lessons.startsAt))
    .limit(1)
  return {
    date,
    studio: { name: studio.name, place: studio.place },
    lessons,
    next: next ? dayOf(next.startsAt) : null,
  }
}

/** Who comes on a day. */
export const todayRoutes = (db: Database, now: () => Date): Routes =>
  routes().on(ROUTES.today, ({ query }) => readToday(db.read, query.date ?? dayOf(wallClock(now()))))
