import { describe, expect, it } from 'vitest'
import wavefile from 'wavefile'
import { seeded } from '@halitus/core/player'
import { readWav, writeWav, phrasesOf } from '@halitus/core/sound'
import { between, noiseLeft } from '../../src/sound/between.ts'
import { Candidates } from '../../src/sound/candidates.ts'
import { dentsOf } from '../../src/sound/dents.ts'
import { FineFeatures } from '../../src/sound/features.ts'
import { notesOf } from '../../src/sound/notes.ts'
import { PathFinder } from '../../src/sound/path.ts'
import { Periods } from '../../src/sound/periods.ts'
import { settle } from '../../src/sound/settle.ts'
import { bandPassPower, History } from '../../src/sound/streams.ts'
import { trackOf, type Part } from './tracks.ts'

/** Each measure against the formula it stands for, written out plainly, on a sound that is different everywhere. */
const RATE = 16000
const N = 4000
const random = seeded(11)
/** A harmonic tone that grows, with noise: a window one sample off gives another number. */
const tone = (hz: number, noise = 0.05) =>
  Float32Array.from(
    { length: N },
    (_, i) =>
      (0.2 + i / N) *
        (Math.sin((2 * Math.PI * hz * i) / RATE) + 0.4 * Math.sin((4 * Math.PI * hz * i) / RATE + 1)) +
      noise * random.normal(),
  )
/** The features with histories that hold these samples; the middle stream is given by itself. */
function features(full: Float32Array, middle = new Float32Array(0)) {
  const histories = [full, middle].map((x) => {
    const history = new History(Math.max(8, x.length))
    history.push(x)
    return history
  })
  const found = new FineFeatures(RATE, histories[0]!, histories[1]!, new History(N), 40)
  found.hear(full)
  return found
}
const meanSquare = (x: Float32Array, from: number, to: number) =>
  x.subarray(from, to).reduce((sum, v) => sum + v * v, 0) / (to - from)

