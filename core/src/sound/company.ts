import FFT from 'fft.js'
import type { NoteReport } from './report.ts'
import { median } from './statistics.ts'
import { Halver, History, type Stream } from './streams.ts'
import type { Track } from './track.ts'

/** Partials below this rate tell two tones apart; what lies higher costs time and adds nothing, Hz. */
const ENOUGH_HZ = 16000
/** Long enough to part the partials of two low tones, short enough for a second of them, s. */
const WINDOW_S = 0.34
const EVERY_S = 0.1
/** Peaks that are looked at in one window. */
const PEAKS = 40
/** A partial stands out of its neighbourhood by this, dB; noise seldom does (chosen by Halitus) … */
const STANDS_OUT_DB = 14
/** … and belongs to what can be heard if it is within this of the strongest, dB. */
const HEARD_DB = 40

/** The strongest peaks of one window. */
interface Peaks {
  timeS: number
  hz: Float32Array
  db: Float32Array
}

type Sounding = Pick<NoteReport, 'startS' | 'endS' | 'hz'>

/** Keeps the spectrum's peaks ten times a second: enough to say afterwards whether a second tone sounded along. */
export class Company {
  private readonly steps: Stream[] = []
  private readonly rate: number
  private readonly history: History
  private readonly fft: FFT
  private readonly window: Float32Array
  private readonly input: number[]
  private readonly spectrum: number[]
  private readonly block: Float32Array
  private readonly every: number
  private next: number
  private readonly peaks: Peaks[] = []

  /** @param sampleRate Hz */
  constructor(sampleRate: number) {
    let rate = sampleRate
    for (; rate > ENOUGH_HZ; rate /= 2) this.steps.push(new Halver())
    this.rate = rate
    const length = 2 ** Math.round(Math.log2(WINDOW_S * rate))
    this.history = new History(2 * length)
    this.fft = new FFT(length)
    this.block = new Float32Array(length)
    this.input = new Array<number>(length).fill(0)
    this.spectrum = this.fft.createComplexArray()
    this.window = Float32Array.from(
      { length },
      (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * (i + 0.5)) / length),
    )
    this.every = Math.round(EVERY_S * rate)
    this.next = length
  }

  push(samples: Float32Array): void {
    const size = this.block.length
    for (let at = 0; at < samples.length; at += size) {
      const piece = this.steps.reduce<Float32Array>(
        (now, step) => step.push(now),
        samples.subarray(at, at + size),
      )
      this.history.push(piece)
      for (; this.next <= this.history.end; this.next += this.every) this.look()
    }
  }

  /**
   * Whether another tone sounds along with a note, Hz; undefined when none can be told. One that plays the same note or an
   * octave of it can't.
   */
  beside(note: Sounding, track: Pick<Track, 'hz' | 'hopS'>): number | undefined {
    return companionOf(this.peaks, note, (t) => track.hz[Math.round(t / track.hopS)] ?? 0)
  }

  private look(): void {
    const { block, window, input, spectrum, rate } = this
    const size = block.length
    this.history.read(this.next - size, block)
    for (let i = 0; i < size; i++) input[i] = block[i]! * window[i]!
    this.fft.realTransform(spectrum, input)
    const half = size / 2
    const db = new Float32Array(half)
    for (let k = 1; k < half; k++)
      db[k] = 10 * Math.log10(spectrum[2 * k]! ** 2 + spectrum[2 * k + 1]! ** 2 + 1e-12)
    const found: { hz: number; db: number }[] = []
    let top = -Infinity
    for (let k = 2; k < half - 1; k++) top = Math.max(top, db[k]!)
    for (let k = 3; k < half - 2; k++) {
      const here = db[k]!
      if (here < top - HEARD_DB || here < db[k - 1]! || here <= db[k + 1]!) continue
      const [left, right] = [db[k - 1]!, db[k + 1]!]
      const shift = (0.5 * (left - right)) / (left - 2 * here + right)
      found.push({ hz: ((k + shift) * rate) / size, db: here })
    }
    const clear = found
      .sort((a, b) => b.db - a.db)
      .slice(0, PEAKS)
      .filter((p) => p.db > around(db, Math.round((p.hz * size) / rate)) + STANDS_OUT_DB)
    this.peaks.push({
      timeS: (this.next - size / 2) / rate,
      hz: Float32Array.from(clear, (p) => p.hz),
      db: Float32Array.from(clear, (p) => p.db),
    })
  }
}

/** Bins on either side whose median is the neighbourhood of a peak. */
const NEAR = 24
const around = (db: Float32Array, k: number): number =>
  median(db.subarray(Math.max(1, k - NEAR), Math.min(db.length, k + NEAR + 1)))

/** A tone of the second player must be this clear: so many partials, in so many of the windows. */
const PARTIALS = 3
const LASTS = 0.6
/** Of this number at most. */
const HIGHEST = 10
/** Its partials lie this close to whole multiples, as a share, or within this many Hz. */
const NEAR_SHARE = 0.008
const NEAR_HZ = 4
/** Shorter notes say nothing: the room still holds the one before, s. */
const LEAST_S = 0.8
/** The room's memory of another note fades; a player doesn't, dB from the first half of the note to the second. */
const FADES_DB = 5
/** All of the second tone together is at most this far below the first, dB. */
const WEAK_DB = 26
/** A second tone this close to the first, or to an octave of it, may be the first one swinging, cents. */
const SAME_CENTS = 90
const LOWEST_HZ = 65
/** Strong partials count for the common measure of two tones, dB below the strongest. */
const STRONG_DB = 24

