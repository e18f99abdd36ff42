import { describe, expect, it } from 'vitest'
import { reportOf } from '@halitus/core/sound'
import { between, noiseLeft, vertex } from '../../src/sound/between.ts'
import { Candidates } from '../../src/sound/candidates.ts'
import { Clipping } from '../../src/sound/clipping.ts'
import { dentsOf } from '../../src/sound/dents.ts'
import { valueWindow } from '../../src/sound/features.ts'
import { loudnessPitch } from '../../src/sound/loudness.ts'
import { PathFinder } from '../../src/sound/path.ts'
import { Periods } from '../../src/sound/periods.ts'
import { settle } from '../../src/sound/settle.ts'
import { BandPass, bandPassPower, History } from '../../src/sound/streams.ts'
import { fastSwing, leftOfSwing, slowSwing } from '../../src/sound/swing.ts'
import { trackOf, type Part } from './tracks.ts'

/** The parts of the ear, each against exact arithmetic. */
const sine = (n: number, period: number, amplitude = 1) =>
  Float32Array.from({ length: n }, (_, i) => amplitude * Math.sin((2 * Math.PI * i) / period))

describe('values between samples', () => {
  it('a parabola’s vertex is exact, and never beyond half a step', () => {
    const f = (x: number) => 3 - 2 * (x - 0.3) ** 2
    expect(vertex(f(-1), f(0), f(1))).toBeCloseTo(0.3, 12)
    expect(vertex(0, 1, 5)).toBe(0)
    expect(vertex(0.9, 1, 0)).toBeCloseTo(-0.409, 3)
    expect(vertex(1, 1, -8)).toBe(-0.5)
  })
  it('a sine between its samples is that sine', () => {
    const x = sine(60, 9.7)
    for (const at of [20, 20.25, 31.5, 40.77])
      expect(between(x, at)).toBeCloseTo(Math.sin((2 * Math.PI * (Math.round(at * 64) / 64)) / 9.7), 2)
  })
  it('white noise keeps all of its power on a sample, and a little less between', () => {
    expect(noiseLeft(3)).toBeCloseTo(1, 9)
    expect(noiseLeft(3.5)).toBeGreaterThan(0.8)
    expect(noiseLeft(3.5)).toBeLessThan(0.95)
    expect(noiseLeft(-7.25)).toBeCloseTo(noiseLeft(0.75), 9)
  })
})

describe('streams', () => {
  it('a history gives back what is within reach, and silence for the rest', () => {
    const h = new History(10)
    for (let i = 0; i < 37; i += 3) h.push(Float32Array.from([i, i + 1, i + 2]))
    expect([h.end, h.begin <= 29]).toEqual([39, true])
    const out = new Float32Array(6)
    h.read(36, out)
    expect([...out]).toEqual([36, 37, 38, 0, 0, 0])
    h.read(30, out)
    expect([...out]).toEqual([30, 31, 32, 33, 34, 35])
    const young = new History(10)
    young.push(Float32Array.from([1, 2]))
    young.read(-2, out)
    expect([...out]).toEqual([0, 0, 1, 2, 0, 0])
    // Whatever stood there before, what lies wholly before or after is silence.
    for (const from of [-6, -7, 2, 3, 50]) {
      out.fill(9)
      young.read(from, out)
      expect([...out], `from ${from}`).toEqual([0, 0, 0, 0, 0, 0])
    }
    young.read(-5, out)
    expect([...out]).toEqual([0, 0, 0, 0, 0, 1])
    young.read(1, out)
    expect([...out]).toEqual([2, 0, 0, 0, 0, 0])
  })
  it.each([50, 100, 400, 3000])('the band-pass leaves of %i Hz what it says', (hz) => {
    const rate = 22050
    const out = new BandPass(100, rate).push(sine(22050, rate / hz))
    const power = out.slice(11025).reduce((sum, v) => sum + v * v, 0) / 11025
    expect(power / 0.5 / bandPassPower(hz, 100, rate)).toBeCloseTo(1, 1)
  })
})

