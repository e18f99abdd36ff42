import { describe, expect, it } from 'vitest'
import {
  CALIBRATED,
  coneMatrix,
  differsWords,
  faultsOf,
  faultsOver,
  faultWords,
  firmness,
  gasAt,
  hasAir,
  holeParts,
  intentOf,
  Model,
  nothingWords,
  PARTIALS,
  passing,
  predict,
  pressureAlong,
  airOf,
  openWith,
  pullCents,
  reluctance,
  search,
  searching,
  Table,
  tellingNote,
  unknownBetween,
} from '@halitus/core/acoustics'
import { moveFinder } from '@halitus/core/fingering'
import {
  allInstruments,
  fingerSystem,
  handConflicts,
  instrument,
  lengthCents,
  standardFingering,
  tune,
} from '@halitus/core/instruments'
import { hzOfMidi, parseNote } from '@halitus/core/pitch'

const modelled = allInstruments().filter(hasAir)
const cents = (a: number, b: number) => 1200 * Math.log2(a / b)
const midi = (n: string) => parseNote(n).midi
const hzOf = (id: string, note: string) => hzOfMidi(midi(note) + instrument(id).transposition)
const clarinet = instrument('clarinet')
const flute = instrument('flute')

describe('matrices', () => {
  // A line without sources gives back what it takes: AD − BC = 1 (Fletcher & Rossing, The Physics of Musical Instruments).
  it.each([
    [0.3, 0.0075, 0.0075],
    [0.3, 0.004, 0.012],
    [0.02, 0.012, 0.006],
    [1.4, 0.002, 0.02],
  ])('of a piece %d m long, radius %d to %d m, have determinant 1 within 1e-12', (length, r0, r1) => {
    const m = new Float64Array(8)
    for (const hz of [80, 440, 2900]) {
      coneMatrix(gasAt(26), 2 * Math.PI * hz, length, r0, r1, { alpha: 0, k: 0 }, m)
      const [ar, ai, br, bi, cr, ci, dr, di] = m as unknown as number[]
      const re = ar! * dr! - ai! * di! - (br! * cr! - bi! * ci!)
      const im = ar! * di! + ai! * dr! - (br! * ci! + bi! * cr!)
      // Relative to what is subtracted: a long cone's terms are large.
      const size = Math.max(1, Math.hypot(ar!, ai!) * Math.hypot(dr!, di!))
      expect(Math.hypot(re - 1, im) / size).toBeLessThan(1e-12)
    }
  })
  it('of holes are springs when closed and masses when open', () => {
    const parts = new Float64Array(3)
    const of = (share: number) => {
      holeParts(gasAt(26), 2 * Math.PI * 440, 0.004, 0.0075, 0.006, share, { alpha: 0, k: 0 }, parts, 0)
      return [...parts]
    }
    expect(of(0)[2]).toBeLessThan(0)
    expect(of(1)[2]).toBeGreaterThan(0)
    expect(of(0.2)[2]).toBeGreaterThan(of(1)[2]!)
    // What takes energy is never negative, and little beside the rest.
    for (const share of [0, 0.05, 1]) expect(of(share)[1]).toBeGreaterThan(0)
  })
})

describe.each(modelled.map((i) => [i.id] as const))('the table of the %s', (id) => {
  const inst = instrument(id)
  const system = fingerSystem(inst)
  const model = new Model(inst.bore, CALIBRATED[id]!.measures)
  const [low, high] = inst.range.full.map((n) => hzOf(id, n)) as [number, number]
  const table = new Table(model, low / 1.1, high * 1.1, PARTIALS)
  it('finds the resonances that the model finds', () => {
    const places = new Float64Array(64)
    for (const f of system.chart) {
      const open = model.openness(system, f.touches)
      const exact = model.resonances(open, table.hz[0]!, table.hz[table.sounding - 1]!)
      const count = table.resonances(table.fingers(open), places)
      expect(count, f.written).toBe(exact.length)
      // Half a step of the table, where a resonance has an antiresonance beside it.
      exact.forEach((hz, i) =>
        expect(Math.abs(cents(hz, table.hzAt(places[i]!))), f.written).toBeLessThan(15),
      )
    }
  })
  it('answers as the impedance itself, at its frequencies', () => {
    const f = system.chart[3]!
    const open = model.openness(system, f.touches)
    const out = { re: 0, im: 0 }
    for (const i of [3, 40, 77]) {
      model.at(table.hz[i]!, open, out)
      const plain = model.way === 'greatest' ? out.re : out.re / (out.re ** 2 + out.im ** 2)
      expect(table.answer(i, table.fingers(open)) / plain).toBeCloseTo(1, 6)
    }
  })
})

