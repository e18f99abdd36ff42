import { Worker } from 'node:worker_threads'
import type { AnalyseOptions, Recording, SoundReport, Track } from '@halitus/core/sound'

/**
 * Analyses on a thread of its own, so that a long recording doesn't keep the studio waiting.
 * `signal` stops it. tsx is loaded there first, since threads don't take over how their parent loads TypeScript.
 */
export function analyseApart(
  recording: Recording,
  options: AnalyseOptions,
  signal?: AbortSignal,
): Promise<{ report: SoundReport; track: Track }> {
  const worker = new Worker(
    `import { register } from 'tsx/esm/api'; register(); await import(${JSON.stringify(new URL('./worker.ts', import.meta.url).href)})`,
    {
      eval: true,
      workerData: { samples: recording.samples, sampleRate: recording.sampleRate, options },
      transferList: [recording.samples.buffer as ArrayBuffer],
    },
  )
  return new Promise((resolve, reject) => {
    // Whoever asked has gone: nobody waits for the rest.
    signal?.addEventListener('abort', () => void worker.terminate(), { once: true })
    worker.once('message', resolve)
    worker.once('error', reject)
    worker.once('exit', (code) => reject(new Error(`The analysis ended early (${code}).`)))
  })
}
