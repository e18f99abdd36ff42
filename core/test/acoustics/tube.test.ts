import { describe, expect, it } from 'vitest'
import {
  AirColumn,
  crossingsOf,
  gasAt,
  PLAYED_C,
  propagation,
  type Complex,
  type Cone,
  type Hole,
} from '@halitus/core/acoustics'

const cents = (a: number, b: number) => 1200 * Math.log2(a / b)
const column = (cones: Cone[], holes: Hole[] = []) => new AirColumn({ cones, holes })
const peaks = (c: AirColumn, to: number, way: 'greatest' | 'least' = 'greatest', open: number[] = []) =>
  crossingsOf((hz, out) => c.impedance(hz, open, out), 40, to, way)

/** Complex arithmetic written out plainly, to hold the fast walk against. */
type C = [number, number]
const mul = ([a, b]: C, [c, d]: C): C => [a * c - b * d, a * d + b * c]
const div = ([a, b]: C, [c, d]: C): C => {
  const m = c * c + d * d
  return [(a * c + b * d) / m, (b * c - a * d) / m]
}
const add = ([a, b]: C, [c, d]: C): C => [a + c, b + d]

describe('air', () => {
  it('is that of the published table at 26.85 °C, and of common tables at 20 °C', () => {
    // Keefe 1984: 347.23 m/s, 1.1769 kg/m³, 1.846e-5.
    expect(gasAt(26.85)).toEqual({ c: 347.23, rho: 1.1769, eta: 1.846e-5 })
    // Speed of sound in dry air at 20 °C: 343.2 m/s; density 1.204 kg/m³ (ISO 2533).
    expect(gasAt(20).c).toBeCloseTo(343.28, 1)
    expect(gasAt(20).rho).toBeCloseTo(1.204, 2)
  })
  it('loses as Kirchhoff says in wide tubes: about 3e-5 times the root of the frequency over the radius', () => {
    // Fletcher & Rossing, The Physics of Musical Instruments: α ≈ 3e-5 √f / a.
    const p = { alpha: 0, k: 0 }
    for (const [hz, a] of [
      [200, 0.01],
      [1000, 0.0075],
      [2000, 0.02],
    ] as const) {
      propagation(gasAt(20), 2 * Math.PI * hz, a, p)
      expect(p.alpha / ((3e-5 * Math.sqrt(hz)) / a)).toBeGreaterThan(0.93)
      expect(p.alpha / ((3e-5 * Math.sqrt(hz)) / a)).toBeLessThan(1.12)
      // The wall slows the wave down a little.
      expect(p.k).toBeGreaterThan((2 * Math.PI * hz) / gasAt(20).c)
    }
  })
})

describe('a cylinder', () => {
  const [length, r] = [0.6, 0.0075]
  const c = column([{ lengthM: length, r0: r, r1: r }])
  it('has its greatest impedances at odd multiples of a quarter wave, within 0.3 cents over six modes', () => {
    const found = peaks(c, 2000)
    expect(found.length).toBeGreaterThanOrEqual(6)
    const p = { alpha: 0, k: 0 }
    found.slice(0, 6).forEach((hz, i) => {
      // tan(k(L + ΔL)) → ∞: the wave number there, ΔL = 0.6133 a (Levine & Schwinger 1948).
      propagation(c.gas, 2 * Math.PI * hz, r, p)
      const kL = p.k * length + Math.atan((0.6133 * (2 * Math.PI * hz * r)) / c.gas.c)
      expect(Math.abs(cents(kL, ((2 * i + 1) * Math.PI) / 2))).toBeLessThan(0.3)
    })
  })
  it('has its least ones at whole multiples of a half wave', () => {
    const found = peaks(c, 2000, 'least')
    expect(cents(found[1]!, 2 * found[0]!)).toBeGreaterThan(-6)
    expect(Math.abs(cents(found[1]!, 2 * found[0]!))).toBeLessThan(15)
    expect(cents(found[0]!, peaks(c, 400)[0]!)).toBeCloseTo(1200, -1.5)
  })
  it('sounds the same in one piece and in ten', () => {
    const ten = column(Array.from({ length: 10 }, () => ({ lengthM: length / 10, r0: r, r1: r })))
    const [a, b] = [
      { re: 0, im: 0 },
      { re: 0, im: 0 },
    ]
    for (const hz of [100, 431, 1290]) {
      c.impedance(hz, [], a)
      ten.impedance(hz, [], b)
      expect(b.re / a.re).toBeCloseTo(1, 9)
      expect(b.im / a.im).toBeCloseTo(1, 9)
    }
  })
  it('is walked as its transfer matrix says', () => {
    const hz = 437
    const omega = 2 * Math.PI * hz
    const { gas } = c
    const p = { alpha: 0, k: 0 }
    propagation(gas, omega, r, p)
    const zc = (gas.rho * gas.c) / (Math.PI * r * r)
    const ka = (omega / gas.c) * r
    const load: C = [zc * 0.25 * ka * ka, zc * 0.6133 * ka]
    // cosh and sinh of (α + ik)L.
    const [al, kl] = [p.alpha * length, p.k * length]
    const cosh: C = [Math.cosh(al) * Math.cos(kl), Math.sinh(al) * Math.sin(kl)]
    const sinh: C = [Math.sinh(al) * Math.cos(kl), Math.cosh(al) * Math.sin(kl)]
    const det = add(mul(cosh, cosh), mul([-1, 0], mul(sinh, sinh)))
    expect(Math.hypot(det[0] - 1, det[1])).toBeLessThan(1e-12)
    const z = div(add(mul(cosh, load), mul([zc, 0], sinh)), add(mul(div(sinh, [zc, 0]), load), cosh))
    const out = c.impedance(hz, [], { re: 0, im: 0 })
    expect(out.re / z[0]).toBeCloseTo(1, 9)
    expect(out.im / z[1]).toBeCloseTo(1, 9)
  })
})

