import { Matrix, solve } from 'ml-matrix'
import {
  CALIBRATED,
  crossingsOf,
  hasAir,
  Model,
  tubeOf,
  type Complex,
  type Tube,
} from '@halitus/core/acoustics'
import { allInstruments, fingerSystem, type Fingering, type Instrument } from '@halitus/core/instruments'
import { hzOfMidi, parseNote } from '@halitus/core/pitch'
import { besides } from '../calibrate/fit.ts'
import type { Row } from './lines.ts'
import { quantile } from './score.ts'

/**
 * What sound from one open hole into the next would change. The engine leaves it out, since it makes every fingering's
 * matrix depend on all holes at once. Here it is solved whole: each open hole, and the bell, hears the others as points in
 * the open, Z = iωρ·exp(−ikd)/(4πd) (A. Lefebvre, G. P. Scavone & J. Kergomard, External tonehole interactions in woodwind
 * instruments, Acta Acustica united with Acustica 99 (2013), from memory). What a calibration would take up, a smooth change
 * over each register, is taken off; what remains is held against how far the model is off.
 */
export function interaction(): Row[] {
  return allInstruments()
    .filter(hasAir)
    .map((inst) => {
      const { measures, heldOut } = CALIBRATED[inst.id]!
      const model = new Model(inst.bore, measures)
      const { tube } = tubeOf(inst.bore, measures)
      const system = fingerSystem(inst)
      const of = (f: Fingering) => {
        const hz = hzOf(inst, f.written)
        const open = model.openness(system, f.touches)
        const alone = model.near(open, hz, FAR)
        if (alone === undefined) return []
        const together = nearest(model, tube, open, alone)
        return together === undefined
          ? []
          : [{ f, hz, error: cents(alone, hz), shift: cents(together, alone) }]
      }
      const standard = system.chart.filter((f) => f.kind === 'standard').flatMap(of)
      const forks = besides(inst).flatMap((n) => of(n.f))
      const trend = smooth(standard.map((s) => ({ register: s.f.register, x: Math.log2(s.hz), y: s.shift })))
      const rest = (s: (typeof standard)[number]) => s.shift - trend(s.f.register, Math.log2(s.hz))
      const half = (all: number[]) => (all.length ? quantile(all.map(Math.abs), 0.5).toFixed(1) : '–')
      const held = standard.filter((s) => heldOut[s.f.written] !== undefined)
      return {
        what: `open holes of the ${inst.id} that hear each other: half moved by / by more than a fit takes up; held-out notes without / with it; alternates without / with it`,
        target: '',
        found: [
          `${half(standard.map((s) => s.shift))} / ${half(standard.map(rest))} c`,
          `${half(held.map((s) => heldOut[s.f.written]!))} / ${half(held.map((s) => heldOut[s.f.written]! + rest(s)))} c`,
          `${half(forks.map((s) => s.error))} / ${half(forks.map((s) => s.error + rest(s)))} c`,
        ].join('; '),
      }
    })
}

/** Resonances are looked for so far from where they are expected, cents. */
const FAR = 500
const NEAR = 150
const cents = (a: number, b: number) => 1200 * Math.log2(a / b)
const hzOf = (inst: Instrument, note: string) => hzOfMidi(parseNote(note).midi + inst.transposition)

function nearest(model: Model, tube: Tube, open: Float64Array, hz: number): number | undefined {
  const span = 2 ** (NEAR / 1200)
  const at = (f: number, out: Complex) => {
    impedance(model, tube, open, f, out)
    const x = model.mouthAt(f)
    if (model.way === 'least') {
      out.im += x
      return out
    }
    // A reed's volume in parallel: Z/(1 + ix·Z).
    const [nr, ni, re, im] = [1 - x * out.im, x * out.re, out.re, out.im]
    const q = 1 / (nr * nr + ni * ni)
    out.re = (re * nr + im * ni) * q
    out.im = (im * nr - re * ni) * q
    return out
  }
  return crossingsOf(at, hz / span, hz * span, model.way, 10).sort(
    (a, b) => Math.abs(cents(a, hz)) - Math.abs(cents(b, hz)),
  )[0]
}

/**
 * The tube's input impedance with all open holes and the bell hearing each other. Pressure and flow on the way up are sums
 * over what each source gives off: the bell's flow first, then each open hole's. What each hole asks of its own pressure makes
 * one equation a hole; the uppermost open hole's flow is 1.
 */
