// Measures of each instrument's tube, found so that its own chart plays in tune: npm run calibrate [ids].
// Begins from the bore from memory. One least-squares fit (Levenberg & Marquardt, library ml-levenberg-marquardt) of hole
// places, diameters, the bore's points, the end and the mouth over all standard fingerings; what strays from memory costs.
// Deterministic: the same result on every machine. Writes core/src/acoustics/measures/<id>.ts with its error table.
import { mkdirSync, writeFileSync } from 'node:fs'
import { levenbergMarquardt } from 'ml-levenberg-marquardt'
// The folder’s face needs the measures that are made here.
import { Model, type Measures } from '../core/src/acoustics/model.ts'
import {
  allInstruments,
  fingerSystem,
  type Fingering,
  type Instrument,
} from '../core/src/instruments/index.ts'
import { hzOfMidi, parseNote } from '../core/src/pitch/index.ts'

/** Chimneys of ordinary instruments, mm (from memory): wood is thick, metal thin. */
const CHIMNEY: Record<string, (hole: { id: string; atMm: number }) => number> = {
  flute: () => 3,
  clarinet: (h) => (h.id === 'register vent' ? 12 : 7),
  saxophone: (h) => (h.id.includes('vent') ? 4 : 4),
  oboe: (h) => (h.id.includes('vent') ? 6 : 5),
  bassoon: (h) => (h.id === 'whisper vent' ? 2 : h.atMm < 700 ? 30 : h.atMm < 1250 ? 14 : 6),
  recorder: () => 4.5,
  chanter: () => 5,
}
/** How sure each note is, cents: the first two registers are what the tube is for (chosen by Halitus). */
const SURE = (f: Fingering) => (f.register === 1 ? 1.5 : f.register === 2 ? 4 : 25)

interface Note {
  f: Fingering
  hz: number
}
const notesOf = (inst: Instrument): Note[] =>
  fingerSystem(inst)
    .chart.filter((f) => f.kind === 'standard')
    .map((f) => ({ f, hz: hzOfMidi(parseNote(f.written).midi + inst.transposition, 440) }))

/** Parameters, each 0 at what memory says and 1 at one step away from it. */
function layout(inst: Instrument) {
  const { bore } = inst
  const scale = bore.endMm / 660
  const chimney = CHIMNEY[inst.family]!
  const holes = [...bore.holes].sort((a, b) => a.atMm - b.atMm)
  const points = bore.profile
  const jet = bore.mouth === 'jet'
  const count = 2 * holes.length + points.length + 4
  const measures = (p: readonly number[]): Measures => {
    let i = 0
    const placed = holes.map((h) => {
      const at = h.atMm + 8 * scale * p[i++]!
      const diameter = h.diameterMm * Math.exp(0.12 * p[i++]!)
      return [h.id, [round(at), round(diameter), chimney(h)]] as const
    })
    const profile = points.map((s) => [s.atMm, s.diameterMm * Math.exp(0.06 * p[i++]!)] as [number, number])
    const end = profile.at(-1)!
    end[0] += 10 * scale * p[i++]!
    const first = profile[0]!
    const area = (Math.PI * first[1] ** 2) / 4
    const [m0, m1, h] = [p[i++]!, p[i++]!, p[i++]!]
    // A cone's missing tip, and a little more for the reed; a jet's mouth correction.
    const slope = points.length > 2 ? (points.at(-2)!.diameterMm - first[1]) / points.at(-2)!.atMm : 0
    const tip = slope > 0.005 ? (area * (first[1] / slope)) / 3 : area * 8
    return {
      profile: profile.map(([a, d]) => [round(a), round(d)] as const),
      holes: Object.fromEntries(placed),
      mouth: jet
        ? { lengthMm: round(JET_MM[inst.family]! + 8 * m0), perKHzMm: round(3 * m1) }
        : { volumeMm3: round(tip * Math.exp(0.5 * m0)) },
      half: round(HALF[inst.family] ?? 0.2) * Math.exp(0.5 * h),
    }
  }
  return { count, measures }
}
/** Where the fit begins: what lips add to a jet's tube, mm, and how far half-holes stand open (from memory). */
const JET_MM: Record<string, number> = { flute: 42, recorder: 22 }
const HALF: Record<string, number> = { recorder: 0.06, oboe: 0.15, bassoon: 0.15 }
const round = (x: number) => Math.round(x * 1e5) / 1e5

