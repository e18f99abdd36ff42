import {
  holeStates,
  type Bore,
  type FingerSystem,
  type HoleState,
  type TouchId,
} from '../instruments/index.ts'
import { AirColumn, crossingsOf, type Complex, type Tube } from './tube.ts'

/** Measures of a tube that plays in tune, found by calibration; mm. */
export interface Measures {
  /** Inner diameters along the bore. */
  profile: readonly (readonly [atMm: number, diameterMm: number])[]
  holes: Readonly<Record<string, readonly [atMm: number, diameterMm: number, chimneyMm: number]>>
  /**
   * At the upper end: for a reed the volume that it and its yielding add, mm³; for a jet the length that the mouth adds, mm,
   * and how it grows with the frequency, mm a kHz.
   */
  mouth: { volumeMm3: number } | { lengthMm: number; perKHzMm: number }
  /** How far a half-closed hole stands open, 0 to 1. */
  half: number
}

/** What a calibration gave. */
export interface Calibrated {
  measures: Measures
  /** How far each note of the chart is off, cents, by written name. */
  errors: Readonly<Record<string, number>>
}

/** An instrument's air, ready to be asked what some fingers sound. */
export class Model {
  readonly column: AirColumn
  private readonly ids: string[]
  private readonly mouth: Measures['mouth']
  private readonly mouthRadius: number
  private readonly half: number
  private readonly z: Complex = { re: 0, im: 0 }
  readonly way: 'greatest' | 'least'

  constructor(bore: Bore, measures: Measures, temperatureC?: number) {
    const { tube, ids } = tubeOf(bore, measures)
    this.ids = ids
    this.column = new AirColumn(tube, temperatureC)
    this.mouth = measures.mouth
    this.mouthRadius = tube.cones[0]!.r0
    this.half = measures.half
    this.way = bore.mouth === 'reed' ? 'greatest' : 'least'
  }

  /** How far each hole is open under some touches. */
  openness(system: FingerSystem, touches: Iterable<TouchId>): Float64Array {
    const states = holeStates(system, new Set(touches))
    const share: Record<HoleState, number> = { open: 1, half: this.half, closed: 0 }
    return Float64Array.from(this.ids, (id) => share[states.get(id)!])
  }

  /** What the player’s mouth works against at a frequency: the tube, with reed or lips added. */
  at(hz: number, open: ArrayLike<number>, out: Complex): Complex {
    const z = this.column.impedance(hz, open, this.z)
    const { gas } = this.column
    const omega = 2 * Math.PI * hz
    if ('volumeMm3' in this.mouth) {
      // In parallel with a compliance V/(ρc²): Z/(1 + iωC·Z).
      const wc = (omega * this.mouth.volumeMm3 * 1e-9) / (gas.rho * gas.c * gas.c)
      const nr = 1 - wc * z.im
      const ni = wc * z.re
      const m = nr * nr + ni * ni
      out.re = (z.re * nr + z.im * ni) / m
      out.im = (z.im * nr - z.re * ni) / m
    } else {
      const length = (this.mouth.lengthMm + (this.mouth.perKHzMm * hz) / 1000) * 1e-3
      const a = this.mouthRadius
      out.re = z.re
      out.im = z.im + (gas.rho * omega * length) / (Math.PI * a * a)
    }
    return out
  }

  /** Where the air likes to sound under some touches, Hz, between two limits. */
  resonances(open: ArrayLike<number>, fromHz: number, toHz: number): number[] {
    return crossingsOf((hz, out) => this.at(hz, open, out), fromHz, toHz, this.way)
  }

  /** The resonance nearest to a pitch, Hz, within so many cents; undefined where there is none. */
  near(open: ArrayLike<number>, hz: number, withinCents = 250): number | undefined {
    const span = 2 ** (withinCents / 1200)
    let best: number | undefined
    for (const f of this.resonances(open, hz / span, hz * span))
      if (best === undefined || Math.abs(Math.log(f / hz)) < Math.abs(Math.log(best / hz))) best = f
    return best
  }
}

/** The tube that measures describe, with its holes from the upper end down. */
export function tubeOf(bore: Bore, measures: Measures): { tube: Tube; ids: string[] } {
  const start = measures.profile[0]![0]
  const radiusAt = (mm: number) => {
    const next = measures.profile.findIndex(([at]) => at >= mm)
    const b = measures.profile[next] ?? measures.profile.at(-1)!
    const a = measures.profile[next - 1] ?? b
    const share = b[0] === a[0] ? 0 : (mm - a[0]) / (b[0] - a[0])
    return (a[1] + (b[1] - a[1]) * Math.max(0, Math.min(1, share))) / 2000
  }
  const cones = measures.profile.slice(1).map(([at, diameter], i) => ({
    lengthM: (at - measures.profile[i]![0]) / 1000,
    r0: measures.profile[i]![1] / 2000,
    r1: diameter / 2000,
  }))
  const holes = bore.holes
    .map((h) => {
      const [atMm, diameterMm, chimneyMm] = measures.holes[h.id]!
      return {
        id: h.id,
        atM: (atMm - start) / 1000,
        radiusM: diameterMm / 2000,
        boreM: radiusAt(atMm),
        chimneyM: chimneyMm / 1000,
      }
    })
    .sort((a, b) => a.atM - b.atM)
  return { tube: { cones, holes }, ids: holes.map((h) => h.id) }
}
