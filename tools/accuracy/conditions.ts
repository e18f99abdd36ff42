import FFT from 'fft.js'
import { pink, seeded, type Random } from '@halitus/core/player'
import { RATE } from './material.ts'

export type ConditionName =
  | 'dry'
  | 'small room'
  | 'larger room'
  | 'metronome'
  | 'another instrument 20 dB down'
  | 'noise 30 dB down'
  | 'compressed'
  | 'telephone'
  | 'laptop, small room, fan'

/** What lies between the instrument and the ear: a room, a click, another player, a telephone. */
export interface Condition {
  name: ConditionName
  /** @param other another instrument's playing, at least as long or repeated */
  apply(dry: Float32Array, random: Random, other: Float32Array): Float32Array
}

const rmsOf = (x: Float32Array) => Math.sqrt(x.reduce((sum, v) => sum + v * v, 0) / x.length)
const gain = (db: number) => 10 ** (db / 20)
const sum = (a: Float32Array, b: Float32Array, by: number) => a.map((v, i) => v + by * b[i % b.length]!)

/** Fast convolution of a signal with a response. */
function convolve(x: Float32Array, response: Float32Array): Float32Array {
  let size = 1
  while (size < x.length + response.length) size *= 2
  const fft = new FFT(size)
  const spectrumOf = (y: Float32Array) => {
    const padded = new Array<number>(size).fill(0)
    y.forEach((v, i) => (padded[i] = v))
    const out = fft.createComplexArray() as number[]
    fft.realTransform(out, padded)
    fft.completeSpectrum(out)
    return out
  }
  const [a, b] = [spectrumOf(x), spectrumOf(response)]
  const product = fft.createComplexArray() as number[]
  for (let k = 0; k < 2 * size; k += 2) {
    product[k] = a[k]! * b[k]! - a[k + 1]! * b[k + 1]!
    product[k + 1] = a[k]! * b[k + 1]! + a[k + 1]! * b[k]!
  }
  const back = fft.createComplexArray() as number[]
  fft.inverseTransform(back, product)
  return new Float32Array(x.length).map((_, i) => back[2 * i]!)
}

/**
 * A room as noise that dies away evenly (Moorer, _About this reverberation business_, 1979), after three early echoes.
 * @param decayS until it is 60 dB down
 * @param wetDb the room's level against the direct sound
 */
function room(dry: Float32Array, random: Random, decayS: number, wetDb: number): Float32Array {
  const response = new Float32Array(Math.round(1.2 * decayS * RATE)).map((_, i) =>
    i < 0.012 * RATE ? 0 : random.normal() * 10 ** ((-3 * i) / RATE / decayS),
  )
  for (const [ms, level] of [
    [7, 3],
    [11, -2.4],
    [17, 2],
  ] as const)
    response[Math.round((ms / 1000) * RATE)]! += level
  const wet = convolve(dry, response)
  return sum(dry, wet, gain(wetDb) * (rmsOf(dry) / rmsOf(wet)))
}

/** Clicks at a tempo: a short ring of wood, its loudest moment `db` against the playing's r.m.s. */
function clicks(dry: Float32Array, random: Random, bpm: number, db: number): Float32Array {
  const out = dry.slice()
  const level = gain(db) * rmsOf(dry)
  const hz = random.between(900, 2200)
  for (let at = 0.2 * RATE; at < dry.length; at += (60 / bpm) * RATE)
    for (let i = 0; i < 0.06 * RATE && at + i < dry.length; i++)
      out[Math.floor(at) + i]! +=
        level * Math.exp(-i / (0.009 * RATE)) * Math.sin((2 * Math.PI * hz * i) / RATE + 0.3)
  return out
}

/** One pole each way: a telephone hears 300 to 3400 Hz. */
function band(x: Float32Array, lowHz: number, highHz: number): Float32Array {
  const out = x.slice()
  for (let pass = 0; pass < 2; pass++) {
    const a = Math.exp((-2 * Math.PI * lowHz) / RATE)
    const b = 1 - Math.exp((-2 * Math.PI * highHz) / RATE)
    let low = 0
    let smooth = 0
    for (let i = 0; i < out.length; i++) {
      low = a * low + (1 - a) * out[i]!
      smooth += b * (out[i]! - low - smooth)
      out[i] = smooth
    }
  }
  return out
}

/** Loud parts held down, four to one from 20 dB under the loudest, as telephones and meeting programs do. */
function compressed(x: Float32Array): Float32Array {
  const top = x.reduce((most, v) => Math.max(most, Math.abs(v)), 0)
  let level = 0
  return x.map((v) => {
    const now = Math.abs(v)
    level += (now - level) * (now > level ? 0.01 : 0.0004)
    const over = 20 * Math.log10(Math.max(1e-6, level / (0.1 * top)))
    return over > 0 ? v * gain(-0.75 * over) * 2 : v * 2
  })
}

const noisy = (x: Float32Array, random: Random, db: number) => {
  const noise = Float32Array.from(pink(x.length, random))
  return sum(x, noise, (gain(db) * rmsOf(x)) / rmsOf(noise))
}

/** The nine conditions in which ordinary playing is heard. */
export const CONDITIONS: readonly Condition[] = [
  { name: 'dry', apply: (dry) => dry },
  { name: 'small room', apply: (dry, r) => room(dry, r, 0.35, -8) },
  { name: 'larger room', apply: (dry, r) => room(dry, r, 0.6, -5) },
  { name: 'metronome', apply: (dry, r) => clicks(dry, r, r.between(60, 140), 8) },
  {
    name: 'another instrument 20 dB down',
    apply: (dry, _, other) => sum(dry, other, (gain(-20) * rmsOf(dry)) / rmsOf(other)),
  },
  { name: 'noise 30 dB down', apply: (dry, r) => noisy(dry, r, -30) },
  { name: 'compressed', apply: (dry) => compressed(dry) },
  {
    name: 'telephone',
    apply: (dry, r) => noisy(compressed(band(room(dry, r, 0.3, -12), 300, 3400)), r, -35),
  },
  {
    name: 'laptop, small room, fan',
    apply: (dry, r) => noisy(band(room(dry, r, 0.35, -10), 180, 8000), r, -28),
  },
]

/** A condition as it sounds on one seed. */
export const under = (condition: Condition, dry: Float32Array, seed: number, other: Float32Array) =>
  condition.apply(dry, seeded(seed), other)