describe('which register stands', () => {
  const rule = { fall: 0.5, power: 1, octave: 0 }
  it('is weighed by partials, each counting less', () => {
    // 1 + 1/2 + 1/4 + 1/8 + 1/16 + 1/32 (exact arithmetic).
    expect(firmness(() => 1, 440, rule)).toBeCloseTo(Math.log(63 / 32), 12)
    expect(firmness((n) => (n === 2 ? 1 : 0), 440, rule)).toBeCloseTo(Math.log(0.5), 12)
  })
  it('never falls for what a tube takes away', () =>
    expect(firmness((n) => (n === 1 ? 2 : -5), 440, rule)).toBeCloseTo(Math.log(2), 12))
  it('asks more of higher pitches', () => {
    const up = { ...rule, octave: 0.4 }
    expect(firmness(() => 1, 440, up) - firmness(() => 1, 880, up)).toBeCloseTo(0.4, 12)
  })
  it('goes by what is meant, the more the firmer the grip', () => {
    const meant = (grip: number) => reluctance(intentOf(clarinet, 'B4', grip), hzOf('clarinet', 'E3'))
    expect(meant(0)).toBe(0)
    expect(meant(1)).toBeCloseTo(2 * meant(0.5), 12)
    expect(meant(0.5)).toBeGreaterThan(0)
    expect(reluctance(intentOf(clarinet, 'B4'), hzOf('clarinet', 'B4'))).toBeCloseTo(0, 12)
    for (const grip of [-0.01, 1.01, NaN])
      expect(() => intentOf(clarinet, 'B4', grip)).toThrow('allowed: 0 to 1')
  })
  it('is the one that is meant where two octaves share their fingers', () => {
    const { touches } = standardFingering(flute, 'G4')
    expect(predict(flute, touches, { intended: 'G4' })[0]!.written).toBe('G4')
    expect(predict(flute, touches, { intended: 'G5' })[0]!.written).toBe('G5')
    // Nothing said: the chart knows both, and neither is certain.
    const both = predict(flute, touches).filter((c) => ['G4', 'G5'].includes(c.written))
    expect(both.map((c) => c.written).sort()).toEqual(['G4', 'G5'])
    for (const c of both) expect(c.likelihood).toBeGreaterThan(0.2)
  })
  it.each(modelled.map((i) => [i.id] as const))(
    'of the first register is right on the %s, meant as charted',
    (id) => {
      const inst = instrument(id)
      const low = fingerSystem(inst).chart.filter((f) => f.kind === 'standard' && f.register === 1)
      const right = low.filter(
        (f) => midi(predict(inst, f.touches, { intended: f.written })[0]!.written) === midi(f.written),
      )
      expect(right.length / low.length).toBeGreaterThan(0.9)
    },
  )
})

