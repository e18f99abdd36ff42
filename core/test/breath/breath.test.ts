import { describe, expect, it } from 'vitest'
import {
  BREATH_SIGNS,
  capacity,
  chanceToReach,
  checkPattern,
  countsWithin,
  EMPTY,
  LONG,
  patternWords,
  placeAt,
  roundOf,
  rowToBegin,
  SHRINKING,
  shrinkingRow,
  t80,
  WAYS_IN,
  sequenceFor,
  waysFor,
  type Blown,
  type Pattern,
} from '@halitus/core/breath'
import { seeded } from '@halitus/core/player'
import { SUPPORT } from '@halitus/core/schools'

const p = (inCounts: number, outCounts: number, holdCounts = 0, emptyCounts = 0): Pattern => ({
  inCounts,
  holdCounts,
  outCounts,
  emptyCounts,
})

describe('patterns', () => {
  it('shrink the breath in while the sum stays eight (common practice, no source)', () => {
    expect(SHRINKING.map((r) => patternWords(r))).toEqual([
      'in 4, out 4',
      'in 3, out 5',
      'in 2, out 6',
      'in 1, out 7',
    ])
    for (const row of SHRINKING) expect(roundOf(row)).toBe(8)
    expect(patternWords(LONG)).toBe('in 9, out 9')
    expect(patternWords(EMPTY)).toBe('in 4, out 4, empty 6')
    expect(patternWords(p(2, 4, 3))).toBe('in 2, hold 3, out 4')
    expect(SHRINKING.map(shrinkingRow)).toEqual([0, 1, 2, 3])
    expect(shrinkingRow(LONG)).toBe(-1)
  })
  it.each([
    [p(0, 4), 60, 'Counts for “in” are 0; allowed: whole numbers from 1 to 30.'],
    [p(4, 31), 60, 'Counts for “out” are 31'],
    [p(4, 2.5), 60, 'Counts for “out” are 2.5'],
    [p(4, 4, -1), 60, 'Counts for “hold” are -1; allowed: whole numbers from 0 to 30.'],
    [p(4, 4), 39, 'The pulse is 39; allowed: 40 to 100 a minute.'],
    [p(4, 4), 101, 'The pulse is 101'],
    // Nobody stays without air for longer than twelve seconds (common practice, no source).
    [p(4, 4, 13), 60, 'Holding full for 13 s is too long; 12 s at most.'],
    [p(4, 4, 0, 9), 40, 'Holding empty for 14 s is too long; 12 s at most.'],
  ])('%j at %s is refused: %s', (pattern, pulse, message) =>
    expect(() => checkPattern(pattern, pulse)).toThrow(message),
  )
  it.each([
    [p(1, 1), 40],
    [p(30, 30), 100],
    [p(4, 4, 12), 60],
    [p(4, 4, 0, 8), 40],
    [p(4, 4, 20), 100],
  ])('%j at %s can be paced', (pattern, pulse) => expect(() => checkPattern(pattern, pulse)).not.toThrow())
})

describe('the place in a drill', () => {
  it.each([
    [0, { round: 1, phase: 'in', count: 1, full: 0 }],
    [1, { round: 1, phase: 'in', count: 2, full: 0.5 }],
    [2, { round: 1, phase: 'out', count: 1, full: 1 }],
    [3.5, { round: 1, phase: 'out', count: 2, full: 0.75 }],
    [7.999, { round: 1, phase: 'out', count: 6 }],
    [8, { round: 2, phase: 'in', count: 1, full: 0 }],
  ])('in 2, out 6 at 60: after %s s %j', (timeS, place) => {
    const { full, ...found } = placeAt(p(2, 6), 60, timeS)
    const { full: asked, ...rest } = place as typeof place & { full?: number }
    expect(found).toEqual(rest)
    if (asked !== undefined) expect(full).toBeCloseTo(asked, 6)
  })
  it('stays full while holding and empty while empty', () => {
    const drill = p(2, 2, 2, 2)
    expect(placeAt(drill, 120, 1.5)).toMatchObject({ phase: 'hold', count: 2, full: 1 })
    expect(placeAt(drill, 120, 3.25)).toMatchObject({ phase: 'empty', count: 1, full: 0 })
    expect(placeAt(drill, 120, -1)).toMatchObject({ round: 1, phase: 'in', count: 1 })
  })
  it('doesn’t drift: after an hour a count begins within a microsecond of where it belongs', () => {
    for (const pulse of [40, 57, 61, 99]) {
      const k = Math.floor((3600 * pulse) / 60)
      const timeS = (k * 60) / pulse
      const before = placeAt(p(3, 5), pulse, timeS - 1e-6)
      const after = placeAt(p(3, 5), pulse, timeS + 1e-6)
      expect([before.count, before.phase]).not.toEqual([after.count, after.phase])
    }
  })
  it('counts without gaps and without doubles, however the time is cut', () => {
    const random = seeded(3)
    const whole = countsWithin(p(3, 5), 73, 0, 60)
    expect(whole).toHaveLength(73)
    const pieces = []
    for (let at = 0; at < 60;) {
      const to = Math.min(60, at + 0.02 + 0.2 * random())
      pieces.push(...countsWithin(p(3, 5), 73, at, to))
      at = to
    }
    expect(pieces).toEqual(whole)
    expect(whole.slice(0, 9).map((c) => c.begins)).toEqual([
      'in',
      undefined,
      undefined,
      'out',
      undefined,
      undefined,
      undefined,
      undefined,
      'in',
    ])
    expect(whole[1]!.timeS).toBeCloseTo(60 / 73, 12)
  })
})

