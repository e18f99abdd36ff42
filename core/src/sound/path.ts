/** What the path has decided of a frame. */
export interface Sure {
  frame: number
  hz: number
  db: number
  clarity: number
  confidence: number
  looseHz: number
  overblown: number
  overHz: number
}

/** Candidates a frame may have, and one for “no pitch”. */
const MOST = 12
const NONE = 0

/** Weights of the three looks at one period: long window (which octave), short window, and the nearest two periods. */
const LONG = 0.35
const SHORT = 0.4
const CLOSE = 0.25
/** What an octave lower must be better by: a period's multiple repeats as well as the period itself. */
const OCTAVE = 0.032
/** What “no pitch” is worth a frame: 0 dB of harmonics to noise in the whole band leaves about a half. */
const SILENT = 0.4
/** Price of another note, of each octave it lies away, and of beginning and ending. */
const JUMP = 0.22
const FURTHER = 0.06
const EDGE = 0.3
/** Within this a pitch goes on, semitones; what it costs a semitone. */
const GOES_ON = 0.7
const GLIDE = 0.12
/** What being the note that was asked for is worth: enough between octaves that fit nearly alike, not more. */
const ASKED = 0.025

/**
 * One path through the candidates of all frames: dynamic programming (Viterbi), decided `wait` frames later, so that what
 * follows has its say. All arrays are of a fixed size.
 */
export class PathFinder {
  private readonly wait: number
  private readonly asked: number
  private readonly rows: number
  private readonly midi: Float64Array
  private readonly hz: Float64Array
  private readonly score: Float64Array
  private readonly clear: Float64Array
  private readonly shortAlone: Float64Array
  private readonly near: Float64Array
  private readonly total: Float64Array
  private readonly back: Int8Array
  private readonly counts: Int32Array
  private readonly db: Float64Array
  private now = -1
  private told = -1

  constructor(wait: number, askedHz?: number) {
    this.wait = wait
    this.asked = askedHz ? 12 * Math.log2(askedHz) : NaN
    this.rows = wait + 2
    const cells = this.rows * MOST
    this.midi = new Float64Array(cells)
    this.hz = new Float64Array(cells)
    this.score = new Float64Array(cells)
    this.clear = new Float64Array(cells)
    this.shortAlone = new Float64Array(cells)
    this.near = new Float64Array(cells)
    this.total = new Float64Array(cells)
    this.back = new Int8Array(cells)
    this.counts = new Int32Array(this.rows)
    this.db = new Float64Array(this.rows)
  }

  private row(frame: number): number {
    return (frame % this.rows) * MOST
  }

  begin(frame: number, db: number): void {
    this.now = frame
    const row = this.row(frame)
    this.counts[frame % this.rows] = 1
    this.db[frame % this.rows] = db
    this.hz[row] = 0
    this.score[row] = SILENT
    this.clear[row] = 0
    this.shortAlone[row] = 0
  }

  /** @param far,mid,close how well the long window, the short one and the nearest two periods repeat, up to 1 */
  offer(hz: number, far: number, mid: number, close: number): void {
    const count = this.counts[this.now % this.rows]!
    if (count >= MOST) return
    const cell = this.row(this.now) + count
    const midi = 12 * Math.log2(hz)
    this.hz[cell] = hz
    this.midi[cell] = midi
    let score = LONG * far + SHORT * mid + CLOSE * close + OCTAVE * Math.log2(hz / 440)
    if (Math.abs(midi - this.asked) < 1) score += ASKED
    this.score[cell] = score
    this.clear[cell] = Math.max(0, Math.min(1, mid))
    this.near[cell] = 0.5 * mid + 0.5 * close
    this.shortAlone[cell] = 0.5 * mid + 0.5 * close + OCTAVE * Math.log2(hz / 440)
    this.counts[this.now % this.rows] = count + 1
  }

  /** Closes the frame. @returns the frame that became sure, if one did */
  next(): Sure | undefined {
    const row = this.row(this.now)
    const count = this.counts[this.now % this.rows]!
    if (this.now === 0)
      for (let c = 0; c < count; c++) {
        this.total[row + c] = this.score[row + c]! - (c === NONE ? 0 : EDGE / 2)
        this.back[row + c] = 0
      }
    else {
      const before = this.row(this.now - 1)
      const had = this.counts[(this.now - 1) % this.rows]!
      let highest = -Infinity
      for (let c = 0; c < count; c++) {
        let best = -Infinity
        let from = 0
        for (let b = 0; b < had; b++) {
          const total = this.total[before + b]! - this.price(before + b, b, row + c, c)
          if (total > best) {
            best = total
            from = b
          }
        }
        this.total[row + c] = best + this.score[row + c]!
        this.back[row + c] = from
        highest = Math.max(highest, this.total[row + c]!)
      }
      // Only differences matter: keep the numbers small however long the stream.
      for (let c = 0; c < count; c++) this.total[row + c]! -= highest
    }
    return this.now - this.wait > this.told ? this.decide(++this.told) : undefined
  }

  /** The frames that still wait, one by one. */
  flush(): Sure | undefined {
    return this.told < this.now ? this.decide(++this.told) : undefined
  }

  private price(before: number, b: number, after: number, c: number): number {
    if (b === NONE || c === NONE) return b === c ? 0 : EDGE / 2
    const away = Math.abs(this.midi[before]! - this.midi[after]!)
    return away <= GOES_ON ? GLIDE * away : JUMP + (FURTHER * away) / 12
  }

  private decide(frame: number): Sure {
    let best = 0
    const last = this.row(this.now)
    for (let c = 1; c < this.counts[this.now % this.rows]!; c++)
      if (this.total[last + c]! > this.total[last + best]!) best = c
    for (let f = this.now; f > frame; f--) best = this.back[this.row(f) + best]!
    const row = this.row(frame)
    const count = this.counts[frame % this.rows]!
    let rival = 0
    let loose = 0
    for (let c = 0; c < count; c++) {
      const other = c !== best && (c === NONE || Math.abs(this.midi[row + c]! - this.midi[row + best]!) > 1)
      if (other) rival = Math.max(rival, this.score[row + c]!)
      if (c > 0 && this.shortAlone[row + c]! > (loose ? this.shortAlone[row + loose]! : LOOSE)) loose = c
    }
    const score = this.score[row + best]!
    let over = 0
    for (let c = 1; c < count; c++)
      if (best !== NONE && this.midi[row + c]! - this.midi[row + best]! > OVER)
        if (!over || this.near[row + c]! > this.near[row + over]!) over = c
    return {
      frame,
      hz: this.hz[row + best]!,
      db: this.db[frame % this.rows]!,
      clarity: this.clear[row + best]!,
      confidence: best === NONE ? 0 : Math.max(0, Math.min(1, 0.5 + 4 * (score - rival))),
      looseHz: loose ? this.hz[row + loose]! : 0,
      overblown: over ? Math.max(0, this.near[row + over]!) : 0,
      overHz: over ? this.hz[row + over]! : 0,
    }
  }
}

/** A shriek must repeat at least this well to be given a pitch. */
const LOOSE = 0.5

/** From here upwards another register sounds, semitones. */
const OVER = 10
