import { ROUTES } from '@halitus/core/contract'
import { byLikelihood, heldFor, moveFinder, pathsOf, type PathOptions } from '@halitus/core/fingering'
import { soundingBetween } from '@halitus/core/acoustics'
import { fingerSystem, instrument } from '@halitus/core/instruments'
import { routes, type Routes } from '../http/index.ts'

/** A note, touches, or both, as the contract has checked it. */
type MoveEnd = Parameters<typeof heldFor>[1]

/** Questions about moves between fingerings, and the way through a passage. */
export const fingeringRoutes = (): Routes =>
  routes()
    .on(ROUTES.path, ({ body }) => {
      const { instrument: id, notes, ...options } = body
      return { paths: pathsOf(instrument(id), notes as string[], options as PathOptions) }
    })
    .on(ROUTES.move, ({ body }) => {
      const inst = instrument(body.instrument)
      const from = heldFor(inst, body.from as MoveEnd)
      const to = heldFor(inst, body.to as MoveEnd)
      const system = fingerSystem(inst)
      const move = moveFinder(system).move(from, to)
      return { ...move, between: soundingBetween(inst, from, to, byLikelihood(system, move)) }
    })
