import { expose, transfer } from 'comlink'
import type { Crossing, End } from '@halitus/core/crossings'
import type { Phrase } from '@halitus/core/player'
import {
  analyse,
  Analysis,
  LiveTracker,
  longTone,
  notesAlong,
  openWav,
  readWav,
  Stitcher,
  tuningOf,
  WavError,
  writeWav,
  type Along,
  type Analysed,
  type HeardStroke,
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
  /** Every stroke of the tongue. */
  strokes: HeardStroke[]
  /** Which of the pitches that were named sounds when; only where some were. */
  along: Along | undefined
  /** Each change of the move that was asked for; only where one was. */
  crossings: Crossing[] | undefined
  warnings: string[]
  /** How long something was taken for talk and left out, s. */
  talkS: number
  /** How much silence was put in where live sound came late, and taken out again, s. */
  lateS: number
}

export interface Ear {
  transposition: number
  a4Hz: number
  /** The note that is asked for, Hz: may settle an octave, and tells a slip from a slur. */
  askedHz?: number
  /** All that can sound, Hz: quick notes are followed among these. */
  pitchesHz?: readonly number[]
  /** What sounds like talk counts as well. */
  countTalk?: boolean
  /** Two notes played back and forth: each change is judged. */
  move?: { instrument: string; system?: string; from: End; to: End }
}

let live: LiveTracker | undefined
/** Hears along while the take lasts, so that little is left to do at its end. */
let along: Analysis | undefined
/** Keeps a microphone's tones whole where its sound comes late; what is played by this program never does. */
let stitcher: Stitcher | undefined
let liveRate = 48000
let blocks: Float32Array[] = []
let taken = 0
/** Ten minutes at 48 kHz: nobody holds a tone for longer, and memory has an end. */
const MOST_SAMPLES = 10 * 60 * 48000

/** A file is read in pieces of about so many bytes; the first must reach to its sound. */
const PIECE_BYTES = 1 << 19
/** Longer recordings are refused: nobody looks at them as one. */
const LONGEST_FILE_S = 3 * 3600
let cancelled = false
/** The newest live take: heard again, kept if somebody agrees, and gone with the next one. */
let newest: { samples: Float32Array; sampleRate: number } | undefined

function measured(
  { report, track, strokes, talkS }: Analysed,
  warnings: string[],
  { along, crossings }: Pick<Measurement, 'along' | 'crossings'>,
  lateS = 0,
): Measurement {
  return transfer(
    {
      report,
      tone: longTone(report),
      timeS: track.timeS,
      hz: track.hz,
      db: track.db,
      strokes,
      along,
      crossings,
      warnings: [...warnings, ...report.doubts],
      talkS,
      lateS,
    },
    [track.timeS.buffer, track.hz.buffer, track.db.buffer],
  )
}

function joined(pieces: readonly Float32Array[]): Float32Array {
  const all = new Float32Array(pieces.reduce((sum, p) => sum + p.length, 0))
  let at = 0
  for (const piece of pieces) {
    all.set(piece, at)
    at += piece.length
  }
  return all
}

/** What only a studio asks for comes by itself: a learner's phone needs neither fingers nor the simulated player. */
const hands = async () => ({
  ...(await import('@halitus/core/crossings')),
  ...(await import('@halitus/core/instruments')),
})
const player = () => import('@halitus/core/player')

/** What is followed among known pitches, where the instrument's own tuning puts them: quick notes, changes of a move. */
async function followed(
  samples: Float32Array,
  rate: number,
  heard: Analysed,
  { pitchesHz, move, transposition, a4Hz }: Ear,
): Promise<Pick<Measurement, 'along' | 'crossings'>> {
  const crossingsIn = async ({ instrument: on, system, from, to }: NonNullable<Ear['move']>) => {
    const { judgeCrossings, fingerSystem, instrument } = await hands()
    return judgeCrossings(samples, rate, heard, fingerSystem(instrument(on), system), from, to, {
      transposition,
      a4Hz,
    })
  }
  const off = pitchesHz && 2 ** (tuningOf(heard.track.hz, pitchesHz) / 1200)
  return {
    along:
      pitchesHz &&
      notesAlong(
        samples,
        rate,
        pitchesHz.map((hz) => hz * off!),
      ),
    crossings: move && (await crossingsIn(move)),
  }
}

