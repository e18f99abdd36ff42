import { randomUUID } from 'node:crypto'
import { and, asc, desc, eq, inArray, lt, ne, sql } from 'drizzle-orm'
import type {
  CardAnswer,
  CardPatch,
  CardRecord,
  LearnerRecord,
  LessonRecord,
  NumberInput,
  Trouble,
} from '@halitus/core/contract'
import { instrument, underSchools } from '@halitus/core/instruments'
import type { WeekCard } from '@halitus/core/practice'
import { dayOf, isBefore } from '@halitus/core/time'
import { agree, asSeen, once, tables, type Reader, type Tx } from '../db/index.ts'
import { HttpError, notFound } from '../http/index.ts'
import { readStudio } from '../studio/index.ts'

/** Minors' cards are signed by an adult (common practice). */
const ADULT_YEARS = 18
/** Younger learners read notes by letter; octaves have numbers for who tunes (chosen by Halitus). */
const OCTAVES_FROM_YEARS = 14

/** Cards with what was ticked and reported on them, oldest first. */
export async function withTicks(
  db: Reader,
  cards: CardRecord[],
  learner: Pick<LearnerRecord, 'name' | 'birthYear' | 'schools'>,
): Promise<CardAnswer[]> {
  if (!cards.length) return []
  const studio = await readStudio(db)
  const ids = cards.map((c) => c.id)
  const ticks = await db.select().from(tables.ticks).where(inArray(tables.ticks.cardId, ids))
  const reports = await db
    .select()
    .from(tables.reports)
    .where(inArray(tables.reports.cardId, ids))
    .orderBy(asc(tables.reports.at))
  const numbers = await db
    .select()
    .from(tables.numbers)
    .where(inArray(tables.numbers.cardId, ids))
    .orderBy(asc(tables.numbers.at), asc(sql`rowid`))
  const yearsIn = (card: CardRecord) => Number(card.from.slice(0, 4)) - learner.birthYear
  return cards.map((card) => ({
    ...card,
    learnerName: learner.name,
    system: underSchools(instrument(card.instrument), learner.schools, studio.schools).systems[0].id,
    noteNames: studio.noteNames,
    a4Hz: studio.a4Hz,
    forChild: yearsIn(card) < OCTAVES_FROM_YEARS,
    needsSignature: yearsIn(card) < ADULT_YEARS,
    ticks: ticks
      .filter((t) => t.cardId === card.id)
      .map(({ rowId, session, at }) => ({ rowId, session, at })),
    reports: reports
      .filter((r) => r.cardId === card.id)
      .map(({ id, at, kind, text, seenAt }) => ({ id, at, kind, text, seenAt })),
    numbers: numbers.filter((n) => n.cardId === card.id).map(({ cardId: _, ...n }) => n),
  }))
}

/**
 * A card with its ticks and reports.
 * @throws HttpError not-found
 */
export async function readCard(db: Reader, id: string): Promise<CardAnswer> {
  const [row] = await db
    .select({ card: tables.cards, learner: tables.learners })
    .from(tables.cards)
    .innerJoin(tables.learners, eq(tables.cards.learnerId, tables.learners.id))
    .where(eq(tables.cards.id, id))
  if (!row) throw notFound(`The card “${id}”`)
  const [card] = await withTicks(db, [row.card], row.learner)
  return card!
}

/** All cards of a learner, oldest first. */
export async function cardsOf(db: Reader, learner: LearnerRecord): Promise<CardAnswer[]> {
  const cards = await db
    .select()
    .from(tables.cards)
    .where(eq(tables.cards.learnerId, learner.id))
    .orderBy(asc(tables.cards.from))
  return withTicks(db, cards, learner)
}

/** The card given in a lesson and the one before it. */
export async function cardsAround(
  db: Reader,
  lesson: LessonRecord,
  learner: LearnerRecord,
): Promise<{ card: CardAnswer | null; lastCard: CardAnswer | null }> {
  const own = await db.select().from(tables.cards).where(eq(tables.cards.lessonId, lesson.id))
  const before = await db
    .select()
    .from(tables.cards)
    .where(
      and(
        eq(tables.cards.learnerId, learner.id),
        eq(tables.cards.instrument, lesson.instrument),
        ne(tables.cards.lessonId, lesson.id),
        lt(tables.cards.from, dayOf(lesson.startsAt)),
      ),
    )
    .orderBy(desc(tables.cards.from))
    .limit(1)
  const answers = await withTicks(db, [...own, ...before], learner)
  return {
    card: answers.find((c) => c.lessonId === lesson.id) ?? null,
    lastCard: answers.find((c) => c.lessonId !== lesson.id) ?? null,
  }
}

/**
 * Writes a lesson's card, or writes it anew. Rows keep their ids, so ticks stay with what they were made for.
 * @param seen the version of the card that its composer saw, 0 when there was none
 * @throws HttpError changed-meanwhile
 */
export async function writeCard(
  tx: Tx,
  lesson: LessonRecord,
  { rows, sessions, listenFor, leftOut: left }: WeekCard,
  seen?: number,
): Promise<void> {
  const [existing] = await tx.select().from(tables.cards).where(eq(tables.cards.lessonId, lesson.id))
  asSeen('The card', existing?.version ?? 0, seen)
  if (existing)
    await tx
      .update(tables.cards)
      .set({ rows, left, sessions, listenFor, version: existing.version + 1 })
      .where(eq(tables.cards.id, existing.id))
  else
    await tx.insert(tables.cards).values({
      id: randomUUID(),
      learnerId: lesson.learnerId,
      lessonId: lesson.id,
      instrument: lesson.instrument,
      from: dayOf(lesson.startsAt),
      version: 1,
      sessions,
      listenFor,
      rows,
      left,
    })
}

