import { eq } from 'drizzle-orm'
import type {
  ChangedPlan,
  EntryRecord,
  LessonAnswer,
  LessonInput,
  LessonPatch,
  LessonRecord,
} from '@halitus/core/contract'
import { instrument, underSchools } from '@halitus/core/instruments'
import { aimsOf } from '@halitus/core/records'
import { composeWeek, homeOf, planLesson, type LessonPlan } from '@halitus/core/practice'
import { isBefore } from '@halitus/core/time'
import { isUsed } from '../agenda/index.ts'
import { cardsAround, cardsOf, writeCard } from '../cards/index.ts'
import { agree, once, tables, type Reader, type Tx } from '../db/index.ts'
import { HttpError, nextTurn, notFound } from '../http/index.ts'
import {
  attentionOf,
  entriesOf,
  knownBefore,
  lessonsOf,
  observes,
  plansOf,
  playsIt,
  readLearner,
} from '../learners/index.ts'
import { readStudio } from '../studio/index.ts'

/**
 * One lesson.
 * @throws HttpError not-found
 */
export async function readLesson(db: Reader, id: string): Promise<LessonRecord> {
  const [lesson] = await db.select().from(tables.lessons).where(eq(tables.lessons.id, id))
  if (!lesson) throw notFound(`The lesson “${id}”`)
  return lesson
}

/** Adds a lesson on an instrument that the learner plays; one sent twice is there once. */
export async function addLesson(tx: Tx, learnerId: string, input: LessonInput): Promise<LessonRecord> {
  playsIt(await readLearner(tx, learnerId), input.instrument)
  const lesson: LessonRecord = {
    ...input,
    learnerId,
    finishedAt: null,
    cancelled: false,
    regularDay: null,
    groupId: null,
    changedPlan: null,
  }
  const { record } = await once(tx, tables.lessons, lesson, (there) =>
    agree(there, lesson, 'learnerId', 'instrument'),
  )
  return record
}

/** Everything a lesson opens with. */
export async function lessonAnswer(db: Reader, id: string): Promise<LessonAnswer> {
  const lesson = await readLesson(db, id)
  const learner = await readLearner(db, lesson.learnerId)
  const [all, lessons, plans, cards, around] = await Promise.all([
    entriesOf(db, learner.id, id),
    lessonsOf(db, learner.id),
    plansOf(db, learner.id),
    cardsOf(db, learner),
    cardsAround(db, lesson, learner),
  ])
  const entries = all.filter((e) => e.instrument === lesson.instrument)
  // A long history was read in one go; others have their turn before it is judged.
  await nextTurn()
  const home = homeOf(cards)
  return {
    lesson,
    learner,
    entries,
    plans,
    // What needed attention when the lesson began, not what it has changed since.
    concerns: attentionOf(
      knownBefore({ entries: all, lessons, cards }, lesson),
      lesson.instrument,
      lesson.startsAt,
      observes(learner, await readStudio(db)),
    ),
    aims: aimsOf(entries, instrument(lesson.instrument), home),
    home,
    card: around.card && { ...around.card, leftOut: around.card.left },
    left: (around.card?.left ?? []).map(({ title, why = '' }) => ({ title, why })),
    lastCard: around.lastCard,
  }
}

/** Takes an entry back and gives it, so that it can be added again. */
export async function removeEntry(tx: Tx, lessonId: string, id: string): Promise<EntryRecord> {
  const [entry] = (await tx.select().from(tables.entries).where(eq(tables.entries.id, id))) as EntryRecord[]
  if (!entry || entry.lessonId !== lessonId) throw notFound('The entry')
  await tx.delete(tables.entries).where(eq(tables.entries.id, id))
  return entry
}

/** Moves a lesson, changes its length, cancels it or takes that back. */
export async function changeLesson(tx: Tx, id: string, patch: LessonPatch): Promise<LessonRecord> {
  await readLesson(tx, id)
  if (Object.keys(patch).length) await tx.update(tables.lessons).set(patch).where(eq(tables.lessons.id, id))
  return readLesson(tx, id)
}

