import { Router, type Request, type Response } from 'express'
import { check, type PathNames, type Route } from '@halitus/core/contract'
import { breathe } from './breathe.ts'

export interface Call<P extends string, B, Q> {
  params: Record<PathNames<P>, string>
  body: B
  query: Q
  request: Request
  response: Response
}

/** A router whose routes are those of the contract: what comes in is checked, what is returned is answered. */
export interface Routes {
  router: Router
  on<P extends string, B, Q, A>(
    route: Route<P, B, Q, A>,
    /** What is returned is answered as JSON; undefined when the call has answered by itself. */
    handle: (call: Call<P, B, Q>) => A | undefined | void | Promise<A | undefined | void>,
  ): Routes
}

/** A router to which routes of the contract are added one after another. */
export function routes(): Routes {
  // An address is what the contract says, letter for letter: what is kept from somebody has no second spelling.
  const router = Router({ caseSensitive: true, strict: true })
  const all: Routes = {
    router,
    on(route, handle) {
      router[route.method](route.path, async (request, response) => {
        await breathe()
        const sent: unknown = request.body ?? (route.bodyMayLack ? {} : undefined)
        const body = (route.body && !route.bodyToday ? check(route.body, sent) : undefined) as never
        const query = (route.query ? check(route.query, { ...request.query }) : undefined) as never
        const params = request.params as never
        const answer = await handle({ params, body, query, request, response })
        if (answer !== undefined && !response.headersSent) response.status(route.status).json(answer)
      })
      return all
    },
  }
  return all
}