/**
 * Changes a card that is still as its changer saw it.
 * @throws HttpError changed-meanwhile
 */
export async function changeCard(tx: Tx, id: string, { version, ...patch }: CardPatch): Promise<CardAnswer> {
  asSeen('The card', (await readCard(tx, id)).version, version)
  await tx
    .update(tables.cards)
    .set({ ...patch, version: version + 1 })
    .where(eq(tables.cards.id, id))
  return readCard(tx, id)
}

/**
 * Ticks a row in a session, or takes the tick back when `at` is null.
 * @param done when it was ticked, where that was earlier
 * @throws HttpError for a row or session that isn’t there
 */
export async function setTick(
  tx: Tx,
  id: string,
  rowId: string,
  text: string,
  at: string | null,
  done?: string,
): Promise<CardAnswer> {
  const card = await readCard(tx, id)
  const session = sessionOf(card, rowId, text)
  if (at)
    await tx
      .insert(tables.ticks)
      .values({ cardId: id, rowId, session, at: sinceCard(card, done, at) })
      .onConflictDoNothing()
  else
    await tx
      .delete(tables.ticks)
      .where(
        and(eq(tables.ticks.cardId, id), eq(tables.ticks.rowId, rowId), eq(tables.ticks.session, session)),
      )
  return readCard(tx, id)
}

/** A session of a row that is there. @throws HttpError for a row or session that isn’t */
function sessionOf(card: CardAnswer, rowId: string, text: string): number {
  if (!card.rows.some((r) => r.id === rowId)) throw notFound(`The row “${rowId}”`)
  const session = /^[1-9]$/.test(text) ? Number(text) : NaN
  if (!Number.isInteger(session) || session > card.sessions)
    throw new HttpError('invalid', `session is “${text}”; this card has 1 to ${card.sessions}.`, 'session')
  return session
}

/** So many numbers a card keeps: a week of practising with every try told (chosen by Halitus). */
const MOST_NUMBERS = 1000

/**
 * Keeps a number from home. The same sent twice is kept once; sent again with another value it is put right.
 * @param now by the server's clock
 * @throws HttpError for a row or session that isn’t there, for another row's id, and when no more are kept
 */
export async function setNumber(
  tx: Tx,
  cardId: string,
  rowId: string,
  text: string,
  { at: told, ...number }: NumberInput,
  now: string,
): Promise<CardAnswer> {
  const card = await readCard(tx, cardId)
  const session = sessionOf(card, rowId, text)
  const [there] = await tx.select().from(tables.numbers).where(eq(tables.numbers.id, number.id))
  if (there && (there.cardId !== card.id || there.row !== rowId || there.session !== session))
    throw new HttpError('other-content', `Another number has the id “${number.id}”.`, 'id')
  if (!there && card.numbers.length >= MOST_NUMBERS)
    throw new HttpError('no-room', `This card keeps ${MOST_NUMBERS} numbers, and has them.`)
  const record = {
    ...number,
    cardId: card.id,
    row: rowId,
    session,
    at: there?.at ?? sinceCard(card, told, now),
  }
  await tx
    .insert(tables.numbers)
    .values(record)
    .onConflictDoUpdate({ target: tables.numbers.id, set: number })
  return readCard(tx, cardId)
}

/** Takes a number back; one that isn't there is gone already. */
export async function dropNumber(tx: Tx, cardId: string, number: string): Promise<CardAnswer> {
  await tx.delete(tables.numbers).where(and(eq(tables.numbers.cardId, cardId), eq(tables.numbers.id, number)))
  return readCard(tx, cardId)
}

/** An adult puts a name to the week. */
export async function signCard(tx: Tx, id: string, by: string, at: string): Promise<CardAnswer> {
  await readCard(tx, id)
  await tx.update(tables.cards).set({ signed: { by, at } }).where(eq(tables.cards.id, id))
  return readCard(tx, id)
}

/** When something was done at home: not before its card was given, and not after now. */
function sinceCard(card: Pick<CardAnswer, 'from'>, told: string | undefined, now: string): string {
  if (told === undefined || isBefore(now, told)) return now
  return isBefore(told, card.from) ? `${card.from}T00:00:00` : told
}

/** So many reports of a card may be unread: more say nothing that the teacher doesn't know (chosen by Halitus). */
const MOST_UNREAD = 20

/**
 * Keeps trouble reported from home; the same report sent twice is kept once, and so is the same trouble in the same words
 * until it was read.
 * @throws HttpError no-room when many are unread
 */
export async function addReport(
  tx: Tx,
  cardId: string,
  { at: told, ...report }: { id: string; kind: Trouble; text: string; at?: string | undefined },
  at: string,
): Promise<CardAnswer> {
  const card = await readCard(tx, cardId)
  const record = { ...report, cardId, at: sinceCard(card, told, at), seenAt: null }
  const unread = card.reports.filter((r) => !r.seenAt && r.id !== record.id)
  if (unread.some((r) => r.kind === record.kind && r.text === record.text)) return card
  if (unread.length >= MOST_UNREAD)
    throw new HttpError('no-room', `${unread.length} reports wait to be read by your teacher already.`)
  await once(tx, tables.reports, record, (there) => agree(there, record, 'cardId', 'kind', 'text'))
  return readCard(tx, cardId)
}

/** The teacher has seen a report, or takes that back when `at` is null. */
export async function setSeen(tx: Tx, reportId: string, at: string | null): Promise<CardAnswer> {
  const [report] = await tx.select().from(tables.reports).where(eq(tables.reports.id, reportId))
  if (!report) throw notFound('The report')
  await tx.update(tables.reports).set({ seenAt: at }).where(eq(tables.reports.id, reportId))
  return readCard(tx, report.cardId)
}
