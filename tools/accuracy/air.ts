import {
  CALIBRATED,
  faultsOver,
  hasAir,
  Model,
  tellingNote,
  type Fault,
  type Heard,
  type Measures,
} from '@halitus/core/acoustics'
import {
  allInstruments,
  fingerSystem,
  handConflicts,
  type Fingering,
  type Instrument,
} from '@halitus/core/instruments'
import { hzOfMidi, parseNote } from '@halitus/core/pitch'
import { seeded } from '@halitus/core/player'
import { besides } from '../calibrate/fit.ts'
import type { Row } from './lines.ts'
import { quantile } from './score.ts'

const cents = (a: number, b: number) => 1200 * Math.log2(a / b)
const hzOf = (inst: Instrument, note: string) => hzOfMidi(parseNote(note).midi + inst.transposition)
const modelled = () => allInstruments().filter(hasAir)
const standards = (inst: Instrument) => fingerSystem(inst).chart.filter((f) => f.kind === 'standard')

/** What is asked of the first two registers, cents: worst of the first; half and worst of the second. */
const ASKED: Record<string, [first: number, half: number, worst: number]> = {
  flute: [4, 4, 12],
  recorder: [4, 4, 12],
  clarinet: [4, 5, 20],
  saxophone: [10, 7, 25],
  oboe: [10, 7, 25],
  bassoon: [4, 7, 20],
  chanter: [4, 0, 0],
}

/** What is asked of notes that a fit didn't know, cents: half and nine of ten. */
const HELD: Record<string, [half: number, most: number]> = {
  flute: [8, 20],
  clarinet: [8, 20],
  saxophone: [10, 30],
  bassoon: [10, 30],
  recorder: [12, 30],
  oboe: [15, 35],
  chanter: [8, 20],
}
/** Of fingerings beside the usual ones that a fit didn't know: half and nine of ten. */
const OTHERS = [15, 45] as const
/** And of those that the fit knew: half and worst. */
const FORKS = [25, 60] as const
/** From here on a fingering gives another note than its own, cents. */
const ANOTHER = 50
const FAR = 500

/** How far each instrument's model is off its own chart, off notes that it wasn't told, and off alternate fingerings. */
export function tubes(): Row[] {
  const all: number[] = []
  const rows = modelled().flatMap((inst) => {
    const { errors, heldOut, othersOut, measures } = CALIBRATED[inst.id]!
    const of = (register: number) =>
      standards(inst)
        .filter((f) => f.register === register)
        .map((f) => Math.abs(errors[f.written] ?? 999))
    const [first, second] = [of(1), of(2)]
    const [worst1, half2, worst2] = ASKED[inst.family]!
    const held = Object.values(heldOut).map(Math.abs)
    const [half3, most3] = HELD[inst.family]!
    const model = new Model(inst.bore, measures)
    const system = fingerSystem(inst)
    const out = Object.values(othersOut).map(Math.abs)
    all.push(...out)
    const forks = besides(inst).map(({ f, hz }) => {
      const found = model.near(model.openness(system, f.touches), hz, FAR)
      return found ? Math.abs(cents(found, hz)) : FAR
    })
    const row = (what: string, asked: readonly [number, number], half: number, other: number): Row => ({
      what: `air of the ${inst.id}: ${what}`,
      target: `${asked[0]} / ${asked[1]} c`,
      found: `${half.toFixed(1)} / ${other.toFixed(1)} c`,
      met: half <= asked[0] && other <= asked[1],
    })
    return [
      {
        what: `air of the ${inst.id}: first register, worst, of ${first.length}`,
        target: `${worst1} c`,
        found: `${Math.max(...first).toFixed(1)} c`,
        met: Math.max(...first) <= worst1,
      },
      ...(second.length
        ? [
            row(
              `second register, half / worst, of ${second.length}`,
              [half2, worst2],
              quantile(second, 0.5),
              Math.max(...second),
            ),
          ]
        : []),
      row(
        `notes that the fit didn’t know, half / nine of ten, of ${held.length}`,
        [half3, most3],
        quantile(held, 0.5),
        quantile(held, 0.9),
      ),
      ...(forks.length
        ? [
            row(
              `other fingerings that the fit didn’t know, half / nine of ten, of ${out.length}`,
              OTHERS,
              quantile(out, 0.5),
              quantile(out, 0.9),
            ),
            row(
              `other fingerings that it knew, half / worst, of ${forks.length}`,
              FORKS,
              quantile(forks, 0.5),
              Math.max(...forks),
            ),
          ]
        : []),
    ]
  })
  const [half, most] = [quantile(all, 0.5), quantile(all, 0.9)]
  const another = all.filter((c) => c > ANOTHER).length
  return [
    ...rows,
    {
      what: `air of all: other fingerings that no fit knew, half / nine of ten, of ${all.length}; give another note`,
      target: `${OTHERS[0]} / ${OTHERS[1]} c`,
      found: `${half.toFixed(1)} / ${most.toFixed(1)} c; ${another}`,
      met: half <= OTHERS[0] && most <= OTHERS[1],
    },
  ]
}

