import { Candidates } from './candidates.ts'
import { FineFeatures } from './features.ts'
import { PathFinder, type Sure } from './path.ts'
import { Periods } from './periods.ts'
import { BandPass, History, Halver, ordinary, type Stream } from './streams.ts'

/** Everything that is told of one moment. */
export interface Frame {
  /** Time of the window's centre since the stream began, s. */
  timeS: number
  /** 0 where there is no pitch. */
  hz: number
  /** What was heard without knowing which note was asked for; the same as `hz` when none was. */
  aloneHz: number
  /** Level of the middle 20 ms, dB below full scale. */
  db: number
  /** 0 to 1, how well the sound repeats. */
  clarity: number
  /** 0 to 1, how much better this pitch fits than any other and than none. */
  confidence: number
  /** The pitch that fits the shortest window best, whatever came before; 0 for none. Told, not yet used by a rule. */
  looseHz: number
  /** Harmonic to noise, dB, over the last 5 ms; NaN without a pitch. */
  hnrDb: number
  /** Centre of the spectrum, in partials; NaN without a pitch. */
  brightness: number
  /** Odd against even partials, the first left out, dB; NaN without a pitch. */
  oddEvenDb: number
  /** Level over whole periods, 5 ms at least, dB: what follows a stroke of the tongue. */
  levelDb: number
  /** Level of what lies above 1.5 kHz, likewise: a stroke shows there first. */
  upperDb: number
  /** 0 to 1, how well a higher partial alone would explain the sound, and which; 0 for none. */
  overblown: number
  overHz: number
}

/** Frames of a whole signal, a column each. */
export interface Track {
  timeS: Float64Array
  hz: Float32Array
  aloneHz: Float32Array
  db: Float32Array
  clarity: Float32Array
  confidence: Float32Array
  looseHz: Float32Array
  hnrDb: Float32Array
  brightness: Float32Array
  oddEvenDb: Float32Array
  levelDb: Float32Array
  upperDb: Float32Array
  overblown: Float32Array
  overHz: Float32Array
  hopS: number
  /** Length of the window that a value of the pitch is taken from, s, for a pitch of that period. */
  windowS: number
}

const HOP_S = 0.005
/** Below this the room is heard, not the instrument (chosen by Halitus). */
const SILENCE_DB = -60
const LOWEST_HZ = 45
const HIGHEST_HZ = 4800
const BEYOND_HZ = 5900
/** Mains and rumble are softened before periods are looked for; no instrument here speaks below B♭1 (58 Hz). */
const RUMBLE_HZ = 100
/** The long window settles the octave, the short one says when. */
const LONG_S = 0.0625
const SHORT_S = 0.0215
/** Frames that a decision waits for what follows: live, 15 ms; in a file, 200 ms. */
const WAIT_LIVE = 3
const WAIT_FILE = 40

const SLICE = 1024

export interface TrackerOptions {
  /** The note that was asked for, Hz: may settle an octave. */
  askedHz?: number
  live?: boolean
}

/**
 * Follows a stream in constant memory: push blocks as they come, get the frames that became sure. The same code live and
 * for files; live it waits less long for what follows.
 */
export class Tracker {
  readonly hopS: number
  /** Time of the last sample that came in, s. */
  get newestS(): number {
    return this.taken / this.inputRate
  }
  private taken = 0
  private readonly inputRate: number
  private readonly sampleRate: number
  private readonly ready: Stream
  private readonly half = new Halver()
  private readonly quarter = new Halver()
  private readonly rumble: BandPass
  private readonly full: History
  private readonly middle: History
  private readonly slow: History
  private readonly hop: number
  private frame = 0
  private readonly long: Periods
  private readonly short: Periods
  private readonly longWindow: Float32Array
  private readonly shortWindow: Float32Array
  private readonly longCandidates = new Candidates(6)
  private readonly shortCandidates = new Candidates(6)
  private readonly path: PathFinder
  private readonly alone: PathFinder | undefined
  private readonly fine: FineFeatures
  private longLevel = 0