function impedance(model: Model, tube: Tube, open: Float64Array, hz: number, out: Complex): void {
  const { column } = model
  const omega = 2 * Math.PI * hz
  const { rho, c } = column.gas
  const endM = tube.cones.reduce((sum, cone) => sum + cone.lengthM, 0)
  const pieces = Array.from({ length: column.pieces }, (_, i) => i)
  const sources = [
    endM,
    ...pieces.flatMap((i) => {
      const h = column.holeOf(i)
      return h !== undefined && open[h]! > 0 ? [tube.holes[h]!.atM] : []
    }),
  ]
  const n = sources.length
  const mutual = (i: number, j: number): [number, number] => {
    const d = Math.max(1e-3, Math.abs(sources[i]! - sources[j]!))
    const size = (omega * rho) / (4 * Math.PI * d)
    const kd = (omega / c) * d
    return [size * Math.sin(kd), size * Math.cos(kd)]
  }
  // Pressure and flow, each as its share of every source, real and imaginary.
  const wave = Array.from({ length: n }, () => [0, 0, 0, 0])
  const bell = { re: 0, im: 0 }
  column.bell(omega, bell)
  wave[0] = [bell.re, bell.im, 1, 0]
  for (let j = 1; j < n; j++) wave[j] = [...mutual(0, j), 0, 0]
  const m = new Float64Array(8)
  const parts = new Float64Array(3)
  const rows: { source: number; p: [number, number][]; own: [number, number] }[] = []
  const series = (x: number) => {
    for (const w of wave) {
      const [ur, ui] = [w[2]!, w[3]!]
      w[0] = w[0]! - x * ui
      w[1] = w[1]! + x * ur
    }
  }
  let source = 0
  for (const i of pieces) {
    const h = column.holeOf(i)
    if (h === undefined) {
      column.coneAt(i, omega, m)
      for (let j = 0; j < n; j++) wave[j] = carried(m, wave[j]!)
      continue
    }
    column.holeAt(i, omega, open[h]!, parts, 0)
    series(parts[0]! / 2)
    if (open[h]! > 0) {
      source++
      rows.push({
        source,
        p: wave.map((w) => [w[0]!, w[1]!]),
        own: [parts[1]!, parts[2]!],
      })
      wave[source]![2]! += 1
    } else {
      // A closed hole's flow is its pressure over its shunt.
      const q = parts[1]! ** 2 + parts[2]! ** 2
      const [gr, gi] = [parts[1]! / q, -parts[2]! / q]
      for (const w of wave) {
        w[2]! += gr * w[0]! - gi * w[1]!
        w[3]! += gr * w[1]! + gi * w[0]!
      }
    }
    series(parts[0]! / 2)
  }
  const flow: [number, number][] = n === 1 ? [[1, 0]] : solved(rows, n, mutual)
  const sum = [0, 0, 0, 0]
  wave.forEach((w, j) => {
    const [fr, fi] = flow[j]!
    for (const k of [0, 2]) {
      sum[k]! += w[k]! * fr - w[k + 1]! * fi
      sum[k + 1]! += w[k]! * fi + w[k + 1]! * fr
    }
  })
  const [pr, pi, ur, ui] = sum as [number, number, number, number]
  const q = 1 / (ur * ur + ui * ui)
  out.re = (pr * ur + pi * ui) * q
  out.im = (pi * ur - pr * ui) * q
}

/** Flows of all sources: at each open hole the pressure is what its own shunt and the others ask for. */
function solved(
  rows: { source: number; p: [number, number][]; own: [number, number] }[],
  n: number,
  mutual: (i: number, j: number) => [number, number],
): [number, number][] {
  const unknown = n - 1
  const a = Matrix.zeros(2 * unknown, 2 * unknown)
  const b = Matrix.zeros(2 * unknown, 1)
  rows.forEach(({ source, p, own }, r) => {
    for (let j = 0; j < n; j++) {
      const [zr, zi] = j === source ? own : mutual(source, j)
      const [cr, ci] = [p[j]![0] - zr, p[j]![1] - zi]
      if (j === unknown) {
        b.set(2 * r, 0, -cr)
        b.set(2 * r + 1, 0, -ci)
        continue
      }
      a.set(2 * r, 2 * j, cr)
      a.set(2 * r, 2 * j + 1, -ci)
      a.set(2 * r + 1, 2 * j, ci)
      a.set(2 * r + 1, 2 * j + 1, cr)
    }
  })
  const x = solve(a, b).to1DArray()
  return [...Array.from({ length: unknown }, (_, j): [number, number] => [x[2 * j]!, x[2 * j + 1]!]), [1, 0]]
}

function carried(m: Float64Array, w: readonly number[]): number[] {
  const [pr, pi, ur, ui] = w as [number, number, number, number]
  return [
    m[0]! * pr - m[1]! * pi + m[2]! * ur - m[3]! * ui,
    m[0]! * pi + m[1]! * pr + m[2]! * ui + m[3]! * ur,
    m[4]! * pr - m[5]! * pi + m[6]! * ur - m[7]! * ui,
    m[4]! * pi + m[5]! * pr + m[6]! * ui + m[7]! * ur,
  ]
}

/** A parabola over the pitch in each register, by least squares: what a calibration takes up at the least. */
function smooth(points: { register: number; x: number; y: number }[]) {
  const fits = new Map<number, (x: number) => number>()
  for (const register of new Set(points.map((p) => p.register))) {
    const own = points.filter((p) => p.register === register)
    const terms = Math.min(3, Math.max(1, own.length - 1))
    const middle = own.reduce((s, p) => s + p.x, 0) / own.length
    const powers = (x: number) => Array.from({ length: terms }, (_, k) => (x - middle) ** k)
    const fit = solve(new Matrix(own.map((p) => powers(p.x))), Matrix.columnVector(own.map((p) => p.y)), true)
    const weights = fit.to1DArray()
    fits.set(register, (x) => powers(x).reduce((s, v, k) => s + v * weights[k]!, 0))
  }
  return (register: number, x: number) => fits.get(register)?.(x) ?? 0
}
