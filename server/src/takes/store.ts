import { randomUUID } from 'node:crypto'
import { chmod, link, mkdir, open, readdir, readFile, rm, stat } from 'node:fs/promises'
import { join } from 'node:path'
import { and, asc, eq, getTableColumns, inArray, isNotNull, isNull, lt, notInArray } from 'drizzle-orm'
import { BACKUP_WEEKS, type TakeQuery, type TakeRecord } from '@halitus/core/contract'
import { openWav, WavError } from '@halitus/core/sound'
import { DAY_MS, dayAfter, dayOf, type Moment } from '@halitus/core/time'
import { agree, once, sentAgain, tables, type Database, type Reader, type Tx } from '../db/index.ts'
import { HttpError, notFound } from '../http/index.ts'
import { readLesson } from '../lessons/index.ts'

/** A take may last this long, s, and a learner's takes may need so much room together, bytes (chosen by Halitus). */
export const LONGEST_S = 600
export const MOST_BYTES = 200_000_000
/** Ten minutes at 48 kHz, 16 bits, one channel. */
const LARGEST_BYTES = 60_000_000
/** What a sound is stands before it, somewhere in so many bytes. */
const HEAD_BYTES = 1_000_000

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

const isFull = (error: unknown) => ['ENOSPC', 'EDQUOT'].includes((error as NodeJS.ErrnoException).code ?? '')

/**
 * Takes a sound in as it comes, under a name of its own: what lies under the take's name is always whole.
 * @returns its path, how long it is, bytes, and how long it lasts, s
 * @throws HttpError too-large, disk-full; WavError when it is no WAVE file
 */
async function takeIn(folder: string, id: string, sound: AsyncIterable<Uint8Array>) {
  const half = `${soundPath(folder, id)}.${randomUUID()}${HALF}`
  try {
    await mkdir(folder, { recursive: true, mode: 0o700 })
    await chmod(folder, 0o700)
    const file = await open(half, 'wx+', 0o600)
    try {
      let bytes = 0
      for await (const part of sound) {
        bytes += part.byteLength
        if (bytes > LARGEST_BYTES)
          throw new HttpError(
            'too-large',
            `That is more than the ${LARGEST_BYTES / 1e6} MB that one take may have.`,
          )
        await file.writeFile(part)
      }
      await file.sync()
      const head = new Uint8Array(Math.min(bytes, HEAD_BYTES))
      await file.read(head, 0, head.byteLength, 0)
      const { frames, sampleRate } = openWav(head, bytes)
      return { half, bytes, seconds: frames / sampleRate }
    } finally {
      await file.close()
    }
  } catch (error) {
    await rm(half, { force: true }).catch(() => undefined)
    if (isFull(error))
      throw new HttpError('disk-full', 'The disk is full: the sound isn’t kept. The numbers are.')
    throw error
  }
}

/** Gives what came in its name; it is never written over. @throws HttpError other-content when another sound lies there */
async function name(half: string, path: string): Promise<void> {
  try {
    await link(half, path)
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error
    // The same message once more finds its own sound.
    if (!(await readFile(path)).equals(await readFile(half)))
      throw new HttpError('other-content', 'Another sound lies under this id already.', 'id')
  }
}

/**
 * Keeps a recording with who agreed to it; one sent twice is there once.
 * @param sound the bytes of a WAVE file, as they come
 * @throws WavError when it is no WAVE file or lasts too long; HttpError when there is no room
 */
export async function keepTake(
  db: Database,
  folder: string,
  lessonId: string,
  { id, label, consent }: TakeQuery,
  sound: AsyncIterable<Uint8Array>,
  at: string,
): Promise<TakeRecord> {
  const lesson = await readLesson(db.read, lessonId)
  const { half, bytes, seconds: exactly } = await takeIn(folder, id, sound)
  try {
    const seconds = Math.round(10 * exactly) / 10
    if (seconds > LONGEST_S)
      throw new WavError(`The take lasts ${Math.round(seconds)} s; at most ${LONGEST_S} s are kept.`)
    const { learnerId, instrument } = lesson
    const take: TakeRecord = {
      id,
      learnerId,
      lessonId,
      instrument,
      label: label ?? '',
      at,
      seconds,
      bytes,
      consent,
    }
    const isSame = (was: TakeRecord) => agree(was, take, 'learnerId', 'lessonId', 'bytes', 'consent')
    const known = await knownTake(db.read, id)
    if (known) return sentAgain(known, isSame)
    await name(half, soundPath(folder, id))
    // How much room is left is looked at where the line is written: of several at once the last may find none.
    return await db
      .write(async (tx) => {
        const { record, added } = await once(tx, tables.takes, take, isSame)
        const used = (await takesOf(tx, learnerId)).reduce((sum, t) => sum + t.bytes, 0)
        if (added && used > MOST_BYTES)
          throw new HttpError(
            'no-room',
            `Kept takes of one learner may need ${MOST_BYTES / 1e6} MB; with this one it would be ${Math.ceil(used / 1e6)}. Delete older ones first.`,
          )
        return { ...take, ...record }
      })
      .catch(async (error: unknown) => {
        if (!(await knownTake(db.read, id))) await rm(soundPath(folder, id), { force: true })
        throw error
      })
  } finally {
    await rm(half, { force: true }).catch(() => undefined)
  }
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
