import { Halver } from './streams.ts'

/** Which of some known pitches sounds at each moment. */
export interface Along {
  /** Index into the pitches; −1 where none of them sounds. */
  index: Int8Array
  hopS: number
}

/** Chosen by Halitus, after trials with the simulated chanter. */
const HOP_S = 0.002
/** Compared stretch, s: with a period it is what a moment is told from. */
const WINDOW_S = 0.008
/** A stretch that repeats less well than this is none of the pitches. */
const NONE = 0.3
/** A change of mind costs so much: shorter than about 8 ms nothing is told. */
const CHANGE = 0.45
/** What repeats after half a period repeats after a whole one as well: the higher pitch is meant when it fits nearly as well. */
const HALF = 0.05
/** Quieter than this against the loudest moment is silence, dB. */
const QUIET_DB = -38

/** Four taps that shift by a share of a sample (Lagrange, third order: textbook). */
function taps(share: number): [number, number, number, number] {
  const d = share + 1
  return [
    (-(d - 1) * (d - 2) * (d - 3)) / 6,
    (d * (d - 2) * (d - 3)) / 2,
    (-d * (d - 1) * (d - 3)) / 2,
    (d * (d - 1) * (d - 2)) / 6,
  ]
}

/**
 * Follows quick notes of an instrument whose pitches are known: each is told by how well the sound repeats after its period
 * (normalised difference: de Cheveigné & Kawahara, 2002), the whole by dynamic programming. A window of a hundredth of a
 * second is enough where all pitches are known; where any may come, three times as much is needed.
 * @param samples one channel @param sampleRate Hz
 * @param pitchesHz what can sound, any order, at most 100
 */
export function notesAlong(samples: Float32Array, sampleRate: number, pitchesHz: readonly number[]): Along {
  let signal = samples
  let rate = sampleRate
  while (rate > 30000) {
    const halver = new Halver()
    const main = halver.push(signal)
    const rest = halver.drain()
    const all = new Float32Array(main.length + rest.length)
    all.set(main)
    all.set(rest, main.length)
    signal = all
    rate /= 2
  }
  const hop = HOP_S * rate
  const frames = Math.max(0, Math.floor(signal.length / hop))
  const window = Math.round(WINDOW_S * rate)
  const lags = pitchesHz.map((hz) => rate / hz)
  const longest = Math.ceil(Math.max(...lags, 1)) + 2
  const notes = pitchesHz.length
  const costs = new Float32Array(frames * notes)
  const levels = new Float32Array(frames)
  for (let f = 0; f < frames; f++) {
    const centre = Math.round((f + 0.5) * hop)
    let power = 0
    for (let n = 0; n < notes; n++) {
      const lag = lags[n]!
      const whole = Math.floor(lag)
      const [a, b, c, d] = taps(lag - whole)
      const from = centre - ((window + whole) >> 1)
      let difference = 0
      let sum = 1e-12
      if (from >= 1 && from + window + longest < signal.length)
        for (let i = from; i < from + window; i++) {
          const x = signal[i]!
          const k = i + whole
          const y = a * signal[k - 1]! + b * signal[k]! + c * signal[k + 1]! + d * signal[k + 2]!
          difference += (x - y) * (x - y)
          sum += x * x + y * y
        }
      power = Math.max(power, sum)
      costs[f * notes + n] = sum > 1e-9 ? difference / sum : 1
    }
    levels[f] = 10 * Math.log10(power)
    prefer(costs, f * notes, lags)
  }
  return { index: pathOf(costs, levels, frames, notes), hopS: HOP_S }
}

/** Where a pitch and its octave below fit alike, the lower one gives way. */
function prefer(costs: Float32Array, at: number, lags: readonly number[]): void {
  for (let low = 0; low < lags.length; low++)
    for (let high = 0; high < lags.length; high++) {
      const ratio = lags[low]! / lags[high]!
      const whole = Math.round(ratio)
      if (whole < 2 || Math.abs(1200 * Math.log2(ratio / whole)) > 60) continue
      if (costs[at + high]! <= costs[at + low]! + HALF)
        costs[at + low] = Math.max(costs[at + low]!, costs[at + high]! + HALF)
    }
}

/** The cheapest way through all moments; the last state is none of the pitches. */
function pathOf(costs: Float32Array, levels: Float32Array, frames: number, notes: number): Int8Array {
  const states = notes + 1
  const loudest = levels.reduce((a, b) => Math.max(a, b), -200)
  const back = new Uint8Array(frames * states)
  let now = new Float64Array(states)
  for (let f = 0; f < frames; f++) {
    let best = 0
    for (let s = 1; s < states; s++) if (now[s]! < now[best]!) best = s
    const next = new Float64Array(states)
    const quiet = levels[f]! < loudest + QUIET_DB
    for (let s = 0; s < states; s++) {
      const own = s === notes ? (quiet ? 0 : NONE) : quiet ? 1 : costs[f * notes + s]!
      const stays = now[s]! <= now[best]! + CHANGE
      back[f * states + s] = stays ? s : best
      next[s] = (stays ? now[s]! : now[best]! + CHANGE) + own
    }
    now = next
  }
  const index = new Int8Array(frames)
  let state = 0
  for (let s = 1; s < states; s++) if (now[s]! < now[state]!) state = s
  for (let f = frames - 1; f >= 0; f--) {
    index[f] = state === notes ? -1 : state
    state = back[f * states + state]!
  }
  return index
}

/**
 * How far an instrument lies from the pitches it should have, cents: the middle of what steady moments are away from the
 * nearest one; 0 when nothing steady was heard.
 */
export function tuningOf(hz: ArrayLike<number>, pitchesHz: readonly number[]): number {
  const off: number[] = []
  for (let i = 4; i < hz.length; i++) {
    const f = hz[i]!
    if (!(f > 0) || !(hz[i - 4]! > 0) || Math.abs(1200 * Math.log2(f / hz[i - 4]!)) > 8) continue
    const nearest = pitchesHz.reduce((a, b) =>
      Math.abs(Math.log(b / f)) < Math.abs(Math.log(a / f)) ? b : a,
    )
    const cents = 1200 * Math.log2(f / nearest)
    if (Math.abs(cents) < 90) off.push(cents)
  }
  if (!off.length) return 0
  off.sort((a, b) => a - b)
  return off[off.length >> 1]!
}
