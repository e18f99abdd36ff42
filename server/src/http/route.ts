import { Router, type Request, type Response } from 'express'
import { check, type Checkable } from '@halitus/core/contract'

type Method = 'get' | 'post' | 'put' | 'patch' | 'delete'

/** What the documentation says about a route; `body` and `query` are also checked. */
export interface RouteWords<B, Q> {
  summary: string
  body?: Checkable<B>
  query?: Checkable<Q>
  /** For bodies that are no JSON, or answers that are none. */
  takes?: string
  gives?: string
}

export interface Call<B, Q> {
  params: Record<string, string>
  body: B
  query: Q
  request: Request
  response: Response
}

export interface DocumentedRoute extends RouteWords<unknown, unknown> {
  method: Method
  path: string
}

/** A router whose routes validate, call, answer, and describe themselves. */
export interface Routes {
  router: Router
  documented: DocumentedRoute[]
  add<B = undefined, Q = undefined>(
    method: Method,
    path: string,
    words: RouteWords<B, Q>,
    /** What is returned is answered as JSON; undefined when the call has answered by itself. */
    handle: (call: Call<B, Q>) => unknown,
  ): void
}

export function routes(): Routes {
  const router = Router()
  const documented: DocumentedRoute[] = []
  return {
    router,
    documented,
    add(method, path, words, handle) {
      documented.push({ method, path, ...words } as DocumentedRoute)
      router[method](path, async (request, response) => {
        const body = (words.body ? check(words.body, request.body) : undefined) as never
        const query = (words.query ? check(words.query, { ...request.query }) : undefined) as never
        const params = request.params as Record<string, string>
        const answer = await handle({ params, body, query, request, response })
        if (answer !== undefined && !response.headersSent) response.json(answer)
      })
    },
  }
}
