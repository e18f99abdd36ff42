import { readWav, WavError, type AnalyseOptions } from '@halitus/core/sound'
import type { Told } from './told.ts'

export interface Recording {
  /** A WAVE file. */
  bytes: Uint8Array
  /** Longer ones are refused, s. */
  longestS: number
  options: AnalyseOptions
}

type Heard = ReturnType<typeof readWav>

/** Does something with the sound in a file; what is wrong with the file is told, what is wrong with us stays an error. */
export function listening<T>({ bytes, longestS }: Recording, work: (heard: Heard) => T): T | Told {
  try {
    const recording = readWav(bytes)
    const seconds = recording.samples.length / recording.sampleRate
    if (seconds > longestS)
      throw new WavError(`The recording lasts ${Math.round(seconds)} s; at most ${longestS} s are analysed.`)
    return work(recording)
  } catch (error) {
    if (error instanceof WavError) return { refused: error.message }
    throw error
  }
}