const near = (hz: number, of: number) => Math.abs(hz - of) < Math.max(NEAR_HZ, NEAR_SHARE * of)
const partialOfTone = (hz: number, toneHz: number) => {
  const n = Math.round(hz / toneHz)
  return n >= 1 && near(hz, n * toneHz) ? n : 0
}

interface Lasting {
  hz: number
  db: number
}

/** Peaks that stay at one place through most windows and don't fade. */
function lasting(windows: readonly { hz: readonly number[]; db: readonly number[] }[]): Lasting[] {
  const all = windows
    .flatMap((w, i) => w.hz.map((hz, j) => ({ hz, db: w.db[j]!, i })))
    .sort((a, b) => a.hz - b.hz)
  const found: Lasting[] = []
  for (let at = 0; at < all.length;) {
    let end = at + 1
    while (end < all.length && near(all[end]!.hz, all[at]!.hz)) end++
    const group = all.slice(at, end)
    const seen = new Set(group.map((p) => p.i))
    const half = windows.length / 2
    const level = (part: typeof group) => (part.length ? median(part.map((p) => p.db)) : -Infinity)
    const early = level(group.filter((p) => p.i < half))
    const late = level(group.filter((p) => p.i >= half))
    if (seen.size >= LASTS * windows.length && late > early - FADES_DB)
      found.push({ hz: median(group.map((p) => p.hz)), db: level(group) })
    at = end
  }
  return found
}

const power = (list: readonly Lasting[]) => list.reduce((sum, p) => sum + 10 ** (p.db / 10), 0)

/** The tone whose multiples account for the most of some partials; undefined when no three of them belong together. */
function toneOf(partials: readonly Lasting[], notHz: number): number | undefined {
  let best: { hz: number; score: number } | undefined
  const strongest = Math.max(...partials.map((p) => p.db))
  for (const p of partials)
    for (let n = 1; n <= 6; n++) {
      const hz = p.hz / n
      if (hz < LOWEST_HZ) break
      const off = 1200 * Math.log2(hz / notHz)
      if (Math.abs(off - 1200 * Math.round(off / 1200)) < SAME_CENTS) continue
      const numbers = partials.map((q) => partialOfTone(q.hz, hz))
      const members = partials.filter((_, i) => numbers[i]! > 0 && numbers[i]! <= HIGHEST)
      // Lines beside the partials of a tone that shakes lie near high multiples of anything.
      if (!numbers.some((n) => n === 1 || n === 2)) continue
      if (members.length < PARTIALS || !members.some((q) => q.db > strongest - STRONG_DB / 2)) continue
      // A lower tone would claim the same partials with higher numbers: the highest that does is meant.
      const score = members.reduce((sum, q) => sum + 1 / Math.sqrt(partialOfTone(q.hz, hz)), 0)
      if (!best || score > best.score) best = { hz, score }
    }
  return best?.hz
}

/**
 * The other tone, from the peaks of the whole recording.
 * @param hzAt pitch heard at a time, Hz; 0 where none is
 */
function companionOf(
  peaks: readonly Peaks[],
  note: Sounding,
  hzAt: (timeS: number) => number,
): number | undefined {
  if (note.endS - note.startS < LEAST_S) return undefined
  const inside = peaks.filter(
    (p) => p.timeS > note.startS + WINDOW_S / 2 && p.timeS < note.endS - WINDOW_S / 2,
  )
  if (inside.length < 4) return undefined
  const windows = inside.map((p) => {
    const own = hzAt(p.timeS) || note.hz
    const [hz, db]: [number[], number[]] = [[], []]
    const [ownHz, ownDb]: [number[], number[]] = [[], []]
    p.hz.forEach((h, i) => {
      const mine = partialOfTone(h, own) > 0
      ;(mine ? ownHz : hz).push(h)
      ;(mine ? ownDb : db).push(p.db[i]!)
    })
    return { hz, db, ownHz, ownDb }
  })
  const own = lasting(windows.map((w) => ({ hz: w.ownHz, db: w.ownDb })))
  const foreign = lasting(windows).filter((p) => p.hz > LOWEST_HZ)
  const second = foreign.length >= PARTIALS ? toneOf(foreign, note.hz) : undefined
  if (second !== undefined) {
    const members = foreign.filter((p) => partialOfTone(p.hz, second))
    if (power(members) > power(own) * 10 ** (-WEAK_DB / 10)) return second
  }
  return inTwo(own, note.hz)
}

/** … and at least so many must be there. */
const MEASURE_PARTIALS = 5

/**
 * Two tones in a simple ratio repeat together: what looks like one low note has only partials that are multiples of two
 * numbers. The higher one, Hz.
 */
function inTwo(own: readonly Lasting[], hz: number): number | undefined {
  const strongest = Math.max(...own.map((p) => p.db))
  const numbers = own.filter((p) => p.db > strongest - STRONG_DB).map((p) => Math.round(p.hz / hz))
  if (numbers.length < MEASURE_PARTIALS) return undefined
  for (let a = 2; a <= 8; a++)
    for (let b = a + 1; b <= 9; b++) {
      if (b % a === 0) continue
      const onlyA = numbers.filter((n) => n % a === 0 && n % b).length
      const onlyB = numbers.filter((n) => n % b === 0 && n % a).length
      if (
        onlyA >= 2 &&
        onlyB >= 2 &&
        numbers.includes(a) &&
        numbers.includes(b) &&
        numbers.every((n) => n % a === 0 || n % b === 0)
      )
        return b * hz
    }
  return undefined
}
