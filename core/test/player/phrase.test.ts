import { describe, expect, it } from 'vitest'
import { hzOfMidi } from '@halitus/core/pitch'
import { pink, playPhrase, seeded, type Phrase, type PhraseNote } from '@halitus/core/player'

/** What a phrase says of itself is what it plays; levels and times by exact arithmetic. */
const RATE = 16000
const play = (notes: PhraseNote[], more: Partial<Phrase> = {}) =>
  playPhrase(
    {
      instrument: 'flute',
      leadS: 0.1,
      tailS: 0.1,
      notes,
      manner: { breathDb: -90, ...more.manner },
      ...without(more),
    },
    RATE,
  )
const without = ({ manner: _, ...rest }: Partial<Phrase>) => rest
const rms = (x: Float32Array, fromS: number, toS: number) => {
  const part = x.slice(Math.round(fromS * RATE), Math.round(toS * RATE))
  return Math.sqrt(part.reduce((sum, v) => sum + v * v, 0) / part.length)
}
const db = (ratio: number) => 20 * Math.log10(ratio)
const A4: PhraseNote = { written: 'A4', lengthS: 0.5 }

describe('a phrase', () => {
  it('lasts as long as its notes and rests, and tells when each sounds', () => {
    const { samples, truth } = play([
      { ...A4, gapS: 0.1 },
      { written: null, lengthS: 0.2 },
      { written: 'B4', lengthS: 0.4 },
    ])
    expect(samples).toHaveLength(Math.round(1.3 * RATE))
    expect(truth.notes.map((n) => [n.startS, n.endS, n.midi, n.begins])).toEqual([
      [0.1, 0.5, 69, 'tongue'],
      [0.8, 1.2, 71, 'tongue'],
    ])
    expect(rms(samples, 0.55, 0.78)).toBeLessThan(1e-4)
    expect(truth.hz[300]).toBeCloseTo(440, 3)
    expect(truth.hz[650]).toBe(0)
    expect(truth.hz[1000]).toBeCloseTo(hzOfMidi(71), 2)
    expect(truth.hnrDb).toBeGreaterThan(70)
  })
  it.each([0, -1, NaN])('refuses a length of %f s', (lengthS) =>
    expect(() => play([{ ...A4, lengthS }])).toThrow('at most 1800 s'),
  )
  it('dents the level where a stroke is, as deep as told, and begins to rise at the note', () => {
    const { samples, truth } = play([
      { ...A4, lengthS: 1 },
      { ...A4, lengthS: 1, begins: 'stroke', stroke: { depthDb: 9, lengthMs: 100, dipCents: 30 } },
    ])
    expect(truth.strokes).toMatchObject([
      { timeS: 0.1, separate: true },
      { timeS: 1.1, depthDb: 9, lengthMs: 100, separate: false },
    ])
    // The hold lies from a fifth of the length before the note to the note.
    expect(db(rms(samples, 1.085, 1.097) / rms(samples, 0.6, 0.9))).toBeCloseTo(-9, 0)
    expect(Math.abs(db(rms(samples, 1.2, 1.5) / rms(samples, 0.6, 0.9)))).toBeLessThan(0.3)
    expect(1200 * Math.log2(truth.hz[1090]! / truth.hz[800]!)).toBeCloseTo(-30, 0)
  })
  it('puts another note between, by a finger that is late', () => {
    const { truth } = play([A4, { written: 'B4', lengthS: 0.5, between: { written: 'C5', lengthMs: 60 } }])
    expect(truth.between).toEqual([{ startS: 0.6, lengthMs: 60, midi: 72 }])
    expect(truth.hz[630]).toBeCloseTo(hzOfMidi(72), 1)
    expect(truth.hz[700]).toBeCloseTo(hzOfMidi(71), 1)
  })
  it('cracks, squeaks, slips and breaks off where it says', () => {
    const cracked = play([{ ...A4, attack: { kind: 'cracked', lengthMs: 80, ratio: 2 } }]).truth
    expect(cracked.attacks).toEqual([{ timeS: 0.1, kind: 'cracked', lengthMs: 80 }])
    expect(cracked.hz[150]).toBeCloseTo(880, 2)
    expect(cracked.hz[250]).toBeCloseTo(440, 2)
    const slipped = play([{ ...A4, happens: [{ kind: 'slip', atS: 0.2, lengthS: 0, ratio: 2 }] }]).truth
    expect([slipped.hz[250], slipped.hz[500]].map((hz) => Math.round(hz!))).toEqual([440, 880])
    const broken = play([{ ...A4, happens: [{ kind: 'dropout', atS: 0.2, lengthS: 0.1 }] }])
    expect(broken.truth.happened.map((h) => [h.kind, h.startS.toFixed(3)])).toEqual([['dropout', '0.300']])
    expect(rms(broken.samples, 0.32, 0.38)).toBeLessThan(1e-3)
    expect(broken.truth.hz[350]).toBe(0)
  })
  it('comes late from below, with air first, sags and fades as told', () => {
    const cents = (truth: { hz: Float32Array }, ms: number) => 1200 * Math.log2(truth.hz[ms]! / 440)
    expect(cents(play([{ ...A4, attack: { kind: 'late', lengthMs: 100 } }]).truth, 150)).toBeCloseTo(-60, 0)
    const airy = play([{ ...A4, attack: { kind: 'airy', lengthMs: 120 } }], { manner: { breathDb: -50 } })
    // 20 dB below the peak of a half.
    expect(db(rms(airy.samples, 0.13, 0.21) / 0.05)).toBeCloseTo(0, 0)
    expect(airy.truth.hz[180]).toBe(0)
    expect(cents(play([{ ...A4, end: 'sagging' }]).truth, 560)).toBeLessThan(-45)
    const faded = play([{ ...A4, end: 'tapered' }]).samples
    expect(db(rms(faded, 0.41, 0.44) / rms(faded, 0.15, 0.24))).toBeCloseTo(-6, 0)
  })
  it('carries the wave on from note to note, so that fingers alone leave no hole', () => {
    const { samples } = play([A4, { ...A4, begins: 'slur' }])
    expect(Math.abs(db(rms(samples, 0.59, 0.61) / rms(samples, 0.3, 0.5)))).toBeLessThan(1)
  })
})

