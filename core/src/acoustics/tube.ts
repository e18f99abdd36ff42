import { gasAt, PLAYED_C, propagation, type Gas } from './losses.ts'

/** A straight stretch of a bore: radius at both ends, m. */
export interface Cone {
  lengthM: number
  r0: number
  r1: number
}

/** A hole in the wall. */
export interface Hole {
  id: string
  /** From the upper end, m. */
  atM: number
  /** Radius of hole and of the bore there, and height of its chimney, m. */
  radiusM: number
  boreM: number
  chimneyM: number
}

/** A bore with its holes, from where the sound is made to the bell. */
export interface Tube {
  /** From the upper end down. */
  cones: readonly Cone[]
  /** From the upper end down. */
  holes: readonly Hole[]
}

/** A complex number that is written into. */
export interface Complex {
  re: number
  im: number
}

/** Below this share a hole counts as closed. */
const SHUT = 1e-4
/**
 * Air that breaks away at a hole's edges takes energy as if it met the tube's own resistance times its speed over that of
 * sound: so much of it (U. Ingard, On the theory and design of acoustic resonators, J. Acoust. Soc. Am. 25 (1953), as an
 * idea; the share chosen by Halitus for a beginner's loudness). It matters in small vents alone.
 */
const VENT_LOSS = 0.02

/**
 * A tube made ready for many frequencies: what doesn't change with the frequency is worked out once, into arrays. Walking
 * from the bell to the mouth, the impedance is carried through each element by its transfer matrix:
 * cones and cylinders after Fletcher & Rossing, The Physics of Musical Instruments, chapter 8, with the losses of the mean
 * radius; holes after D. H. Keefe, Woodwind air column models, J. Acoust. Soc. Am. 88 (1990), with the lengths of
 * J.-P. Dalmont et al., Experimental determination of the equivalent circuit of an open side hole, Acta Acustica united
 * with Acustica 88 (2002) (from memory).
 */
export class AirColumn {
  /** Elements from the bell up: 0 a cone, 1 a hole. */
  private readonly kind: Uint8Array
  private readonly length: Float64Array
  private readonly r0: Float64Array
  private readonly r1: Float64Array
  private readonly hole: Int16Array
  private readonly b: Float64Array
  private readonly chimney: Float64Array
  private readonly a: Float64Array
  private readonly bellRadius: number
  readonly gas: Gas
  private readonly p = { alpha: 0, k: 0 }
  private readonly m = new Float64Array(8)
  private readonly h = new Float64Array(3)

  constructor(tube: Tube, temperatureC = PLAYED_C) {
    this.gas = gasAt(temperatureC)
    const cuts = cut(tube)
    const n = cuts.length
    this.kind = new Uint8Array(n)
    this.length = new Float64Array(n)
    this.r0 = new Float64Array(n)
    this.r1 = new Float64Array(n)
    this.hole = new Int16Array(n)
    this.b = new Float64Array(n)
    this.chimney = new Float64Array(n)
    this.a = new Float64Array(n)
    cuts.forEach((e, i) => {
      if ('hole' in e) {
        const h = tube.holes[e.hole]!
        this.kind[i] = 1
        this.hole[i] = e.hole
        this.b[i] = h.radiusM
        this.chimney[i] = h.chimneyM
        this.a[i] = h.boreM
      } else {
        this.length[i] = e.lengthM
        this.r0[i] = e.r0
        this.r1[i] = e.r1
      }
    })
    this.bellRadius = tube.cones.at(-1)?.r1 ?? 0.007
  }

  /**
   * Input impedance at the upper end, Pa·s/m³.
   * @param hz above 0 @param open how far each hole is open, 0 to 1, in the tube's order
   * @param out is written into and returned
   */
  impedance(hz: number, open: ArrayLike<number>, out: Complex): Complex {
    const { m, h } = this
    const omega = 2 * Math.PI * hz
    this.bell(omega, out)
    for (let i = 0; i < this.pieces; i++) {
      if (this.kind[i] === 1) {
        this.holeAt(i, omega, open[this.hole[i]!]!, h, 0)
        throughHole(h, 0, out)
      } else {
        this.coneAt(i, omega, m)
        throughMatrix(m, 0, out)
      }
    }
    return out
  }

