import { parentPort, workerData } from 'node:worker_threads'
import { judgeCrossings } from '@halitus/core/crossings'
import { fingerSystem, instrument, standardFingering } from '@halitus/core/instruments'
import { analyse, type AnalyseOptions } from '@halitus/core/sound'
import type { MoveAsked } from './apart.ts'

const { samples, sampleRate, options, move } = workerData as {
  samples: Float32Array
  sampleRate: number
  options: AnalyseOptions
  move?: MoveAsked
}
const heard = analyse(samples, sampleRate, options)
if (!move) parentPort?.postMessage(heard)
else {
  const inst = instrument(move.instrument)
  const [from, to] = [move.from, move.to].map((n) => standardFingering(inst, n, move.system))
  parentPort?.postMessage(
    judgeCrossings(samples, sampleRate, heard, fingerSystem(inst, move.system), from!, to!, options),
  )
}