describe('measures against their formulas written out', () => {
  const x = tone(200)
  it('the level of four hops', () => {
    for (const [centre, hop] of [
      [2000, 80],
      [1234, 33],
    ] as const)
      expect(features(x).levelDb(centre, hop)).toBeCloseTo(
        10 * Math.log10(meanSquare(x, centre - 2 * hop, centre + 2 * hop)),
        6,
      )
    // At both ends only what is there counts.
    expect(features(x).levelDb(10, 80)).toBeCloseTo(10 * Math.log10(meanSquare(x, 0, 170)), 6)
    expect(features(x).levelDb(N - 10, 80)).toBeCloseTo(10 * Math.log10(meanSquare(x, N - 170, N)), 6)
  })
  it('the level of one period, at least 5 ms', () => {
    // 200 Hz: one period is exactly 5 ms, 80 samples. 500 Hz: three periods, 96.
    expect(features(x).tell(2000, 200).levelDb).toBeCloseTo(10 * Math.log10(meanSquare(x, 1960, 2040)), 6)
    expect(features(x).tell(2000, 500).levelDb).toBeCloseTo(10 * Math.log10(meanSquare(x, 1952, 2048)), 6)
    // Without a pitch: 10 ms.
    expect(features(x).tell(2000, 0).levelDb).toBeCloseTo(10 * Math.log10(meanSquare(x, 1920, 2080)), 6)
  })
  it('the noise: half of what isn’t the same one period earlier', () => {
    const hz = 203
    const lag = RATE / hz
    const length = Math.round(2 * lag)
    const from = Math.round(2000 - length / 2 + lag / 2)
    let power = 0
    let difference = 0
    for (let i = from; i < from + length; i++) {
      power += x[i]! ** 2
      difference += (x[i]! - between(x, i - lag)) ** 2
    }
    const noise = difference / (1 + noiseLeft(-lag))
    expect(features(x).tell(2000, hz).hnrDb).toBeCloseTo(10 * Math.log10((power - noise) / noise), 9)
  })
  it('the noise at the first and the last moment that is known, and nothing beyond', () => {
    // One period of 80 samples, six neighbours: from 80 − 40 + 40 + 6 on.
    const at = (centre: number) => Number.isNaN(features(x).tell(centre, 200).hnrDb)
    expect([at(85), at(86)]).toEqual([true, false])
    expect([at(N - 87), at(N - 86)]).toEqual([false, true])
  })
  it('colour: amplitudes of a Fourier sum over whole periods', () => {
    const middle = tone(400, 0.02)
    const rate = RATE / 2
    const hz = 200
    const length = Math.round((4 * rate) / hz)
    const from = Math.round(1000 - length / 2)
    const top = Math.floor((0.46 * rate) / hz)
    const amplitudes = Array.from({ length: top }, (_, k) => {
      let re = 0
      let im = 0
      for (let i = 0; i < length; i++) {
        const angle = (2 * Math.PI * (k + 1) * hz * i) / rate
        re += middle[from + i]! * Math.cos(angle)
        im += middle[from + i]! * Math.sin(angle)
      }
      return Math.sqrt((re * re + im * im) / bandPassPower((k + 1) * hz, 40, rate))
    })
    const told = features(x, middle).tell(2000, hz)
    const sum = amplitudes.reduce((a, b) => a + b, 0)
    expect(told.brightness).toBeCloseTo(amplitudes.reduce((s, a, k) => s + (k + 1) * a, 0) / sum, 6)
    const share = (odd: number) =>
      amplitudes.reduce((s, a, k) => s + (k > 0 && (k + 1) % 2 === odd ? a * a : 0), 0)
    expect(told.oddEvenDb).toBeCloseTo(10 * Math.log10(share(1) / share(0)), 6)
  })
  it('colour at the first and the last moment that is known', () => {
    const middle = tone(400)
    const at = (centre: number) => Number.isNaN(features(x, middle).tell(2 * centre, 200).brightness)
    expect([at(79), at(80)]).toEqual([true, false])
    expect([at(N - 81), at(N - 80)]).toEqual([false, true])
  })
  it('how alike two stretches side by side are', () => {
    const middle = tone(400)
    // 40 samples: longer than 4 ms (32).
    const [length, lag] = [40, 40]
    const from = Math.round(1000 - (length + lag) / 2)
    let [ab, aa, bb] = [0, 0, 0]
    for (let i = from; i < from + length; i++) {
      ab += middle[i]! * middle[i + lag]!
      aa += middle[i]! ** 2
      bb += middle[i + lag]! ** 2
    }
    expect(features(x, middle).repeats(1000, lag)).toBeCloseTo((2 * ab) / (aa + bb), 9)
    // Between samples: the line between its two neighbours. 4 ms at least.
    const start = Math.round(1000 - (32 + 10.25) / 2)
    ;[ab, aa, bb] = [0, 0, 0]
    for (let i = start; i < start + 32; i++) {
      const b = 0.75 * middle[i + 10]! + 0.25 * middle[i + 11]!
      ab += middle[i]! * b
      aa += middle[i]! ** 2
      bb += b * b
    }
    expect(features(x, middle).repeats(1000, 10.25)).toBeCloseTo((2 * ab) / (aa + bb), 9)
    expect(features(x, middle).repeats(39, 40)).toBe(0)
    expect(features(x, middle).repeats(40, 40)).not.toBe(0)
    expect(features(x, middle).repeats(N - 42, 40)).not.toBe(0)
    expect(features(x, middle).repeats(N - 41, 40)).toBe(0)
  })
  it('periods: the normalised square difference of every lag', () => {
    const periods = new Periods(512, 256)
    const power = periods.read(x.subarray(0, 512))
    expect(power).toBeCloseTo(meanSquare(x, 0, 512), 6)
    for (const lag of [0, 1, 7, 40, 80, 200, 256, 257]) {
      let [ab, both] = [0, 0]
      for (let i = 0; i + lag < 512; i++) {
        ab += x[i]! * x[i + lag]!
        both += x[i]! ** 2 + x[i + lag]! ** 2
      }
      expect(periods.values[lag], `lag ${lag}`).toBeCloseTo((2 * ab) / both, 5)
    }
    const [a, b, c] = [80 - 0.3, 80, 80.3].map((at) => between(periods.values, at))
    expect(periods.near(80)).toBeCloseTo(Math.max(a!, b!, c!), 9)
    // Near the ends there are no neighbours to place a value between.
    expect(periods.near(4)).toBe(periods.values[4])
    expect(periods.near(252)).toBe(periods.values[252])
    expect(periods.near(257)).toBe(0)
  })
  it.each([
    [766, 256],
    [767, 256],
    [768, 256],
  ])('periods: a window of %i samples doesn’t meet its own beginning at lag %i', (length, maxLag) => {
    const periods = new Periods(length, maxLag)
    periods.read(x.subarray(0, length))
    for (const lag of [maxLag - 1, maxLag, maxLag + 1]) {
      let [ab, both] = [0, 0]
      for (let i = 0; i + lag < length; i++) {
        ab += x[i]! * x[i + lag]!
        both += x[i]! ** 2 + x[i + lag]! ** 2
      }
      expect(periods.values[lag], `lag ${lag}`).toBeCloseTo((2 * ab) / both, 5)
    }
  })
})

