import { eq } from 'drizzle-orm'
import type { EntryInput, EntryRecord, LessonAnswer, LessonInput, LessonRecord } from '@halitus/core/contract'
import { instrument, judge, spokenName, writtenNote } from '@halitus/core/instruments'
import { cardInput, cardsAround, cardsOf, composeFor } from '../cards/index.ts'
import { tables, type Reader, type Tx } from '../db/index.ts'
import { conflict, HttpError, notFound } from '../http/index.ts'
import { concernsOf, entriesOf, lessonsOf, plansOf, readLearner, targetOf } from '../learners/index.ts'

export async function readLesson(db: Reader, id: string): Promise<LessonRecord> {
  const [lesson] = await db.select().from(tables.lessons).where(eq(tables.lessons.id, id))
  if (!lesson) throw notFound(`The lesson “${id}”`)
  return lesson
}

export async function addLesson(tx: Tx, learnerId: string, input: LessonInput): Promise<LessonRecord> {
  const learner = await readLearner(tx, learnerId)
  if (!learner.instruments.includes(input.instrument))
    throw new HttpError(
      400,
      'invalid',
      `instrument is “${input.instrument}”; ${learner.name} plays ${learner.instruments.join(', ')}.`,
    )
  const [same] = await tx.select().from(tables.lessons).where(eq(tables.lessons.id, input.id))
  if (same) throw conflict('A lesson with this id is there already.')
  const lesson = { ...input, learnerId, finishedAt: null }
  await tx.insert(tables.lessons).values(lesson)
  return lesson
}

/** Everything a lesson opens with. */
export async function lessonAnswer(
  db: Reader,
  id: string,
  leftOut: NonNullable<LessonAnswer['card']>['leftOut'] = [],
): Promise<LessonAnswer> {
  const lesson = await readLesson(db, id)
  const learner = await readLearner(db, lesson.learnerId)
  const [all, lessons, plans, cards, around] = await Promise.all([
    entriesOf(db, learner.id),
    lessonsOf(db, learner.id),
    plansOf(db, learner.id),
    cardsOf(db, learner),
    cardsAround(db, lesson, learner),
  ])
  const entries = all.filter((e) => e.instrument === lesson.instrument)
  return {
    lesson,
    learner,
    entries,
    plans,
    // What needed attention when the lesson began, not what it has changed since.
    concerns: concernsOf(
      learner,
      {
        entries: all.filter((e) => e.lessonId !== id && e.at <= lesson.startsAt),
        lessons: lessons.filter((l) => l.startsAt < lesson.startsAt),
        cards: cards.filter((c) => c.lessonId !== id && c.from < lesson.startsAt),
      },
      lesson.startsAt,
    ),
    target: targetOf(entries, lesson.instrument),
    card: around.card && { ...around.card, leftOut },
    lastCard: around.lastCard,
  }
}

/** Notes must be on the lesson's instrument; steps and faults must be in its set-up. */
function checkAgainstInstrument(lesson: LessonRecord, entry: EntryInput): void {
  const inst = instrument(lesson.instrument)
  if (entry.kind === 'long-tone') writtenNote(inst, entry.data.written)
  if (entry.kind === 'move') {
    writtenNote(inst, entry.data.from)
    writtenNote(inst, entry.data.to)
  }
  if (entry.kind === 'gauge') {
    const gauge = inst.gauges.find((g) => g.id === entry.data.gaugeId)
    if (!gauge)
      throw new HttpError(
        400,
        'invalid',
        `data.gaugeId is “${entry.data.gaugeId}”; allowed: ${inst.gauges.map((g) => g.id).join(', ')}.`,
      )
    // Throws a sentence with the range for a value that can't be.
    judge(gauge, Object.fromEntries(entry.data.values.map((v) => [v.measure, v.value])))
  }
  if (entry.kind === 'setup') {
    const { stepId, faultId, verdict } = entry.data
    const step = inst.setup.find((s) => s.id === stepId)
    if (!step)
      throw new HttpError(
        400,
        'invalid',
        `data.stepId is “${stepId}”; the set-up of the ${spokenName(inst)} has no such step.`,
      )
    if (faultId && !step.faults.some((f) => f.id === faultId))
      throw new HttpError(
        400,
        'invalid',
        `data.faultId is “${faultId}”; allowed: ${step.faults.map((f) => f.id).join(', ')}.`,
      )
    if (faultId && verdict === 'ok')
      throw new HttpError(400, 'invalid', 'data.faultId goes only with a wrong verdict.')
  }
}

/** Adds an entry. The same one sent twice is taken once; another one under the same id is refused. */
export async function addEntry(
  tx: Tx,
  lessonId: string,
  entry: EntryInput,
  at: string,
): Promise<EntryRecord> {
  const lesson = await readLesson(tx, lessonId)
  checkAgainstInstrument(lesson, entry)
  const [same] = (await tx
    .select()
    .from(tables.entries)
    .where(eq(tables.entries.id, entry.id))) as EntryRecord[]
  if (same) {
    if (same.lessonId === lessonId && JSON.stringify(same.data) === JSON.stringify(entry.data)) return same
    throw conflict('Another entry has this id already.')
  }
  const record = {
    ...entry,
    lessonId,
    learnerId: lesson.learnerId,
    instrument: lesson.instrument,
    at,
  } as EntryRecord
  await tx.insert(tables.entries).values(record)
  return record
}

/** Takes an entry back and gives it, so that it can be added again. */
export async function removeEntry(tx: Tx, lessonId: string, id: string): Promise<EntryRecord> {
  const [entry] = (await tx.select().from(tables.entries).where(eq(tables.entries.id, id))) as EntryRecord[]
  if (!entry || entry.lessonId !== lessonId) throw notFound('The entry')
  await tx.delete(tables.entries).where(eq(tables.entries.id, id))
  return entry
}

export async function finishLesson(tx: Tx, id: string, at: string | null): Promise<LessonRecord> {
  await readLesson(tx, id)
  await tx.update(tables.lessons).set({ finishedAt: at }).where(eq(tables.lessons.id, id))
  return readLesson(tx, id)
}

/** Composes the week's card from what was done in the lesson. */
export async function composeCardOf(tx: Tx, id: string): Promise<LessonAnswer> {
  const lesson = await readLesson(tx, id)
  const learner = await readLearner(tx, lesson.learnerId)
  const entries = (await entriesOf(tx, learner.id)).filter((e) => e.instrument === lesson.instrument)
  const input = cardInput(
    lesson,
    learner,
    entries,
    await plansOf(tx, learner.id),
    targetOf(entries, lesson.instrument).targetS,
  )
  return lessonAnswer(tx, id, await composeFor(tx, lesson, input))
}
