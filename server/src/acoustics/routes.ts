import {
  faultsOver,
  faultWords,
  predict,
  tellingNote,
  typicalError,
  type Heard,
  type Leak,
} from '@halitus/core/acoustics'
import { ROUTES } from '@halitus/core/contract'
import { instrument } from '@halitus/core/instruments'
import { routes, type Routes } from '../http/index.ts'

/** What fingers sound by a model of the tube, and what is wrong where another note sounded. @param a4Hz of the studio */
export const acousticRoutes = (a4Hz: () => Promise<number>): Routes =>
  routes()
    .on(ROUTES.predict, async ({ body }) => {
      const inst = instrument(body.instrument)
      const { leaks, intended, grip } = body
      return {
        candidates: predict(inst, body.touches, {
          leaks: (leaks ?? []) as Leak[],
          a4Hz: await a4Hz(),
          ...(intended !== undefined && { intended }),
          ...(grip !== undefined && { grip }),
        }),
        typicalCents: typicalError(inst),
      }
    })
    .on(ROUTES.faults, async ({ body }) => {
      const inst = instrument(body.instrument)
      const heard = [{ written: body.written, heardHz: body.heardHz }, ...(body.more ?? [])]
      const faults = faultsOver(inst, heard as Heard[], await a4Hz()).slice(0, MOST)
      return {
        faults: faults.map((f) => ({ ...f, words: faultWords(inst, f) })),
        telling:
          faults.length > 1
            ? tellingNote(
                inst,
                faults,
                heard.map((h) => h.written!),
              )
            : null,
      }
    })
/** Further down nobody reads. */
const MOST = 12