  /** @param sampleRate Hz, 8000 to 192000 */
  constructor(sampleRate: number, options: TrackerOptions = {}) {
    this.inputRate = sampleRate
    const { sampleRate: rate, stream } = ordinary(sampleRate)
    this.sampleRate = rate
    this.ready = stream
    this.hop = Math.round(rate * HOP_S)
    this.hopS = this.hop / rate
    const second = rate / 2
    const fourth = rate / 4
    this.rumble = new BandPass(RUMBLE_HZ, second)
    const longLength = Math.round(LONG_S * fourth)
    const shortLength = Math.round(SHORT_S * second)
    const longest = Math.ceil(fourth / LOWEST_HZ)
    this.long = new Periods(longLength, longest)
    this.short = new Periods(shortLength, Math.floor(shortLength / 2))
    this.longWindow = new Float32Array(longLength)
    this.shortWindow = new Float32Array(shortLength)
    const wait = options.live ? WAIT_LIVE : WAIT_FILE
    const seconds = (wait + 2) * HOP_S + 0.2
    this.full = new History(Math.round(seconds * rate))
    this.middle = new History(Math.round(seconds * second))
    this.slow = new History(Math.round(seconds * fourth))
    this.path = new PathFinder(wait, options.askedHz)
    if (options.askedHz) this.alone = new PathFinder(wait)
    const upper = new History(Math.round(seconds * rate))
    this.fine = new FineFeatures(rate, this.full, this.middle, upper, RUMBLE_HZ)
  }

  /** @returns frames that became sure, oldest first */
  push(block: Float32Array): Frame[] {
    this.taken += block.length
    const frames: Frame[] = []
    // The histories reach back a fixed time: a long block is taken in small ones.
    for (let at = 0; at < block.length; at += SLICE)
      frames.push(...this.take(this.ready.push(block.subarray(at, at + SLICE))))
    return frames
  }

  /** The frames that were still waiting for what follows. */
  finish(): Frame[] {
    const wanted = Math.max(1, Math.floor((this.taken * this.sampleRate) / this.inputRate / this.hop))
    const rest = this.take(this.ready.drain())
    const silence = new Float32Array(Math.round(0.05 * this.sampleRate))
    while (this.frame < wanted) rest.push(...this.take(silence, wanted))
    for (;;) {
      const sure = this.path.flush()
      if (!sure) break
      rest.push(this.tell(sure, this.alone?.flush()))
    }
    return rest
  }

  private take(block: Float32Array, most = Infinity): Frame[] {
    this.full.push(block)
    this.fine.hear(block)
    const middle = this.half.push(block)
    const clean = this.rumble.push(middle)
    this.middle.push(clean)
    this.slow.push(this.quarter.push(clean))
    const frames: Frame[] = []
    for (;;) {
      const centre = (this.frame + 0.5) * this.hop
      if (this.frame >= most) break
      if (centre / 4 + this.longWindow.length / 2 > this.slow.end) break
      this.look(centre)
      this.frame++
      const sure = this.path.next()
      if (sure) frames.push(this.tell(sure, this.alone?.next()))
    }
    return frames
  }

  /** Finds what periods the moment may have, and hands them to the path. */
  private look(centre: number): void {
    const { short, long, shortWindow, longWindow } = this
    const db = this.fine.levelDb(centre, this.hop)
    this.path.begin(this.frame, db)
    this.alone?.begin(this.frame, db)
    if (db < SILENCE_DB) return
    const second = this.sampleRate / 2
    this.middle.read(Math.round(centre / 2 - shortWindow.length / 2), shortWindow)
    short.read(shortWindow)
    // Searched a little beyond what is told, so that what lies there isn't heard an octave lower.
    this.shortCandidates.take(short, second / BEYOND_HZ)
    // A long window changes little in 5 ms: every second one is enough.
    if (this.frame % 2 === 0 || this.longLevel < SILENCE_DB) {
      this.slow.read(Math.round(centre / 4 - longWindow.length / 2), longWindow)
      long.read(longWindow)
      this.longCandidates.take(long, second / 2 / (HIGHEST_HZ / 4))
    }
    this.longLevel = db
    const { shortCandidates: s, longCandidates: l } = this
    for (let c = 0; c < s.count; c++) this.offer(second / s.lag[c]!, centre, s.value[c]!)
    for (let c = 0; c < l.count; c++) {
      const hz = second / 2 / l.lag[c]!
      // What the short window has seen as well it has placed better.
      let known = false
      for (let k = 0; k < s.count; k++) known ||= Math.abs(second / s.lag[k]! / hz - 1) < 0.025
      if (!known) this.offer(hz, centre, -1, l.value[c]!)
    }
  }

