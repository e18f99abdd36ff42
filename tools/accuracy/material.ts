import { instrument, INSTRUMENT_IDS } from '@halitus/core/instruments'
import { noteName, parseNote } from '@halitus/core/pitch'
import {
  pink,
  playPhrase,
  seeded,
  type Around,
  type Manner,
  type Phrase,
  type PhraseNote,
  type Random,
  type Truth,
} from '@halitus/core/player'

/** Something to listen to, with what is true about it. */
export interface Piece {
  name: string
  samples: Float32Array
  sampleRate: number
  truth: Pick<Truth, 'hz'> & Partial<Truth>
  phrase?: Phrase
}

export const RATE = 44100
/** Everybody but the practice chanter's doubles. */
export const ALL = INSTRUMENT_IDS

/** `count` written notes over the full range of an instrument, evenly. */
export function spread(id: string, count: number): string[] {
  const [low, high] = instrument(id).range.full.map((n) => parseNote(n).midi) as [number, number]
  const span = high - low
  return Array.from({ length: count }, (_, k) =>
    noteName(Math.round(low + (count === 1 ? span / 2 : (span * k) / (count - 1)))),
  )
}
/** A random note of the lower three quarters. */
export function someNote(id: string, random: Random, above = 0): string {
  const [low, high] = instrument(id).range.full.map((n) => parseNote(n).midi) as [number, number]
  return noteName(Math.round(low + (high - low - above) * 0.75 * random()))
}

export function play(phrase: Phrase, name = ''): Piece {
  const { samples, truth } = playPhrase(phrase, RATE)
  return { name: `${phrase.instrument} ${name}`, samples, sampleRate: RATE, truth, phrase }
}

export interface Setting {
  manner?: Manner
  around?: Around
}

/** One note of each of several heights, on every instrument. */
export function held(
  seed: number,
  each: number,
  lengthS: number,
  manner: (k: number, r: Random) => Manner,
  around?: Around,
): Piece[] {
  return ALL.flatMap((id, i) =>
    spread(id, each).map((written, k) => {
      const random = seeded(seed + 100 * i + k)
      return play(
        {
          instrument: id,
          seed: seed + k,
          notes: [{ written, lengthS }],
          manner: manner(k, random),
          ...(around && { around }),
        },
        written,
      )
    }),
  )
}

/** Strokes on one note: separate or on running air. */
export function strokes(
  id: string,
  seed: number,
  how: {
    rateHz: number
    count: number
    depthDb?: readonly [number, number]
    lengthMs?: readonly [number, number]
    dipCents?: number
    slurEvery?: number
    jitterMs?: number
    double?: boolean
  },
  manner: Manner,
  around?: Around,
): Piece {
  const random = seeded(seed)
  const written = someNote(id, random, 3)
  const notes: PhraseNote[] = Array.from({ length: how.count }, (_, k) => {
    const swing = how.double ? (k % 2 ? -0.008 : 0.008) : 0
    const lengthS = 1 / how.rateHz + swing + (how.jitterMs ? (random.normal() * how.jitterMs) / 1000 : 0)
    if (k === 0) return { written, lengthS: lengthS + 0.2, begins: 'tongue' }
    if (how.slurEvery && k % how.slurEvery === how.slurEvery - 1)
      return { written: noteName(parseNote(written).midi + (k % 2 ? 2 : 0)), lengthS, begins: 'slur' }
    if (!how.depthDb) return { written, lengthS, begins: 'tongue' }
    const [low, high] = how.depthDb
    const [short, long] = how.lengthMs ?? [30, 60]
    // The second syllable of a double stroke is weaker.
    const weaker = how.double && k % 2 ? 0.75 : 1
    return {
      written: how.slurEvery ? noteName(parseNote(written).midi + (k % 2 ? 2 : 0)) : written,
      lengthS,
      begins: 'stroke',
      stroke: {
        depthDb: random.between(low, high) * weaker,
        lengthMs: Math.min(random.between(short, long), 600 / how.rateHz),
        ...(how.dipCents && { dipCents: how.dipCents }),
      },
    }
  })
  if (!how.depthDb)
    for (const n of notes.slice(0, -1)) if (n.begins === 'tongue') n.gapS = Math.min(0.05, 0.3 / how.rateHz)
  return play(
    { instrument: id, seed, notes, manner, ...(around && { around }) },
    `${how.rateHz.toFixed(1)}/s`,
  )
}

