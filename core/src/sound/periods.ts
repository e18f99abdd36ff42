import FFT from 'fft.js'
import { between, HALF_KERNEL } from './between.ts'

/**
 * How well a window repeats after each lag: the normalised square difference of McLeod & Wyvill, “A smarter way to find
 * pitch” (2005), by two real Fourier transforms (fft.js). 1 is a perfect repeat, 0 is chance.
 */
export class Periods {
  readonly values: Float32Array
  readonly maxLag: number
  readonly length: number
  private readonly fft: FFT
  private readonly padded: number[]
  private readonly spectrum: number[]
  private readonly back: number[]

  /** @param length of the window, samples */
  constructor(length: number, maxLag: number) {
    this.length = length
    this.maxLag = maxLag
    // Long enough that a window, moved by the last lag, doesn't meet its own beginning.
    const size = 2 ** Math.ceil(Math.log2(length + maxLag + 1))
    this.fft = new FFT(size)
    // Plain arrays: the library's transform runs faster on them than on typed ones.
    this.padded = new Array<number>(size).fill(0)
    this.spectrum = this.fft.createComplexArray()
    this.back = this.fft.createComplexArray()
    this.values = new Float32Array(maxLag + 2)
  }

  /** Fills `values` for lags 0 to `maxLag`. @returns mean square of the window */
  read(x: Float32Array): number {
    const { padded, spectrum, back, values, length } = this
    const size = padded.length
    let energy = 0
    for (let i = 0; i < length; i++) {
      padded[i] = x[i]!
      energy += x[i]! * x[i]!
    }
    for (let i = length; i < size; i++) padded[i] = 0
    if (energy < 1e-12 * length) {
      values.fill(0)
      return 0
    }
    this.fft.realTransform(spectrum, padded)
    // The power spectrum is real and even: its transform is the autocorrelation.
    const half = size / 2
    padded[0] = spectrum[0]! * spectrum[0]!
    for (let k = 1; k <= half; k++) {
      const power = spectrum[2 * k]! ** 2 + spectrum[2 * k + 1]! ** 2
      padded[k] = power
      padded[size - k] = power
    }
    this.fft.realTransform(back, padded)
    let both = 2 * energy
    for (let lag = 0; lag <= this.maxLag + 1; lag++) {
      values[lag] = both > 1e-9 * energy ? (2 * back[2 * lag]!) / size / both : 0
      both -= x[lag]! * x[lag]! + x[length - 1 - lag]! * x[length - 1 - lag]!
    }
    return energy / length
  }

  /** Highest value within a third of a sample of a lag. */
  near(lag: number): number {
    const { values } = this
    if (lag < HALF_KERNEL || lag > this.maxLag - HALF_KERNEL)
      return lag > this.maxLag ? 0 : values[Math.round(lag)]!
    return Math.max(between(values, lag - 0.3), between(values, lag), between(values, lag + 0.3))
  }
}
