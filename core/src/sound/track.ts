import { PitchDetector } from 'pitchy'

/** Pitch and loudness over time, a value every hop. */
export interface Track {
  /** Time of each window's centre, s. */
  timeS: Float64Array
  /** 0 where there is no pitch. */
  hz: Float32Array
  /** Level of the middle 20 ms, dB below full scale. */
  db: Float32Array
  /** 0 to 1, how periodic the window is. */
  clarity: Float32Array
  hopS: number
  /** Length of the window that pitch is taken from, s. */
  windowS: number
}

export interface Frame {
  hz: number
  db: number
  clarity: number
}

const HOP_S = 0.01
/** Below this the room is heard, not the instrument (chosen by Halitus). */
const SILENCE_DB = -58
/** Clarity of 0.8 is a harmonics-to-noise ratio of 6 dB: breathier than that is air, not a note. */
const CLEAR = 0.8
const LOWEST_HZ = 45
const HIGHEST_HZ = 4800
/** Where the short window takes over from the long one. */
const CROSSOVER_HZ = 520

const powerOfTwo = (n: number) => 2 ** Math.round(Math.log2(n))

/** Windowed-sinc low-pass for halving a sample rate; unity gain, linear phase (textbook design, Hann window). */
const HALF_BAND = (() => {
  const side = 12
  const taps = Float64Array.from({ length: 2 * side + 1 }, (_, i) => {
    const k = i - side
    const sinc = k === 0 ? 0.5 : Math.sin((Math.PI * k) / 2) / (Math.PI * k)
    return sinc * (0.5 + 0.5 * Math.cos((Math.PI * k) / (side + 1)))
  })
  const sum = taps.reduce((a, b) => a + b, 0)
  return taps.map((t) => t / sum)
})()

/** Every second sample after a low-pass, so that nothing folds back. */
export function halve(samples: Float32Array): Float32Array {
  const side = (HALF_BAND.length - 1) / 2
  const out = new Float32Array(Math.ceil(samples.length / 2))
  for (let i = 0; i < out.length; i++) {
    const centre = 2 * i
    const from = Math.max(-side, -centre)
    const to = Math.min(side, samples.length - 1 - centre)
    let sum = 0
    for (let k = from; k <= to; k++) sum += samples[centre + k]! * HALF_BAND[k + side]!
    out[i] = sum
  }
  return out
}

/** Twice the samples: zeros between, then the same low-pass; finer steps make the peak of a period easier to place. */
function double(samples: Float32Array): Float32Array {
  const side = (HALF_BAND.length - 1) / 2
  const out = new Float32Array(samples.length * 2)
  for (let i = 0; i < out.length; i++) {
    let sum = 0
    for (let k = -side + ((i + side) % 2); k <= side; k += 2)
      sum += (samples[(i + k) / 2] ?? 0) * HALF_BAND[k + side]!
    out[i] = 2 * sum
  }
  return out
}

/**
 * Reads single frames. Two windows share the work: a long one at half the rate for low notes, a short one at the
 * full rate for high notes; the one that fitted last is tried first, so a frame costs one detection, seldom two.
 * Pitch: McLeod & Wyvill 2005 (normalised square difference), by the pitchy library.
 */
export class FrameReader {
  readonly windowS: number
  readonly hop: number
  /** Samples on each side of a centre that a frame needs. */
  readonly reach: number
  private readonly long: PitchDetector<number[]>
  private readonly short: PitchDetector<number[]>
  private readonly longBuffer: number[]
  private readonly shortBuffer: number[]
  private readonly factor: number
  private readonly sampleRate: number
  private high = false

  constructor(sampleRate: number) {
    this.sampleRate = sampleRate
    this.factor = sampleRate > 20000 ? 2 : 1
    const longLength = powerOfTwo(0.043 * (sampleRate / this.factor))
    const shortLength = powerOfTwo(0.021 * sampleRate)
    this.long = PitchDetector.forNumberArray(longLength)
    this.short = PitchDetector.forNumberArray(shortLength)
    // Plain arrays: the library's Fourier transform runs twice as fast on them as on typed arrays.
    this.longBuffer = new Array<number>(longLength).fill(0)
    this.shortBuffer = new Array<number>(shortLength).fill(0)
    this.windowS = (longLength * this.factor) / sampleRate
    this.hop = Math.round(sampleRate * HOP_S)
    this.reach = (longLength * this.factor) / 2
  }

  /** The half-rate signal that {@link read} needs beside the full one. */
  slow(samples: Float32Array): Float32Array {
    return this.factor === 2 ? halve(samples) : samples
  }

