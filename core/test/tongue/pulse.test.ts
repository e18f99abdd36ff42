import { describe, expect, it } from 'vitest'
import { seeded } from '@halitus/core/player'
import {
  checkPulse,
  clicksBetween,
  staircase,
  STAIRS,
  tempoOf,
  type Pulse,
  type Step,
} from '@halitus/core/tongue'

const plain: Pulse = { perMinute: 60, beats: 4, parts: 1, countIn: 0 }
const times = (p: Pulse, from: number, to: number) => clicksBetween(p, from, to).map((c) => c.timeS)

describe('the pulse', () => {
  it('falls on its beats, bars accented (exact arithmetic)', () => {
    const clicks = clicksBetween({ ...plain, perMinute: 90 }, 0, 4)
    clicks.forEach((c, k) => expect(c.timeS).toBeCloseTo((k * 60) / 90, 12))
    expect(clicks.map((c) => c.kind)).toEqual(['bar', 'beat', 'beat', 'beat', 'bar', 'beat'])
    expect(clicks.at(-1)).toMatchObject({ bar: 2, beat: 2, aloud: true })
    expect(clicksBetween({ ...plain, beats: 1 }, 0, 2).map((c) => c.kind)).toEqual(['beat', 'beat'])
  })
  it.each([
    [2, [0, 0.5, 1, 1.5]],
    [3, [0, 1 / 3, 2 / 3, 1, 4 / 3, 5 / 3]],
    [4, [0, 0.25, 0.5, 0.75, 1, 1.25, 1.5, 1.75]],
  ] as const)('is parted into %i', (parts, expected) => {
    const found = clicksBetween({ ...plain, parts }, 0, 2)
    expected.forEach((t, i) => expect(found[i]!.timeS).toBeCloseTo(t, 12))
    expect(found.filter((c) => c.kind === 'part')).toHaveLength(2 * (parts - 1))
  })
  it('counts in, without parts, before bar 1', () => {
    const clicks = clicksBetween({ ...plain, beats: 2, countIn: 1, parts: 2 }, 0, 3.9)
    expect(clicks.map((c) => [c.bar, c.beat, c.kind])).toEqual([
      [0, 1, 'bar'],
      [0, 2, 'beat'],
      [1, 1, 'bar'],
      [1, 1, 'part'],
      [1, 2, 'beat'],
      [1, 2, 'part'],
    ])
  })
  it('goes gradually to another tempo, beat by beat, and stays there', () => {
    // From 60 to 120 in one bar of four: beats last 60/60, 60/75, 60/90, 60/105 s, then 60/120.
    const p = { ...plain, ramp: { to: 120, bars: 1 } }
    const found = times(p, 0, 5)
    const lengths = found.slice(1).map((t, i) => t - found[i]!)
    ;[1, 0.8, 60 / 90, 60 / 105, 0.5, 0.5].forEach((s, i) => expect(lengths[i]).toBeCloseTo(s, 12))
  })
  it('has silent bars', () => {
    const clicks = clicksBetween({ ...plain, silent: { aloud: 2, silent: 1 } }, 0, 24)
    expect([0, 4, 8, 12, 16, 20].map((k) => clicks[k]!.aloud)).toEqual([true, true, false, true, true, false])
  })
  it('is the same in pieces as whole, and doesn’t drift in ten minutes', () => {
    for (const p of [
      { ...plain, perMinute: 73, parts: 3 as const, countIn: 2 },
      { ...plain, perMinute: 60, ramp: { to: 97, bars: 7 } },
      { ...plain, perMinute: 120, ramp: { to: 50, bars: 30 } },
    ]) {
      const whole = times(p, 0, 600)
      const pieces: number[] = []
      for (let s = 0; s < 600; s += 0.05) pieces.push(...times(p, s, Math.min(600, s + 0.05)))
      expect(pieces.length).toBe(whole.length)
      pieces.forEach((t, i) => expect(Math.abs(t - whole[i]!)).toBeLessThan(1e-9))
    }
    const last = times({ ...plain, perMinute: 73 }, 599, 600).at(-1)!
    expect(Math.abs((last * 73) / 60 - Math.round((last * 73) / 60))).toBeLessThan(1e-9)
  })
  it.each([
    [{ perMinute: 0 }, 'The pulse is 0 a minute; allowed: 30 to 208 a minute.'],
    [{ perMinute: 1000 }, 'The pulse is 1000 a minute'],
    [{ perMinute: NaN }, 'The pulse is NaN'],
    [{ beats: 13 }, 'Beats a bar is 13; allowed: whole numbers from 1 to 12.'],
    [{ beats: 1.5 }, 'Beats a bar is 1.5'],
    [{ parts: 5 }, 'Clicks a beat is 5'],
    [{ countIn: 5 }, 'Bars counted in is 5'],
    [{ ramp: { to: 209, bars: 4 } }, 'The pulse at the end is 209'],
    [{ ramp: { to: 80, bars: 0 } }, 'Bars until then is 0'],
    [{ silent: { aloud: 0, silent: 1 } }, 'Bars aloud is 0'],
    [{ silent: { aloud: 1, silent: 65 } }, 'Silent bars is 65'],
  ])('refuses %j', (wrong, words) => expect(() => checkPulse({ ...plain, ...wrong } as Pulse)).toThrow(words))
  it('takes what lies on the edge', () => {
    for (const right of [{ perMinute: 30 }, { perMinute: 208 }, { beats: 12 }, { countIn: 4 }])
      expect(() => checkPulse({ ...plain, ...right })).not.toThrow()
  })
  it('is tapped: the middle of the last gaps', () => {
    expect(tempoOf([0, 0.5])).toBeNull()
    expect(tempoOf([0, 0.5, 1])).toBe(120)
    expect(tempoOf([0, 0.5, 1, 1.9])).toBe(120)
    expect(tempoOf([0, 3, 3.75, 4.5])).toBe(80)
    expect(tempoOf([0, 2.4, 4.8])).toBe(30)
    expect(tempoOf([0, 2.6, 5.2])).toBeNull()
    expect(tempoOf([0, 0.1, 0.2])).toBe(208)
  })
})

