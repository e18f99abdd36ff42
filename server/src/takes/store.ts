import { mkdir, open, readFile, rename, rm } from 'node:fs/promises'
import { join } from 'node:path'
import { asc, eq } from 'drizzle-orm'
import type { TakeQuery, TakeRecord } from '@halitus/core/contract'
import { readWav, WavError } from '@halitus/core/sound'
import { agree, once, tables, type Database, type Reader } from '../db/index.ts'
import { HttpError, notFound } from '../http/index.ts'
import { readLesson } from '../lessons/index.ts'

/** A take may last this long, s, and a learner's takes may need so much room together, bytes (chosen by Halitus). */
export const LONGEST_S = 600
export const MOST_BYTES = 200_000_000

/** One learner's takes, oldest first. */
export const takesOf = (db: Reader, learnerId: string): Promise<TakeRecord[]> =>
  db
    .select()
    .from(tables.takes)
    .where(eq(tables.takes.learnerId, learnerId))
    .orderBy(asc(tables.takes.at), asc(tables.takes.id)) as Promise<TakeRecord[]>

/** @throws HttpError not-found */
export async function readTake(db: Reader, id: string): Promise<TakeRecord> {
  const [take] = (await db.select().from(tables.takes).where(eq(tables.takes.id, id))) as TakeRecord[]
  if (!take) throw notFound(`The take “${id}”`)
  return take
}

/** Where the sound of a take lies. */
export const soundPath = (folder: string, id: string) => join(folder, `${id}.wav`)

/** The sound of a take; @throws HttpError not-found when somebody took the file away */
export async function readSound(folder: string, id: string): Promise<Buffer> {
  try {
    return await readFile(soundPath(folder, id))
  } catch {
    throw notFound('The sound of this take')
  }
}

/** Writes under another name first: a file under its own name is always whole. */
async function write(folder: string, id: string, bytes: Uint8Array): Promise<void> {
  const path = soundPath(folder, id)
  const half = `${path}.part`
  try {
    await mkdir(folder, { recursive: true })
    const file = await open(half, 'w')
    try {
      await file.writeFile(bytes)
      await file.sync()
    } finally {
      await file.close()
    }
    await rename(half, path)
  } catch (error) {
    await rm(half, { force: true }).catch(() => undefined)
    const code = (error as NodeJS.ErrnoException).code
    if (code === 'ENOSPC' || code === 'EDQUOT')
      throw new HttpError('disk-full', 'The disk is full: the sound isn’t kept. The numbers are.')
    throw error
  }
}

/**
 * Keeps a recording with who agreed to it; one sent twice is there once.
 * @throws WavError when it is no WAVE file or lasts too long; HttpError when there is no room
 */
export async function keepTake(
  db: Database,
  folder: string,
  lessonId: string,
  { id, label, consent }: TakeQuery,
  bytes: Uint8Array,
  at: string,
): Promise<TakeRecord> {
  const lesson = await readLesson(db.read, lessonId)
  const { samples, sampleRate } = readWav(bytes)
  const seconds = Math.round((10 * samples.length) / sampleRate) / 10
  if (seconds > LONGEST_S)
    throw new WavError(`The take lasts ${Math.round(seconds)} s; at most ${LONGEST_S} s are kept.`)
  const take: TakeRecord = {
    id,
    learnerId: lesson.learnerId,
    lessonId,
    instrument: lesson.instrument,
    label: label ?? '',
    at,
    seconds,
    bytes: bytes.byteLength,
    consent,
  }
  const there = await takesOf(db.read, lesson.learnerId)
  const known = there.find((t) => t.id === id)
  const used = there.reduce((sum, t) => sum + t.bytes, 0)
  if (!known && used + take.bytes > MOST_BYTES)
    throw new HttpError(
      'no-room',
      `Kept takes of one learner may need ${MOST_BYTES / 1e6} MB; with this one it would be ${Math.ceil((used + take.bytes) / 1e6)}. Delete older ones first.`,
    )
  if (!known) await write(folder, id, bytes)
  const { record } = await db.write((tx) =>
    once(tx, tables.takes, take, (was) => agree(was, take, 'learnerId', 'lessonId', 'bytes', 'consent')),
  )
  return record
}

/** Deletes a take and its sound. */
export async function dropTake(db: Database, folder: string, id: string): Promise<TakeRecord> {
  const take = await readTake(db.read, id)
  await db.write((tx) => tx.delete(tables.takes).where(eq(tables.takes.id, id)))
  await rm(soundPath(folder, id), { force: true })
  return take
}

/** Deletes what belongs to nobody in the studio any more, as after another studio's file was taken in. */
export async function dropTakesOfNobody(db: Database, folder: string): Promise<void> {
  const learners = await db.read.select({ id: tables.learners.id }).from(tables.learners)
  const known = new Set(learners.map((l) => l.id))
  const all = (await db.read.select().from(tables.takes)) as TakeRecord[]
  for (const take of all.filter((t) => !known.has(t.learnerId))) await dropTake(db, folder, take.id)
}
