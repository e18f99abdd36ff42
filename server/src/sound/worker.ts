import { parentPort, workerData } from 'node:worker_threads'
import { analyse } from '@halitus/core/sound'

const { samples, sampleRate, options } = workerData as {
  samples: Float32Array
  sampleRate: number
  options: { transposition: number; a4Hz: number }
}
parentPort?.postMessage(analyse(samples, sampleRate, options))