describe('periods and candidates', () => {
  const read = (x: Float32Array) => {
    const periods = new Periods(512, 256)
    const power = periods.read(x)
    const candidates = new Candidates(6)
    candidates.take(periods, 4)
    const found = Array.from({ length: candidates.count }, (_, c) => [
      candidates.lag[c]!,
      candidates.value[c]!,
    ])
    return { periods, power, found }
  }
  it('a sine repeats after its period (normalised square difference, exact)', () => {
    const { periods, power, found } = read(sine(512, 40))
    expect(power).toBeCloseTo(0.5, 2)
    expect(periods.values[0]).toBeCloseTo(1, 4)
    expect(periods.values[40]).toBeCloseTo(1, 3)
    expect(periods.values[20]).toBeCloseTo(-1, 2)
    expect(periods.near(40.2)).toBeCloseTo(1, 2)
    expect(periods.near(300)).toBe(0)
    // Its multiples repeat as well, and are no periods of their own.
    expect(found).toHaveLength(1)
    expect(found[0]![0]).toBeCloseTo(40, 1)
  })
  it('places a period between samples, to half a percent: the value comes later', () => {
    expect(Math.abs(read(sine(512, 40.37)).found[0]![0]! / 40.37 - 1)).toBeLessThan(0.005)
    expect(Math.abs(read(sine(512, 9.43)).found[0]![0]! / 9.43 - 1)).toBeLessThan(0.005)
  })
  it('offers the octave above, weaker, where the even partials are strong', () => {
    const x = sine(512, 80, 0.3).map((v, i) => v + sine(512, 40)[i]!)
    const { found } = read(x)
    expect(found.map(([lag]) => Math.round(lag!))).toEqual([40, 80])
    // Power 1 : 0.09; at the half period the odd part turns round: (1 − 0.09) / 1.09.
    expect(found[0]![1]).toBeCloseTo(0.835, 1)
    expect(found[1]![1]).toBeGreaterThan(0.98)
  })
  it('finds none in silence', () => expect(read(new Float32Array(512)).found).toEqual([]))
})

describe('the path', () => {
  const walk = (frames: [hz: number, value: number][][], wait = 3, asked?: number) => {
    const path = new PathFinder(wait, asked)
    const out: number[] = []
    frames.forEach((candidates, i) => {
      path.begin(i, -20)
      for (const [hz, v] of candidates) path.offer(hz, v, v, v)
      const sure = path.next()
      if (sure) out.push(sure.hz)
    })
    for (let s = path.flush(); s; s = path.flush()) out.push(s.hz)
    return out
  }
  const many = (n: number, ...c: [number, number][]) => Array.from({ length: n }, () => c)
  it('isn’t thrown by one frame that fits another note better, and follows several', () => {
    const stray = [...many(10, [440, 0.95]), ...many(1, [440, 0.8], [660, 0.9]), ...many(10, [440, 0.95])]
    expect(new Set(walk(stray, 10))).toEqual(new Set([440]))
    const note = [...many(10, [440, 0.95]), ...many(12, [440, 0.5], [660, 0.95]), ...many(10, [440, 0.95])]
    expect(walk(note, 20).filter((hz) => hz === 660)).toHaveLength(12)
  })
  it('is silent where nothing repeats well enough', () => {
    expect(walk(many(20, [440, 0.3]))).toEqual(Array(20).fill(0))
    expect(walk(many(20, [440, 0.5]), 20)).toEqual(Array(20).fill(440))
  })
  it('takes the higher of two octaves that fit alike, and the lower when it fits better', () => {
    expect(walk(many(12, [440, 0.95], [220, 0.95]), 12)[0]).toBe(440)
    expect(walk(many(12, [440, 0.9], [220, 0.96]), 12)[0]).toBe(220)
  })
  it('lets the note that was asked for settle a tie, but hide nothing', () => {
    // A little better below: alone it is the upper octave still, asked for it is the lower.
    const tie = many(12, [440, 0.95], [220, 0.97])
    expect(walk(tie, 12)[0]).toBe(440)
    expect(walk(tie, 12, 220)[0]).toBe(220)
    expect(walk(many(12, [440, 0.95], [220, 0.95]), 12, 220)[0]).toBe(440)
  })
})

