import { ROUTES } from '@halitus/core/contract'
import {
  allInstruments,
  fingeringsOf,
  fingerSystem,
  instrument,
  isCharted,
  type InstrumentId,
} from '@halitus/core/instruments'
import { routes, type Routes } from '../http/index.ts'

/** The instruments and their charts. */
export const instrumentRoutes = (): Routes =>
  routes()
    .on(ROUTES.instruments, () => ({
      instruments: allInstruments().map((inst) => ({
        id: inst.id as InstrumentId,
        name: inst.name,
        family: inst.family,
        transposition: inst.transposition,
        range: inst.range,
        systems: inst.systems.map(({ id, name, fingers }) => ({ id, name, charted: fingers !== null })),
        charted: isCharted(inst),
      })),
    }))
    .on(ROUTES.fingerings, ({ params, query }) => {
      const inst = instrument(params.id)
      return {
        fingerings: query.written
          ? fingeringsOf(inst, query.written, query.system)
          : fingerSystem(inst, query.system).chart,
      }
    })