describe('other fingerings', () => {
  it('hold the usual one first, and every charted one of that pitch', () => {
    const { found, tried, states, nearest } = search(clarinet, { written: 'Bb4' })
    expect(found[0]!.touches).toEqual(standardFingering(clarinet, 'Bb4').touches)
    expect(found[0]).toMatchObject({ charted: 'standard', effort: 0 })
    expect(Math.abs(found[0]!.cents)).toBeLessThan(2)
    expect(nearest).toBeNull()
    // Every finger's choices multiplied; many leave the holes alike.
    expect(tried).toBeGreaterThan(100_000)
    expect(states).toBeLessThan(tried)
  })
  it('are all playable, within the window, different, and no further off than asked', () => {
    const system = fingerSystem(flute)
    for (const [at, window] of [
      [10, 6],
      [-10, 6],
      [50, 20],
    ] as const) {
      const { found } = search(flute, { written: 'A4', cents: at, window })
      for (const f of found) {
        expect(Math.abs(f.cents - at)).toBeLessThanOrEqual(window)
        const again = predict(flute, f.touches, { intended: 'A4' })
        const off = CALIBRATED.flute!.errors.A4!
        // The prediction of the very fingers says the same, to a step of the table.
        expect(again.some((c) => Math.abs(cents(c.hz, hzOf('flute', 'A4')) - off - f.cents) < 12)).toBe(true)
      }
      expect(new Set(found.map((f) => f.touches.join())).size).toBe(found.length)
      expect(found.every((f) => f.touches.every((t) => system.touches.some((x) => x.id === t)))).toBe(true)
    }
  })
  it('put those between two notes by how little moves', () => {
    const { found } = search(clarinet, { written: 'Bb4', from: 'A4', to: 'A4', window: 40 })
    const efforts = found.map((f) => f.effort)
    expect(Math.min(...efforts)).toBe(efforts.slice(0, 4).reduce((a, b) => Math.min(a, b)))
  })
  it('come with how far the search is, and it can be left', () => {
    const run = searching(instrument('oboe'), { written: 'A4' })
    const shares: number[] = []
    for (let step = run.next(); !step.done; step = run.next()) shares.push(step.value)
    expect(shares[0]).toBe(0)
    for (const s of shares) expect(s).toBeLessThanOrEqual(1)
    const left = searching(instrument('oboe'), { written: 'A4' })
    left.next()
    expect(left.return({ found: [], tried: 0, states: 0, nearest: null }).done).toBe(true)
    expect(left.next().done).toBe(true)
  })
  it('say what is nearest where there is none', () => {
    const none = search(instrument('chanter'), { written: 'A4', cents: 50, window: 1 })
    expect(none.found).toEqual([])
    expect(nothingWords('A4', none.nearest)).toMatch(
      /^No fingering for A4 within this window; the nearest is \d+ cents (sharp|flat) of it\.$/,
    )
    expect(nothingWords('Bb4', -24.6)).toBe(
      'No fingering for B♭4 within this window; the nearest is 25 cents flat of it.',
    )
    expect(nothingWords('G4', 24.4)).toContain('24 cents sharp')
    expect(nothingWords('G4', null)).toBe('No fingering sounds near G4.')
  })
  it.each([
    [{ written: 'C2' }, 'C2 is outside'],
    [{ written: 'A4', cents: 101 }, '101 cents off a note; allowed: −100 to 100.'],
    [{ written: 'A4', cents: NaN }, 'allowed: −100 to 100'],
    [{ written: 'A4', window: 0 }, 'A window of 0 cents; allowed: above 0, at most 60.'],
    [{ written: 'A4', window: 61 }, 'at most 60'],
  ])('%j is refused: %s', (wanted, sentence) => expect(() => search(clarinet, wanted)).toThrow(sentence))
  it('are told by what they add and leave', () => {
    const system = fingerSystem(clarinet)
    expect(differsWords(system, ['LT', 'L1'], ['LT', 'L1'])).toBe('the usual fingers')
    expect(differsWords(system, ['LT', 'L1'], ['LT', 'R1'])).toBe('adds right index; without left index')
    expect(differsWords(system, [], ['L1'])).toBe('adds left index')
  })
})