describe('swings', () => {
  const t = Float64Array.from({ length: 800 }, (_, i) => i / 200)
  const swing = (depth: number, rateHz: number, slope = 0) =>
    t.map((s) => depth * Math.sin(2 * Math.PI * rateHz * s) + slope * s)
  it.each([
    [10, 5],
    [25, 3.1],
    [4, 7.4],
  ])('a fast one of %f at %f Hz has that depth and rate', (depth, rateHz) => {
    const found = fastSwing(swing(depth, rateHz), 0.005, 0)
    expect(found.depth! / depth).toBeGreaterThan(0.95)
    expect(found.depth! / depth).toBeLessThan(1.05)
    expect(found.rateHz!).toBeCloseTo(rateHz, 1)
  })
  it('a slow one is told from a drift, beside it', () => {
    const found = slowSwing(t, swing(12, 1, 7))
    expect(found.depth!).toBeCloseTo(12, 1)
    expect(found.rateHz!).toBeCloseTo(1, 1)
    expect(slowSwing(t, swing(0, 1, 9)).depth!).toBeLessThan(0.01)
  })
  it('can’t be told of notes that are too short', () => {
    expect(fastSwing(new Float64Array(159), 0.005, 0)).toEqual({ depth: null, rateHz: null })
    expect(fastSwing(new Float64Array(160), 0.005, 0).depth).toBe(0)
    // One and a half of its lengths at 2 Hz: three quarters of a second.
    expect(slowSwing(t.slice(0, 151), new Float64Array(151))).toMatchObject({ depth: null, rateHz: null })
    expect(slowSwing(t.slice(0, 170), new Float64Array(170)).depth).toBe(0)
  })
  it('a window takes off a swing what two moving averages take (exact), and that is given back', () => {
    expect(valueWindow(440).lengthS).toBe(0.02)
    expect(valueWindow(440).lagS).toBeCloseTo(4 / 440, 9)
    expect(valueWindow(100).lengthS).toBeCloseTo(0.03, 9)
    expect(valueWindow(50).lengthS).toBe(0.056)
    const sinc = (x: number) => Math.sin(Math.PI * x) / (Math.PI * x)
    expect(leftOfSwing(6, 440)).toBeCloseTo(sinc(6 * (0.02 - 4 / 440)) * sinc((6 * 4) / 440), 9)
    const flattened = swing(10 * leftOfSwing(6, 58.27), 6)
    expect(fastSwing(flattened, 0.005, 58.27).depth!).toBeCloseTo(10, 0)
  })
})

describe('pitch against loudness', () => {
  const t = Float64Array.from({ length: 800 }, (_, i) => i / 200)
  const swell = t.map((s) => -20 - 6 * Math.abs(s - 2))
  it('is the slope of the plane, drift or not', () => {
    const found = loudnessPitch(
      t,
      swell.map((l, i) => -1.5 * l + 8 * t[i]!),
      swell,
    )
    expect(found.centsPerDb!).toBeCloseTo(-1.5, 2)
    expect(found.plusMinus!).toBeLessThan(0.1)
    expect(found.why).toBeNull()
  })
  it('says why it can’t be told', () => {
    expect(loudnessPitch(t.slice(0, 199), t.slice(0, 199), swell.slice(0, 199)).why).toBe('short')
    expect(
      loudnessPitch(
        t,
        t,
        t.map(() => -20),
      ).why,
    ).toBe('level')
    expect(
      loudnessPitch(
        t,
        t,
        t.map((s) => -20 - 3 * s),
      ).why,
    ).toBe('fade')
    expect(
      loudnessPitch(
        t,
        t,
        t.map((s) => -20 - 3 * s),
      ).centsPerDb,
    ).toBeNull()
  })
  it('has a wider interval when the pitch wanders by itself', () => {
    const wander = swell.map((l, i) => -l + 6 * Math.sin(2.3 * t[i]!) + 4 * Math.sin(5.1 * t[i]! + 1))
    expect(loudnessPitch(t, wander, swell).plusMinus!).toBeGreaterThan(0.3)
  })
  it('takes a vibrato that moves both for what it is', () => {
    const both = t.map((s) => Math.sin(2 * Math.PI * 5 * s))
    expect(
      loudnessPitch(
        t,
        both.map((v) => 20 * v),
        both.map((v) => -20 + 2 * v),
      ).why,
    ).toBe('level')
  })
})

