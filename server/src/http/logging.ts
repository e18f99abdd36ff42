import type { RequestHandler } from 'express'
import type { Logger } from 'pino'
import { pinoHttp } from 'pino-http'

/** What a log says of a request: its method and address, and of a link not its secret; no cookies, no bodies. */
export const asLogged = ({ method, url }: { method?: string | undefined; url?: string | undefined }) => ({
  method,
  url: url?.replace(/~[\w-]+/g, '~…'),
})

/** Gives each request a log to write to; where much is wanted (debug, trace) each request is written down too. */
export function logging(log: Logger): RequestHandler {
  if (log.isLevelEnabled('debug'))
    return pinoHttp({
      logger: log,
      serializers: { req: asLogged, res: ({ statusCode }: { statusCode: number }) => ({ statusCode }) },
    })
  // A log of its own for each request would take longer than most of them.
  return (request, _, next) => {
    request.log = log
    next()
  }
}