describe('the wave in the tube', () => {
  it('stands highest at the reed and falls to the first open hole, in the lowest register', () => {
    const { touches } = standardFingering(clarinet, 'F4')
    const [best] = predict(clarinet, touches, { intended: 'F4' })
    const wave = pressureAlong(clarinet, touches, best!.hz)
    expect(Math.max(...wave.map((w) => w.share))).toBe(1)
    // A closed end is where the pressure swings most (Fletcher & Rossing).
    expect(wave[0]!.share).toBeGreaterThan(0.95)
    expect(wave.at(-1)!.share).toBeLessThan(0.1)
    wave.reduce((a, b) => (expect(b.atMm).toBeGreaterThanOrEqual(a.atMm), b))
  })
  it('has a place without pressure more in the register above', () => {
    const dips = (note: string) => {
      const { touches } = standardFingering(clarinet, note)
      const [best] = predict(clarinet, touches, { intended: note })
      const w = pressureAlong(clarinet, touches, best!.hz).map((x) => x.share)
      return w.filter((s, i) => i > 0 && i < w.length - 1 && s < w[i - 1]! && s <= w[i + 1]! && s < 0.4)
        .length
    }
    expect(dips('B4')).toBeGreaterThan(dips('E3'))
  })
  it('refuses impossible touches', () =>
    expect(() => pressureAlong(clarinet, ['X1'], 440)).toThrow('There is no touch “X1”'))
})

describe('a tube that is drawn out', () => {
  it('lowers every note, short tubes most', () => {
    for (const id of ['clarinet', 'flute', 'soprano-recorder']) {
      const inst = instrument(id)
      const standards = fingerSystem(inst).chart.filter((f) => f.kind === 'standard' && f.register === 1)
      const of = (n: string) => pullCents(inst, midi(n), 1)!
      const low = standards[0]!.written
      const high = standards.at(-2)!.written
      expect(of(low), id).toBeLessThan(0)
      expect(of(high), id).toBeLessThan(of(low))
      expect(pullCents(inst, midi(low), 2)!).toBeCloseTo(2 * of(low), 9)
    }
  })
  it('agrees with the plain length where the bore is a cylinder, within a tenth', () => {
    // A closed tube c/4f, an open one c/2f (Fletcher & Rossing).
    for (const [id, note, parts] of [
      ['clarinet', 'E3', 4],
      ['clarinet', 'G4', 4],
      ['flute', 'A4', 2],
      ['flute', 'C5', 2],
    ] as const) {
      const plain = lengthCents((347 * 1000) / (parts * hzOf(id, note)), 1)
      expect(pullCents(instrument(id), midi(note), 1)! / plain, note).toBeGreaterThan(0.9)
      expect(pullCents(instrument(id), midi(note), 1)! / plain, note).toBeLessThan(1.1)
    }
  })
  it('is nothing that the model knows where the mouthpiece is drawn', () =>
    expect(pullCents(instrument('alto-sax'), midi('A4'), 1)).toBeUndefined())
  it('is asked by the gauge where it is given', () => {
    const measure = clarinet.gauges.flatMap((g) => g.measures).find((m) => m.lengthens !== 0)!
    const air = { temperatureC: 20, humidity: 0.5 }
    const by = tune(clarinet, measure, 0, midi('A4'), 6, air, 440, () => -10)
    expect(by.wantedMm).toBeCloseTo(0.6, 9)
    expect(by.then.find((s) => s.written === 'E3')!.cents).toBeCloseTo(-4, 9)
    expect(tune(clarinet, measure, 0, midi('A4'), 6, air).wantedMm).not.toBeCloseTo(0.6, 2)
    expect(tune(clarinet, measure, 0, midi('A4'), 6, air, 440, () => undefined).wantedMm).toBe(
      tune(clarinet, measure, 0, midi('A4'), 6, air).wantedMm,
    )
  })
})

