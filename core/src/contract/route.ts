import type { Method } from '../addresses/index.ts'
import type { Checkable } from '../fields/index.ts'

/** One route of the API, for the server that answers, the client that asks, and the description of both. */
export interface Route<P extends string = string, B = unknown, Q = unknown, A = unknown> {
  method: Method
  path: P
  summary: string
  body?: Checkable<B>
  /** Without a body it is taken as an empty one. */
  bodyMayLack?: boolean
  /** What bodies look like today, where older ones are taken too: then the route reads and checks them by itself. */
  bodyToday?: Checkable<unknown>
  query?: Checkable<Q>
  /** Checked in the tests; absent where the answer is no JSON. */
  answer?: Checkable<A>
  status: 200 | 201
  /** Content types where they aren't JSON. */
  takes?: string
  gives?: string
}

const of =
  (status: 200 | 201 = 200) =>
  <const P extends string, B = undefined, Q = undefined, A = undefined>(
    { method, path }: { method: Method; path: P },
    summary: string,
    more: Partial<
      Pick<Route<P, B, Q, A>, 'body' | 'bodyMayLack' | 'bodyToday' | 'query' | 'answer' | 'takes' | 'gives'>
    > = {},
  ): Route<P, B, Q, A> => ({ method, path, summary, status, ...more })
/** A route that answers 200. */
export const route = of()
/** One that makes something: 201. */
export const create = of(201)

/** A schema that checks what its type says, where Yup can't infer it: records chosen by kind, names of schools. */
export const as = <T>(schema: unknown) => schema as Checkable<T>
