import { randomUUID } from 'node:crypto'
import { chmod, link, mkdir, open, readdir, readFile, rm, stat } from 'node:fs/promises'
import { join } from 'node:path'
import { and, asc, eq, getTableColumns, inArray, isNotNull, isNull, lt, notInArray } from 'drizzle-orm'
import { BACKUP_WEEKS, type TakeQuery, type TakeRecord } from '@halitus/core/contract'
import { readWav, WavError } from '@halitus/core/sound'
import { DAY_MS, dayAfter, dayOf, type Moment } from '@halitus/core/time'
import { agree, once, sentAgain, tables, type Database, type Reader, type Tx } from '../db/index.ts'
import { HttpError, notFound } from '../http/index.ts'
import { readLesson } from '../lessons/index.ts'

/** A take may last this long, s, and a learner's takes may need so much room together, bytes (chosen by Halitus). */
export const LONGEST_S = 600
export const MOST_BYTES = 200_000_000

/** What is told of a take; whether it lies aside is the server's own. */
const { asideAt: _, ...TOLD } = getTableColumns(tables.takes)

/** One learner's takes, oldest first. */
export const takesOf = (db: Reader, learnerId: string): Promise<TakeRecord[]> =>
  db
    .select(TOLD)
    .from(tables.takes)
    .where(eq(tables.takes.learnerId, learnerId))
    .orderBy(asc(tables.takes.at), asc(tables.takes.id)) as Promise<TakeRecord[]>

const knownTake = async (db: Reader, id: string): Promise<TakeRecord | undefined> =>
  ((await db.select(TOLD).from(tables.takes).where(eq(tables.takes.id, id))) as TakeRecord[])[0]

/** One that lies aside isn't here. @throws HttpError not-found */
export async function readTake(db: Reader, id: string): Promise<TakeRecord> {
  const [take] = (await db
    .select(TOLD)
    .from(tables.takes)
    .where(and(eq(tables.takes.id, id), isNull(tables.takes.asideAt)))) as TakeRecord[]
  if (!take) throw notFound(`The take “${id}”`)
  return take
}

const SOUND = '.wav'
/** How the name of a file ends that isn't finished. */
const HALF = '.part'
/** Where the sound of a take lies. */
export const soundPath = (folder: string, id: string) => join(folder, id + SOUND)

/** The sound of a take; @throws HttpError not-found when somebody took the file away */
export async function readSound(folder: string, id: string): Promise<Buffer> {
  try {
    return await readFile(soundPath(folder, id))
  } catch {
    throw notFound('The sound of this take')
  }
}

/**
 * Writes under a name of its own first: a file under the take's name is always whole, and is never written over.
 * @throws HttpError other-content when another sound lies there already; disk-full
 */
async function write(folder: string, id: string, bytes: Uint8Array): Promise<void> {
  const path = soundPath(folder, id)
  const half = `${path}.${randomUUID()}${HALF}`
  try {
    await mkdir(folder, { recursive: true, mode: 0o700 })
    await chmod(folder, 0o700)
    const file = await open(half, 'wx', 0o600)
    try {
      await file.writeFile(bytes)
      await file.sync()
    } finally {
      await file.close()
    }
    await link(half, path)
  } catch (error) {
    const code = (error as NodeJS.ErrnoException).code
    if (code === 'ENOSPC' || code === 'EDQUOT')
      throw new HttpError('disk-full', 'The disk is full: the sound isn’t kept. The numbers are.')
    if (code !== 'EEXIST') throw error
    // The same message once more finds its own sound.
    if (!(await readFile(path)).equals(bytes))
      throw new HttpError('other-content', `Something else has the id “${id}” already.`, 'id')
  } finally {
    await rm(half, { force: true }).catch(() => undefined)
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
  const isSame = (was: TakeRecord) => agree(was, take, 'learnerId', 'lessonId', 'bytes', 'consent')
  const known = await knownTake(db.read, id)
  if (known) return sentAgain(known, isSame)
  const used = (await takesOf(db.read, lesson.learnerId)).reduce((sum, t) => sum + t.bytes, 0)
  if (used + take.bytes > MOST_BYTES)
    throw new HttpError(
      'no-room',
      `Kept takes of one learner may need ${MOST_BYTES / 1e6} MB; with this one it would be ${Math.ceil((used + take.bytes) / 1e6)}. Delete older ones first.`,
    )
  await write(folder, id, bytes)
  const { record } = await db.write((tx) => once(tx, tables.takes, take, isSame))
  return { ...take, ...record }
}

/** The sound first: what ends in between leaves something to be deleted again. */
async function remove(db: Database, folder: string, id: string): Promise<void> {
  await rm(soundPath(folder, id), { force: true })
  await db.write((tx) => tx.delete(tables.takes).where(eq(tables.takes.id, id)))
}

/** Deletes a take and its sound. @throws HttpError not-found */
export async function dropTake(db: Database, folder: string, id: string): Promise<TakeRecord> {
  const take = await readTake(db.read, id)
  await remove(db, folder, id)
  return take
}

/** Deletes all takes of some learners for good. */
export async function dropTakesOf(
  db: Database,
  folder: string,
  learnerIds: readonly string[],
): Promise<void> {
  for (const learner of learnerIds)
    for (const take of await takesOf(db.read, learner)) await remove(db, folder, take.id)
}

/**
 * After the studio became another one, by a restore or a file: takes whose learner isn't in it lie aside, and come back with
 * their learner.
 */
export async function layTakesAside(tx: Tx, at: Moment): Promise<void> {
  const { takes, learners } = tables
  const known = tx.select({ id: learners.id }).from(learners)
  await tx.update(takes).set({ asideAt: null }).where(inArray(takes.learnerId, known))
  await tx
    .update(takes)
    .set({ asideAt: at })
    .where(and(isNull(takes.asideAt), notInArray(takes.learnerId, known)))
}

/** Deletes takes that have lain aside for as long as backups are kept. */
export async function dropTakesAside(db: Database, folder: string, now: Moment): Promise<void> {
  const { takes } = tables
  const since = dayAfter(dayOf(now), -7 * BACKUP_WEEKS)
  const old = await db.read
    .select({ id: takes.id })
    .from(takes)
    .where(and(isNotNull(takes.asideAt), lt(takes.asideAt, since)))
  for (const { id } of old) await remove(db, folder, id)
}

/**
 * Takes away what was left half-written, and sound that belongs to no take for as long as backups are kept: until then a
 * backup may still know it.
 * @param nowMs ms
 */
export async function sweepTakes(db: Database, folder: string, nowMs: number): Promise<void> {
  const names = await readdir(folder).catch(() => [] as string[])
  const known = new Set(
    (await db.read.select({ id: tables.takes.id }).from(tables.takes)).map((t) => t.id + SOUND),
  )
  for (const name of names) {
    const path = join(folder, name)
    const ofNobody = name.endsWith(SOUND) && !known.has(name)
    const old = async () => nowMs - (await stat(path)).mtimeMs > 7 * BACKUP_WEEKS * DAY_MS
    if (name.endsWith(HALF) || (ofNobody && (await old()))) await rm(path, { force: true })
  }
}
