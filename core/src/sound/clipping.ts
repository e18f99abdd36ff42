/** A peak that is cut off stays on one value for at least so many samples, and is entered and left with a step. */
const FLAT = 3
const STEP = 0.002
const LOUD = 0.1

/** Counts samples that were cut off at the top. A round peak of a slow sine has equal samples too, but no step beside them. */
export class Clipping {
  private flat = 0
  private all = 0
  private run = 1
  private last = 0
  private entered = 0

  hear(block: Float32Array): void {
    this.all += block.length
    for (let i = 0; i < block.length; i++) {
      const v = block[i]!
      if (v === this.last) {
        this.run++
        continue
      }
      const step = STEP * Math.abs(this.last)
      if (
        this.run >= FLAT &&
        Math.abs(this.last) >= LOUD &&
        this.entered > step &&
        Math.abs(v - this.last) > step
      )
        this.flat += this.run
      this.entered = Math.abs(v - this.last)
      this.run = 1
      this.last = v
    }
  }
  /** Share of all samples so far, 0 to 1. */
  get share(): number {
    return this.all ? this.flat / this.all : 0
  }
}
