import { describe, expect, it } from 'vitest'
import {
  addedMm,
  allInstruments,
  effectiveLengthMm,
  instrument,
  judge,
  lengthCents,
  partialOf,
  pullFor,
  shifts,
} from '@halitus/core/instruments'
import { centsBetween, parseNote, ROOM_AIR, speedOfSound, type Air } from '@halitus/core/pitch'

const WARM: Air = { temperatureC: 26, humidity: 0.6 }
const midi = (note: string) => parseNote(note).midi
const flute = instrument('flute')
const clarinet = instrument('clarinet')

describe('effective length against analytic tubes', () => {
  // Open–open and closed–open cylinder, Fletcher & Rossing: f = n·c/2L and f = n·c/4L (n odd).
  it('of the flute’s A4 is half a wave of 440 Hz', () => {
    const L = effectiveLengthMm(flute, midi('A4'), ROOM_AIR)
    expect(speedOfSound(ROOM_AIR) / (2 * (L / 1000))).toBeCloseTo(440, 6)
  })
  it('of the clarinet’s B4 is that of its E3: both are one tube, fundamental and third partial', () => {
    const low = effectiveLengthMm(clarinet, midi('E3'), ROOM_AIR)
    const high = effectiveLengthMm(clarinet, midi('B4'), ROOM_AIR)
    // The tempered twelfth is 1.955 cents narrower than 3:1 (exact).
    expect(1200 * Math.log2(high / low)).toBeCloseTo(1.955, 2)
    expect(speedOfSound(ROOM_AIR) / (4 * (low / 1000))).toBeCloseTo(146.832, 2) // concert D3
  })
  it('of an octave pair on a cone or open tube is the same', () => {
    for (const [id, low, high] of [
      ['alto-sax', 'D4', 'D5'],
      ['oboe', 'E4', 'E5'],
      ['bassoon', 'G2', 'G3'],
      ['flute', 'F4', 'F5'],
      ['soprano-recorder', 'E4', 'E5'],
    ] as const) {
      const inst = instrument(id)
      expect(effectiveLengthMm(inst, midi(high), ROOM_AIR)).toBeCloseTo(
        effectiveLengthMm(inst, midi(low), ROOM_AIR),
        6,
      )
    }
  })
  it('knows the register boundaries', () => {
    expect(['A4', 'Bb4', 'B4', 'C6', 'C#6'].map((n) => partialOf(clarinet, midi(n)))).toEqual([1, 1, 3, 3, 5])
    expect(['C#5', 'D5', 'C#6', 'D6'].map((n) => partialOf(flute, midi(n)))).toEqual([1, 2, 2, 3])
  })
})

describe('a change of length', () => {
  it('lowers by the exact ratio of the lengths', () => {
    expect(lengthCents(300, 300)).toBe(-1200)
    expect(lengthCents(400, 4)).toBeCloseTo(-centsBetween(400, 404), 9)
    expect(lengthCents(400, 0)).toBeCloseTo(0, 12)
    expect(lengthCents(400, -4)).toBeGreaterThan(0)
  })
  it.each(allInstruments().map((i) => [i.id, i] as const))(
    'moves short-tube notes of the %s more, register by register',
    (_, inst) => {
      const all = shifts(inst, 3, ROOM_AIR)
      for (let i = 1; i < all.length; i++) {
        const same = partialOf(inst, midi(all[i]!.written)) === partialOf(inst, midi(all[i - 1]!.written))
        if (same) expect(all[i]!.cents).toBeLessThan(all[i - 1]!.cents)
      }
      expect(all.every((s) => s.cents < 0)).toBe(true)
    },
  )
})

