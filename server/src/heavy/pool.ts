import { availableParallelism } from 'node:os'
import { fileURLToPath } from 'node:url'
import type { Request } from 'express'
import { Piscina } from 'piscina'
import { HttpError } from '../http/index.ts'
import type { Tasks } from './tasks.ts'
import type { Told } from './told.ts'

/** How many may wait before the next is asked to come back (chosen by Halitus). */
const MOST_WAITING = 40
/** A thread beside the one that is kept goes when it had nothing to do for so long, ms. */
const KEPT_MS = 15_000
/** The header by which whoever asks names the work, to ask where it stands. */
const NAME = 'halitus-work'
/** What the pool says when nothing more may wait. */
const FULL = new Set(['Task queue is at limit', 'No task queue available and all Workers are busy'])
/** What one thread may need of JavaScript's heap, MB; sound itself lies outside it. */
const HEAP_MB = 512

/** What isn't done yet, in the order in which it came: the threads take it in this order. */
const line: { name: string | undefined; link: string | undefined }[] = []
/** Of what is under way so many may be for learners' links, and for one of them: the teacher's print comes soon in any case. */
const MOST_BY_LINKS = { all: 6, each: 2 } as const
const atOnce = () => Math.max(1, availableParallelism())

let pool: Piscina | undefined
const threads = () =>
  (pool ??= new Piscina({
    filename: fileURLToPath(new URL('./worker.mjs', import.meta.url)),
    minThreads: 1,
    maxThreads: atOnce(),
    maxQueue: MOST_WAITING,
    idleTimeout: KEPT_MS,
    resourceLimits: { maxOldGenerationSizeMb: HEAP_MB },
  }))

const tooMany = () => new HttpError('too-many', 'Too much waits already; try again in a moment.')

type Data<T extends keyof Tasks> = Parameters<Tasks[T]>[0]
type Answer<T extends keyof Tasks> = Awaited<ReturnType<Tasks[T]>>

/**
 * Does something that takes long on a thread of its own: as many at once as there are cores, the others wait in order.
 * @param give memory that moves over and is gone here
 * @param by who asked: once they have gone it is given up, waiting or running
 * @param withinMs given up after so long on its thread, too
 * @throws HttpError too-many when too many wait
 */
export async function heavily<T extends keyof Tasks>(
  task: T,
  data: Data<T>,
  by: Request,
  { give = [], withinMs }: { give?: ArrayBuffer[]; withinMs?: number } = {},
): Promise<Answer<T>> {
  const link = by.res?.locals.link as string | undefined
  const byLinks = line.filter((work) => work.link)
  if (
    line.length >= MOST_WAITING + atOnce() ||
    (link &&
      (byLinks.length >= MOST_BY_LINKS.all ||
        byLinks.filter((work) => work.link === link).length >= MOST_BY_LINKS.each))
  )
    throw tooMany()
  const mine = { name: by.get(NAME), link }
  line.push(mine)
  try {
    const signal = withinMs ? AbortSignal.any([goneWith(by), AbortSignal.timeout(withinMs)]) : goneWith(by)
    return (await threads().run({ task, data }, { transferList: give, signal })) as Answer<T>
  } catch (error) {
    if (withinMs && (error as Error).name === 'AbortError' && !by.res?.closed)
      throw new HttpError('too-large', `That took longer than ${withinMs / 1000} s and was given up.`)
    if (error instanceof Error && FULL.has(error.message)) throw tooMany()
    if ((error as NodeJS.ErrnoException).code === 'ERR_WORKER_OUT_OF_MEMORY')
      throw new HttpError(
        'too-large',
        `That needs more memory than one piece of work may have (${HEAP_MB} MB).`,
      )
    throw error
  } finally {
    line.splice(line.indexOf(mine), 1)
  }
}

/** Does something that takes long on a thread, for the server itself: nobody waits for it who could go away. */
export const inBackground = async <T extends keyof Tasks>(task: T, data: Data<T>): Promise<Answer<T>> =>
  (await threads().run({ task, data })) as Answer<T>

/** How many must be done before a named work begins, 0 once it runs; undefined when nothing of this name is under way. */
export function before(name: string): number | undefined {
  const place = line.findIndex((work) => work.name === name)
  return place < 0 ? undefined : Math.max(0, place + 1 - atOnce())
}

/** Done for the threads’ own sake: when the server ends meanwhile, nobody misses it. */
const aside = async (task: 'ready' | 'giveBack', on: Piscina | undefined) =>
  void (await on?.run({ task }).catch(() => undefined))

/** Starts the thread that is kept, so that the first file needn’t wait for it. */
export const getReady = (): Promise<void> => aside('ready', threads())

/** Lets the thread that is kept give back the memory that it doesn’t need; when nobody asks for anything. */
export const giveBack = (): Promise<void> => aside('giveBack', pool)

/** Ends the threads, when the server ends. */
export async function endHeavyWork(): Promise<void> {
  const ending = pool
  pool = undefined
  await ending?.destroy()
}

/** Told in an answer of a task instead of a result. */
export const isTold = (answer: unknown): answer is Told =>
  typeof answer === 'object' && answer !== null && 'refused' in answer

/** Stops the work when whoever asked has gone. */
function goneWith(request: Request): AbortSignal {
  const gone = new AbortController()
  // A request is closed as soon as its body was read; its answer, when it was sent or nobody waits for it any more.
  request.res?.on('close', () => gone.abort())
  return gone.signal
}
