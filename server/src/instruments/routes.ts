import { fingeringsQuery } from '@halitus/core/contract'
import { allInstruments, fingeringsOf, fingerSystem, instrument } from '@halitus/core/instruments'
import { routes, type Routes } from '../http/index.ts'

export function instrumentRoutes(): Routes {
  const r = routes()
  r.add('get', '/instruments', { summary: 'All instruments' }, () => ({
    instruments: allInstruments().map(({ id, name, family, transposition, range, fingers }) => ({
      id,
      name,
      family,
      transposition,
      range,
      charted: fingers !== null,
    })),
  }))
  r.add(
    'get',
    '/instruments/:id/fingerings',
    { summary: 'Fingerings of a written note, or of all', query: fingeringsQuery },
    ({ params, query }) => {
      const inst = instrument(params.id!)
      return { fingerings: query.written ? fingeringsOf(inst, query.written) : fingerSystem(inst).chart }
    },
  )
  return r
}
