import { faultsOf, faultWords, predict, typicalError, type Leak } from '@halitus/core/acoustics'
import { ROUTES } from '@halitus/core/contract'
import { instrument } from '@halitus/core/instruments'
import { routes, type Routes } from '../http/index.ts'

/** What fingers sound by a model of the tube, and what is wrong where another note sounded. @param a4Hz of the studio */
export const acousticRoutes = (a4Hz: () => Promise<number>): Routes =>
  routes()
    .on(ROUTES.predict, async ({ body }) => {
      const inst = instrument(body.instrument)
      return {
        candidates: predict(inst, body.touches, (body.leaks ?? []) as Leak[], await a4Hz()),
        typicalCents: typicalError(inst),
      }
    })
    .on(ROUTES.faults, async ({ body }) => {
      const inst = instrument(body.instrument)
      const faults = faultsOf(inst, body.written, body.heardHz, await a4Hz())
      return { faults: faults.slice(0, MOST).map((f) => ({ ...f, words: faultWords(inst, f) })) }
    })
/** Further down nobody reads. */
const MOST = 12