describe('where to begin next time (common practice, no source)', () => {
  const did = (...rows: [number, boolean][]) =>
    rows.map(([row, well]) => ({ pattern: SHRINKING[row]!, well }))
  it.each([
    [did(), false, 0, 'Not tried yet: begin with in 4, out 4.'],
    [did([0, false]), false, 0, 'No row went well yet: begin with in 4, out 4.'],
    [did([0, true]), false, 0, 'in 4, out 4 went well: begin there once more, then the next row.'],
    [did([0, true]), true, 0, 'in 4, out 4 went well, but dizzy since: begin there, with fewer rounds.'],
    [
      did([0, true], [1, true], [2, true], [3, false]),
      false,
      1,
      'in 2, out 6 went well: begin one row before it.',
    ],
    [did([3, true]), false, 2, 'in 1, out 7 went well: begin one row before it.'],
    [did([3, true]), true, 1, 'in 1, out 7 went well, but dizzy since: begin well before it.'],
    [did([1, true]), true, 0, 'in 3, out 5 went well, but dizzy since: begin before it.'],
  ])('%j, dizzy %s: row %i, “%s”', (drills, dizzy, row, why) =>
    expect(rowToBegin(drills, dizzy)).toEqual({ row, why }),
  )
  it('passes over other drills', () =>
    expect(rowToBegin([...did([2, true]), { pattern: LONG, well: true }]).row).toBe(1))
})

describe('how long the next breath will last', () => {
  it('uses Student’s t at 80 % (table: Abramowitz & Stegun 26.10)', () => {
    for (const [freedom, t] of [
      [5, 1.476],
      [8, 1.397],
      [10, 1.372],
      [20, 1.325],
      [30, 1.31],
    ] as const)
      expect(t80(freedom)).toBeCloseTo(t, 3)
  })
  it('begins with what a beginner has, and says so widely', () => {
    const c = capacity([], { day: 0, upper: false, loud: 0 })
    expect(c.seconds).toBeCloseTo(9, 9)
    expect(c.from).toBe(0)
    expect(c.high / c.low).toBeGreaterThan(3)
  })
  it('is exact Bayesian regression where nothing moves: the same as solving it at once', () => {
    // Two measurements on one day, one unknown level: posterior by the textbook formula for a normal mean.
    const [y1, y2] = [Math.log(12), Math.log(14)]
    const c = capacity(
      [12, 14].map((seconds) => ({ day: 5, seconds, upper: false, loud: 0 })),
      { day: 5, upper: false, loud: 0 },
    )
    const [prior, noise] = [0.5 ** 2, 0.13 ** 2]
    const precision = 1 / prior + 2 / noise
    expect(Math.log(c.seconds)).toBeCloseTo((Math.log(9) / prior + (y1 + y2) / noise) / precision, 10)
    expect(c.from).toBe(2)
  })
  it('learns what loudness and register cost', () => {
    const blown: Blown[] = Array.from({ length: 24 }, (_, k) => {
      const [upper, loud] = [k % 3 === 0, ([-1, 0, 1] as const)[k % 2 === 0 ? 2 : 0]]
      return { day: k, seconds: 14 * (upper ? 0.7 : 1) * (loud === 1 ? 0.75 : 1.2), upper, loud }
    })
    const at = (upper: boolean, loud: Blown['loud']) => capacity(blown, { day: 24, upper, loud }).seconds
    expect(at(true, 0) / at(false, 0)).toBeCloseTo(0.7, 1)
    expect(at(false, 1) / at(false, -1)).toBeCloseTo(0.75 / 1.2, 1)
  })
  it('widens with a pause', () => {
    const blown: Blown[] = Array.from({ length: 8 }, (_, k) => ({
      day: 7 * k,
      seconds: 12,
      upper: false,
      loud: 0,
    }))
    const width = (day: number) => {
      const { low, high } = capacity(blown, { day, upper: false, loud: 0 })
      return high / low
    }
    expect(width(50)).toBeLessThan(width(80))
    expect(width(200)).toBeCloseTo(width(400), 9)
  })
  it('holds 75 to 85 % of the next values of simulated learners', () => {
    let [inside, all] = [0, 0]
    for (let person = 1000; person < 1200; person++) {
      const r = seeded(person)
      const [start, gain] = [Math.log(9) + 0.4 * r.normal(), 0.01 + 0.02 * r()]
      const [up, loudness, scatter] = [0.25 * r.normal(), -0.25 + 0.15 * r.normal(), 0.07 + 0.12 * r()]
      const blown: Blown[] = []
      for (let week = 0; week < 12; week++) {
        const today = 0.05 * r.normal()
        for (let k = 0; k < 2; k++) {
          const [upper, loud] = [r.chance(0.3), r.pick([-1, 0, 0, 1] as const)]
          const middle = start + gain * week + today + (upper ? up : 0) + loudness * loud
          const seconds = Math.exp(middle + scatter * r.normal())
          const c = capacity(blown, { day: 7 * week, upper, loud })
          if (week > 0) {
            all++
            if (seconds >= c.low && seconds <= c.high) inside++
          }
          blown.push({ day: 7 * week, seconds, upper, loud })
        }
      }
    }
    expect(inside / all).toBeGreaterThan(0.75)
    expect(inside / all).toBeLessThan(0.85)
  })
})