describe('candidates', () => {
  /** A curve of similarity with peaks of parabolas. */
  const take = (peaks: [lag: number, value: number][], minLag = 4, most = 6) => {
    const values = Float32Array.from({ length: 258 }, (_, i) =>
      Math.max(-0.2, ...peaks.map(([lag, value]) => value - 0.02 * (i - lag) ** 2)),
    )
    const candidates = new Candidates(most)
    candidates.take({ values, maxLag: 256 } as Periods, minLag)
    return Array.from({ length: candidates.count }, (_, c) => Math.round(candidates.lag[c]!))
  }
  it('are the peaks that come near the highest so far (six tenths), of 0.2 at least', () => {
    expect(take([[40, 0.9]])).toEqual([40])
    expect(take([[40, 0.19]])).toEqual([])
    expect(take([[40, 0.21]])).toEqual([40])
    expect(take([[30, 0.9], [70, 0.56]])).toEqual([30, 70]) // prettier-ignore
    expect(take([[30, 0.9], [70, 0.52]])).toEqual([30]) // prettier-ignore
    // What came before a higher one stays.
    expect(take([[30, 0.4], [70, 0.9]])).toEqual([30, 70]) // prettier-ignore
  })
  it('begin after the shortest lag that is asked for, and not with a fall', () => {
    expect(take([[12, 0.9]], 11)).toEqual([12])
    expect(take([[12, 0.9]], 13)).toEqual([])
    expect(take([[12, 0.9]], 12)).toEqual([])
  })
  it('a multiple counts only when it repeats better by 0.015', () => {
    expect(take([[40, 0.9], [80, 0.91]])).toEqual([40]) // prettier-ignore
    expect(take([[40, 0.9], [80, 0.92]])).toEqual([40, 80]) // prettier-ignore
    expect(take([[40, 0.9], [120, 0.91]])).toEqual([40]) // prettier-ignore
    // Two in a hundred away from the multiple it is another note.
    expect(take([[40, 0.9], [83, 0.9]])).toEqual([40, 83]) // prettier-ignore
    expect(take([[40, 0.9], [81, 0.9]])).toEqual([40]) // prettier-ignore
  })
  it('when there are too many the least goes, an octave lower counting 0.04 less', () => {
    const many: [number, number][] = [[20, 0.7], [31, 0.72], [47, 0.8]] // prettier-ignore
    expect(take(many, 4, 3)).toEqual([20, 31, 47])
    expect(take([...many, [73, 0.85]], 4, 3)).toEqual([20, 47, 73])
    // 0.72 at 31 is worth 0.522, 0.7 at 20 is worth 0.527; 0.76 at 73 would be worth 0.512.
    expect(take([...many, [73, 0.76]], 4, 3)).toEqual([20, 31, 47])
    expect(take([...many, [73, 0.78]], 4, 3)).toEqual([20, 47, 73])
  })
})