describe('between two notes', () => {
  const [from, to] = [standardFingering(clarinet, 'A4'), standardFingering(clarinet, 'B4')]
  it('unknown moments sound what the model says, by note', () => {
    const move = moveFinder(fingerSystem(clarinet)).move(from, to)
    const shares = unknownBetween(clarinet, from, to, move)
    expect(shares.reduce((s, x) => s + x.share, 0)).toBeCloseTo(1, 9)
    expect(shares.map((x) => x.share)).toEqual(shares.map((x) => x.share).sort((a, b) => b - a))
    const [low, high] = clarinet.range.full.map(midi) as [number, number]
    for (const { written } of shares) {
      expect(midi(written)).toBeGreaterThanOrEqual(low - 2)
      expect(midi(written)).toBeLessThanOrEqual(high + 2)
    }
  })
  it('charted fingers sound what they are charted as', () => {
    const g = standardFingering(clarinet, 'G3')
    const near = passing(
      clarinet,
      standardFingering(clarinet, 'F3'),
      standardFingering(clarinet, 'A3'),
      g.touches,
    )
    expect(near).toMatchObject({ written: 'G3' })
    expect(Math.abs(near!.cents)).toBeLessThan(15)
  })
})

describe('faults', () => {
  it.each([
    [{ touch: 'R3', fault: 'missing' }, 'right ring is up'],
    [{ touch: 'R2', also: 'R3', fault: 'missing' }, 'right middle and right ring are up'],
    [{ touch: 'R3', fault: 'leaks', open: 0.04 }, 'right ring leaks a crack'],
    [{ touch: 'R3', fault: 'leaks', open: 0.041 }, 'right ring leaks a little'],
    [{ touch: 'R3', fault: 'leaks', open: 0.15 }, 'right ring leaks a little'],
    [{ touch: 'R3', fault: 'leaks', open: 0.25 }, 'right ring leaks by a fifth'],
    [{ touch: 'R3', fault: 'leaks', open: 0.26 }, 'right ring leaks by a third'],
    [{ touch: 'R2', also: 'R3', fault: 'leaks', open: 0.1 }, 'right middle and right ring leak a little'],
    [{ touch: 'R2', fault: 'extra' }, 'right middle is down as well'],
    [{ touch: 'R2', fault: 'half', open: 2 }, 'right middle is too far open'],
    [{ touch: 'R2', fault: 'half', open: 0.5 }, 'right middle is too nearly closed'],
    [{ touch: 'R2', fault: 'half', open: 0 }, 'right middle is closed'],
    [{ touch: 'R2', fault: 'pad', open: 0.03 }, 'the pad of right middle leaks a crack'],
    [{ touch: null, fault: 'register' }, 'the fingers are right, another register sounds'],
  ] as const)('%j are “%s”', (fault, words) => expect(faultWords(clarinet, fault)).toBe(words))
  it('of a few cents may be the instrument’s, those of a semitone not', () => {
    const pull = (c: number) => faultsOf(flute, 'A4', 440 * 2 ** (c / 1200)).find((f) => f.fault === 'pull')
    expect(pull(-25)!.likelihood).toBeGreaterThan(0.2)
    expect(pull(-25)!.likelihood).toBeGreaterThan(pull(80)?.likelihood ?? 0)
    expect(faultWords(flute, pull(-25)!)).toContain('the fingers are right')
  })
  it('of a fork may be two fingers at once', () => {
    const pair = faultsOf(clarinet, 'G3', hzOf('clarinet', 'Bb3')).find((f) => f.also)
    expect(pair).toMatchObject({ fault: 'missing' })
  })
  it('of a thumb that should stand half open are told by how far it does', () => {
    const recorder = instrument('soprano-recorder')
    const e5 = fingerSystem(recorder).chart.find((f) => f.touches.includes('LT:half'))!
    const found = faultsOf(recorder, e5.written, hzOf('soprano-recorder', e5.written) * 2 ** (30 / 1200))
    expect(found.some((f) => f.fault === 'half' && f.touch === 'LT:half')).toBe(true)
  })
  it('that one note can’t tell apart another one does', () => {
    const leak = [{ touch: 'R1', open: 0.12 }] as const
    const sounds = (note: string) => {
      const { touches } = standardFingering(clarinet, note)
      const held = touches.includes('R1') ? [...leak] : []
      return { written: note, heardHz: predict(clarinet, touches, { leaks: held, intended: note })[0]!.hz }
    }
    const heard = [sounds('F3')]
    for (let n = 0; n < 2; n++) {
      const next = tellingNote(
        clarinet,
        faultsOver(clarinet, heard),
        heard.map((h) => h.written),
      )
      if (!next) break
      expect(heard.map((h) => h.written)).not.toContain(next.written)
      heard.push(sounds(next.written))
    }
    expect(faultsOver(clarinet, heard)[0]).toMatchObject({ touch: 'R1' })
  })
  it('are one note’s alone where only one was heard', () =>
    expect(faultsOver(clarinet, [{ written: 'C4', heardHz: hzOf('clarinet', 'D4') }])).toEqual(
      faultsOf(clarinet, 'C4', hzOf('clarinet', 'D4')),
    ))
})

