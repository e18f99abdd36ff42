import { describe, expect, it } from 'vitest'
import { seeded } from '@halitus/core/player'
import { FineFeatures, valueWindow } from '../../src/sound/features.ts'
import { BandPass, Halver, History } from '../../src/sound/streams.ts'

const RATE = 44100
const RUMBLE_HZ = 40
const SECONDS = 0.5

/** The features over a sound whose partials are known exactly; noise in dB below the first partial's power. */
function over(
  hz: number,
  amplitudes: readonly number[],
  noise = 0,
  centsAt: (s: number) => number = () => 0,
) {
  const n = Math.round(SECONDS * RATE)
  const random = seeded(5)
  let phase = 0
  const x = Float32Array.from({ length: n }, (_, i) => {
    phase += (2 * Math.PI * hz * 2 ** (centsAt(i / RATE) / 1200)) / RATE
    return amplitudes.reduce((sum, a, h) => sum + a * Math.sin((h + 1) * phase), 0) + noise * random.normal()
  })
  const [full, middle, upper] = [new History(n), new History(n), new History(n)]
  const features = new FineFeatures(RATE, full, middle, upper, RUMBLE_HZ)
  const halver = new Halver()
  const pass = new BandPass(RUMBLE_HZ, RATE / 2)
  for (let at = 0; at < n; at += 480) {
    const block = x.subarray(at, Math.min(n, at + 480))
    full.push(block)
    features.hear(block)
    middle.push(pass.push(halver.push(block)))
  }
  return { features, centre: n / 2, x }
}
const dB = (power: number) => 10 * Math.log10(power)
const power = (a: readonly number[]) => a.reduce((sum, v) => sum + (v * v) / 2, 0)
const RICH = [0.3, 0.2, 0.15, 0.1, 0.05]

describe('the value of a pitch (exact sums of sines)', () => {
  it.each([58.27, 110, 233.08, 440, 622.25, 987.77, 1568, 2093])(
    'of %d Hz is right to a tenth of a cent',
    (hz) => {
      const { features, centre } = over(hz, RICH)
      for (const off of [-12, 0, 9]) {
        const found = features.exactHz(centre, hz * 2 ** (off / 1200))
        expect(Math.abs(1200 * Math.log2(found / hz)), `${hz} from ${off} cents away`).toBeLessThan(0.1)
      }
    },
  )
  it('stays what it was where nothing repeats nearby, and at the edges of what is known', () => {
    const { features, centre } = over(440, RICH)
    expect(features.exactHz(centre, 523)).toBeGreaterThan(400)
    expect(features.exactHz(10, 440)).toBe(440)
    expect(features.exactHz(SECONDS * RATE - 10, 440)).toBe(440)
  })
  it('is that of the window’s middle when the pitch glides', () => {
    const { features, centre } = over(440, RICH, 0, (s) => 200 * (s - SECONDS / 2))
    const at = (shift: number) => 1200 * Math.log2(features.exactHz(centre + shift * RATE, 440) / 440)
    expect(at(0)).toBeCloseTo(0, 0)
    expect(at(0.02) - at(-0.02)).toBeCloseTo(8, 0)
  })
  it('has a window of three periods, within bounds', () => {
    expect(valueWindow(100).lengthS).toBeCloseTo(0.03, 9)
    expect(valueWindow(40).lengthS).toBe(0.056)
    expect(valueWindow(2000).lengthS).toBe(0.02)
    expect(valueWindow(100).lagS).toBeCloseTo(0.01, 9)
    expect(valueWindow(440).lagS).toBeCloseTo(4 / 440, 9)
  })
})