describe('clipping', () => {
  const share = (x: Float32Array) => {
    const c = new Clipping()
    c.hear(x.subarray(0, 100))
    c.hear(x.subarray(100))
    return c.share
  }
  it('is found where peaks are cut off, and not in round, soft or constant ones', () => {
    const cut = sine(4000, 50).map((v) => Math.max(-0.6, Math.min(0.6, v)))
    expect(share(cut)).toBeGreaterThan(0.3)
    expect(share(cut)).toBeLessThan(1)
    // Every twentieth of a second three samples at the top: 3 of 50.
    const tops = Float32Array.from({ length: 5000 }, (_, i) => (i % 50 < 3 ? 0.8 : 0.1 + (i % 50) / 100))
    expect(share(tops)).toBeCloseTo(0.06, 2)
    expect(share(sine(4000, 50))).toBe(0)
    // A slow sine in sixteen bits has equal samples at its tops.
    expect(share(sine(40000, 900, 0.5).map((v) => Math.round(v * 32767) / 32768))).toBe(0)
    expect(share(cut.map((v) => v / 10))).toBe(0)
    expect(share(new Float32Array(4000).fill(0.5))).toBe(0)
    expect(share(new Float32Array(0))).toBe(0)
  })
})

describe('dents', () => {
  const tone: Part = [60, 69]
  const dent = (...db: number[]): Part[] => db.map((d) => [0.5, 69, -20 - d])
  const found = (parts: Part[]) => {
    const track = trackOf(parts)
    return dentsOf(track, 0, track.hz.length)
  }
  it('have depth, width and the moment where the rise begins', () => {
    const [one] = found([tone, ...dent(2, 4, 6, 6, 4, 2), tone])
    expect(one!.depthDb).toBeCloseTo(6, 6)
    expect(one!.widthMs).toBeCloseTo(20, 6)
    // Half depth at 0.605 and 0.625 s: a third of the way back from the right.
    expect(one!.timeS).toBeCloseTo(0.625 - 0.02 / 3, 6)
    expect(one!.dipCents).toBeCloseTo(0, 6)
  })
  it('aren’t what a click leaves between two of its kind, nor a swell, nor the end', () => {
    const spike: Part = [0.5, 69, -10]
    expect(found([tone, spike, [4, 69], spike, tone])).toEqual([])
    expect(
      found([
        [80, 69, (i) => -30 + i / 8],
        [80, 69, (i) => -20 - i / 8],
      ]),
    ).toEqual([])
    expect(found([tone, [10, 69, (i) => -20 - 3 * i]])).toEqual([])
  })
  it('aren’t swings of a whole tone, however deep', () =>
    expect(found([[200, 69, (i) => -24 + 4 * Math.sin((2 * Math.PI * 5 * i) / 100)]])).toEqual([]))
  it('where the note changes must be longer than fingers take', () => {
    expect(found([tone, ...dent(5), [60, 71]])).toEqual([])
    expect(found([tone, ...dent(2, 4, 5, 4, 2), [60, 71]])).toHaveLength(1)
    expect(found([tone, ...dent(5), tone])).toHaveLength(1)
  })
  it('that don’t come back are no strokes', () => {
    expect(found([tone, ...dent(4, 14, 4), [60, 69, -26.5]])).toHaveLength(1)
    expect(found([tone, ...dent(4, 14, 4), [60, 69, -27.5]])).toEqual([])
  })
  /** A dent as a triangle: falls in `down` and rises in `up` hundredths. */
  const triangle = (depth: number, down: number, up: number): Part => [
    down + up,
    69,
    (i) => -20 - depth * (i < down ? i / down : 1 - (i - down) / up),
  ]
  it.each([
    // Half as wide as they are long: 45 ms, 55 ms; a tongue lets go faster than it stops, a swing doesn't.
    ['narrow', 9, 4.5, 4.5, 1],
    ['wide, as slow up as down', 9, 5.5, 5.5, 0],
    ['wide, up fast', 9, 8, 3, 1],
    ['wide, up a little faster', 9, 6.5, 4.5, 0],
    ['wide and deep', 15.5, 5.5, 5.5, 1],
  ] as const)('a dent that is %s counts or not', (_, depth, down, up, count) =>
    expect(found([tone, triangle(depth, down, up), tone]).filter((d) => d.widthMs > 0)).toHaveLength(count),
  )
  /** Strokes every 400 ms on a tone that swings five times a second. */
  const swinging = (amplitude: number, depth: number) =>
    found([
      [
        240,
        69,
        (i) => {
          const into = Math.abs(((i + 20) % 40) - 20)
          return -20 + amplitude * Math.sin((2 * Math.PI * 5 * i) / 100) - depth * Math.max(0, 1 - into / 2)
        },
      ],
    ])
  it('stand out of a tone that swings, as long as they are deeper than the swing', () => {
    expect(swinging(0, 5)).toHaveLength(5)
    expect(swinging(0.9, 5)).toHaveLength(5)
    expect(swinging(3, 5).filter((d) => d.widthMs > 0)).toEqual([])
    expect(swinging(3, 14).length).toBeGreaterThanOrEqual(5)
  })
  it('are deeper than the level jumps by chance', () => {
    const rough = (jitter: number, depth: number) =>
      found([
        [60, 69, (i) => -20 + (Math.round(2 * i) % 2 ? jitter : -jitter)],
        ...dent(depth / 2, depth, depth, depth / 2),
        [60, 69, (i) => -20 + (Math.round(2 * i) % 2 ? jitter : -jitter)],
      ]).filter((d) => d.widthMs > 0)
    expect(rough(0.05, 4)).toHaveLength(1)
    expect(rough(1.2, 4)).toEqual([])
  })
  /** Strokes so light that the level hardly moves: every half second the tone is less itself, by `drop` dB for so many frames. */
  const broken = (count: number, frames: number, drop: number, level = 1) => {
    const track = trackOf([[50 * (count + 1), 69]])
    for (let k = 1; k <= count; k++)
      for (let i = 100 * k; i < 100 * k + frames; i++) {
        track.hnrDb[i]! -= drop
        track.levelDb[i]! -= level
      }
    return dentsOf(track, 0, track.hz.length)
  }
  it.each([
    ['three of them', 3, 8, 16, 1, 3],
    ['two may be the room', 2, 8, 16, 1, 0],
    ['breaking by 7.9 dB', 3, 8, 7.9, 1, 0],
    ['by 8.1 dB', 3, 8, 8.1, 1, 3],
    ['without the level', 3, 8, 16, 0.75, 0],
    ['with it', 3, 8, 16, 0.85, 3],
    ['as short as a click', 3, 4, 16, 1, 0],
    ['a little longer', 3, 6, 16, 1, 3],
    ['a tenth of a second', 3, 19, 16, 1, 3],
    ['longer than a stroke', 3, 21, 16, 1, 0],
  ] as const)('light strokes: %s', (_, count, frames, drop, level, strokes) =>
    expect(broken(count, frames, drop, level)).toHaveLength(strokes),
  )
  it.each([
    // Above the louder of both sides by so much it is a click over the tone, not the tongue, dB: 0.8.
    [1, 0, 0],
    [1, 0.19, 0],
    [1, 0.21, 3],
    [-1, 0, 3],
  ])(
    'where the tone breaks %f dB louder, and is %f dB louder afterwards: %i strokes',
    (at, then, strokes) => {
      const track = trackOf([[200, 69]])
      for (let k = 1; k <= 3; k++)
        for (let i = 100 * k; i < 100 * k + 40; i++) {
          if (i < 100 * k + 8) track.hnrDb[i]! -= 16
          track.levelDb[i]! += i < 100 * k + 8 ? at : then
        }
      expect(dentsOf(track, 0, track.hz.length)).toHaveLength(strokes)
    },
  )
  it('light strokes are timed by where the tone begins to break', () => {
    const [one] = broken(3, 8, 16)
    // The frame at 0.5 s is the first one; from 20 dB to 4 the tone has broken half-way.
    expect(one!.timeS).toBeCloseTo(0.5 + 0.0025 - 0.0025, 6)
    expect(one).toMatchObject({ widthMs: 0, dipCents: 0 })
    expect(one!.depthDb).toBeCloseTo(1, 6)
  })
  it('lie apart: two within 55 ms are one, the deeper', () => {
    const two = (apart: number) => found([tone, ...dent(3, 6, 3), [apart, 69], ...dent(4, 8, 4), tone])
    expect(two(8).map((d) => Math.round(d.depthDb))).toEqual([6, 8])
    expect(two(2).map((d) => Math.round(d.depthDb))).toEqual([8])
  })
  it.each([
    // After it 40 hundredths are left: of their first third and last, two thirds of the fall lie between.
    ['as loud as before', -20, 0, 1],
    ['softer, and staying so', -26, 0, 1],
    ['softer and falling by 21 dB a second', -24.5, 0.21, 1],
    ['softer and falling by 24 dB a second', -24.5, 0.24, 0],
    ['falling as fast, hardly softer', -19, 0.24, 1],
  ])(
    'at the end of a tone, followed by what is %s: a stroke, or what a room leaves: %d',
    (_, db, fall, strokes) => {
      const dents = found([tone, ...dent(10, 16, 10), [40, 69, (i) => db - fall * i]])
      expect(dents).toHaveLength(strokes)
    },
  )
  it('an accent on running air is one as well', () => {
    const accent = found([
      [40, 69, (i) => -24 - i / 10],
      [60, 69, -20],
    ])
    expect(accent).toHaveLength(1)
    expect(Math.abs(accent[0]!.timeS - 0.4)).toBeLessThan(0.01)
  })
})

