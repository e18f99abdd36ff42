import { asc, gt, like } from 'drizzle-orm'
import { STAGES, todayQuery, type TodayAnswer, type TodayLesson } from '@halitus/core/contract'
import { cardsOf } from '../cards/index.ts'
import { tables, type Database, type Reader } from '../db/index.ts'
import { localIso, routes, type Routes } from '../http/index.ts'
import { concernsOf, entriesOf, lessonsOf, readLearner } from '../learners/index.ts'
import { readStudio } from '../studio/index.ts'

async function readToday(db: Reader, date: string): Promise<TodayAnswer> {
  const { name, place } = await readStudio(db)
  const due = await db
    .select()
    .from(tables.lessons)
    .where(like(tables.lessons.startsAt, `${date}%`))
    .orderBy(asc(tables.lessons.startsAt))
  const lessons: TodayLesson[] = []
  for (const lesson of due) {
    const learner = await readLearner(db, lesson.learnerId)
    const [all, known, cards] = await Promise.all([
      entriesOf(db, learner.id),
      lessonsOf(db, learner.id),
      cardsOf(db, learner),
    ])
    const earlier = {
      entries: all.filter((e) => e.lessonId !== lesson.id && e.at <= lesson.startsAt),
      lessons: known.filter((l) => l.startsAt < lesson.startsAt),
      cards: cards.filter((c) => c.lessonId !== lesson.id && c.from < lesson.startsAt),
    }
    const concerns = concernsOf(learner, earlier, lesson.startsAt)
    const done = new Set(all.filter((e) => e.lessonId === lesson.id).map((e) => e.stage))
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
  return { date, studio: { name, place }, lessons, next: next?.startsAt.slice(0, 10) ?? null }
}

export function todayRoutes(db: Database, now: () => Date): Routes {
  const r = routes()
  r.add('get', '/today', { summary: 'Who comes, and what needs attention', query: todayQuery }, ({ query }) =>
    readToday(db.read, (query.date ?? localIso(now())).slice(0, 10)),
  )
  return r
}