describe('pulling to tune', () => {
  it('brings the note asked for to zero and says where the others come out', () => {
    const { pullMm, then } = pullFor(flute, midi('A4'), 22, WARM)
    expect(then.find((s) => s.written === 'A4')!.cents).toBeCloseTo(0, 9)
    // Exact: 2^(22/1200) − 1 = 1.279 % of half a wave at 26 °C (about 395 mm).
    expect(pullMm / effectiveLengthMm(flute, midi('A4'), WARM)).toBeCloseTo(2 ** (22 / 1200) - 1, 12)
    expect(pullMm).toBeGreaterThan(4.9)
    expect(pullMm).toBeLessThan(5.2)
    const at = (n: string) => then.find((s) => s.written === n)!.cents
    expect(at('D4')).toBeGreaterThan(3) // long tube: still sharp
    expect(at('C#5')).toBeLessThan(-3) // short tube: flat now
  })
  it('pushes in when the note is flat', () =>
    expect(pullFor(clarinet, midi('C5'), -10, ROOM_AIR).pullMm).toBeLessThan(0))
  it('is the inverse of the shift', () => {
    for (const note of ['E3', 'G4', 'B4', 'C6']) {
      const { pullMm } = pullFor(clarinet, midi(note), 14, WARM)
      expect(lengthCents(effectiveLengthMm(clarinet, midi(note), WARM), pullMm)).toBeCloseTo(-14, 9)
    }
  })
})

describe('gauges', () => {
  const all = allInstruments().flatMap((inst) =>
    inst.gauges.map((g) => [`${inst.id}: ${g.name}`, g] as const),
  )
  it('are there for every instrument', () => {
    for (const inst of allInstruments()) expect(inst.gauges.length, inst.id).toBeGreaterThan(0)
  })
  it.each(all)('%s judges below, within and above', (_, gauge) => {
    for (const m of gauge.measures) {
      const state = (value: number) => judge(gauge, { [m.id]: value }).find((v) => v.measure === m)!
      expect(state((m.ideal[0] + m.ideal[1]) / 2)).toMatchObject({ state: 'within', by: 0 })
      if (m.ideal[1] < m.max) {
        expect(state(m.max)).toMatchObject({ state: 'above', by: m.max - m.ideal[1], heard: m.above })
        expect(m.above.length).toBeGreaterThan(5)
      }
      if (m.ideal[0] > m.min) {
        expect(state(m.min)).toMatchObject({ state: 'below', heard: m.below })
        expect(m.below.length).toBeGreaterThan(5)
      }
      expect(() => judge(gauge, { [m.id]: m.max + 1 })).toThrow(
        `${m.label} is ${m.max + 1} ${m.unit}; allowed: ${m.min} to ${m.max}`,
      )
      expect(m.start).toBeGreaterThanOrEqual(m.ideal[0])
      expect(m.start).toBeLessThanOrEqual(m.ideal[1])
    }
  })
  it('hold the tolerances teachers agree on (common practice, no source)', () => {
    const measure = (id: 'alto-sax' | 'clarinet', gauge: string, m: string) =>
      instrument(id)
        .gauges.find((g) => g.id === gauge)!
        .measures.find((x) => x.id === m)!
    expect(measure('alto-sax', 'neck', 'covered').ideal).toEqual([50, 75]) // half to three quarters of the cork
    const [low, high] = measure('clarinet', 'reed', 'height').ideal
    expect(high).toBe(0) // level with the tip …
    expect(low).toBeGreaterThanOrEqual(-0.5) // … to a hair below
  })
  it('add length only where they are one', () => {
    const neck = instrument('alto-sax').gauges.find((g) => g.id === 'neck')!
    expect(addedMm(neck, { covered: 62.5 })).toBeCloseTo(0, 9)
    expect(addedMm(neck, { covered: 90 })).toBeLessThan(0) // further in: shorter
    expect(addedMm(clarinet.gauges[0]!, { height: 1, side: 1 })).toBe(0)
    const seat = instrument('chanter').gauges[0]!
    expect(
      shifts(instrument('chanter'), addedMm(seat, { depth: 1 }), ROOM_AIR).every((s) => s.cents > 0),
    ).toBe(true)
  })
  it('move the chanter’s upper notes more than the lower (common practice, no source)', () => {
    const deeper = shifts(instrument('chanter'), -1, ROOM_AIR)
    expect(deeper.at(-1)!.cents).toBeGreaterThan(deeper[0]!.cents * 1.5)
  })
})