describe('levels', () => {
  it.each([58.27, 220, 880])('at %d Hz are those of whole periods: they don’t beat with the tone', (hz) => {
    const { features, centre } = over(hz, RICH)
    for (let k = 0; k < 20; k++)
      expect(features.tell(centre + 37 * k, hz).levelDb).toBeCloseTo(dB(power(RICH)), 1)
  })
  it('of a stretch without a pitch are its mean square', () => {
    const { features, centre } = over(5, [0], 0.1)
    expect(features.tell(centre, 0).levelDb).toBeCloseTo(-20, 0)
    expect(features.levelDb(centre, 441)).toBeCloseTo(-20, 0)
    expect(over(440, [0.5]).features.levelDb(centre, 441)).toBeCloseTo(dB(0.125), 1)
  })
  it('of the upper partials leave the low ones out (two poles at 1.5 kHz)', () => {
    const { features: low, centre } = over(200, [0.3])
    const { features: high } = over(6000, [0.3])
    const pole = (hz: number) => 1 / (1 + (1500 / hz) ** 2)
    expect(low.tell(centre, 200).upperDb).toBeCloseTo(dB(0.045 * pole(200) ** 2), -1)
    expect(high.tell(centre, 6000).upperDb).toBeCloseTo(dB(0.045 * pole(6000) ** 2), -1)
    expect(high.tell(centre, 6000).upperDb - low.tell(centre, 200).upperDb).toBeGreaterThan(25)
  })
})

describe('colour (exact partials)', () => {
  it.each([[[0.3, 0.2, 0.15, 0.1, 0.05]], [[0.3, 0, 0.2, 0, 0.1]], [[0.05, 0.3, 0.2, 0.3]], [[0.4]]])(
    'the centre of %j is its weighted mean',
    (amplitudes) => {
      const { features, centre } = over(330, amplitudes)
      const sum = amplitudes.reduce((a, b) => a + b, 0)
      const mean = amplitudes.reduce((s, a, h) => s + (h + 1) * a, 0) / sum
      expect(features.tell(centre, 330).brightness).toBeCloseTo(mean, 1)
    },
  )
  it('odd against even leaves the first partial out', () => {
    const { features, centre } = over(330, [0.4, 0.1, 0.2, 0.05, 0.1])
    const odd = 0.2 ** 2 + 0.1 ** 2
    const even = 0.1 ** 2 + 0.05 ** 2
    expect(features.tell(centre, 330).oddEvenDb).toBeCloseTo(dB(odd / even), 0)
  })
  it('isn’t told of what has no pitch, nor where the window would leave what is known', () => {
    const { features, centre } = over(330, RICH)
    expect(features.tell(centre, 0)).toMatchObject({ brightness: NaN, oddEvenDb: NaN, hnrDb: NaN })
    expect(over(330, RICH).features.tell(20, 330).brightness).toBeNaN()
  })
})

describe('tone over noise', () => {
  it.each([
    [110, 20],
    [440, 20],
    [440, 6],
    [440, 0],
    [1500, 12],
  ])('at %d Hz and %d dB is within a decibel, averaged', (hz, asked) => {
    const noise = Math.sqrt(power(RICH) / 10 ** (asked / 10))
    const { features, centre } = over(hz, RICH, noise)
    const told = Array.from({ length: 40 }, (_, k) => features.tell(centre + (k - 20) * 300, hz).hnrDb)
    // Ratios average as powers of the noise share.
    const share = told.reduce((s, d) => s + 1 / (1 + 10 ** (d / 10)), 0) / told.length
    expect(Math.abs(dB((1 - share) / share) - asked)).toBeLessThan(1)
  })
  it('of a clean tone is high', () =>
    expect(over(440, RICH).features.tell((SECONDS * RATE) / 2, 440).hnrDb).toBeGreaterThan(45))
})

describe('how alike neighbours are', () => {
  it('is one for a tone at its period, minus one at half of a sine’s, and little for noise', () => {
    const { features, centre } = over(441, [0.4])
    const lag = RATE / 2 / 441
    expect(features.repeats(centre / 2, lag)).toBeCloseTo(1, 2)
    expect(features.repeats(centre / 2, lag / 2)).toBeCloseTo(-1, 1)
    const noise = over(5, [0], 0.2).features
    const all = Array.from({ length: 30 }, (_, k) => noise.repeats(centre / 2 + 40 * k, 100))
    expect(Math.abs(all.reduce((a, b) => a + b, 0) / all.length)).toBeLessThan(0.25)
  })
  it('is nothing beyond what is known', () => {
    const { features } = over(441, [0.4])
    expect(features.repeats(3, 50)).toBe(0)
    expect(features.repeats((SECONDS * RATE) / 2 - 3, 50)).toBe(0)
  })
})