  /** Pieces of the tube from the bell up. */
  get pieces(): number {
    return this.kind.length
  }

  /** The number of the hole that a piece is, in the tube's order; undefined for a piece of bore. */
  holeOf(piece: number): number | undefined {
    return this.kind[piece] === 1 ? this.hole[piece] : undefined
  }

  /** What the bell radiates into: an unflanged end (Levine & Schwinger 1948, low frequencies). */
  bell(omega: number, out: Complex): void {
    const a = this.bellRadius
    const ka = (omega / this.gas.c) * a
    const z0 = (this.gas.rho * this.gas.c) / (Math.PI * a * a)
    out.re = z0 * Math.min(1, 0.25 * ka * ka)
    out.im = z0 * 0.6133 * ka
  }

  /**
   * Pressure along the bore at one frequency, from the bell up: each place, m from the upper end, with the size of the
   * pressure there, in any one unit.
   * @param stepM at most so far apart
   */
  along(hz: number, open: ArrayLike<number>, stepM: number): { atM: number; pressure: number }[] {
    const { gas, m, h, p } = this
    const omega = 2 * Math.PI * hz
    const z = { re: 0, im: 0 }
    this.bell(omega, z)
    // Pressure and flow, carried together: nothing is divided, so that zeros of either do no harm.
    let wave: [number, number, number, number] = [z.re, z.im, 1, 0]
    let atM = this.length.reduce((a, b) => a + b, 0)
    const found = [{ atM, pressure: Math.hypot(wave[0], wave[1]) }]
    for (let i = 0; i < this.pieces; i++) {
      if (this.kind[i] === 1) {
        this.holeAt(i, omega, open[this.hole[i]!]!, h, 0)
        holeMatrix(h, m)
        wave = carried(m, wave)
        continue
      }
      const [length, r0, r1] = [this.length[i]!, this.r0[i]!, this.r1[i]!]
      const n = Math.max(1, Math.ceil(length / stepM))
      const radius = (k: number) => r1 + ((r0 - r1) * k) / n
      for (let k = 0; k < n; k++) {
        coneMatrix(gas, omega, length / n, radius(k + 1), radius(k), p, m)
        wave = carried(m, wave)
        atM -= length / n
        found.push({ atM, pressure: Math.hypot(wave[0], wave[1]) })
      }
    }
    return found
  }

  /** The transfer matrix of a piece of bore. @param m eight numbers: A, B, C, D, each real and imaginary */
  coneAt(i: number, omega: number, m: Float64Array): void {
    coneMatrix(this.gas, omega, this.length[i]!, this.r0[i]!, this.r1[i]!, this.p, m)
  }

  /** What a hole is in the line: written at `at` as series reactance, shunt resistance, shunt reactance. */
  holeAt(i: number, omega: number, share: number, into: Float64Array, at: number): void {
    holeParts(this.gas, omega, this.b[i]!, this.a[i]!, this.chimney[i]!, share, this.p, into, at)
  }
}

/** Pressure and flow at the upper end of a matrix from those at the lower. */
function carried(
  m: Float64Array,
  [pr, pi, ur, ui]: [number, number, number, number],
): [number, number, number, number] {
  return [
    m[0]! * pr - m[1]! * pi + m[2]! * ur - m[3]! * ui,
    m[0]! * pi + m[1]! * pr + m[2]! * ui + m[3]! * ur,
    m[4]! * pr - m[5]! * pi + m[6]! * ur - m[7]! * ui,
    m[4]! * pi + m[5]! * pr + m[6]! * ui + m[7]! * ur,
  ]
}

/** Half the series part of a hole, the shunt, the other half, as one matrix. @param parts series reactance, shunt r and x */
export function holeMatrix(parts: ArrayLike<number>, m: Float64Array): void {
  const [x, r, s] = [parts[0]! / 2, parts[1]!, parts[2]!]
  // The shunt's admittance.
  const q = r * r + s * s
  const [gr, gi] = [r / q, -s / q]
  // 1 + ix·Y, and 2ix + (ix)²·Y.
  m[0] = m[6] = 1 - x * gi
  m[1] = m[7] = x * gr
  m[2] = -x * x * gr
  m[3] = 2 * x - x * x * gi
  m[4] = gr
  m[5] = gi
}

