import type { Stream } from './streams.ts'

/**
 * Silence that is put in where sound comes too late: exact zeros in mid-swing. Chosen by Halitus on what a browser's microphone
 * gave on a busy machine: 10 or 20 ms, and what follows goes on where the tone was left. Rests between quick strokes, which a gate
 * may make as silent, last 45 ms and more.
 */
export const PUT_IN = {
  /** Shorter runs of zeros happen in any quiet recording, s. */
  leastS: 0.002,
  /** Longer ones are a rest, or a device that was muted, s. */
  mostS: 0.03,
  /** So long on either side is looked at, s: a quarter of the longest period that is played, and half of what comes at once. */
  besideS: 0.005,
  /** How far it swings there, of full scale: what fades into silence, or begins out of it, doesn't. */
  swing: 0.01,
} as const

const swings = (samples: ArrayLike<number>) => {
  for (let i = 0; i < samples.length; i++) if (Math.abs(samples[i]!) >= PUT_IN.swing) return true
  return false
}

/**
 * Takes out of a live stream the short silences that a system puts in where sound comes late, so that a held tone stays whole and
 * as long as it was. What was really lost stays lost; rests, fades and quiet rooms go through untouched, zeros at most 35 ms later.
 *
 * @example
 * const stitcher = new Stitcher(48000)
 * stitcher.push(tone) // the tone
 * stitcher.push(new Float32Array(480)) // nothing yet
 * stitcher.push(more) // the tone goes on
 * stitcher.takenOutS // 0.01
 */
export class Stitcher implements Stream {
  private readonly rate: number
  /** The newest samples that were given on, as a ring. */
  private readonly before: Float32Array
  private at = 0
  /** Zeros that are held back, then what came after them until it is long enough to be judged. */
  private zeros = 0
  private after: number[] = []
  /** In a silence that has gone on for too long to be held back. */
  private resting = false
  private takenOut = 0
  private out = new Float32Array(0)
  private filled = 0

  /** @param sampleRate Hz */
  constructor(sampleRate: number) {
    this.rate = sampleRate
    this.before = new Float32Array(Math.round(PUT_IN.besideS * sampleRate))
  }

  /** How much was taken out so far, s. */
  get takenOutS(): number {
    return this.takenOut / this.rate
  }

  push(block: Float32Array): Float32Array {
    this.out = new Float32Array(this.zeros + this.after.length + block.length)
    this.filled = 0
    for (const sample of block) this.take(sample)
    return this.out.subarray(0, this.filled)
  }

  drain(): Float32Array {
    this.out = new Float32Array(this.zeros + this.after.length)
    this.filled = 0
    this.release()
    return this.out
  }

  private take(sample: number): void {
    if (this.after.length > 0) {
      this.after.push(sample)
      if (this.after.length === this.before.length) this.judge()
    } else if (sample !== 0) {
      this.resting = false
      if (this.zeros > 0) this.after.push(sample)
      else this.give(sample)
    } else if (this.resting) this.give(0)
    else if (++this.zeros > PUT_IN.mostS * this.rate) {
      this.release()
      this.resting = true
    }
  }

  private judge(): void {
    if (this.zeros >= PUT_IN.leastS * this.rate && swings(this.before) && swings(this.after)) {
      this.takenOut += this.zeros
      this.zeros = 0
    }
    this.release()
  }

  private release(): void {
    for (; this.zeros > 0; this.zeros--) this.give(0)
    for (const sample of this.after) this.give(sample)
    this.after = []
  }

  private give(sample: number): void {
    this.out[this.filled++] = sample
    this.before[this.at] = sample
    this.at = (this.at + 1) % this.before.length
  }
}
