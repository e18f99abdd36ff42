import type { Model } from './model.ts'
import { holeMatrix } from './tube.ts'

/** Steps of an octave that a table is made in: 20 cents, a third of the width of a resonance (from memory). */
const STEPS = 60
/** Numbers of a transfer matrix: A, B, C, D, each real and imaginary. */
const MATRIX = 8
/** So many rows of odd openings are kept for use again. */
const KEPT = 256

/** A hole and the bore above it at every frequency of a table: a matrix each. */
export type Row = Float64Array

/** Pressure and flow, each real and imaginary. */
export type Wave = Float64Array

/** What some fingers make of a tube: the waves above the lower half of its holes, and the rows of the upper ones. */
export interface Fingers {
  readonly below: Float64Array
  readonly upper: readonly Row[]
}

/**
 * A tube's matrices over a row of frequencies, worked out once: with them a fingering costs a fifth of a microsecond a
 * frequency, with nothing allocated and nothing divided. Frequencies rise by equal ratios, so that an octave is always the
 * same number of steps.
 */
export class Table {
  readonly hz: Float64Array
  /** Of so many frequencies from the first on resonances are looked for; the others serve as partials. */
  readonly sounding: number
  /** Number of holes. */
  readonly holes: number
  /** Holes from the bell up, as numbers in the tube's order. */
  readonly order: Int16Array
  private readonly pieceOf: Int16Array
  private readonly stretches: Float64Array[]
  private readonly rest: Row[][]
  private readonly odd = new Map<string, Row>()
  /** Waves above the lower half of the holes: what a hand holds down there is the same for many fingerings. */
  private readonly lower = new Map<string, Float64Array>()
  private readonly half: number
  private readonly below: Float64Array
  private readonly mouth: Float64Array
  private readonly reed: boolean
  private readonly wave: Wave = new Float64Array(4)

  /** @param partials up to which multiple of the highest pitch the table reaches */
  constructor(
    private readonly model: Model,
    fromHz: number,
    toHz: number,
    partials: number,
  ) {
    const { column } = model
    this.reed = model.way === 'greatest'
    this.sounding = Math.ceil(Math.log2(toHz / fromHz) * STEPS) + 1
    const n = this.sounding + Math.ceil(Math.log2(partials) * STEPS) + 1
    this.hz = Float64Array.from({ length: n }, (_, i) => fromHz * 2 ** (i / STEPS))
    const holes = Array.from({ length: column.pieces }, (_, i) => i).filter(
      (i) => column.holeOf(i) !== undefined,
    )
    this.holes = holes.length
    this.half = holes.length >> 1
    this.order = Int16Array.from(holes, (i) => column.holeOf(i)!)
    this.pieceOf = Int16Array.from(holes)
    this.stretches = Array.from({ length: this.holes + 1 }, () => new Float64Array(n * MATRIX))
    this.below = new Float64Array(4 * n)
    this.mouth = Float64Array.from(this.hz, (hz) => model.mouthAt(hz))
    const one = new Float64Array(MATRIX)
    const all = new Float64Array(MATRIX)
    const z = { re: 0, im: 0 }
    for (let i = 0; i < n; i++) {
      const omega = 2 * Math.PI * this.hz[i]!
      let piece = 0
      for (const stretch of this.stretches) {
        all.set(UNIT)
        for (; piece < column.pieces && column.holeOf(piece) === undefined; piece++) {
          column.coneAt(piece, omega, one)
          multiply(one, all, all)
        }
        piece++
        stretch.set(all, i * MATRIX)
      }
      column.bell(omega, z)
      this.below.set([z.re, z.im, 1, 0], 4 * i)
      through(this.stretches[0]!, i * MATRIX, this.below.subarray(4 * i, 4 * i + 4))
    }
    this.rest = [0, 1].map((share) => holes.map((_, h) => this.made(h, share)))
  }

  private made(h: number, share: number): Row {
    const row = new Float64Array(MATRIX * this.hz.length)
    const parts = new Float64Array(3)
    const one = new Float64Array(MATRIX)
    const above = this.stretches[h + 1]!
    for (let i = 0; i < this.hz.length; i++) {
      this.model.column.holeAt(this.pieceOf[h]!, 2 * Math.PI * this.hz[i]!, share, parts, 0)
      holeMatrix(parts, one)
      multiply(above.subarray(i * MATRIX, (i + 1) * MATRIX), one, one)
      row.set(one, i * MATRIX)
    }
    return row
  }

  /** What fingers make of the tube, for how far each hole is open in the tube's order. */
  fingers(open: ArrayLike<number>): Fingers {
    const share = (h: number) => open[this.order[h]!]!
    let key = ''
    for (let h = 0; h < this.half; h++) key += `${share(h)} `
    let below = this.lower.get(key)
    if (!below) {
      if (this.lower.size >= KEPT) this.lower.clear()
      const rows: Row[] = []
      for (let h = 0; h < this.half; h++) rows.push(this.row(h, share(h)))
      below = this.below.slice()
      for (let i = 0; i < this.hz.length; i++) for (const row of rows) this.past(i, row, below, 4 * i, 4 * i)
      this.lower.set(key, below)
    }
    const upper: Row[] = []
    for (let h = this.half; h < this.holes; h++) upper.push(this.row(h, share(h)))
    return { below, upper }
  }

  /** The row of a hole, counted from the bell up, that is open by a share. */
  row(h: number, share: number): Row {
    if (share === 0) return this.rest[0]![h]!
    if (share === 1) return this.rest[1]![h]!
    const key = `${h} ${share}`
    let row = this.odd.get(key)
    if (!row) {
      if (this.odd.size >= KEPT) this.odd.clear()
      this.odd.set(key, (row = this.made(h, share)))
    }
    return row
  }