/** Carries an impedance through a transfer matrix of eight numbers. */
export function throughMatrix(m: Float64Array, at: number, z: Complex): void {
  const nr = m[at]! * z.re - m[at + 1]! * z.im + m[at + 2]!
  const ni = m[at]! * z.im + m[at + 1]! * z.re + m[at + 3]!
  const dr = m[at + 4]! * z.re - m[at + 5]! * z.im + m[at + 6]!
  const di = m[at + 4]! * z.im + m[at + 5]! * z.re + m[at + 7]!
  const q = 1 / (dr * dr + di * di)
  z.re = (nr * dr + ni * di) * q
  z.im = (ni * dr - nr * di) * q
}

/** Carries an impedance past a hole: half the series part, the shunt beside it, the other half. */
export function throughHole(h: Float64Array, at: number, z: Complex): void {
  const half = h[at]! / 2
  const r = h[at + 1]!
  const x = h[at + 2]!
  const zi = z.im + half
  const sr = z.re + r
  const si = zi + x
  const q = 1 / (sr * sr + si * si)
  const nr = z.re * r - zi * x
  const ni = z.re * x + zi * r
  z.re = (nr * sr + ni * si) * q
  z.im = (ni * sr - nr * si) * q + half
}

/**
 * Transfer matrix of a cone or cylinder with the wall's losses at its mean radius; pressure and flow at the upper end from
 * those at the lower. Its determinant is 1.
 * @param p scratch @param m eight numbers: A, B, C, D, each real and imaginary
 */
export function coneMatrix(
  gas: Gas,
  omega: number,
  length: number,
  r0: number,
  r1: number,
  p: { alpha: number; k: number },
  m: Float64Array,
): void {
  propagation(gas, omega, (r0 + r1) / 2, p)
  const al = p.alpha * length
  const kl = p.k * length
  const sh = Math.sinh(al)
  const ch = Math.cosh(al)
  const s = Math.sin(kl)
  const c = Math.cos(kl)
  // cos(KL) and sin(KL) of the complex K = k − iα.
  const cr = c * ch
  const ci = s * sh
  const snr = s * ch
  const sni = -c * sh
  const zc = (gas.rho * gas.c) / (Math.PI * r0 * r1)
  m[2] = -zc * sni
  m[3] = zc * snr
  const slope = (r1 - r0) / length
  if (Math.abs(slope) < STRAIGHT) {
    m[0] = m[6] = cr
    m[1] = m[7] = ci
    m[4] = -sni / zc
    m[5] = snr / zc
    return
  }
  const x0 = r0 / slope
  const x1 = x0 + length
  // 1/K
  const kk = p.k * p.k + p.alpha * p.alpha
  const qr = p.k / kk
  const qi = p.alpha / kk
  // sin/K
  const sqr = snr * qr - sni * qi
  const sqi = snr * qi + sni * qr
  m[0] = (x1 / x0) * cr - sqr / x0
  m[1] = (x1 / x0) * ci - sqi / x0
  m[6] = (x0 / x1) * cr + sqr / x1
  m[7] = (x0 / x1) * ci + sqi / x1
  // (1 + 1/(K² x0 x1)) sin − (L/(K x0 x1)) cos, times i/Zc
  const w = 1 / (x0 * x1)
  const fr = 1 + (qr * qr - qi * qi) * w
  const fi = 2 * qr * qi * w
  const er = fr * snr - fi * sni - length * w * (qr * cr - qi * ci)
  const ei = fr * sni + fi * snr - length * w * (qr * ci + qi * cr)
  m[4] = -ei / zc
  m[5] = er / zc
}
/** A slope of the radius below this is none: the cone's tip would be too far away for exact sums. */
const STRAIGHT = 1e-6

/**
 * What a hole is in the line, with the lengths after Dalmont and others (2002).
 * @param b its radius @param a the bore's @param t its chimney, all m @param share how far it's open, 0 to 1
 * @param into is written at `at`: series reactance, shunt resistance, shunt reactance, Pa·s/m³
 */
