import { wrap, type Remote } from 'comlink'
import type { Listener } from './sound.worker.ts'
import type { Engraver } from './engrave.worker.ts'
import type { AirSearch } from './air.worker.ts'
import captureUrl from './capture.worklet.ts?worker&url'

export type { Ear, Measurement } from './sound.worker.ts'

let listener: Remote<Listener> | undefined

/** The listening worker, started when first needed. */
export function soundWorker(): Remote<Listener> {
  listener ??= wrap<Listener>(
    new Worker(new URL('./sound.worker.ts', import.meta.url), { type: 'module', name: 'sound' }),
  )
  return listener
}

/** Loads what listens before it is asked for. Rejects where nothing can run beside the page. */
export const prepareSound = async (): Promise<void> => soundWorker().prepare()

let engraver: Remote<Engraver> | undefined

/** The engraving worker, started (and its library loaded) when first needed. */
export function engraveWorker(): Remote<Engraver> {
  engraver ??= wrap<Engraver>(
    new Worker(new URL('./engrave.worker.ts', import.meta.url), { type: 'module', name: 'engrave' }),
  )
  return engraver
}

let searcher: Remote<AirSearch> | undefined

/** The worker that looks for other fingerings, started when first needed. */
export function airWorker(): Remote<AirSearch> {
  searcher ??= wrap<AirSearch>(
    new Worker(new URL('./air.worker.ts', import.meta.url), { type: 'module', name: 'air' }),
  )
  return searcher
}

export { captureUrl }
export type { Told } from './capture.worklet.ts'
