import FFT from 'fft.js'

/** From when to when, s. */
interface Stretch {
  startS: number
  endS: number
}

/** A stretch that two notes can't explain, and what it is made of. */
export interface Foreign extends Stretch {
  /** Frequency of its strongest partial, Hz. */
  peakHz: number
  /** Whether it is a tone of that pitch: on its partials, and on more of them than every second or third. */
  sounds: (hz: number) => boolean
}

/** So many periods of the lower note fit into a window, which is so long at least and at most, samples. */
const PERIODS = 3
const WINDOW = { least: 1024, most: 4096 } as const
const HOP_S = 0.005
/** Above this the noise of breath and keys decides, Hz. */
const HIGHEST_HZ = 9000
/**
 * So much of a sound is left when both notes are taken away; so long it lasts. Chosen by Halitus on the simulated player and on
 * sampled tones joined (seeds below 1000); no published source.
 */
const LEFT = 0.4
const LEAST_S = 0.02
/** Softer than the softer note by more than this, dB, it is the noise of a gap. */
const AUDIBLE_DB = 20
/** So much of the power lies on the partials of what sounds; so much of that on those that a higher tone doesn't have. */
const ON_PARTIALS = 0.7
const OWN_PARTIALS = 0.05
/** The strongest partial of a tone is at most about this one. */
const STRONGEST = 5.2
/** A partial is found within this, as a share of its frequency, or within this many bins. */
const NEAR = 0.025
const NEAR_BINS = 1.2

/**
 * Where, between two notes, something sounds that is neither of them nor both at once: amplitudes of a short spectrum against
 * the notes' own, each as loud as it likes (least squares, no less than nothing of either).
 * @param samples one channel @param sampleRate Hz
 * @param spans where to look, each by itself @param own where each of the two notes surely sounds alone @param lowestHz the lower one's pitch
 * @returns in order of time; none where a note can't be known
 */
export function neither(
  samples: Float32Array,
  sampleRate: number,
  spans: readonly Stretch[],
  own: readonly [readonly Stretch[], readonly Stretch[]],
  lowestHz: number,
): Foreign[] {
  let length: number = WINDOW.least
  while (length < WINDOW.most && length < (PERIODS * sampleRate) / lowestHz) length *= 2
  const spectra = new Spectra(samples, sampleRate, length)
  const notes = own.map((stretches) => spectra.mean(stretches))
  if (!notes[0] || !notes[1]) return []
  const [a, b] = notes as [Float64Array, Float64Array]
  const [aa, ab, bb] = [dot(a, a), dot(a, b), dot(b, b)]
  const audible = Math.min(aa, bb) * 10 ** (-AUDIBLE_DB / 10)
  const found: Foreign[] = []
  /** Power that neither explains, summed over a stretch. */
  const rest = new Float64Array(a.length)
  for (const { startS, endS } of spans) {
    let from: number | undefined
    for (let s = startS; s <= endS + HOP_S; s += HOP_S) {
      const x = s <= endS ? spectra.at(s) : undefined
      const [p, q] = x ? shares(dot(x, a), dot(x, b), aa, ab, bb) : [0, 0]
      const all = x ? dot(x, x) : 0
      const on = !!x && all >= audible && all - p * dot(x, a) - q * dot(x, b) >= LEFT * all
      if (on) {
        from ??= s
        for (let i = 0; i < x.length; i++) rest[i]! += Math.max(0, x[i]! - p * a[i]! - q * b[i]!) ** 2
      } else if (from !== undefined) {
        if (s - from >= LEAST_S) found.push(foreign(rest, spectra.binHz, from, s - HOP_S))
        from = undefined
        rest.fill(0)
      }
    }
  }
  return found
}

const dot = (x: Float64Array, y: Float64Array) => {
  let sum = 0
  for (let i = 0; i < x.length; i++) sum += x[i]! * y[i]!
  return sum
}

/** How much of a and of b is in x, by least squares, neither less than nothing, from their products. */
function shares(xa: number, xb: number, aa: number, ab: number, bb: number): [number, number] {
  const det = aa * bb - ab * ab
  const [p, q] = [xa * bb - xb * ab, xb * aa - xa * ab]
  if (det > 1e-9 * aa * bb && p >= 0 && q >= 0) return [p / det, q / det]
  return (xa * xa) / aa >= (xb * xb) / bb ? [xa / aa, 0] : [0, xb / bb]
}

function foreign(rest: Float64Array, binHz: number, startS: number, endS: number): Foreign {
  const power = rest.slice()
  let top = 0
  for (let i = 1; i < power.length; i++) if (power[i]! > power[top]!) top = i
  return {
    startS,
    endS,
    peakHz: top * binHz,
    sounds: (hz) => top * binHz <= STRONGEST * hz && soundsAs(power, binHz, hz),
  }
}

/** Whether the power lies on multiples of a pitch, and not only on every second, third … of them. */
function soundsAs(power: Float64Array, binHz: number, hz: number): boolean {
  let [all, on] = [0, 0]
  const skipped = new Float64Array(9)
  for (let i = 0; i < power.length; i++) {
    const p = power[i]!
    all += p
    const n = Math.round((i * binHz) / hz)
    if (n < 1 || Math.abs(i * binHz - n * hz) > Math.min(hz / 4, Math.max(NEAR * n * hz, NEAR_BINS * binHz)))
      continue
    on += p
    for (let k = 2; k < skipped.length; k++) if (n % k) skipped[k]! += p
  }
  return on >= ON_PARTIALS * all && skipped.subarray(2).every((own) => own >= OWN_PARTIALS * on)
}

/** Amplitudes of short spectra of a sound, up to the highest that counts. */
class Spectra {
  readonly binHz: number
  private readonly fft: FFT
  private readonly window: Float64Array
  private readonly input: Float64Array
  private readonly spectrum: number[]
  private readonly bins: number

  constructor(
    private readonly samples: Float32Array,
    private readonly sampleRate: number,
    private readonly length: number,
  ) {
    this.fft = new FFT(length)
    this.window = Float64Array.from(
      { length },
      (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * (i + 0.5)) / length),
    )
    this.input = new Float64Array(length)
    this.spectrum = this.fft.createComplexArray()
    this.binHz = sampleRate / length
    this.bins = Math.min(length / 2, Math.ceil(HIGHEST_HZ / this.binHz))
  }

  /** Half a window, s. */
  private get halfS() {
    return this.length / this.sampleRate / 2
  }

  /** @param s middle of the window */
  at(s: number): Float64Array {
    const { input, samples, window, length, spectrum } = this
    const from = Math.round(s * this.sampleRate) - length / 2
    for (let i = 0; i < length; i++) input[i] = (samples[from + i] ?? 0) * window[i]!
    this.fft.realTransform(spectrum, input)
    return Float64Array.from({ length: this.bins }, (_, i) =>
      Math.hypot(spectrum[2 * i]!, spectrum[2 * i + 1]!),
    )
  }

  /** Mean over stretches, so far inside them that no window reaches out. */
  mean(stretches: readonly Stretch[]): Float64Array | undefined {
    const sum = new Float64Array(this.bins)
    let count = 0
    for (const { startS, endS } of stretches)
      for (let s = startS + this.halfS; s <= endS - this.halfS; s += HOP_S) {
        const x = this.at(s)
        for (let i = 0; i < sum.length; i++) sum[i]! += x[i]!
        count++
      }
    if (!count) return undefined
    return sum.map((v) => v / count)
  }
}