  private offer(hz: number, centre: number, shortValue: number, longValue = -1): void {
    if (hz < LOWEST_HZ || hz > BEYOND_HZ) return
    const second = this.sampleRate / 2
    const shortLag = second / hz
    const longLag = second / 2 / hz
    const inShort = shortLag <= this.short.maxLag
    const mid = shortValue >= 0 ? shortValue : inShort ? this.short.near(shortLag) : longValue
    // A period of few samples falls between those of the slow window.
    const far = longValue >= 0 ? longValue : longLag > 6 ? this.long.near(longLag) : mid
    const close = this.fine.repeats(centre / 2, shortLag)
    this.path.offer(hz, far, mid, close)
    this.alone?.offer(hz, far, mid, close)
  }

  private tell(sure: Sure, alone: Sure | undefined): Frame {
    const centre = (sure.frame + 0.5) * this.hop
    const told = sure.hz > 0 && sure.hz <= HIGHEST_HZ
    const hz = told ? this.fine.exactHz(centre, sure.hz) : 0
    const more = this.fine.tell(centre, hz)
    return {
      timeS: centre / this.sampleRate,
      hz,
      aloneHz: alone ? (Math.abs(alone.hz / (sure.hz || 1) - 1) < 0.02 ? hz : alone.hz) : hz,
      db: sure.db,
      clarity: sure.clarity,
      confidence: sure.confidence,
      looseHz: sure.looseHz,
      overblown: sure.overblown,
      overHz: sure.overHz,
      ...more,
    }
  }
}

const COLUMNS = [
  'hz',
  'aloneHz',
  'db',
  'clarity',
  'confidence',
  'looseHz',
  'hnrDb',
  'brightness',
  'oddEvenDb',
  'levelDb',
  'upperDb',
  'overblown',
  'overHz',
] as const

/** Collects the frames of a stream as columns, which grow with it: some 60 bytes a frame. */
export class TrackBuilder {
  private readonly tracker: Tracker
  private timeS = new Float64Array(1024)
  private columns = COLUMNS.map(() => new Float32Array(1024))
  private count = 0

  constructor(sampleRate: number, options: TrackerOptions = {}) {
    this.tracker = new Tracker(sampleRate, options)
  }
  push(block: Float32Array): void {
    for (const frame of this.tracker.push(block)) this.add(frame)
  }
  finish(): Track {
    for (const frame of this.tracker.finish()) this.add(frame)
    const columns = Object.fromEntries(
      COLUMNS.map((name, c) => [name, this.columns[c]!.slice(0, this.count)]),
    )
    return {
      timeS: this.timeS.slice(0, this.count),
      hopS: this.tracker.hopS,
      windowS: SHORT_S,
      ...columns,
    } as Track
  }
  private add(frame: Frame): void {
    if (this.count === this.timeS.length) {
      const longer = <T extends Float32Array | Float64Array>(old: T, empty: T) => (empty.set(old), empty)
      this.timeS = longer(this.timeS, new Float64Array(2 * this.count))
      this.columns = this.columns.map((old) => longer(old, new Float32Array(2 * this.count)))
    }
    this.timeS[this.count] = frame.timeS
    for (let c = 0; c < COLUMNS.length; c++) this.columns[c]![this.count] = frame[COLUMNS[c]!]
    this.count++
  }
}

/** Pitch, loudness and colour of a whole signal, every 5 ms. */
export function trackPitch(signal: Float32Array, sampleRate: number, options: TrackerOptions = {}): Track {
  const builder = new TrackBuilder(sampleRate, options)
  builder.push(signal)
  return builder.finish()
}

/** A frame heard live, with how much of the stream had come by then. */
export interface LiveFrame extends Frame {
  /** Time of the last sample that the frame used, s; the screen is late by what comes after it. */
  newestS: number
}

/** Follows a stream live. */
export class LiveTracker {
  private readonly tracker: Tracker
  constructor(sampleRate: number, options: TrackerOptions = {}) {
    this.tracker = new Tracker(sampleRate, { ...options, live: true })
  }
  push(block: Float32Array): LiveFrame[] {
    const frames = this.tracker.push(block)
    return frames.map((f) => ({ ...f, newestS: f.timeS + LONG_S / 2 }))
  }
}