describe('the path tells', () => {
  const sure = (frames: [hz: number, far: number, mid: number, close: number][][], asked?: number) => {
    const path = new PathFinder(frames.length, asked)
    frames.forEach((candidates, i) => {
      path.begin(i, -20 - i)
      for (const c of candidates) path.offer(...c)
      path.next()
    })
    return path.flush()!
  }
  const once = (...c: [number, number, number, number][]) => sure([c])
  it('how sure it is: a half, and four times the lead before the next that is another note', () => {
    const score = (hz: number, v: number) => v + 0.032 * Math.log2(hz / 440)
    const one = once([440, 0.9, 0.9, 0.9])
    // The rival is silence: 0.4.
    expect(one.confidence).toBe(1)
    expect(once([440, 0.45, 0.45, 0.45]).hz).toBe(0)
    const two = once([440, 0.9, 0.9, 0.9], [523.25, 0.85, 0.85, 0.85])
    expect(two.confidence).toBeCloseTo(0.5 + 4 * (score(440, 0.9) - score(523.25, 0.85)), 9)
    // Less than a semitone away is the same note.
    expect(once([440, 0.9, 0.9, 0.9], [452, 0.89, 0.89, 0.89]).confidence).toBe(1)
  })
  it('weighs three looks at a period', () => {
    const pick = (a: [number, number, number], b: [number, number, number]) =>
      once([440, ...a], [440.01 * 2 ** (4 / 12), ...b]).hz < 500
    const octave = (0.032 * 4) / 12
    // 0.35, 0.4 and 0.25 of 0.1 against the same in the sum of the others.
    expect(pick([1, 0.8, 0.8], [0.8, 0.8, 0.8 + (0.35 * 0.2 - octave) / 0.25 - 0.01])).toBe(true)
    expect(pick([1, 0.8, 0.8], [0.8, 0.8, 0.8 + (0.35 * 0.2 - octave) / 0.25 + 0.01])).toBe(false)
    expect(pick([0.8, 1, 0.8], [0.8 + (0.4 * 0.2 - octave) / 0.35 - 0.01, 0.8, 0.8])).toBe(true)
    expect(pick([0.8, 1, 0.8], [0.8 + (0.4 * 0.2 - octave) / 0.35 + 0.01, 0.8, 0.8])).toBe(false)
  })
  it('the level of its frame, how well it repeats, and what a shriek would be', () => {
    const one = once([440, 0.9, 0.8, 0.7], [1500, 0.2, 0.9, 0.9])
    expect(one.db).toBe(-20)
    expect(one.hz).toBe(440)
    expect(one.clarity).toBeCloseTo(0.8, 9)
    expect(one.looseHz).toBe(1500)
    // Ten semitones above: the other register alone.
    expect(one.overHz).toBe(1500)
    expect(one.overblown).toBeCloseTo(0.9, 9)
    const low = once([440, 0.9, 0.8, 0.7], [780, 0.2, 0.4, 0.3])
    expect(low.overHz).toBe(0)
    expect(once([440, 0.9, 0.8, 0.7], [790, 0.2, 0.4, 0.3]).overblown).toBeCloseTo(0.35, 9)
    expect(once([440, 0.9, 0.4, 0.4]).looseHz).toBe(0)
  })
})

