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
/** Resistance of the flow through a small vent, as a multiple of the radiation's, at a radius of 1 mm (chosen by Halitus). */
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
    const { gas, p } = this
    const omega = 2 * Math.PI * hz
    const rc = gas.rho * gas.c
    // Radiation of an unflanged end (Levine & Schwinger 1948, low frequencies).
    const ra = this.bellRadius
    const ka = (omega / gas.c) * ra
    const z0 = rc / (Math.PI * ra * ra)
    let zr = z0 * Math.min(1, 0.25 * ka * ka)
    let zi = z0 * 0.6133 * ka
    for (let i = 0; i < this.kind.length; i++) {
      if (this.kind[i] === 1) {
        const share = open[this.hole[i]!]!
        const a = this.a[i]!
        const t = this.chimney[i]!
        const full = this.b[i]!
        const b = share > SHUT ? full * Math.sqrt(share) : full
        const delta = Math.min(1, b / a)
        const zh = rc / (Math.PI * b * b)
        propagation(gas, omega, b, p)
        const k = p.k
        const d2 = delta * delta
        let shuntR: number
        let shuntI: number
        let seriesI: number
        const shape = 0.94 + 0.54 * delta + 0.285 * d2
        if (share > SHUT) {
          const inner = b * (0.82 - 0.193 * delta - 1.09 * d2 + 1.27 * d2 * delta - 0.71 * d2 * d2)
          const matching = (b * delta * (1 + 0.207 * d2 * delta)) / 8
          const outer = 0.7 * b
          const kb = k * b
          shuntI = zh * (Math.tan(k * (t + matching)) + k * (inner + outer))
          shuntR = zh * (0.25 * kb * kb + p.alpha * t + (VENT_LOSS * 1e-3) / b)
          seriesI = (-zh * k * b * d2) / (1.78 * Math.tanh((1.84 * t) / b) + shape)
        } else {
          const matching = (b * delta * (1 + 0.207 * d2 * delta)) / 8
          shuntI = -zh / Math.tan(k * (t + matching))
          shuntR = zh * p.alpha * t
          seriesI = (-zh * k * b * d2) / (1.78 / Math.tanh((1.84 * t) / b) + shape)
        }
        // Half the series part, the shunt, the other half.
        zi += seriesI / 2
        const sr = zr + shuntR
        const si = zi + shuntI
        const m = sr * sr + si * si
        const nr = zr * shuntR - zi * shuntI
        const ni = zr * shuntI + zi * shuntR
        zr = (nr * sr + ni * si) / m
        zi = (ni * sr - nr * si) / m + seriesI / 2
        continue
      }
      const length = this.length[i]!
      const r0 = this.r0[i]!
      const r1 = this.r1[i]!
      propagation(gas, omega, (r0 + r1) / 2, p)
      // γ = α + ik; sinh and cosh of γL; with K = −iγ sine and cosine of KL.
      const al = p.alpha * length
      const kl = p.k * length
      const [sh, ch] = [Math.sinh(al), Math.cosh(al)]
      const [s, c] = [Math.sin(kl), Math.cos(kl)]
      // cos(KL) and sin(KL) of the complex K = k − iα.
      const cr = c * ch
      const ci = s * sh
      const snr = s * ch
      const sni = -c * sh
      const kr = p.k
      const ki = -p.alpha
      const slope = (r1 - r0) / length
      const zc = rc / (Math.PI * r0 * r1)
      let ar: number, ai: number, br: number, bi: number, gr: number, gi: number, dr: number, di: number
      if (Math.abs(slope) < 1e-6) {
        ar = dr = cr
        ai = di = ci
        // i·Zc·sin and i·sin/Zc
        br = -zc * sni
        bi = zc * snr
        gr = -sni / zc
        gi = snr / zc
      } else {
        const x0 = r0 / slope
        const x1 = x0 + length
        // 1/K
        const kk = kr * kr + ki * ki
        const qr = kr / kk
        const qi = -ki / kk
        // sin/K
        const sqr = snr * qr - sni * qi
        const sqi = snr * qi + sni * qr
        ar = (x1 / x0) * cr - sqr / x0
        ai = (x1 / x0) * ci - sqi / x0
        dr = (x0 / x1) * cr + sqr / x1
        di = (x0 / x1) * ci + sqi / x1
        br = -zc * sni
        bi = zc * snr
        // (1 + 1/(K² x0 x1)) sin − (L/(K x0 x1)) cos, times i/Zc
        const w = 1 / (x0 * x1)
        const q2r = qr * qr - qi * qi
        const q2i = 2 * qr * qi
        const fr = 1 + q2r * w
        const fi = q2i * w
        const er = fr * snr - fi * sni - length * w * (qr * cr - qi * ci)
        const ei = fr * sni + fi * snr - length * w * (qr * ci + qi * cr)
        gr = -ei / zc
        gi = er / zc
      }
      const nr = ar * zr - ai * zi + br
      const ni = ar * zi + ai * zr + bi
      const mr = gr * zr - gi * zi + dr
      const mi = gr * zi + gi * zr + di
      const m = mr * mr + mi * mi
      zr = (nr * mr + ni * mi) / m
      zi = (ni * mr - nr * mi) / m
    }
    out.re = zr
    out.im = zi
    return out
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
