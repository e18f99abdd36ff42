import { expose, transfer } from 'comlink'
import { perform, type Performance } from '@halitus/core/player'
import {
  analyse,
  LiveTracker,
  longTone,
  readWav,
  type LiveFrame,
  type NoteReport,
  type SoundReport,
} from '@halitus/core/sound'

/** What is left of a measurement: the report, the long tone in it, and the curves to draw. */
export interface Measurement {
  report: SoundReport
  tone: (NoteReport & { lengthS: number }) | undefined
  timeS: Float64Array
  hz: Float32Array
  db: Float32Array
  warnings: string[]
}

export interface Ear {
  transposition: number
  a4Hz: number
}

let live: LiveTracker | undefined
let liveRate = 48000
let blocks: Float32Array[] = []
let taken = 0
/** Ten minutes at 48 kHz: nobody holds a tone for longer, and memory has an end. */
const MOST_SAMPLES = 10 * 60 * 48000

function measure(samples: Float32Array, sampleRate: number, ear: Ear, warnings: string[]): Measurement {
  const { report, track } = analyse(samples, sampleRate, ear)
  return transfer(
    { report, tone: longTone(report), timeS: track.timeS, hz: track.hz, db: track.db, warnings },
    [track.timeS.buffer, track.hz.buffer, track.db.buffer],
  )
}

const listener = {
  /** Begins to listen to blocks that come through a port, and tells of frames as they become complete. */
  begin(port: MessagePort, sampleRate: number, onFrames: (frames: LiveFrame[]) => void) {
    live = new LiveTracker(sampleRate)
    liveRate = sampleRate
    blocks = []
    taken = 0
    port.onmessage = ({ data }: MessageEvent<Float32Array>) => {
      if (!live || taken + data.length > MOST_SAMPLES) return
      blocks.push(data)
      taken += data.length
      const frames = live.push(data)
      if (frames.length) onFrames(frames)
    }
  },
  /** Ends listening and judges the whole recording. Nothing of the recording itself is kept. */
  end(ear: Ear): Measurement {
    const samples = new Float32Array(taken)
    let at = 0
    for (const block of blocks) {
      samples.set(block, at)
      at += block.length
    }
    live = undefined
    blocks = []
    return measure(samples, liveRate, ear, [])
  },
  /** Judges a WAVE file. Throws WavError's sentence. */
  file(bytes: ArrayBuffer, ear: Ear): Measurement {
    const { samples, sampleRate, warnings } = readWav(bytes)
    return measure(samples, sampleRate, ear, warnings)
  },
  /** The simulated player's sound. */
  play(performance: Performance, sampleRate: number): Float32Array {
    const samples = perform(performance, sampleRate)
    return transfer(samples, [samples.buffer])
  },
}

export type Listener = typeof listener
expose(listener)