describe('what is around', () => {
  const tone = { ...A4, lengthS: 1 }
  it('hum has its frequency and level, also in the pauses', () => {
    const { samples } = play([tone], { around: { hum: { hz: 50, db: -20 } } })
    const own = rms(play([tone]).samples, 0.1, 1.1)
    // A sine and half and a quarter of it: √(1 + 1/4 + 1/16) of the sine's r.m.s.
    expect(db(rms(samples, 0, 0.08) / own)).toBeCloseTo(-20 + db(Math.sqrt(1.3125)), 0)
  })
  it('a microphone that is too close cuts off, and one with a narrow band takes the edges', () => {
    expect(Math.max(...play([tone], { around: { microphone: { clipAt: 0.2 } } }).samples)).toBeCloseTo(0.2, 6)
    const low = play([tone], { around: { microphone: { lowHz: 2000 } } }).samples
    expect(rms(low, 0.3, 0.9)).toBeLessThan(0.6 * rms(play([tone]).samples, 0.3, 0.9))
  })
  it('a room goes on after the tone, falling by 60 dB in its time', () => {
    const { samples } = play([tone], { tailS: 0.8, around: { room: { decayS: 0.5, wetDb: -6 } } })
    const early = rms(samples, 1.15, 1.25)
    expect(early).toBeGreaterThan(1e-3)
    // A tenth of a second takes 12 dB at least; what is dull in each round takes more.
    expect(db(rms(samples, 1.35, 1.45) / early)).toBeLessThan(-18)
  })
  it('clicks, noise and another player have the level that was asked', () => {
    const plain = play([tone]).samples
    const added = (around: Phrase['around']) =>
      play([tone], { around: around! }).samples.map((v, i) => v - plain[i]!)
    const own = rms(plain, 0.1, 1.1)
    expect(db(rms(added({ pinkDb: -20 }), 0, 1.2) / own)).toBeCloseTo(-20, 0)
    const other = added({ second: { db: -12, phrase: { instrument: 'oboe', leadS: 0.1, notes: [tone] } } })
    expect(db(rms(other, 0.2, 1) / own)).toBeCloseTo(-12, -0.3)
    const clicks = added({ clicks: { perMinute: 120, db: 0 } })
    expect(rms(clicks, 0.12, 0.14)).toBeGreaterThan(0.1 * own)
    expect(rms(clicks, 0.2, 0.5)).toBe(0)
  })
  it('pink noise has as much power in one octave as in the next', () => {
    const x = pink(1 << 15, seeded(3))
    const power = (from: number, to: number) => {
      let sum = 0
      for (let k = from; k < to; k += 7) {
        let re = 0
        let im = 0
        for (let i = 0; i < x.length; i++) {
          re += x[i]! * Math.cos((2 * Math.PI * k * i) / x.length)
          im += x[i]! * Math.sin((2 * Math.PI * k * i) / x.length)
        }
        sum += (7 * (re * re + im * im)) / x.length
      }
      return sum
    }
    expect(Math.abs(10 * Math.log10(power(600, 1200) / power(300, 600)))).toBeLessThan(2.5)
  })
  it('drones sound on below the chanter, also before and after it', () => {
    const { samples } = play([{ written: 'C5', lengthS: 0.5 }], {
      instrument: 'chanter',
      manner: { breathDb: -90, dronesDb: -12 },
    })
    expect(rms(samples, 0, 0.09)).toBeGreaterThan(0.01)
  })
})
