import { and, asc, eq, gt, gte, isNull, lt, max } from 'drizzle-orm'
import { STAGES, type LearnerRecord, type LessonRecord, type TodayAnswer } from '@halitus/core/contract'
import { instrument } from '@halitus/core/instruments'
import { practisedItems } from '@halitus/core/home'
import { PAUSE_DAYS } from '@halitus/core/practice'
import { ofLearner } from '@halitus/core/records'
import { dayAfter, dayOf, daysBetween, isBefore, mondayOf, type Day } from '@halitus/core/time'
import { awayFrom, clashOf, type CalendarLesson } from '../agenda/index.ts'
import { cardsOf } from '../cards/index.ts'
import { tables, type Answers, type Reader } from '../db/index.ts'
import { attentionOf, entriesOf, knownBefore, lessonsOf, observes, readLearner } from '../learners/index.ts'
import { readStudio } from '../studio/index.ts'

const idAndName = ({ id, name }: LearnerRecord) => ({ id, name })

/** Stands where what is kept of a learner can't be worked out at all: the others' day goes on. */
const UNREADABLE = {
  kind: 'broken',
  weight: 100,
  sentence: 'what is kept can’t be worked out; the lesson can be given, and what is noted is kept',
}

/** One lesson of the day with what needs attention; whoever's history can't be worked out is shown as such. */
export async function dueLesson(
  db: Reader,
  lesson: LessonRecord,
  studio: Awaited<ReturnType<typeof readStudio>>,
  broken: (error: unknown) => void,
): Promise<TodayAnswer['lessons'][number]> {
  try {
    return await workedOut(db, lesson, studio)
  } catch (error) {
    broken(error)
    const { id, name, birthYear } = await readLearner(db, lesson.learnerId)
    return {
      lesson,
      on: instrument(lesson.instrument).name,
      learner: { id, name, birthYear },
      concern: UNREADABLE,
      more: 0,
      done: 0,
      home: [],
    }
  }
}

/** One lesson of the day with what needs attention. */
async function workedOut(
  db: Reader,
  lesson: LessonRecord,
  studio: Awaited<ReturnType<typeof readStudio>>,
): Promise<TodayAnswer['lessons'][number]> {
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
  const before = cards.findLast(
    (c) =>
      c.instrument === lesson.instrument &&
      c.lessonId !== lesson.id &&
      isBefore(c.from, dayOf(lesson.startsAt)),
  )
  return {
    lesson,
    on: instrument(lesson.instrument).name,
    learner: { id: learner.id, name: learner.name, birthYear: learner.birthYear },
    concern: concerns[0]!,
    more: concerns.length - 1,
    done: STAGES.filter((s) => done.has(s)).length,
    home: before ? practisedItems(before) : [],
  }
}

/** Seven days from a Monday on, with who comes. */
async function weekFrom(
  db: Reader,
  monday: Day,
  names: ReadonlyMap<string, string>,
): Promise<TodayAnswer['week']> {
  const lessons = await db
    .select()
    .from(tables.lessons)
    .where(and(gte(tables.lessons.startsAt, monday), lt(tables.lessons.startsAt, dayAfter(monday, 7))))
    .orderBy(asc(tables.lessons.startsAt))
  const away = await awayFrom(db, monday)
  return Array.from({ length: 7 }, (_, i) => dayAfter(monday, i)).map((date) => ({
    date,
    lessons: lessons
      .filter((l) => l.startsAt.startsWith(date))
      .map((lesson) => ({
        lesson,
        name: names.get(lesson.learnerId) ?? '',
        clash: lesson.cancelled ? null : clashOf(lesson, away),
      })),
  }))
}