describe('what is left out and put in between notes', () => {
  const QUIET: Part = [30, 0, -80]
  const heard = (...parts: Part[]) => notesOf(trackOf([QUIET, ...parts, QUIET]), 440)
  it('a moment far below, where one sound gives way to another, is nobody’s note', () => {
    const cross = (midi: number, count = 3) => heard([60, 69], [count, midi], [60, 71]).between.length
    // A register below both.
    expect(cross(63)).toBe(0)
    expect(cross(64)).toBe(1)
    // A whole number of times below one of them: 69 − 24 is two octaves.
    expect(cross(57)).toBe(0)
    // Longer than a window it is one.
    expect(cross(65.5, 3.5)).toBe(1)
    expect(cross(62, 3.5)).toBe(0)
  })
  it.each([
    // Three times below 86 is 66.98; so far away it may lie, semitones (chosen by Halitus): 0.35.
    [69, 86, 66.6, 1],
    [69, 86, 66.65, 0],
    [69, 86, 67.3, 0],
    [69, 86, 67.35, 1],
    // Twice below 78.
    [69, 78, 65.6, 1],
    [69, 78, 65.7, 0],
    [69, 78, 66.3, 0],
    [69, 78, 66.4, 1],
  ])(
    'between %d and %d, either way, a moment at %d: nobody’s if it divides one of them: %i',
    (a, b, s, count) => {
      for (const [before, after] of [
        [a, b],
        [b, a],
      ])
        expect(heard([60, before!], [3, s], [60, after!]).between).toHaveLength(count)
    },
  )
  describe('gurgles', () => {
    const jump = (count: number): Part => [count, 69, (i) => -20 + (Math.floor(i) % 2 ? 0.6 : -0.6)]
    /** Hundredths from the beginning of the sound. */
    const told = (...parts: Part[]) =>
      heard(...parts).accidents.map((a) => [a.kind, a.from / 2 - QUIET[0], a.to / 2 - QUIET[0]])
    it('last a sixth of a second; the first and last six hundredths of a note don’t count', () => {
      expect(told([60, 69], jump(12), [60, 69])).toEqual([])
      expect(told([60, 69], jump(13), [60, 69])).toEqual([['gurgle', 58.5, 74.5]])
      expect(told(jump(18), [80, 69])).toEqual([])
      expect(told(jump(20), [80, 69])).toEqual([['gurgle', 6, 21.5]])
      expect(told([80, 69], jump(18))).toEqual([])
      expect(told([80, 69], jump(20))).toEqual([['gurgle', 78.5, 94]])
    })
    it('aren’t told where the pitch goes a semitone: another finger, in a room', () => {
      const goes = (by: number): Part => [
        30,
        (i) => 69 + (by * i) / 30,
        (i) => -20 + (Math.floor(i) % 2 ? 0.6 : -0.6),
      ]
      const after = (by: number): Part[] => [[60, 69], goes(by), [60, 69 + by]]
      expect(told(...after(0.5))).toHaveLength(1)
      expect(told(...after(0.72))).toEqual([])
      expect(told([60, 69], jump(30), [60, 69])).toHaveLength(1)
    })
    it('aren’t told where a tone dies away in its room', () => {
      const dying = (by: number): Part => [40, 69, (i) => -20 - by + (Math.floor(i) % 2 ? 0.6 : -0.6)]
      expect(told([100, 69], dying(3.3))).toHaveLength(1)
      expect(told([100, 69], dying(4.7))).toEqual([])
    })
    it('within six hundredths of another accident are that one’s', () => {
      const squeak: Part = [10, 88]
      expect(told([60, 69], squeak, [7, 69], jump(25), [60, 69])).toEqual([['squeak', 60, 70]])
      expect(told([60, 69], squeak, [8, 69], jump(25), [60, 69])).toEqual([
        ['squeak', 60, 70],
        ['gurgle', 76.5, 104.5],
      ])
      expect(told([60, 69], jump(25), [7, 69], squeak, [60, 69])).toEqual([['squeak', 92, 102]])
      expect(told([60, 69], jump(25), [8, 69], squeak, [60, 69])).toEqual([
        ['gurgle', 58.5, 86.5],
        ['squeak', 93, 103],
      ])
    })
  })
  it('a level that jumps about for a sixth of a second is a gurgle', () => {
    const jumping = (count: number, db: number) =>
      heard(
        [60, 69],
        // Up and down every hundredth: what lies a hundredth away on both sides is on the other side.
        [count, 69, (i) => -20 + (Math.floor(i) % 2 ? db : -db)],
        [60, 69],
      ).accidents.filter((a) => a.kind === 'gurgle')
    const [one] = jumping(30, 0.6)
    expect(one).toMatchObject({ place: 'inside', midi: 69, toMidi: 69 })
    expect(Math.abs(one!.from * 0.005 - 0.9)).toBeLessThan(0.06)
    expect(Math.abs(one!.to * 0.005 - 1.2)).toBeLessThan(0.06)
    expect(jumping(6, 0.6)).toEqual([])
    expect(jumping(30, 0.1)).toEqual([])
    expect(jumping(30, 0.25)).toHaveLength(1)
  })
})