  /** The wave below the lowest hole at the i-th frequency, written at `at`. */
  start(i: number, into: Wave, at = 0): void {
    for (let k = 0; k < 4; k++) into[at + k] = this.below[4 * i + k]!
  }

  /** A wave at `from` carried past a hole to below the next one up, written at `to`. */
  past(i: number, row: Row, waves: Wave, from: number, to: number): void {
    const m = i * MATRIX
    const pr = waves[from]!
    const pi = waves[from + 1]!
    const ur = waves[from + 2]!
    const ui = waves[from + 3]!
    waves[to] = row[m]! * pr - row[m + 1]! * pi + row[m + 2]! * ur - row[m + 3]! * ui
    waves[to + 1] = row[m]! * pi + row[m + 1]! * pr + row[m + 2]! * ui + row[m + 3]! * ur
    waves[to + 2] = row[m + 4]! * pr - row[m + 5]! * pi + row[m + 6]! * ur - row[m + 7]! * ui
    waves[to + 3] = row[m + 4]! * pi + row[m + 5]! * pr + row[m + 6]! * ui + row[m + 7]! * ur
  }

  /** Adds reed or lips to a wave at the upper end. */
  withMouth(i: number, wave: Wave, at = 0): void {
    const x = this.mouth[i]!
    if (this.reed) {
      // Some of the flow goes into the reed's volume.
      wave[at + 2] = wave[at + 2]! - x * wave[at + 1]!
      wave[at + 3] = wave[at + 3]! + x * wave[at]!
    } else {
      // Some of the pressure goes into moving the air at the lips.
      wave[at] = wave[at]! - x * wave[at + 3]!
      wave[at + 1] = wave[at + 1]! + x * wave[at + 2]!
    }
  }

  /**
   * What runs straight through zero, rising, at a resonance: for a reed the imaginary part of the admittance, for a jet that
   * of the impedance.
   */
  rising(wave: Wave, at = 0): number {
    const pr = wave[at]!
    const pi = wave[at + 1]!
    const ur = wave[at + 2]!
    const ui = wave[at + 3]!
    return this.reed ? (ui * pr - ur * pi) / (pr * pr + pi * pi) : (pi * ur - pr * ui) / (ur * ur + ui * ui)
  }

  private walk(i: number, { below, upper }: Fingers): Wave {
    const { wave } = this
    for (let k = 0; k < 4; k++) wave[k] = below[4 * i + k]!
    for (let h = 0; h < upper.length; h++) this.past(i, upper[h]!, wave, 0, 0)
    this.withMouth(i, wave)
    return wave
  }

  /**
   * Where the air likes to sound, as places in the table: whole numbers are its frequencies.
   * @param found is written into @returns how many there are
   */
  resonances(fingers: Fingers, found: Float64Array, first = 0, last = this.sounding - 1): number {
    let count = 0
    let before = 0
    for (let i = first; i <= last; i++) {
      const now = this.rising(this.walk(i, fingers))
      if (i > first && before < 0 && now >= 0 && count < found.length)
        found[count++] = i - 1 + before / (before - now)
      before = now
    }
    return count
  }

  /** Hz at a place between two of the table's frequencies. */
  hzAt(place: number): number {
    return this.hz[0]! * 2 ** (place / STEPS)
  }

  /** How many places further up the n-th partial lies. */
  placesUp(n: number): number {
    return Math.log2(n) * STEPS
  }

  /** The place of a frequency, Hz. */
  placeOf(hz: number): number {
    return Math.log2(hz / this.hz[0]!) * STEPS
  }

  /** How readily the tube answers at a place: the real part of the impedance for a reed, of the admittance for a jet. */
  answer(place: number, fingers: Fingers): number {
    const i = Math.min(this.hz.length - 2, Math.max(0, Math.floor(place)))
    const low = this.real(i, fingers)
    return low + (this.real(i + 1, fingers) - low) * Math.min(1, Math.max(0, place - i))
  }
  private real(i: number, fingers: Fingers): number {
    const wave = this.walk(i, fingers)
    const pr = wave[0]!
    const pi = wave[1]!
    const ur = wave[2]!
    const ui = wave[3]!
    return (pr * ur + pi * ui) / (this.reed ? ur * ur + ui * ui : pr * pr + pi * pi)
  }
}

const UNIT = [1, 0, 0, 0, 0, 0, 1, 0]

/** out := a · b, each of eight numbers; `out` may be `b`. */
function multiply(a: Float64Array, b: Float64Array, out: Float64Array): void {
  const [b0, b1, b2, b3, b4, b5, b6, b7] = b as unknown as number[]
  for (let r = 0; r < MATRIX; r += 4) {
    const [ar, ai, br, bi] = [a[r]!, a[r + 1]!, a[r + 2]!, a[r + 3]!]
    out[r] = ar * b0! - ai * b1! + br * b4! - bi * b5!
    out[r + 1] = ar * b1! + ai * b0! + br * b5! + bi * b4!
    out[r + 2] = ar * b2! - ai * b3! + br * b6! - bi * b7!
    out[r + 3] = ar * b3! + ai * b2! + br * b7! + bi * b6!
  }
}

/** A wave carried through the matrix at `at`. */
function through(m: Float64Array, at: number, wave: Wave): void {
  const [pr, pi, ur, ui] = wave as unknown as [number, number, number, number]
  for (let k = 0; k < 2; k++) {
    const [ar, ai, br, bi] = [m[at + 4 * k]!, m[at + 4 * k + 1]!, m[at + 4 * k + 2]!, m[at + 4 * k + 3]!]
    wave[2 * k] = ar * pr - ai * pi + br * ur - bi * ui
    wave[2 * k + 1] = ar * pi + ai * pr + br * ui + bi * ur
  }
}
