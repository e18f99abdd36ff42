// Measures of each instrument's tube, found so that its own chart plays in tune: npm run calibrate [ids] [--held].
// Writes core/src/acoustics/measures/<id>.ts with its errors: of the notes that were listened to, and of usual fingerings and
// others in fits that didn't know them. With --held only the latter anew. The same result on every machine; half an hour.
import { mkdirSync, writeFileSync } from 'node:fs'
import { CALIBRATED } from '../../core/src/acoustics/measures/index.ts'
import type { Calibrated, Measures } from '../../core/src/acoustics/model.ts'
import { allInstruments, type Instrument } from '../../core/src/instruments/index.ts'
import { seeded } from '../../core/src/player/index.ts'
import { besides, errors, fit, notesOf, type Note } from './fit.ts'

/** Each round at most so many steps; a trial leaves out one note of so many. */
const STEPS = 25
const FOLDS = 5
/** Of the fingerings beside the usual ones one in three is left out, by chance; that seed is for judging alone. */
const OTHERS = 3
const SEED = 2026
const quantile = (list: number[], q: number) =>
  [...list].sort((a, b) => a - b)[Math.floor(q * (list.length - 1))]!
const tenth = (x: number) => Math.round(10 * x) / 10
const table = (notes: readonly Note[], off: readonly number[]) =>
  Object.fromEntries(notes.map((n, i) => [n.f.written, tenth(off[i]!)]))

/** Which are left out together: of the usual ones every so manieth, of the others by chance, for they stand by kinds. */
function folds(notes: readonly Note[], count: number, seed?: number): Note[][] {
  const random = seed === undefined ? undefined : seeded(seed)
  const order = random
    ? notes
        .map((n) => ({ n, at: random() }))
        .sort((a, b) => a.at - b.at)
        .map(({ n }) => n)
    : notes
  return Array.from({ length: count }, (_, fold) => order.filter((_, i) => i % count === fold)).filter(
    (out) => out.length,
  )
}

/** How far off notes are in fits that never heard them, cents by name. */
function heldOut(
  inst: Instrument,
  all: readonly Note[],
  left: Note[][],
  name: (n: Note) => string,
): Record<string, number> {
  return Object.assign(
    {},
    ...left.map((out) => {
      const measures = fit(
        inst,
        all.filter((n) => !out.includes(n)),
        STEPS,
        false,
      )
      const off = errors(inst, measures, out)
      return Object.fromEntries(out.map((n, i) => [name(n), tenth(off[i]!)]))
    }),
  ) as Record<string, number>
}

function tell(
  inst: Instrument,
  notes: readonly Note[],
  { measures, errors: off, heldOut: held, othersOut: out }: Calibrated,
) {
  const say = (what: string, all: number[]) =>
    all.length &&
    console.log(
      `${inst.id} ${what}: half ${quantile(all, 0.5).toFixed(1)}, nine of ten ${quantile(all, 0.9).toFixed(1)}, worst ${Math.max(...all).toFixed(1)} c of ${all.length}`,
    )
  for (const r of [1, 2, 3, 4])
    say(
      `register ${r}`,
      notes.filter((n) => n.f.register === r).map((n) => Math.abs(off[n.f.written]!)),
    )
  say('held out', Object.values(held).map(Math.abs))
  say('others held out', Object.values(out).map(Math.abs))
  say('others', errors(inst, measures, besides(inst)).map(Math.abs))
  const moved = inst.bore.holes.map((h) => Math.abs(measures.holes[h.id]![0] - h.atMm))
  console.log(`${inst.id}: the hole furthest from where memory has it, ${Math.max(...moved).toFixed(1)} mm`)
}

const only = process.argv.slice(2).filter((a) => !a.startsWith('--'))
const heldOnly = process.argv.includes('--held')
mkdirSync('core/src/acoustics/measures', { recursive: true })
for (const inst of allInstruments()) {
  if (only.length && !only.includes(inst.id)) continue
  const started = Date.now()
  const notes = notesOf(inst)
  const others = besides(inst)
  const all = [...notes, ...others]
  const measures: Measures = heldOnly ? CALIBRATED[inst.id]!.measures : fit(inst, all, STEPS, true)
  const low = notes.filter((n) => n.f.register <= 2)
  const calibrated: Calibrated = {
    measures,
    errors: table(notes, errors(inst, measures, notes)),
    heldOut: heldOut(inst, all, folds(low, FOLDS), (n) => n.f.written),
    othersOut: heldOut(
      inst,
      all,
      folds(others, OTHERS, SEED),
      (n) => `${n.f.written}: ${n.f.touches.join(' ')}`,
    ),
  }
  tell(inst, notes, calibrated)
  const name = inst.id.replace(/-/g, '_').toUpperCase()
  writeFileSync(
    `core/src/acoustics/measures/${inst.id}.ts`,
    `import type { Calibrated } from '../model.ts'\n\n/** Made by \`npm run calibrate\`: measures of a tube that plays its chart, mm, and how far each note is off, cents. */\nexport const ${name}: Calibrated = ${JSON.stringify(calibrated)}\n`,
  )
  console.log(`${inst.id}: ${((Date.now() - started) / 1000).toFixed(0)} s`)
}
