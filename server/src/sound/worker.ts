import { parentPort, workerData } from 'node:worker_threads'
import { analyse, type AnalyseOptions } from '@halitus/core/sound'

const { samples, sampleRate, options } = workerData as {
  samples: Float32Array
  sampleRate: number
  options: AnalyseOptions
}
parentPort?.postMessage(analyse(samples, sampleRate, options))
