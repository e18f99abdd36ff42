/** Sample rates and the last stretch of a stream. All state is of a fixed size, however long the stream. */

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
const SIDE = (HALF_BAND.length - 1) / 2
/** Its middle and the taps of one side that aren’t zero. */
const HALVES = [0, 1, 3, 5, 7, 9, 11].map((k) => HALF_BAND[SIDE + k]!) as [
  number,
  number,
  number,
  number,
  number,
  number,
  number,
]

/** Something that takes a stream in blocks and gives another. `drain` gives what only needed silence to follow. */
export interface Stream {
  push(block: Float32Array): Float32Array
  drain(): Float32Array
}

/** Every second sample after a low-pass, so that nothing folds back; output `i` lies at input `2i`. */
export class Halver implements Stream {
  private kept = new Float32Array(SIDE)
  /** Index in the stream of the first kept sample. */
  private keptFrom = -SIDE
  private next = 0

  push(block: Float32Array): Float32Array {
    const all = new Float32Array(this.kept.length + block.length)
    all.set(this.kept)
    all.set(block, this.kept.length)
    const end = this.keptFrom + all.length
    const count = Math.max(0, Math.floor((end - 1 - SIDE - this.next) / 2) + 1)
    const out = new Float32Array(count)
    let c = this.next - this.keptFrom
    // The filter is the same both ways, and every second tap but the middle one is zero. Written out: a loop over six taps
    // takes twice as long.
    const [h0, h1, h3, h5, h7, h9, h11] = HALVES
    for (let i = 0; i < count; i++, c += 2) {
      const near = h1 * (all[c - 1]! + all[c + 1]!) + h3 * (all[c - 3]! + all[c + 3]!)
      const mid = h5 * (all[c - 5]! + all[c + 5]!) + h7 * (all[c - 7]! + all[c + 7]!)
      const far = h9 * (all[c - 9]! + all[c + 9]!) + h11 * (all[c - 11]! + all[c + 11]!)
      out[i] = h0 * all[c]! + near + mid + far
    }
    this.next += 2 * count
    const keepFrom = Math.min(all.length, Math.max(0, this.next - SIDE - this.keptFrom))
    this.kept = all.slice(keepFrom)
    this.keptFrom += keepFrom
    return out
  }
  drain(): Float32Array {
    return this.push(new Float32Array(SIDE))
  }
}

/** Twice the samples: zeros between, then the same low-pass; finer steps make the peak of a period easier to place. */
export class Doubler implements Stream {
  private kept = new Float32Array(SIDE)
  /** What comes out first belongs to the silence before the stream. */
  private early = SIDE

  push(block: Float32Array): Float32Array {
    const all = new Float32Array(this.kept.length + block.length)
    all.set(this.kept)
    all.set(block, this.kept.length)
    const half = SIDE / 2
    const out = new Float32Array(2 * block.length)
    // Output sample 2j lies on an input sample, 2j + 1 between two.
    for (let j = 0; j < block.length; j++) {
      const at = j + half
      let between = 0
      for (let k = 1; k <= SIDE; k += 2)
        between += HALF_BAND[SIDE + k]! * (all[at - (k - 1) / 2]! + all[at + (k + 1) / 2]!)
      out[2 * j] = 2 * HALF_BAND[SIDE]! * all[at]!
      out[2 * j + 1] = 2 * between
    }
    this.kept = all.slice(block.length)
    const skip = Math.min(this.early, out.length)
    this.early -= skip
    return out.subarray(skip)
  }
  drain(): Float32Array {
    return this.push(new Float32Array(SIDE / 2))
  }
}

/** First-order high-pass, and a soft roof: a quarter, a half, a quarter of three neighbours; one sample late. */
export class BandPass implements Stream {
  private low = 0
  private last = 0
  private before = 0
  private readonly share: number
  constructor(cutHz: number, sampleRate: number) {
    this.share = 1 - Math.exp((-2 * Math.PI * cutHz) / sampleRate)
  }
  push(block: Float32Array): Float32Array {
    const out = new Float32Array(block.length)
    for (let i = 0; i < block.length; i++) {
      this.low += this.share * (block[i]! - this.low)
      const high = block[i]! - this.low
      out[i] = 0.25 * this.before + 0.5 * this.last + 0.25 * high
      this.before = this.last
      this.last = high
    }
    return out
  }
  drain(): Float32Array {
    return this.push(new Float32Array(1))
  }
}

/** What {@link BandPass} leaves of the power at a frequency. */
export function bandPassPower(hz: number, cutHz: number, sampleRate: number): number {
  const floor = 1 / (1 + (cutHz / hz) ** 2)
  return floor * Math.cos((Math.PI * hz) / sampleRate) ** 4
}

/** The newest stretch of a stream in one piece: `data[index(i)]` is sample `i` of the stream. */
export class History {
  data: Float32Array
  private first = 0
  private filled = 0
  private readonly capacity: number

  /** @param capacity samples that stay within reach */
  constructor(capacity: number) {
    this.capacity = capacity
    this.data = new Float32Array(2 * capacity)
  }
  /** Samples so far. */
  get end(): number {
    return this.first + this.filled
  }
  get begin(): number {
    return this.first
  }
  push(block: Float32Array): void {
    for (let at = 0; at < block.length;) {
      const take = Math.min(block.length - at, this.data.length - this.filled)
      this.data.set(block.subarray(at, at + take), this.filled)
      this.filled += take
      at += take
      if (this.filled === this.data.length) {
        this.data.copyWithin(0, this.capacity)
        this.first += this.capacity
        this.filled -= this.capacity
      }
    }
  }
  /** Copies `into.length` samples from sample `from` on; what lies before the stream or has gone is silence. */
  read(from: number, into: Float32Array): void {
    const at = Math.round(from) - this.first
    const begin = Math.min(Math.max(0, at), this.filled)
    const end = Math.max(begin, Math.min(this.filled, at + into.length))
    const lead = Math.min(into.length, begin - at)
    into.fill(0, 0, Math.max(0, lead))
    if (end > begin) into.set(this.data.subarray(begin, end), lead)
    into.fill(0, Math.max(0, lead) + end - begin)
  }
}

/** Halves rates above 60 kHz and doubles those below 30 kHz until they are ordinary. */
export function ordinary(sampleRate: number): { sampleRate: number; stream: Stream } {
  const steps: Stream[] = []
  let rate = sampleRate
  for (; rate > 60000; rate /= 2) steps.push(new Halver())
  for (; rate < 30000; rate *= 2) steps.push(new Doubler())
  return {
    sampleRate: rate,
    stream: {
      push: (block) => steps.reduce((now, step) => step.push(now), block),
      drain: () =>
        steps.reduce<Float32Array>((now, step) => {
          const through = step.push(now)
          const rest = step.drain()
          const both = new Float32Array(through.length + rest.length)
          both.set(through)
          both.set(rest, through.length)
          return both
        }, new Float32Array(0)),
    },
  }
}