describe('the staircase', () => {
  it('begins where it is told, goes up by a step at most, and down after a fall', () => {
    expect(staircase(80, []).next).toBe(80)
    const up = staircase(80, [{ perMinute: 80, held: true }])
    expect(up.next!).toBeGreaterThan(80)
    expect(up.next!).toBeLessThanOrEqual(92)
    expect(up.why).toContain('80 held')
    const down = staircase(80, [{ perMinute: 80, held: false }])
    expect(down.next!).toBeLessThan(80)
    expect(down.why).toContain('80 didn’t hold')
  })
  it('ends: known, enough takes, no faster mark, or not even slowly', () => {
    const eight: Step[] = [80, 90, 100, 110, 120, 130, 140, 150].map((perMinute, i) => ({
      perMinute,
      held: i % 2 === 0,
    }))
    expect(staircase(80, eight).next).toBeNull()
    expect(staircase(190, [{ perMinute: 208, held: true }]).why).toContain('no faster mark')
    expect(staircase(40, [{ perMinute: 40, held: false }]).why).toContain('back to the first strokes')
  })
  it.each([39, 209, NaN])('refuses %f a minute', (x) =>
    expect(() => staircase(x, [])).toThrow('allowed: 40 to 208 a minute'),
  )
  it('holds the limit of simulated learners in about eight of ten, after eight takes at most', () => {
    const random = seeded(77)
    let inside = 0
    let takes = 0
    const learners = 300
    for (let k = 0; k < learners; k++) {
      const limit = Math.max(45, Math.min(190, 80 * Math.exp(0.35 * random.normal())))
      const steps: Step[] = []
      let now = staircase(80, steps)
      while (now.next !== null) {
        const p = 0.02 + 0.96 / (1 + Math.exp((Math.log(now.next) - Math.log(limit)) / 0.05))
        steps.push({ perMinute: now.next, held: random.chance(p) })
        now = staircase(80, steps)
      }
      takes += steps.length
      expect(steps.length).toBeLessThanOrEqual(STAIRS.most)
      if (Math.round(limit) >= now.low && Math.round(limit) <= now.high) inside++
    }
    expect(inside / learners).toBeGreaterThan(0.72)
    expect(inside / learners).toBeLessThan(0.9)
    expect(takes / learners).toBeLessThan(8)
  })
})