/** An instrument that isn't the model's: other diameters, other places, warmer air. */
function disturbed(measures: Measures, random: ReturnType<typeof seeded>): Measures {
  return {
    ...measures,
    profile: measures.profile.map(([at, d]) => [at, d * (1 + 0.01 * random.normal())] as const),
    holes: Object.fromEntries(
      Object.entries(measures.holes).map(([id, [at, d, t]]) => [
        id,
        [at + random.between(-0.6, 0.6), d * (1 + random.between(-0.04, 0.04)), t] as const,
      ]),
    ),
  }
}

/** A hand that isn't the model's either: how often a kind of fault is drawn. */
const DRAWN = { missing: 0.45, leaks: 0.35, extra: 0.2 } as const

/** One fault on an instrument that isn't the model's: is it named first, among the first three, and from three notes? */
export function faults(seed: number): Row[] {
  return modelled().map((inst) => {
    const random = seeded(seed)
    const system = fingerSystem(inst)
    const { measures } = CALIBRATED[inst.id]!
    let [all, first, three, again] = [0, 0, 0, 0]
    const notes = standards(inst).filter((f) => f.register <= 2 && f.touches.length > 1)
    for (let k = 0; k < TRIES; k++) {
      const other = new Model(inst.bore, disturbed(measures, random), 29)
      const f = notes[Math.floor(random() * notes.length)]!
      const at = random()
      const kind = at < DRAWN.missing ? 'missing' : at < DRAWN.missing + DRAWN.leaks ? 'leaks' : 'extra'
      const free = system.touches.filter(
        (t) => !t.halfOf && !f.touches.includes(t.id) && !handConflicts(system, [...f.touches, t.id]).length,
      )
      const touch =
        kind === 'extra'
          ? free[Math.floor(random() * free.length)]?.id
          : f.touches[Math.floor(random() * f.touches.length)]
      if (!touch) continue
      const share = kind === 'missing' ? 1 : random.between(0.05, 0.3)
      /** What a note sounds on that instrument with that fault, Hz. */
      const sounds = (note: Fingering): number | undefined => {
        const has = note.touches.includes(touch)
        const plain = other.openness(system, note.touches)
        const meant = hzOf(inst, note.written)
        if (kind === 'extra')
          return has || handConflicts(system, [...note.touches, touch]).length
            ? other.near(plain, meant, 300)
            : other.near(other.openness(system, [...note.touches, touch]), meant, 500)
        if (!has) return other.near(plain, meant, 300)
        const without = other.openness(
          system,
          note.touches.filter((t) => t !== touch),
        )
        const open = plain.map((o, i) => (without[i]! > o ? o + (without[i]! - o) * share : o))
        // Where nothing is left near the note it jumps to what comes next.
        return other.near(open, meant * 1.06, 500) ?? other.resonances(open, meant * 1.4, highest(inst))[0]
      }
      const wrong = sounds(f)
      const plain = other.near(other.openness(system, f.touches), hzOf(inst, f.written), 300)
      // A fault that nobody could hear in the pitch is none that a pitch can tell.
      if (!wrong || !plain || Math.abs(cents(wrong, plain)) < HEARD || wrong > highest(inst)) continue
      all++
      const ear = (hz: number) => hz * 2 ** ((5 * random.normal()) / 1200)
      const heard: Heard[] = [{ written: f.written, heardHz: ear(wrong) }]
      const is = (x: Fault) =>
        x.touch === touch &&
        (kind === 'extra' ? x.fault === 'extra' : ['leaks', 'missing', 'half'].includes(x.fault))
      let found = faultsOver(inst, heard)
      const place = found.findIndex(is)
      if (place === 0) first++
      if (place >= 0 && place < 3) three++
      // Two more notes: each time the one that tells the best two apart.
      for (let n = 0; n < 2 && found[1]; n++) {
        const next = tellingNote(
          inst,
          found,
          heard.map((h) => h.written),
        )
        const note = next && standards(inst).find((s) => s.written === next.written)
        const hz = note && sounds(note)
        if (!note || !hz || hz > highest(inst)) break
        heard.push({ written: note.written, heardHz: ear(hz) })
        found = faultsOver(inst, heard)
      }
      if (found[0] && is(found[0])) again++
    }
    const percent = (n: number) => `${((100 * n) / Math.max(1, all)).toFixed(0)} %`
    const most = inst.family === 'bassoon' ? 0.9 : 0.95
    return {
      what: `fault on the ${inst.id}, instrument disturbed: from one pitch first / among three, from three notes first, of ${all}`,
      target: `75 % / ${100 * most} %, 95 %`,
      found: `${percent(first)} / ${percent(three)}, ${percent(again)}`,
      met: first / all >= 0.75 && three / all >= most && again / all >= 0.95,
    }
  })
}
/** Higher nothing is asked. */
const highest = (inst: Instrument) => hzOf(inst, inst.range.full[1])
const TRIES = 80
/** Less than this nobody hears, cents. */
const HEARD = 25