describe('what isn’t played', () => {
  const left = (...parts: Part[]) => {
    const raw = trackOf([[30, 0, -80], ...parts, [30, 0, -80]])
    const { track, humS, talkS } = settle(raw)
    return { seconds: [...track.hz].filter((hz) => hz > 0).length * 0.005, raw, humS, talkS }
  }
  it('a ring of a key falls fast and evenly, a short note is let go at its end', () => {
    expect(left([8, 80, (i) => -20 - 4 * i]).seconds).toBe(0)
    expect(left([6, 80], [3, 80, (i) => -20 - 8 * i]).seconds).toBeGreaterThan(0.05)
  })
  it.each([
    [2.5, 0],
    [3, 0.03],
  ])('%f hundredths leave %f s', (count, seconds) =>
    expect(left([count, 69]).seconds).toBeCloseTo(seconds, 6),
  )
  it('the room’s tail isn’t the note', () =>
    expect(left([100, 69], [60, 69, (i) => -30 - i / 2]).seconds).toBeCloseTo(1.1, 1))
  it('hum lies on the mains, steady, far below the playing', () => {
    const hum = 12 * Math.log2(50 / 440) + 69
    expect(left([100, 69], [40, 0, -80], [100, hum, -33])).toMatchObject({ seconds: 1, humS: 1 })
    expect(left([100, 69], [40, 0, -80], [100, hum, -31]).seconds).toBe(2)
    expect(left([100, 69], [40, 0, -80], [100, hum + 0.3, -33]).seconds).toBe(2)
  })
  /** Vowels and consonants: pitch, loudness and colour go up and down five times a second; then a long note. */
  const talk = (
    hundredths: number,
    { colour = 0.3, db = 6, wander = 1, apart = 100 } = {},
    after: Part[] = [],
    countTalk = false,
  ) => {
    const wave = (i: number) => Math.sin((2 * Math.PI * 5 * i) / 100)
    const raw = trackOf([
      [30, 0, -80],
      [hundredths, (i) => 55 + wander * Math.sin((2 * Math.PI * 1.3 * i) / 100), (i) => -30 + db * wave(i)],
      [apart, 0, -80],
      ...after,
      [100, 69],
      [30, 0, -80],
    ])
    for (let i = 60; i < 60 + 2 * hundredths; i++)
      raw.brightness[i] = 3 * Math.exp(colour * wave((i - 60) / 2))
    const { report, talkS } = reportOf(raw, raw.hz.length * raw.hopS, { countTalk })
    return { ...report, talkS }
  }
  it('talk is counted where somebody says that it was played', () => {
    const left = talk(100)
    expect(left).toMatchObject({ talkS: expect.closeTo(1, 1), notes: { length: 1 } })
    const counted = talk(100, {}, [], true)
    expect(counted).toMatchObject({ talkS: 0, doubts: [] })
    expect(counted.notes.length).toBeGreaterThan(1)
    expect(counted.notes.at(-1)!.concert).toBe('A4')
    // Too little to be said is nothing to count again.
    expect(talk(29).talkS).toBe(0)
  })
  it.each([
    // A sine compared 80 ms apart moves by 1.34 times its size, usually: 0.24 in colour and 4.2 dB are asked.
    ['talk', 100, {}, '1.0 s'],
    ['whose colour hardly moves', 100, { colour: 0.17 }, null],
    ['whose colour moves enough', 100, { colour: 0.19 }, '1.0 s'],
    ['whose level hardly moves', 100, { db: 3 }, null],
    ['whose level moves enough', 100, { db: 3.3 }, '1.0 s'],
    ['that stays on its pitch', 100, { wander: 0.1 }, null],
    // A sine of 1.3 Hz moves by 17.3 cents a semitone within 30 ms, usually: 12 are asked.
    ['that hardly glides', 100, { wander: 0.66 }, null],
    ['that glides enough', 100, { wander: 0.73 }, '1.0 s'],
    ['too short to be judged', 15, {}, null],
    ['of less than a third of a second', 29, {}, null],
    ['of a little more', 31, {}, '0.3 s'],
  ] as const)('talk is left out and said: %s', (_, hundredths, how, said) => {
    const { doubts, notes } = talk(hundredths, how)
    expect(doubts).toEqual(said ? [`${said} of talk were heard; they aren’t counted.`] : [])
    if (said) expect(notes.map((n) => n.concert)).toEqual(['A4'])
  })
  it('what glides beside talk is talk as well; what stays on its pitch, or lies far away, is played', () => {
    const notes = (midi: number | ((i: number) => number), apart = 20) =>
      talk(100, { apart }, [
        [30, midi, -30],
        [30, 0, -80],
      ]).notes.length
    expect(notes((i) => 62 + 0.05 * i)).toBe(1)
    expect(notes((i) => 62 + 0.03 * i)).toBe(2)
    expect(notes(62)).toBe(2)
    expect(notes((i) => 62 + 0.05 * i, 85)).toBe(2)
  })
  it('a short sound amid talk is talk, though it stays on its pitch; a long one is played', () => {
    const notes = (hundredths: number) => {
      const wave = (i: number) => Math.sin((2 * Math.PI * 5 * i) / 100)
      const spoken: Part = [60, (i) => 55 + Math.sin((2 * Math.PI * 1.3 * i) / 100), (i) => -30 + 6 * wave(i)]
      const raw = trackOf([
        [30, 0, -80],
        spoken,
        [20, 0, -80],
        [hundredths, 62],
        [20, 0, -80],
        spoken,
        [30, 0, -80],
      ])
      for (const from of [60, 260 + 2 * hundredths])
        for (let i = 0; i < 120; i++) raw.brightness[from + i] = 3 * Math.exp(0.3 * wave(i / 2))
      return reportOf(raw, raw.hz.length * raw.hopS).report.notes.length
    }
    expect([notes(34), notes(36)]).toEqual([0, 1])
  })
  it('quick notes are played, however they swell, fade and change colour', () => {
    const raw = trackOf([
      [30, 0, -80],
      ...[60, 62, 64, 65, 67, 65, 64, 62].flatMap((midi): Part[] => [
        [14, midi, (i) => -20 - 14 * Math.abs(i / 7 - 1)],
        [4, 0, -60],
      ]),
      [30, 0, -80],
    ])
    for (let i = 0; i < raw.hz.length; i++) raw.brightness[i] = 3 * Math.exp(0.8 * Math.sin(i / 5))
    const { report } = reportOf(raw, raw.hz.length * raw.hopS)
    expect(report.doubts).toEqual([])
    expect(report.notes.map((n) => n.concert)).toEqual(['C4', 'D4', 'E4', 'F4', 'G4', 'F4', 'E4', 'D4'])
  })
  it('leaves the track it was given as it was', () => {
    const { raw } = left([8, 80, (i) => -20 - 4 * i])
    expect([...raw.hz].filter((hz) => hz > 0)).toHaveLength(16)
  })
})
