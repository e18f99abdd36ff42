import { Worker } from 'node:worker_threads'
import type { Crossing } from '@halitus/core/crossings'
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
  return apart(recording, { options }, signal)
}

/** Changes between two notes, judged on a thread of their own likewise. */
export function crossingsApart(
  recording: Recording,
  options: AnalyseOptions,
  move: MoveAsked,
  signal?: AbortSignal,
): Promise<Crossing[]> {
  return apart(recording, { options, move }, signal)
}

/** A move between two written notes on an instrument. */
export interface MoveAsked {
  instrument: string
  from: string
  to: string
  system?: string | undefined
}

function apart<T>(
  recording: Recording,
  what: { options: AnalyseOptions; move?: MoveAsked },
  signal?: AbortSignal,
): Promise<T> {
  const worker = new Worker(
    `import { register } from 'tsx/esm/api'; register(); await import(${JSON.stringify(new URL('./worker.ts', import.meta.url).href)})`,
    {
      eval: true,
      workerData: { samples: recording.samples, sampleRate: recording.sampleRate, ...what },
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
