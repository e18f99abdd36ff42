import type { ErrorRequestHandler, RequestHandler } from 'express'
import { ERRORS, type ErrorCode } from '@halitus/core/contract'
import { Refusal } from '@halitus/core/errors'
import { asLogged } from './logging.ts'
import { isAway, sqliteCode, tookTooLong } from './causes.ts'

/** An answer that isn't the one hoped for, with the code that programs act on; the catalogue has its status. */
export class HttpError extends Error {
  override name = 'HttpError'
  readonly code: ErrorCode
  readonly field: string
  constructor(code: ErrorCode, message: string, field = '') {
    super(message)
    this.code = code
    this.field = field
  }
}

/** What answers to an id that nothing has: `notFound('The lesson “x”')`. */
export const notFound = (what: string) => new HttpError('not-found', `${what} isn’t here.`)
/** Somebody saved in between; the newer state must be looked at first. */
export const conflict = (message: string) => new HttpError('changed-meanwhile', message)

export const unknownRoute: RequestHandler = (request) => {
  throw new HttpError('no-such-route', `There is no ${request.method} ${request.path}.`)
}

interface Told {
  code: ErrorCode
  message: string
  field?: string
  /** Only where the body parser knows better than the catalogue. */
  status?: number
}

function told(error: unknown): Told {
  if (error instanceof HttpError || error instanceof Refusal)
    return { code: error.code, message: error.message, ...(error.field && { field: error.field }) }
  const parser = error as { type?: string; limit?: number; status?: number } | undefined
  if (parser?.type === 'entity.too.large')
    return {
      code: 'too-large',
      message: `That is more than the ${Math.round((parser.limit ?? 0) / 1024)} kB allowed here.`,
    }
  if (parser?.type === 'entity.parse.failed')
    return { code: 'malformed', message: 'The body is not valid JSON.' }
  if (parser?.status && parser.status >= 400 && parser.status < 500)
    return { code: 'refused', message: 'The request can’t be read.', status: parser.status }
  if (isAway(error))
    return {
      code: 'away',
      message:
        'The server that keeps the database doesn’t answer. Try again when it does: nothing is saved twice.',
    }
  if (tookTooLong(error))
    return {
      code: 'busy',
      message: 'That took the database’s server too long; nothing was saved. Try again, or less at once.',
    }
  const sqlite = sqliteCode(error)
  if (sqlite.startsWith('SQLITE_FULL') || (error as NodeJS.ErrnoException | undefined)?.code === 'ENOSPC')
    return {
      code: 'disk-full',
      message: 'The disk is full: nothing was saved. Make room, and it goes on by itself.',
    }
  if (sqlite.startsWith('SQLITE_READONLY') || sqlite.startsWith('SQLITE_IOERR'))
    return {
      code: 'unwritable',
      message: 'The database can’t be written: nothing was saved. Look at its disk and its rights.',
    }
  // Whatever else is thrown, a RangeError too, is a fault of ours.
  return { code: 'internal', message: 'Something went wrong here; nothing was saved.' }
}

/** An error for the log: what kind and where, without the values that a failed statement carries: those are people's. */
export function forTheLog(error: unknown): { type: string; code: string; at: string[] } {
  const { name = 'Error', stack = '' } = (error ?? {}) as Partial<Error>
  const frames = stack.split('\n').filter((line) => /^\s+at /.test(line))
  return { type: name, code: sqliteCode(error), at: frames.slice(0, 12).map((f) => f.trim()) }
}

/** The one error shape: `{ error: { code, message, field? } }`. Details of faults of ours go to the log only. */
export const answerError: ErrorRequestHandler = (error, request, response, next) => {
  if (response.headersSent) return next(error)
  const { status, ...rest } = told(error)
  const code = status ?? ERRORS[rest.code].status
  if (code >= 500)
    request.log?.error(
      { fault: forTheLog(error), of: asLogged({ method: request.method, url: request.originalUrl }) },
      'request failed',
    )
  response.status(code).json({ error: rest })
}