/**
 * Deletes a lesson in which nothing happened and gives it, so that it can be added again.
 * @throws HttpError when something was noted in it, or when it stands for a regular day: those are cancelled
 */
export async function removeLesson(tx: Tx, id: string): Promise<LessonRecord> {
  const lesson = await readLesson(tx, id)
  if (await isUsed(tx, id))
    throw new HttpError(
      'invalid',
      'Something was noted in this lesson. It can be cancelled, and stays readable.',
    )
  // Deleted, it would be made again by itself.
  if (lesson.regularDay) return changeLesson(tx, id, { cancelled: true })
  await tx.delete(tables.lessons).where(eq(tables.lessons.id, id))
  return lesson
}

/** Finishes a lesson at a moment, or reopens it when `at` is null. */
export async function finishLesson(tx: Tx, id: string, at: string | null): Promise<LessonRecord> {
  await readLesson(tx, id)
  await tx.update(tables.lessons).set({ finishedAt: at }).where(eq(tables.lessons.id, id))
  return readLesson(tx, id)
}

/**
 * What a lesson is spent on.
 * @param minutes as many as there are; the lesson's own when left out
 */
export async function readPlan(db: Reader, id: string, minutes?: number): Promise<LessonPlan> {
  const lesson = await readLesson(db, id)
  const learner = await readLearner(db, lesson.learnerId)
  const studio = await readStudio(db)
  const asPast = (l: LessonRecord) => ({ ...l, changes: l.changedPlan })
  const [lessons, entries, cards, plans] = await Promise.all([
    lessonsOf(db, learner.id),
    entriesOf(db, learner.id),
    cardsOf(db, learner),
    plansOf(db, learner.id),
  ])
  const before = { entries, lessons, cards }
  const known = knownBefore(before, lesson)
  return planLesson(
    {
      inst: underSchools(instrument(lesson.instrument), learner.schools, studio.schools),
      lesson: asPast(lesson),
      lessons: known.lessons.filter((l) => !l.cancelled && l.instrument === lesson.instrument).map(asPast),
      entries: known.entries.filter((e) => e.instrument === lesson.instrument),
      cards: known.cards,
      plans,
      observes: observes(learner, studio),
    },
    minutes ?? lesson.minutes,
  )
}

/** Overrules a lesson's plan; remembered with the lesson. */
export async function changePlan(
  tx: Tx,
  id: string,
  changedPlan: ChangedPlan,
  minutes?: number,
): Promise<LessonPlan> {
  await readLesson(tx, id)
  await tx.update(tables.lessons).set({ changedPlan }).where(eq(tables.lessons.id, id))
  return readPlan(tx, id, minutes)
}

/**
 * Composes the week's card from what was done in the lesson and what is planned.
 * @param seen the version of the card that its composer saw, 0 when there was none
 * @throws HttpError changed-meanwhile
 */
export async function composeCardOf(tx: Tx, id: string, seen?: number): Promise<LessonAnswer> {
  const lesson = await readLesson(tx, id)
  const learner = await readLearner(tx, lesson.learnerId)
  const studio = await readStudio(tx)
  const inst = underSchools(instrument(lesson.instrument), learner.schools, studio.schools)
  const week = composeWeek({
    inst,
    lesson,
    lessonsBefore: (await lessonsOf(tx, learner.id)).filter(
      (l) => !l.cancelled && l.instrument === lesson.instrument && isBefore(l.startsAt, lesson.startsAt),
    ).length,
    entries: (await entriesOf(tx, learner.id)).filter((e) => e.instrument === lesson.instrument),
    cards: (await cardsOf(tx, learner)).filter(
      (c) => c.lessonId !== id && !isBefore(lesson.startsAt, c.from),
    ),
    plans: await plansOf(tx, learner.id),
    agreed: learner,
    observes: observes(learner, studio),
  })
  await writeCard(tx, lesson, week, seen)
  return lessonAnswer(tx, id)
}