  /** One frame around `centre` (an index into `samples`); what lies beyond the ends counts as silence. */
  read(samples: Float32Array, slow: Float32Array, centre: number): Frame {
    const db = this.level(samples, centre)
    if (db < SILENCE_DB) return { hz: 0, db, clarity: 0 }
    const first = this.detect(this.high, samples, slow, centre)
    let best = first
    if (!first.fits) {
      const second = this.detect(!this.high, samples, slow, centre)
      if (second.fits || second.clarity > first.clarity) {
        best = second
        this.high = !this.high
      }
    }
    const heard = best.clarity >= CLEAR && best.hz >= LOWEST_HZ && best.hz <= HIGHEST_HZ
    return { hz: heard ? best.hz : 0, db, clarity: best.clarity }
  }

  private detect(high: boolean, samples: Float32Array, slow: Float32Array, centre: number) {
    const source = high ? samples : slow
    const rate = high ? this.sampleRate : this.sampleRate / this.factor
    const buffer = high ? this.shortBuffer : this.longBuffer
    const start = Math.round(high ? centre : centre / this.factor) - buffer.length / 2
    for (let i = 0; i < buffer.length; i++) buffer[i] = source[start + i] ?? 0
    const [hz, clarity] = (high ? this.short : this.long).findPitch(buffer, rate)
    const inside = high ? hz > CROSSOVER_HZ * 0.9 : hz < CROSSOVER_HZ * 1.1
    return { hz, clarity, fits: clarity >= CLEAR && inside }
  }

  private level(samples: Float32Array, centre: number): number {
    const from = Math.max(0, centre - this.hop)
    const to = Math.min(samples.length, centre + this.hop)
    let sum = 0
    for (let i = from; i < to; i++) sum += samples[i]! * samples[i]!
    return 10 * Math.log10(sum / Math.max(1, to - from) + 1e-12)
  }
}

/** Halves rates above 60 kHz and doubles those below 30 kHz until they are ordinary. */
function ordinaryRate(
  samples: Float32Array,
  sampleRate: number,
): { samples: Float32Array; sampleRate: number } {
  let now = { samples, sampleRate }
  while (now.sampleRate > 60000) now = { samples: halve(now.samples), sampleRate: now.sampleRate / 2 }
  while (now.sampleRate < 30000) now = { samples: double(now.samples), sampleRate: now.sampleRate * 2 }
  return now
}

/** Pitch and loudness of a whole signal, every 10 ms. */
export function trackPitch(signal: Float32Array, signalRate: number): Track {
  const { samples, sampleRate } = ordinaryRate(signal, signalRate)
  const reader = new FrameReader(sampleRate)
  const slow = reader.slow(samples)
  const count = Math.max(1, Math.floor(samples.length / reader.hop))
  const track: Track = {
    timeS: new Float64Array(count),
    hz: new Float32Array(count),
    db: new Float32Array(count),
    clarity: new Float32Array(count),
    hopS: reader.hop / sampleRate,
    windowS: reader.windowS,
  }
  for (let i = 0; i < count; i++) {
    const centre = Math.round((i + 0.5) * reader.hop)
    const frame = reader.read(samples, slow, centre)
    track.timeS[i] = centre / sampleRate
    track.hz[i] = frame.hz
    track.db[i] = frame.db
    track.clarity[i] = frame.clarity
  }
  return track
}

/** A frame heard live, with its place in the stream. */
export interface LiveFrame extends Frame {
  /** Time of the window's centre since the stream began, s. */
  timeS: number
  /** Time of the last sample that the frame used, s; the screen is late by what comes after it. */
  newestS: number
}

/** Follows a stream: push blocks as they come, get the frames that became complete. */
export class LiveTracker {
  private readonly reader: FrameReader
  private readonly sampleRate: number
  private readonly window: Float32Array
  private filled = 0
  private taken = 0

  constructor(sampleRate: number) {
    this.sampleRate = sampleRate
    this.reader = new FrameReader(sampleRate)
    this.window = new Float32Array(this.reader.reach * 2)
  }

  push(block: Float32Array): LiveFrame[] {
    const frames: LiveFrame[] = []
    const { window, reader } = this
    for (let at = 0; at < block.length;) {
      const take = Math.min(reader.hop - this.filled, block.length - at)
      window.copyWithin(0, take)
      window.set(block.subarray(at, at + take), window.length - take)
      at += take
      this.filled += take
      this.taken += take
      if (this.filled < reader.hop) continue
      this.filled = 0
      const frame = reader.read(window, reader.slow(window), reader.reach)
      frames.push({
        ...frame,
        timeS: (this.taken - reader.reach) / this.sampleRate,
        newestS: this.taken / this.sampleRate,
      })
    }
    return frames
  }
}