/** A scale up and down in slurs. */
export function run(
  id: string,
  seed: number,
  rateHz: number,
  begins: 'slur' | 'tongue' = 'slur',
  manner: Manner = { breathDb: -45 },
): Piece {
  const inst = instrument(id)
  const [low, high] = inst.range.full.map((n) => parseNote(n).midi) as [number, number]
  const steps = [0, 2, 4, 5, 7, 9, 11, 12].filter((s) => low + 2 + s <= high)
  const from = Math.min(high - steps.at(-1)!, low + 2 + (seed % 7))
  const way = [...steps, ...steps.slice(0, -1).reverse()]
  return play(
    {
      instrument: id,
      seed,
      notes: way.map((s, k) => ({
        written: noteName(from + s),
        lengthS: 1 / rateHz,
        begins: k && begins === 'slur' ? 'slur' : 'tongue',
        ...(begins === 'tongue' && { gapS: 0.25 / rateHz }),
      })),
      manner,
    },
    `run ${rateHz}/s`,
  )
}

/** Partials as told, no instrument. */
export function additive(hz: number, amplitudes: readonly number[], lengthS = 1): Piece {
  const samples = new Float32Array(Math.round(RATE * lengthS))
  amplitudes.forEach((a, h) => {
    const at = hz * (h + 1)
    if (a && at < RATE * 0.45)
      for (let i = 0; i < samples.length; i++)
        samples[i]! += 0.2 * a * Math.sin((2 * Math.PI * at * i) / RATE + h)
  })
  return {
    name: `${noteName(69 + 12 * Math.log2(hz / 440))} additive`,
    samples,
    sampleRate: RATE,
    truth: { hz: new Float32Array(Math.round(1000 * lengthS)).fill(hz) },
  }
}

const nothing = (name: string, samples: Float32Array): Piece => ({
  name,
  samples,
  sampleRate: RATE,
  truth: { hz: new Float32Array(Math.round((1000 * samples.length) / RATE)) },
})

/** Sounds that are no notes. */
export function noises(seed: number): Piece[] {
  const length = RATE * 6
  return Array.from({ length: 5 }, (_, k) => {
    const r = seeded(seed + k)
    let l = 0
    let l2 = 0
    const breath = new Float32Array(length).map((_, i) => {
      l += 0.15 * (r.normal() - l)
      l2 += 0.03 * (l - l2)
      return (l - l2) * 0.4 * (0.5 + 0.5 * Math.sin((2 * Math.PI * i) / RATE / 2))
    })
    return [
      nothing(
        'white noise',
        new Float32Array(length).map(() => 0.05 * r.normal()),
      ),
      nothing(
        'pink noise',
        pink(length, r).map((v) => 0.1 * v),
      ),
      nothing('breath', breath),
      nothing('keys', keyClicks(length, r)),
    ]
  }).flat()
}

/** Thuds and clicks of keys and pads: short rings with noise. */
export function keyClicks(length: number, r: Random): Float32Array {
  const s = new Float32Array(length)
  for (let at = 2000; at < length - 6000; at += RATE * r.between(0.1, 0.4)) {
    const hz = r.between(200, 2500)
    const decayS = r.between(0.002, 0.012)
    const level = r.between(0.02, 0.2)
    for (let i = 0; i < 6000; i++)
      s[Math.floor(at) + i]! +=
        level * Math.exp(-i / RATE / decayS) * (Math.sin((2 * Math.PI * hz * i) / RATE) + 0.7 * r.normal())
  }
  return s
}