const listener = {
  /**
   * Begins to listen to blocks that come through a port, and tells of frames as they become complete.
   * @param device whether a device gives the sound, which may be late
   */
  begin(
    port: MessagePort,
    sampleRate: number,
    ear: Ear,
    onFrames: (frames: LiveFrame[]) => void,
    device: boolean,
  ) {
    live = new LiveTracker(sampleRate, ear)
    const hears = new Analysis(sampleRate, ear)
    along = hears
    const stitches = device ? new Stitcher(sampleRate) : undefined
    stitcher = stitches
    liveRate = sampleRate
    blocks = []
    taken = 0
    port.onmessage = ({ data }: MessageEvent<Float32Array | 'heard?'>) => {
      // Blocks come in order: who asks is answered when all before have been heard.
      if (data === 'heard?') return port.postMessage('heard')
      if (!live || taken + data.length > MOST_SAMPLES) return
      const block = stitches ? stitches.push(data) : data
      if (block.length === 0) return
      blocks.push(block)
      taken += block.length
      const frames = live.push(block)
      if (frames.length) onFrames(frames)
      hears.push(block)
    }
  },
  /** Ends listening and judges the whole recording. It stays in memory until the next one, nowhere else. */
  async end(ear: Ear): Promise<Measurement> {
    const samples = joined(blocks)
    live = undefined
    blocks = []
    newest = { samples, sampleRate: liveRate }
    const tooLong = taken >= MOST_SAMPLES - 480
    const heard = along?.finish() ?? analyse(samples, liveRate, ear)
    along = undefined
    return measured(
      heard,
      tooLong ? ['A take lasts ten minutes at most; what came after isn’t heard.'] : [],
      await followed(samples, liveRate, heard, ear),
      stitcher?.takenOutS,
    )
  },
  /** Judges the newest live take once more; undefined when there is none. */
  async again(ear: Ear): Promise<Measurement | undefined> {
    if (!newest) return undefined
    const { samples, sampleRate } = newest
    const heard = analyse(samples, sampleRate, ear)
    return measured(heard, [], await followed(samples, sampleRate, heard, ear))
  },
  /**
   * Judges a WAVE file piece by piece, so that an hour of it needs no more memory than its curves. Throws WavError's
   * sentence; undefined when it was cancelled.
   */
  async file(file: Blob, ear: Ear, onShare: (share: number) => void): Promise<Measurement | undefined> {
    cancelled = false
    newest = undefined
    const bytes = async (from: number, to: number) => new Uint8Array(await file.slice(from, to).arrayBuffer())
    const wav = openWav(await bytes(0, PIECE_BYTES), file.size)
    if (wav.frames / wav.sampleRate > LONGEST_FILE_S)
      throw new WavError(`The recording is longer than ${LONGEST_FILE_S / 3600} hours. Cut it into parts.`)
    const analysis = new Analysis(wav.sampleRate, ear)
    const step = Math.max(1, Math.floor(PIECE_BYTES / wav.frameBytes))
    const pieces: Float32Array[] = []
    let kept = 0
    for (let at = 0; at < wav.frames; at += step) {
      const from = wav.dataFrom + at * wav.frameBytes
      const block = wav.decode(await bytes(from, from + Math.min(step, wav.frames - at) * wav.frameBytes))
      analysis.push(block)
      if ((ear.pitchesHz || ear.move) && kept < MOST_SAMPLES) pieces.push(block)
      kept += block.length
      onShare(Math.min(1, (at + step) / wav.frames))
      if (cancelled) return undefined
    }
    const heard = analysis.finish()
    return measured(heard, wav.warnings, await followed(joined(pieces), wav.sampleRate, heard, ear))
  },
  /** The newest live take as a WAVE file; undefined when there is none. */
  lastSound(): ArrayBuffer | undefined {
    if (!newest) return undefined
    const wav = writeWav(newest.samples, newest.sampleRate).buffer as ArrayBuffer
    return transfer(wav, [wav])
  },
  /** Judges a whole WAVE file that is in memory. Throws WavError's sentence. */
  async judge(wav: ArrayBuffer, ear: Ear): Promise<Measurement> {
    const { samples, sampleRate, warnings } = readWav(new Uint8Array(wav))
    const heard = analyse(samples, sampleRate, ear)
    return measured(heard, warnings, await followed(samples, sampleRate, heard, ear))
  },
  /** Fetches what a studio may ask for, so that it is there while the server is away. */
  async prepare(): Promise<void> {
    await Promise.all([hands(), player()])
  },
  /** Stops the judging of a file at its next piece. */
  cancel() {
    cancelled = true
  },
  /** The simulated player's sound. */
  async play(phrase: Phrase, sampleRate: number): Promise<Float32Array> {
    const { playPhrase } = await player()
    const { samples } = playPhrase(phrase, sampleRate)
    return transfer(samples, [samples.buffer])
  },
}

export type Listener = typeof listener
expose(listener)
