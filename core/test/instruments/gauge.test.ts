import { describe, expect, it } from 'vitest'
import {
  addedMm,
  allInstruments,
  effectiveLengthMm,
  instrument,
  judge,
  lengthCents,
  partialOf,
  shifts,
  tune,
  tuningGauge,
  tuningWords,
} from '@halitus/core/instruments'
import type { Instrument, Measure } from '@halitus/core/instruments'
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

/** The instrument's own placement with no limits, for the arithmetic alone. */
const unbounded = (inst: Instrument): Measure => ({
  ...tuningGauge(inst)!.measure,
  ideal: [-1000, 1000],
  lengthens: 1,
})

describe('pulling to tune', () => {
  it('brings the note asked for to zero and says where the others come out', () => {
    const { pullMm, then } = tune(flute, unbounded(flute), 0, midi('A4'), 22, WARM)
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
    expect(tune(clarinet, unbounded(clarinet), 0, midi('C5'), -10, ROOM_AIR).pullMm).toBeLessThan(0))
  it('is the inverse of the shift', () => {
    for (const note of ['E3', 'G4', 'B4', 'C6']) {
      const { pullMm } = tune(clarinet, unbounded(clarinet), 0, midi(note), 14, WARM)
      expect(lengthCents(effectiveLengthMm(clarinet, midi(note), WARM), pullMm)).toBeCloseTo(-14, 9)
    }
  })
})

describe('pulling no further than is right', () => {
  const at = (id: string, sharp: number, air = WARM) => {
    const inst = instrument(id)
    const { gauge, measure } = tuningGauge(inst)!
    const from = measure.zero.at
    // The note that sounds concert A4, as teachers tune by.
    const [low, high] = inst.range.full.map(midi) as [number, number]
    const written = Math.max(low, Math.min(high, 69 - inst.transposition))
    const tuned = tune(inst, measure, from, written, sharp, air)
    return { inst, gauge, measure, tuned, words: tuningWords(gauge, measure, tuned, sharp) }
  }
  it.each(allInstruments().map((i) => i.id))('keeps the %s within its tolerance and says the rest', (id) => {
    for (const sharp of [-80, -22, -3, 3, 22, 80]) {
      const { measure, tuned, inst } = at(id, sharp)
      expect(tuned.to).toBeGreaterThanOrEqual(Math.min(measure.ideal[0], measure.zero.at))
      expect(tuned.to).toBeLessThanOrEqual(Math.max(measure.ideal[1], measure.zero.at))
      // What was pulled and what remains make up what there was (exact).
      const written = 69 - inst.transposition
      const [low, high] = inst.range.full.map(midi) as [number, number]
      const note = Math.max(low, Math.min(high, written))
      const done = lengthCents(effectiveLengthMm(inst, note, WARM), tuned.pullMm)
      expect(tuned.remainsCents).toBeCloseTo(sharp + done, 9)
      expect(Math.abs(tuned.remainsCents)).toBeLessThanOrEqual(Math.abs(sharp) + 1e-9)
    }
  })
  it('pulls a barrel 1.5 mm at most and names what remains and what else to do', () => {
    const { words } = at('clarinet', 22, { temperatureC: 26, humidity: 0.5 })
    expect(words[0]).toBe('Pull out 1.5 mm.')
    expect(words[1]).toMatch(/^1[78] of the 22 cents remain\. Pull a little at the middle joint too/)
    // Between 20 and 26 °C: dry ideal gas 600·log2(299.15/293.15) = 17.5 cents, moisture a little more (Cramer 1993).
    expect(words[2]).toBe('19 of the 22 cents are the warm air.')
  })
  it('keeps half of the neck cork covered', () => {
    const { words, tuned } = at('alto-sax', 22)
    expect(tuned.to).toBe(50)
    expect(words[0]).toBe('Pull out 3.6 mm, to 50 % covered.')
  })
  it('leaves the oboe’s reed at home, and the bassoon’s on its seat', () => {
    expect(at('oboe', 22).tuned.pullMm).toBeCloseTo(0.3, 9)
    expect(at('oboe', -22).words[0]).toBe('Leave the reed where it is: it is as far in as is right.')
    expect(at('bassoon', 80).tuned.pullMm).toBeCloseTo(0.5, 9)
    expect(at('bassoon', 80).words[1]).toContain('a longer crook is flatter')
  })
  it('says only the move when that is enough, and nothing of the air at 20 °C', () =>
    expect(at('flute', 10, ROOM_AIR).words).toEqual(['Pull out 2.3 mm.']))
  it('doesn’t bring back what is already too far out when it has to go further', () => {
    const { gauge, measure } = tuningGauge(clarinet)!
    const tuned = tune(clarinet, measure, 3, midi('B4'), 10, ROOM_AIR)
    expect(tuned.to).toBe(3)
    expect(tuningWords(gauge, measure, tuned, 10)[0]).toBe(
      'Leave the upper joint where it is: it is as far out as is right.',
    )
  })
  it('calls cold air cold, and no air when it goes the other way', () => {
    const COLD: Air = { temperatureC: 12, humidity: 0.5 }
    expect(at('flute', -20, COLD).words.at(-1)).toMatch(/^\d+ of the 20 cents are the cold air\.$/)
    expect(at('flute', 20, COLD).words.join(' ')).not.toContain('air.')
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
    expect(addedMm(neck, { covered: 62 })).toBeCloseTo(0, 9)
    expect(addedMm(neck, { covered: 90 })).toBeLessThan(0) // further in: shorter
    expect(addedMm(clarinet.gauges[0]!, { height: 1, side: 1 })).toBe(0)
    const seat = instrument('chanter').gauges[0]!
    expect(
      shifts(instrument('chanter'), addedMm(seat, { depth: 1 }), ROOM_AIR).every((s) => s.cents > 0),
    ).toBe(true)
  })
  it('count length from pushed home, or say from where', () => {
    const barrel = clarinet.gauges.find((g) => g.id === 'barrel')!
    expect(addedMm(barrel, {})).toBe(0)
    expect(addedMm(barrel, { gap: 3 })).toBeCloseTo(3, 12)
    // Exact: −1200·log2((L + 3)/L) with L a quarter wave of concert D3 and of concert F4 (G4 written) at 20 °C.
    const down = shifts(clarinet, addedMm(barrel, { gap: 3 }), ROOM_AIR)
    const cents = (n: string) => down.find((s) => s.written === n)!.cents
    expect(Math.round(cents('E3'))).toBe(-9)
    expect(Math.round(cents('G4'))).toBe(-21)
    for (const inst of allInstruments())
      for (const g of inst.gauges)
        for (const m of g.measures) {
          expect(m.zero.words.length, `${inst.id} ${g.id}`).toBeGreaterThan(4)
          if (m.lengthens !== 0) expect(g.beyond?.length, `${inst.id} ${g.id}`).toBeGreaterThan(20)
        }
  })
  it('move the chanter’s upper notes more than the lower (common practice, no source)', () => {
    const deeper = shifts(instrument('chanter'), -1, ROOM_AIR)
    expect(deeper.at(-1)!.cents).toBeGreaterThan(deeper[0]!.cents * 1.5)
  })
})