export function holeParts(
  gas: Gas,
  omega: number,
  full: number,
  a: number,
  t: number,
  share: number,
  p: { alpha: number; k: number },
  into: Float64Array,
  at: number,
): void {
  const b = share > SHUT ? full * Math.sqrt(share) : full
  const delta = Math.min(1, b / a)
  const zh = (gas.rho * gas.c) / (Math.PI * b * b)
  propagation(gas, omega, b, p)
  const k = p.k
  const d2 = delta * delta
  const shape = 0.94 + 0.54 * delta + 0.285 * d2
  const matching = (b * delta * (1 + 0.207 * d2 * delta)) / 8
  const wide = Math.tanh((1.84 * t) / b)
  if (share > SHUT) {
    const inner = b * (0.82 - 0.193 * delta - 1.09 * d2 + 1.27 * d2 * delta - 0.71 * d2 * d2)
    const outer = 0.7 * b
    const kb = k * b
    into[at] = (-zh * k * b * d2) / (1.78 * wide + shape)
    into[at + 1] = zh * (0.25 * kb * kb + p.alpha * t + VENT_LOSS)
    into[at + 2] = zh * (Math.tan(k * (t + matching)) + k * (inner + outer))
  } else {
    into[at] = (-zh * k * b * d2) / (1.78 / wide + shape)
    into[at + 1] = zh * p.alpha * t
    into[at + 2] = -zh / Math.tan(k * (t + matching))
  }
}

/** A piece of a tube from the bell up: a cone, or a hole by its place in the list. */
type Piece = { lengthM: number; r0: number; r1: number } | { hole: number }

/** Shorter stretches than this between two holes are none, m. */
const NOTHING = 1e-6

/** The bore cut at its holes, from the bell up. */
function cut(tube: Tube): Piece[] {
  const pieces: Piece[] = []
  let from = 0
  let h = 0
  for (const cone of tube.cones) {
    const to = from + cone.lengthM
    let at = from
    const radius = (x: number) => cone.r0 + ((cone.r1 - cone.r0) * (x - from)) / cone.lengthM
    const until = (x: number) => {
      if (x - at > NOTHING) pieces.push({ lengthM: x - at, r0: radius(at), r1: radius(x) })
      at = Math.max(at, x)
    }
    while (h < tube.holes.length && tube.holes[h]!.atM <= to) {
      until(Math.max(at, tube.holes[h]!.atM))
      pieces.push({ hole: h++ })
    }
    until(to)
    from = to
  }
  return pieces.reverse()
}

/**
 * Frequencies between two limits at which the imaginary part of an impedance crosses zero, Hz: downwards where the
 * impedance is greatest (a reed plays there), upwards where it is least (a jet does).
 * @param at the impedance at a frequency, written into its second argument
 */
export function crossingsOf(
  at: (hz: number, out: Complex) => Complex,
  fromHz: number,
  toHz: number,
  way: 'greatest' | 'least',
  stepCents = 20,
): number[] {
  const z = { re: 0, im: 0 }
  const found: number[] = []
  const ratio = 2 ** (stepCents / 1200)
  let low = fromHz
  let before = at(low, z).im
  for (let high = fromHz * ratio; low < toHz; low = high, high *= ratio) {
    const now = at(high, z).im
    const down = before > 0 && now <= 0
    const up = before < 0 && now >= 0
    if (way === 'greatest' ? down : up) {
      found.push(between(at, low, high, before, now))
    }
    before = now
  }
  return found
}

/** The zero of a crossing between two frequencies, Hz: regula falsi with the Illinois rule, to a hundredth of a cent. */
function between(
  at: (hz: number, out: Complex) => Complex,
  low: number,
  high: number,
  first: number,
  last: number,
): number {
  const z = { re: 0, im: 0 }
  let [a, b, fa, fb] = [low, high, first, last]
  let side = 0
  let mid = low
  for (let i = 0; i < 30 && (b - a) / a > 5e-6; i++) {
    mid = (a * fb - b * fa) / (fb - fa)
    const fm = at(mid, z).im
    if (fm === 0) return mid
    if (fm > 0 === fb > 0) {
      b = mid
      fb = fm
      if (side === 1) fa /= 2
      side = 1
    } else {
      a = mid
      fa = fm
      if (side === -1) fb /= 2
      side = -1
    }
    if (Math.abs(fm) < 1e-9 * (Math.abs(first) + Math.abs(last))) return mid
  }
  return mid
}