/** What a step away from memory costs, against a note that is off by what is sure of it. */
const PULL = Number(process.env.PULL ?? 0.3)
const FAR = 500
function errors(inst: Instrument, measures: Measures, notes: readonly Note[]): number[] {
  const model = new Model(inst.bore, measures)
  const system = fingerSystem(inst)
  return notes.map(({ f, hz }) => {
    const found = model.near(model.openness(system, f.touches), hz, FAR)
    return found === undefined ? FAR : 1200 * Math.log2(found / hz)
  })
}

const quantile = (list: number[], q: number) =>
  [...list].sort((a, b) => a - b)[Math.floor(q * (list.length - 1))]!
const only = process.argv.slice(2)
mkdirSync('core/src/acoustics/measures', { recursive: true })
for (const inst of allInstruments()) {
  if (only.length && !only.includes(inst.id)) continue
  const started = Date.now()
  const notes = notesOf(inst)
  const { count, measures } = layout(inst)
  // Notes first, then one line a parameter that pulls it back to what memory says.
  const x = Array.from({ length: notes.length + count }, (_, i) => i)
  let last: { key: readonly number[]; y: number[] } | undefined
  const values = (p: readonly number[]) => {
    if (last?.key === p) return last.y
    const cents = errors(inst, measures(p), notes)
    const y = [...cents.map((c, i) => c / SURE(notes[i]!.f)), ...p.map((v) => v * PULL)]
    last = { key: p, y }
    return y
  }
  let p = Array.from({ length: count }, () => 0)
  const tell = (what: string) => {
    const e = errors(inst, measures(p), notes)
    for (const r of [1, 2, 3, 4]) {
      const own = e.filter((_, i) => notes[i]!.f.register === r).map(Math.abs)
      if (own.length)
        console.log(
          `${inst.id} ${what} register ${r}: median ${quantile(own, 0.5).toFixed(1)}, worst ${Math.max(...own).toFixed(1)} c of ${own.length}`,
        )
    }
  }
  tell('memory')
  const fit = levenbergMarquardt({ x, y: x.map(() => 0) }, (q: number[]) => (at: number) => values(q)[at]!, {
    initialValues: p,
    maxIterations: Number(process.env.STEPS ?? 60),
    gradientDifference: 0.02,
    damping: 0.1,
    errorTolerance: 1e-3,
    minValues: Array.from({ length: count }, () => -8),
    maxValues: Array.from({ length: count }, () => 8),
  })
  p = fit.parameterValues
  tell('fitted')
  const e = errors(inst, measures(p), notes)
  if (process.env.VERBOSE) console.log(notes.map((n, i) => `${n.f.written} ${e[i]!.toFixed(0)}`).join(', '))
  const name = inst.id.replace(/-/g, '_').toUpperCase()
  writeFileSync(
    `core/src/acoustics/measures/${inst.id}.ts`,
    `import type { Calibrated } from '../model.ts'\n\n/** Made by \`npm run calibrate\`: measures of a tube that plays its chart, mm, and how far each note is off, cents. */\nexport const ${name}: Calibrated = ${JSON.stringify({ measures: measures(p), errors: Object.fromEntries(notes.map((n, i) => [n.f.written, Math.round(10 * e[i]!) / 10])) })}\n`,
  )
  console.log(`${inst.id}: ${fit.iterations} steps, ${((Date.now() - started) / 1000).toFixed(0)} s`)
}
