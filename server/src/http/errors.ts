import type { ErrorRequestHandler, RequestHandler } from 'express'
import { ContractError } from '@halitus/core/contract'
import { InstrumentError } from '@halitus/core/instruments'
import { NoteError } from '@halitus/core/pitch'
import { WavError } from '@halitus/core/sound'

/** An answer that isn't the one hoped for, with the code that programs act on. */
export class HttpError extends Error {
  override name = 'HttpError'
  readonly status: number
  readonly code: string
  constructor(status: number, code: string, message: string) {
    super(message)
    this.status = status
    this.code = code
  }
}

export const notFound = (what: string) => new HttpError(404, 'not-found', `${what} isn’t here.`)
/** Somebody saved in between; the newer state must be looked at first. */
export const conflict = (message: string) => new HttpError(409, 'changed-meanwhile', message)

export const unknownRoute: RequestHandler = (request) => {
  throw new HttpError(404, 'no-such-route', `There is no ${request.method} ${request.path}.`)
}

interface Told {
  status: number
  code: string
  message: string
  field?: string
}

function told(error: unknown): Told {
  if (error instanceof HttpError) return { status: error.status, code: error.code, message: error.message }
  if (error instanceof ContractError)
    return {
      status: 400,
      code: 'invalid',
      message: error.message,
      ...(error.field && { field: error.field }),
    }
  if (error instanceof NoteError) return { status: 400, code: 'note', message: error.message }
  if (error instanceof InstrumentError) return { status: 404, code: 'instrument', message: error.message }
  if (error instanceof WavError) return { status: 400, code: 'sound', message: error.message }
  if (error instanceof RangeError && !('status' in error))
    return { status: 400, code: 'range', message: error.message }
  const parser = error as { type?: string; limit?: number; status?: number }
  if (parser.type === 'entity.too.large')
    return {
      status: 413,
      code: 'too-large',
      message: `That is more than the ${Math.round((parser.limit ?? 0) / 1024)} kB allowed here.`,
    }
  if (parser.type === 'entity.parse.failed')
    return { status: 400, code: 'malformed', message: 'The body is not valid JSON.' }
  if (parser.status && parser.status >= 400 && parser.status < 500)
    return { status: parser.status, code: 'refused', message: 'The request can’t be read.' }
  return { status: 500, code: 'internal', message: 'Something went wrong here; nothing was saved.' }
}

/** The one error shape: `{ error: { code, message, field? } }`. Details of faults of ours go to the log only. */
export const answerError: ErrorRequestHandler = (error, request, response, next) => {
  if (response.headersSent) return next(error)
  const { status, ...rest } = told(error)
  if (status >= 500) request.log?.error({ err: error as Error }, 'request failed')
  response.status(status).json({ error: rest })
}
