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
  /** How far each hole that can be half closed then stands open, 0 to 1. */
  half: Readonly<Record<string, number>>
}

/** What a calibration gave. */
export interface Calibrated {
  measures: Measures
  /** How far each note of the chart is off, cents, by written name. */
  errors: Readonly<Record<string, number>>
  /** The same of notes in fits that were made without them: what a prediction of unknown fingers is worth. */
  heldOut: Readonly<Record<string, number>>
  /** The same of fingerings beside the usual ones, by written name and touches. */
  othersOut: Readonly<Record<string, number>>
}

/** A hole that no measure knows half closed stands open so far (chosen by Halitus). */
const HALF = 0.2

/** An instrument's air, ready to be asked what some fingers sound. */
export class Model {
  readonly column: AirColumn
  /** Holes from the upper end down. */
  readonly ids: readonly string[]
  private readonly mouth: Measures['mouth']
  private readonly mouthRadius: number
  private readonly half: Measures['half']
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
    return Float64Array.from(this.ids, (id) => {
      const state: HoleState = states.get(id)!
      return state === 'half' ? this.halfOf(id) : state === 'open' ? 1 : 0
    })
  }

  /** How far a half-closed hole stands open, 0 to 1. */
  halfOf(hole: string): number {
    return this.half[hole] ?? HALF
  }

  /** What the player’s mouth works against at a frequency: the tube, with reed or lips added. */
  at(hz: number, open: ArrayLike<number>, out: Complex): Complex {
    return this.withMouth(hz, this.column.impedance(hz, open, out))
  }

  /** Adds reed or lips to the impedance of the tube; written into `z` and returned. */
  private withMouth(hz: number, z: Complex): Complex {
    const x = this.mouthAt(hz)
    if (this.way === 'greatest') {
      // In parallel: Z/(1 + ix·Z).
      const nr = 1 - x * z.im
      const ni = x * z.re
      const q = 1 / (nr * nr + ni * ni)
      const re = z.re
      z.re = (re * nr + z.im * ni) * q
      z.im = (z.im * nr - re * ni) * q
    } else {
      z.im += x
    }
    return z
  }

  /**
   * What the mouth adds at a frequency: for a reed the susceptance of its volume, V/(ρc²) as a compliance, m³/(Pa·s); for a
   * jet the reactance of the length that the lips add, Pa·s/m³.
   */
  mouthAt(hz: number): number {
    const { gas } = this.column
    const omega = 2 * Math.PI * hz
    if ('volumeMm3' in this.mouth) return (omega * this.mouth.volumeMm3 * 1e-9) / (gas.rho * gas.c * gas.c)
    const length = (this.mouth.lengthMm + (this.mouth.perKHzMm * hz) / 1000) * 1e-3
    return (gas.rho * omega * length) / (Math.PI * this.mouthRadius * this.mouthRadius)
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

  /**
   * The resonance next to a frequency, Hz, looked for outwards from it: a few frequencies in all where it is close by.
   * @returns undefined where none lies within so many cents
   */
  follow(open: ArrayLike<number>, hz: number, withinCents: number): number | undefined {
    const at = (f: number, out: Complex) => this.at(f, open, out)
    let [low, high] = [hz, hz]
    for (let reach = NEARBY; ; reach *= FURTHER) {
      const span = 2 ** (Math.min(reach, withinCents) / 1200)
      const below = crossingsOf(at, hz / span, low, this.way, STEP)
      const above = crossingsOf(at, high, hz * span, this.way, STEP)
      const found = [...below, ...above]
      if (found.length)
        return found.sort((a, b) => Math.abs(Math.log(a / hz)) - Math.abs(Math.log(b / hz)))[0]
      if (reach >= withinCents) return undefined
      ;[low, high] = [hz / span, hz * span]
    }
  }
}
/** `follow` steps this wide, cents. */
const STEP = 24

/** How far `follow` looks at first on either side of where it begins, cents, and by how much further each time. */
const NEARBY = 12
const FURTHER = 2.5

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