describe('what is seen of a breath', () => {
  it('has a remedy and, but for the good one, a way in for every school', () => {
    for (const sign of BREATH_SIGNS)
      for (const { id } of SUPPORT.choices) {
        expect(sign.remedy.length).toBeGreaterThan(10)
        if (!sign.good) expect(waysFor(sign, { support: id }).length, `${sign.id} ${id}`).toBeGreaterThan(0)
      }
  })
  it('never offers a way that the school doesn’t teach', () => {
    const belly = BREATH_SIGNS.find((s) => s.id === 'belly-in')!
    expect(waysFor(belly, { support: 'belly' }).map((w) => w.title)).toContain('Hand on the belly')
    const back = waysFor(belly, { support: 'back' })
    expect(back.map((w) => w.title)).toEqual(['Empty first', 'Into the back'])
    for (const way of WAYS_IN.filter((w) => w.schools?.includes('back')))
      expect(way.script.join(' ')).not.toMatch(/diaphragm|belly/i)
  })
  it('warns where somebody stays empty or bends', () => {
    for (const id of ['empty-first', 'bend'])
      expect(WAYS_IN.find((w) => w.id === id)!.caution).toMatch(/^Seated.*dizzy: stop and breathe normally/)
  })
  it('goes from the easiest on, without a fault being seen first; the one that helped last stands first', () => {
    const titles = (helped?: string, support = 'body') => sequenceFor(helped, { support }).map((w) => w.title)
    expect(titles()).toEqual([
      'Through the nose',
      'A little more through the nose',
      'The beginning of a yawn',
      'Empty first',
      'Bend forward and empty',
      'Lie on the back',
    ])
    expect(titles('bend').slice(0, 2)).toEqual(['Bend forward and empty', 'Through the nose'])
    // A way that this school doesn't teach isn't in it, whatever helped under another one.
    expect(titles('lie-down', 'back')).not.toContain('Lie on the back')
    expect(titles('lie-down', 'back')[0]).toBe('Through the nose')
  })
})

describe('the chance that a breath lasts so long', () => {
  const reach = { seconds: 10, low: 8, high: 12.5 }
  it.each([
    // Abramowitz & Stegun, table 26.1: so many standard deviations of the logarithm, 0.17412 here, below the middle.
    [10, 0.5],
    [10 * Math.exp(-0.5 * 0.174118), 0.691462],
    [10 * Math.exp(-1 * 0.174118), 0.841345],
    [10 * Math.exp(2 * 0.174118), 0.02275],
    [8, 0.9],
    [12.5, 0.1],
  ])('%f s', (seconds, chance) => {
    expect(Math.abs(chanceToReach(reach, seconds) - chance)).toBeLessThan(0.00015)
  })
})
