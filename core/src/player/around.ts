import type { Around, Phrase, Played } from './asked.ts'
import type { Random } from './random.ts'

const rmsOf = (x: Float32Array) => {
  let sum = 0
  let count = 0
  for (const v of x)
    if (v !== 0) {
      sum += v * v
      count++
    }
  return Math.sqrt(sum / Math.max(1, count))
}
const gainOf = (db: number) => 10 ** (db / 20)

/** Adds what is around, in the order in which it reaches the microphone. Changes `samples`. */
export function put(
  samples: Float32Array,
  sampleRate: number,
  around: Around,
  random: Random,
  play: (phrase: Phrase, sampleRate: number) => Played,
): void {
  const own = rmsOf(samples)
  if (around.second) {
    const other = play(around.second.phrase, sampleRate).samples
    const scale = (own * gainOf(around.second.db)) / (rmsOf(other) || 1)
    for (let i = 0; i < Math.min(samples.length, other.length); i++) samples[i]! += scale * other[i]!
  }
  if (around.room) reverberate(samples, sampleRate, around.room, random)
  if (around.clicks) {
    const every = (60 / around.clicks.perMinute) * sampleRate
    const level = own * gainOf(around.clicks.db)
    for (let at = 0.25 * every; at < samples.length; at += every)
      for (let i = 0; i < 0.02 * sampleRate && at + i < samples.length; i++)
        samples[Math.floor(at) + i]! +=
          level * Math.exp(-i / (0.003 * sampleRate)) * Math.sin((2 * Math.PI * 1900 * i) / sampleRate)
  }
  if (around.hum) {
    const level = own * Math.SQRT2 * gainOf(around.hum.db)
    for (let i = 0; i < samples.length; i++) {
      const theta = (2 * Math.PI * around.hum.hz * i) / sampleRate
      samples[i]! += level * (Math.sin(theta) + 0.5 * Math.sin(2 * theta) + 0.25 * Math.sin(3 * theta))
    }
  }
  if (around.pinkDb !== undefined) {
    const noise = pink(samples.length, random)
    const scale = (own * gainOf(around.pinkDb)) / rmsOf(noise)
    for (let i = 0; i < samples.length; i++) samples[i]! += scale * noise[i]!
  }
  const { lowHz, highHz, clipAt } = around.microphone ?? {}
  if (lowHz) pass(samples, 1 - Math.exp((-2 * Math.PI * lowHz) / sampleRate), true)
  if (highHz) pass(samples, 1 - Math.exp((-2 * Math.PI * highHz) / sampleRate), false)
  if (clipAt)
    for (let i = 0; i < samples.length; i++) samples[i] = Math.max(-clipAt, Math.min(clipAt, samples[i]!))
}

/** One pole; `high` leaves what is above. */
function pass(samples: Float32Array, share: number, high: boolean): void {
  let low = 0
  for (let i = 0; i < samples.length; i++) {
    low += share * (samples[i]! - low)
    samples[i] = high ? samples[i]! - low : low
  }
}

/** Equal power in each octave: three one-pole filters in parallel, a textbook approximation. */
export function pink(length: number, random: Random): Float32Array {
  const out = new Float32Array(length)
  let b0 = 0
  let b1 = 0
  let b2 = 0
  for (let i = 0; i < length; i++) {
    const white = random.normal()
    b0 = 0.99765 * b0 + 0.099046 * white
    b1 = 0.963 * b1 + 0.2965164 * white
    b2 = 0.57 * b2 + 1.0526913 * white
    out[i] = 0.15 * (b0 + b1 + b2 + 0.1848 * white)
  }
  return out
}

/** A room as four comb filters after one another's times (Schroeder 1962, from memory); level `wetDb` of the direct sound. */
function reverberate(
  samples: Float32Array,
  sampleRate: number,
  room: NonNullable<Around['room']>,
  random: Random,
): void {
  const wet = new Float32Array(samples.length)
  for (const delayMs of [29.7, 37.1, 41.1, 43.7, 53.3, 61.9]) {
    const delay = Math.round(((delayMs + random()) / 1000) * sampleRate)
    const back = 10 ** ((-3 * delay) / sampleRate / room.decayS)
    const line = new Float32Array(samples.length)
    let dull = 0
    for (let i = delay; i < samples.length; i++) {
      dull += 0.5 * (line[i - delay]! - dull)
      line[i] = samples[i - delay]! + back * dull
      wet[i]! += line[i]!
    }
  }
  const scale = gainOf(room.wetDb) * (rmsOf(samples) / (rmsOf(wet) || 1))
  for (let i = 0; i < samples.length; i++) samples[i]! += scale * wet[i]!
}