describe('the pitch in a stroke', () => {
  // Lower by cents as far as it falls; a fall of four semitones and more is another sound, and a rise is none.
  it.each([
    [-50, 0],
    [0, 0],
    [10, 10],
    [61, 61],
    [390, 390],
    [399, 399],
    [401, 0],
  ])('%i cents below the tone: falls by %i', (below, told) => {
    const quiet: Part = [30, 0, -80]
    const track = trackOf([quiet, [60, 69], [4, 69 - below / 100, -30], [60, 69], quiet])
    const [from, to] = [track.hz.findIndex((v) => v > 0), track.hz.findLastIndex((v) => v > 0)]
    const dents = dentsOf(track, from, to)
    expect(dents).toHaveLength(1)
    expect(dents[0]!.dipCents).toBeCloseTo(told, 3)
    expect(dents[0]!.widthMs).toBeCloseTo(40, 0)
  })
})

describe('a hole in a tone', () => {
  /** Holes heard in a note at 20 dB below full scale that is gone for so many hundredths; the room lies at `room`. */
  const holes = (hundredths: number, db: number, room = -80) => {
    const quiet: Part = [30, 0, room]
    return notesOf(trackOf([quiet, [60, 69], [hundredths, 0, db], [60, 69], quiet]), 440).accidents.filter(
      (a) => a.kind === 'dropout',
    )
  }
  it.each([
    // The upper band lies 15 dB lower all along: what counts is 35 dB below the tone, and 8 above the room.
    ['air goes on', 10, -54, -80, 1],
    ['too little of it: a tongue', 10, -56, -80, 0],
    ['above the room', 10, -49, -58, 1],
    ['no louder than the room', 10, -51, -58, 0],
    ['for 50 ms it is nothing', 5, -40, -80, 0],
    ['for 55 ms it is one', 5.5, -40, -80, 1],
    ['for 400 ms it is one', 40, -40, -80, 1],
    ['for longer it is two notes', 41, -40, -80, 0],
  ] as const)('%s', (_, hundredths, db, room, count) =>
    expect(holes(hundredths, db, room)).toHaveLength(count),
  )
})

describe('rings, tails and hum, up to their edges', () => {
  const QUIET: Part = [20, 0, -80]
  /** Hundredths of a second of pitch that are left of some parts, with a long note of 20 dB below full scale after them. */
  const left = (...parts: Part[]) => {
    const { track, humS } = settle(trackOf([QUIET, ...parts, QUIET, [100, 69, -20], QUIET]))
    return { hundredths: track.hz.filter((v) => v > 0).length / 2 - 100, humS }
  }
  const falling = (dB: number) => (i: number) => -30 - dB * i
  it.each([
    ['a ring that falls by 160 dB a second', [10, 80, falling(1.6)], 0],
    ['by 140 dB a second it is a short note', [10, 80, falling(1.4)], 10],
    ['a ring of a fifth of a second', [20, 80, falling(2)], 0],
    ['longer it is a note', [21, 80, falling(2)], 21],
    ['a speck of 25 ms', [2.5, 80, -30], 0],
    ['of 30 ms it is a note', [3, 80, -30], 3],
    [
      'what grows for a third of its length, then falls',
      [12, 80, (i) => (i < 5 ? -40 + 2 * i : -30 - 3 * (i - 5))],
      12,
    ],
    ['what grows for less than that', [12, 80, (i) => (i < 3 ? -36 + 2 * i : -30 - 3 * (i - 3))], 0],
    ['what stays up first, then is let go', [12, 80, (i) => (i < 7 ? -30 : -30 - 6 * (i - 7))], 12],
  ] as [string, Part, number][])('%s: %j leaves %i hundredths', (_, part, hundredths) =>
    expect(left(part).hundredths).toBe(hundredths),
  )
  it.each([
    ['a tail of the room, 16 dB below and falling', [40, 69, -20], [20, 69, (i) => -36 - 0.4 * i], 40],
    ['14 dB below the note goes on', [40, 69, -20], [10, 69, -34], 50],
    ['falling slowly the note goes on', [40, 69, -20], [20, 69, (i) => -36 - 0.15 * i], 60],
    ['a tail of 30 ms is none', [40, 69, -20], [3, 69, (i) => -36 - 2 * i], 43],
  ] as [string, Part, Part, number][])('%s', (_, note, tail, hundredths) =>
    expect(left(note, tail).hundredths).toBe(hundredths),
  )
  it.each([
    // 100 Hz lies at 43.35 semitones; a quarter of a semitone beside it is somebody's note.
    ['hum', 43.35, -45, 0],
    ['hum, 24 cents off', 43.59, -45, 0],
    ['a low note, 27 cents off', 43.62, -45, 60],
    ['a low note 11 dB below the rest', 43.35, -31, 60],
    ['hum 13 dB below the rest', 43.35, -33, 0],
  ] as const)('%s', (_, midi, db, hundredths) => {
    const found = left([60, midi, db])
    expect(found.hundredths).toBe(hundredths)
    expect(found.humS).toBeCloseTo(hundredths ? 0 : 0.6, 9)
  })
})