/** Trouble from home that nobody has seen yet. */
async function unseenReports(db: Reader): Promise<TodayAnswer['reports']> {
  const rows = await db
    .select({ report: tables.reports, learner: tables.learners })
    .from(tables.reports)
    .innerJoin(tables.cards, eq(tables.cards.id, tables.reports.cardId))
    .innerJoin(tables.learners, eq(tables.learners.id, tables.cards.learnerId))
    .where(and(isNull(tables.reports.seenAt), eq(tables.learners.archived, false)))
    .orderBy(asc(tables.reports.at))
  return rows.map(({ report: { cardId, ...report }, learner }) => ({
    report,
    cardId,
    learner: { id: learner.id, name: learner.name },
  }))
}

/** Who hasn't had a lesson for long and isn't expected; who is new has no last lesson. */
async function gapsOn(
  db: Reader,
  date: Day,
  learners: readonly LearnerRecord[],
): Promise<TodayAnswer['gaps']> {
  // One look into the index for each: a studio of years has tens of thousands of lessons.
  const lasts = await db
    .select({ learnerId: tables.lessons.learnerId, startsAt: max(tables.lessons.startsAt) })
    .from(tables.lessons)
    .where(eq(tables.lessons.cancelled, false))
    .groupBy(tables.lessons.learnerId)
  const lastOf = new Map(lasts.map((l) => [l.learnerId, l.startsAt]))
  return learners.flatMap((learner) => {
    if (learner.archived) return []
    const last = lastOf.get(learner.id)
    const lastLesson = last ? dayOf(last) : null
    if (lastLesson !== null && (lastLesson >= date || daysBetween(lastLesson, date) < PAUSE_DAYS)) return []
    return [{ learner: idAndName(learner), lastLesson }]
  })
}

/**
 * The day: who comes and what needs attention, the week around it, what was reported from home, who is missing.
 * @param weekOf any day of the week that is shown
 * @param broken told when a learner's history can't be worked out
 */
export async function readToday(
  db: Reader,
  date: Day,
  weekOf: Day,
  answers: Pick<Answers, 'part'>,
  broken: (error: unknown) => void = () => undefined,
): Promise<TodayAnswer> {
  const studio = await readStudio(db)
  const due = await db
    .select()
    .from(tables.lessons)
    .where(
      and(
        gte(tables.lessons.startsAt, date),
        lt(tables.lessons.startsAt, dayAfter(date, 1)),
        eq(tables.lessons.cancelled, false),
      ),
    )
    .orderBy(asc(tables.lessons.startsAt))
  const learners = (await db.select().from(tables.learners)) as LearnerRecord[]
  const names = new Map(learners.map((l) => [l.id, l.name]))
  const lessons: TodayAnswer['lessons'] = []
  // A line noted with one learner changes nothing of the others.
  for (const lesson of due)
    lessons.push(
      await answers.part(`due ${lesson.id}`, () => dueLesson(db, lesson, studio, broken), {
        linesOf: lesson.learnerId,
      }),
    )
  const [next] = await db
    .select()
    .from(tables.lessons)
    .where(and(gt(tables.lessons.startsAt, `${date}T24`), eq(tables.lessons.cancelled, false)))
    .orderBy(asc(tables.lessons.startsAt))
    .limit(1)
  return {
    date,
    studio: { name: studio.name, place: studio.place },
    lessons,
    // These rest on no lesson line at all.
    ...(await answers.part(`around ${date} ${weekOf}`, async () => ({
      week: await weekFrom(db, mondayOf(weekOf), names),
      reports: await unseenReports(db),
      gaps: await gapsOn(db, date, learners),
    }))),
    next: next ? dayOf(next.startsAt) : null,
  }
}

/** All lessons from a day on with whose they are, in order of time; learners who were laid aside left out. */
export async function lessonsFrom(db: Reader, from: Day): Promise<CalendarLesson[]> {
  const rows = await db
    .select({ lesson: tables.lessons, learnerName: tables.learners.name })
    .from(tables.lessons)
    .innerJoin(tables.learners, eq(tables.lessons.learnerId, tables.learners.id))
    .where(and(gte(tables.lessons.startsAt, from), eq(tables.learners.archived, false)))
    .orderBy(asc(tables.lessons.startsAt))
  return rows.map(({ lesson, learnerName }) => ({ ...lesson, learnerName }))
}