describe('a leaking pad', () => {
  it('is the pad of its own touch, a crack open while it should be shut, and nothing where it is open anyway', () => {
    // Held against the tube itself, followed from the right fingering (no fault model in between).
    for (const [id, note] of [
      ['clarinet', 'C4'],
      ['flute', 'G4'],
      ['alto-sax', 'A4'],
    ] as const) {
      const inst = instrument(id)
      const air = airOf(inst)
      const { touches } = standardFingering(inst, note)
      const right = openWith(air, touches)
      const meant = hzOf(id, note)
      const whole = air.model.follow(right, meant, 120)!
      const faults = faultsOf(inst, note, meant * 2 ** (35 / 1200)).filter((f) => f.fault === 'pad')
      const pads = fingerSystem(inst).bore.holes.filter((h) => h.rest === 'closed' && h.movedBy[0])
      expect(faults.length, id).toBeGreaterThan(0)
      for (const f of faults) {
        const leaking = Float64Array.from(right)
        for (const h of pads.filter((x) => x.movedBy[0] === f.touch)) {
          const at = air.model.ids.indexOf(h.id)
          if (right[at] === 0) leaking[at] = f.open!
        }
        const moved = cents(air.model.follow(leaking, meant, 120) ?? NaN, whole)
        if (Number.isNaN(moved)) continue
        expect(Math.abs(cents(f.predictedHz, meant) - moved), `${id} ${f.touch} ${f.open}`).toBeLessThan(4)
      }
    }
  })
})

describe('a search over few fingers', () => {
  it('finds what trying all of them finds, and names the nearest where there is none', () => {
    const inst = instrument('chanter')
    const system = fingerSystem(inst)
    const whole = system.touches.filter((t) => !t.halfOf)
    const off = CALIBRATED.chanter!.errors.A4 ?? 0
    const meant = hzOf('chanter', 'A4')
    const byHand = Array.from({ length: 2 ** whole.length }, (_, mask) =>
      whole.filter((_, k) => mask & (1 << k)).map((t) => t.id),
    )
      .filter((touches) => !handConflicts(system, touches).length)
      .flatMap((touches) =>
        predict(inst, touches, { intended: 'A4' }).map((c) => ({ touches, at: cents(c.hz, meant) - off })),
      )
    for (const window of [6, 15, 30]) {
      const { found } = search(inst, { written: 'A4', cents: 0, window })
      expect(found.length, `${window}`).toBeGreaterThan(0)
      for (const f of found) {
        expect(Math.abs(f.cents)).toBeLessThanOrEqual(window)
        expect(
          byHand.some((b) => Math.abs(b.at - f.cents) < 0.6),
          f.touches.join(' '),
        ).toBe(true)
      }
    }
    const none = search(inst, { written: 'A4', cents: 50, window: 1 })
    const nearest = byHand.reduce((a, b) => (Math.abs(b.at - 50) < Math.abs(a - 50) ? b.at : a), Infinity)
    if (!none.found.length) expect(Math.abs(none.nearest! - (nearest - 50))).toBeLessThan(12)
  })
})