describe('files and breaths, said exactly', () => {
  it('the header says what it should (against the wavefile library)', () => {
    const bytes = writeWav(Float32Array.from([0, 1, -1, 2, 0.5]), 22050)
    const fmt = new wavefile.WaveFile(bytes).fmt as Record<string, number>
    expect(fmt).toMatchObject({
      audioFormat: 1,
      numChannels: 1,
      sampleRate: 22050,
      byteRate: 44100,
      blockAlign: 2,
      bitsPerSample: 16,
    })
    expect(bytes).toHaveLength(54)
    expect(new DataView(bytes.buffer).getUint32(4, true)).toBe(46)
    expect([...readWav(bytes).samples].map((v) => v.toFixed(3))).toEqual([
      '0.000',
      '1.000',
      '-1.000',
      '1.000',
      '0.500',
    ])
  })
  it('each thing that is wrong with a file has its own sentence', () => {
    const good = writeWav(Float32Array.from([0, 0.1]), 22050)
    const but = (at: number, ...values: number[]) => {
      const bad = good.slice()
      bad.set(values, at)
      return () => readWav(bad)
    }
    expect(but(0, 65)).toThrow('does not begin with RIFF')
    expect(but(8, 65)).toThrow('does not begin with RIFF')
    expect(but(22, 0)).toThrow('says it has no channel')
    expect(but(16, 15)).toThrow('ends inside its format description')
    expect(but(12, 65)).toThrow('comes before its format description')
    expect(but(36, 65)).toThrow('ends before its sound begins')
    expect(() => readWav(good.slice(0, 16))).toThrow('ends before it says how its sound is stored')
    expect(but(24, 0x3f, 0x1f)).toThrow('7999 Hz can’t be analysed')
    expect(but(24, 0x40, 0x1f)).not.toThrow()
    expect(but(24, 0x00, 0xee, 0x02)).not.toThrow()
    expect(but(24, 0x01, 0xee, 0x02)).toThrow('192001 Hz can’t be analysed')
  })
  it('the breath between two phrases: its length, and how far it stands out of the room', () => {
    const frames = (s: number) => Math.round(200 * s)
    const part = (s: number, hz: number, db: number) => Array.from({ length: frames(s) }, () => ({ hz, db }))
    const all = [
      ...part(1, 0, -70),
      ...part(2, 440, -20),
      ...part(0.3, 0, -70),
      ...part(0.4, 0, -50),
      ...part(0.3, 0, -70),
      ...part(2, 440, -20),
      ...part(1, 0, -70),
    ]
    const found = phrasesOf(
      all.map((_, i) => i / 200),
      all.map((f) => f.db),
      all.map((f) => f.hz),
    )
    expect(found.lengthsS.map((s) => s.toFixed(2))).toEqual(['2.00', '2.00'])
    expect(found.pausesS[0]).toBeCloseTo(1, 6)
    const intake = found.intakes[0]!
    expect(Math.abs(intake.lengthS - 0.4)).toBeLessThan(0.06)
    expect(Math.abs(intake.aboveDb - 20)).toBeLessThan(3)
  })
})