describe('a cone', () => {
  // A cone has all multiples of a half wave, nearly, where little of its tip is missing (Fletcher & Rossing, chapter 8).
  const c = column([{ lengthM: 1, r0: 0.003, r1: 0.025 }])
  it('has all multiples, within 2 cents of the closed formula over six modes', () => {
    const p = { alpha: 0, k: 0 }
    const tip = 0.003 / (0.025 - 0.003)
    const found = peaks(c, 1300)
    found.slice(0, 6).forEach((hz, i) => {
      propagation(c.gas, 2 * Math.PI * hz, (0.003 + 0.025) / 2, p)
      // A standing wave sin(kx + φ)/x with no flow at x₀ and the radiation’s mass at x₁:
      // kL = nπ − atan(k x₀) − atan(k e/(1 − e/x₁)), e = 0.6133 r.
      const { k } = p
      const e = 0.6133 * 0.025
      const kL = k + Math.atan(k * tip) + Math.atan((k * e) / (1 - e / (1 + tip)))
      expect(Math.abs(cents(kL, (i + 1) * Math.PI))).toBeLessThan(2)
    })
  })
  it('is the same in one piece and in many, and narrows as well as it widens', () => {
    const pieces = (n: number, r0: number, r1: number) =>
      column(
        Array.from({ length: n }, (_, i) => ({
          lengthM: 0.5 / n,
          r0: r0 + ((r1 - r0) * i) / n,
          r1: r0 + ((r1 - r0) * (i + 1)) / n,
        })),
      )
    for (const [r0, r1] of [
      [0.004, 0.012],
      [0.012, 0.006],
    ] as const) {
      const [one, many] = [peaks(pieces(1, r0, r1), 1500), peaks(pieces(24, r0, r1), 1500)]
      expect(one.length).toBe(many.length)
      // Only the losses of the mean radius differ.
      one.forEach((hz, i) => expect(Math.abs(cents(hz, many[i]!))).toBeLessThan(3))
    }
  })
  it('that hardly widens is a cylinder', () => {
    const [a, b] = [
      column([{ lengthM: 0.6, r0: 0.0075, r1: 0.0075 }]),
      column([{ lengthM: 0.6, r0: 0.0075, r1: 0.0075006 }]),
    ]
    peaks(a, 1500).forEach((hz, i) => expect(Math.abs(cents(hz, peaks(b, 1500)[i]!))).toBeLessThan(0.3))
  })
})

describe('holes', () => {
  const tube = (radiusM: number, atM = 0.4): AirColumn =>
    column(
      [{ lengthM: 0.6, r0: 0.0075, r1: 0.0075 }],
      [{ id: 'h', atM, radiusM, boreM: 0.0075, chimneyM: 0.006 }],
    )
  const first = (c: AirColumn, open: number) => peaks(c, 400, 'greatest', [open])[0]!
  it('open shorten the tube the more the wider they are, to a little below where they stand', () => {
    const none = first(tube(0.004), 0)
    const sizes = [0.001, 0.002, 0.004, 0.006].map((r) => first(tube(r), 1))
    sizes.reduce((before, now) => (expect(now).toBeGreaterThan(before), now), none)
    const cutThere = peaks(column([{ lengthM: 0.4, r0: 0.0075, r1: 0.0075 }]), 400)[0]!
    expect(sizes.at(-1)!).toBeLessThan(cutThere)
    expect(cents(cutThere, sizes.at(-1)!)).toBeLessThan(120)
  })
  it('closed lower the pitch a little: their chimney is more room', () => {
    const plain = peaks(column([{ lengthM: 0.6, r0: 0.0075, r1: 0.0075 }]), 400)[0]!
    const off = cents(first(tube(0.005, 0.1), 0), plain)
    expect(off).toBeLessThan(-2)
    expect(off).toBeGreaterThan(-30)
  })
  it('leaking stand between closed and open', () => {
    const [shut, crack, half, open] = [0, 0.02, 0.4, 1].map((o) => first(tube(0.004), o)) as [
      number,
      number,
      number,
      number,
    ]
    expect(shut).toBeLessThan(crack)
    expect(crack).toBeLessThan(half)
    expect(half).toBeLessThan(open)
  })
  it('never give energy: the real part stays positive', () => {
    const out: Complex = { re: 0, im: 0 }
    for (let hz = 60; hz < 4000; hz *= 1.01)
      for (const open of [0, 0.1, 1]) expect(tube(0.004).impedance(hz, [open], out).re).toBeGreaterThan(0)
  })
  it('are cut where they stand, whatever cone they stand in', () => {
    const hole = { id: 'h', radiusM: 0.004, boreM: 0.0075, chimneyM: 0.006 }
    const [a, b] = [
      column([{ lengthM: 0.6, r0: 0.0075, r1: 0.0075 }], [{ ...hole, atM: 0.3 }]),
      column(
        [
          { lengthM: 0.3, r0: 0.0075, r1: 0.0075 },
          { lengthM: 0.3, r0: 0.0075, r1: 0.0075 },
        ],
        [{ ...hole, atM: 0.3 }],
      ),
    ]
    expect(Math.abs(cents(first(a, 1), first(b, 1)))).toBeLessThan(1e-4)
  })
})

it('the played temperature is that of a warm instrument', () => expect(PLAYED_C).toBe(26))
