import { CALIBRATED, faultsOf, hasAir, Model, predict, type Measures } from '@halitus/core/acoustics'
import { allInstruments, fingerSystem, type Instrument } from '@halitus/core/instruments'
import { hzOfMidi, parseNote } from '@halitus/core/pitch'
import { seeded } from '@halitus/core/player'
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

/** How far each instrument's model is off its own chart, and whether it tells registers. */
export function tubes(): Row[] {
  return modelled().flatMap((inst) => {
    const { errors } = CALIBRATED[inst.id]!
    const of = (register: number) =>
      standards(inst)
        .filter((f) => f.register === register)
        .map((f) => Math.abs(errors[f.written] ?? 999))
    const [first, second] = [of(1), of(2)]
    const [worst1, half2, worst2] = ASKED[inst.family]!
    const known = fingerSystem(inst).chart.filter((f) => f.kind !== 'trill')
    const right = known.filter((f) => {
      const [best] = predict(inst, f.touches)
      return best && Math.abs(parseNote(best.written).midi - parseNote(f.written).midi) <= 1
    }).length
    return [
      {
        what: `air of the ${inst.id}: first register, worst, of ${first.length}`,
        target: `${worst1} c`,
        found: `${Math.max(...first).toFixed(1)} c`,
        met: Math.max(...first) <= worst1,
      },
      ...(second.length
        ? [
            {
              what: `air of the ${inst.id}: second register, half / worst, of ${second.length}`,
              target: `${half2} / ${worst2} c`,
              found: `${quantile(second, 0.5).toFixed(1)} / ${Math.max(...second).toFixed(1)} c`,
              met: quantile(second, 0.5) <= half2 && Math.max(...second) <= worst2,
            },
          ]
        : []),
      {
        what: `air of the ${inst.id}: charted fingerings whose likeliest candidate is that note, of ${known.length}`,
        target: inst.family === 'bassoon' ? '90 %' : '97 %',
        found: `${((100 * right) / known.length).toFixed(1)} %`,
        met: right / known.length >= (inst.family === 'bassoon' ? 0.9 : 0.97),
      },
    ]
  })
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

/** One finger leaks or is missing on an instrument that isn't the model's; is it among the first three? */
export function faults(seed: number): Row[] {
  return modelled().map((inst) => {
    const random = seeded(seed)
    const system = fingerSystem(inst)
    const { measures } = CALIBRATED[inst.id]!
    let [all, first, three] = [0, 0, 0]
    const notes = standards(inst).filter((f) => f.register <= 2 && f.touches.length > 1)
    for (let k = 0; k < 60; k++) {
      const other = new Model(inst.bore, disturbed(measures, random), 29)
      const f = notes[Math.floor(random() * notes.length)]!
      const touch = f.touches[Math.floor(random() * f.touches.length)]!
      const missing = random.chance(0.5)
      const open = other.openness(system, f.touches)
      const without = other.openness(
        system,
        f.touches.filter((t) => t !== touch),
      )
      const share = missing ? 1 : random.between(0.05, 0.3)
      for (let i = 0; i < open.length; i++)
        if (without[i]! > open[i]!) open[i] = open[i]! + (without[i]! - open[i]!) * share
      const meant = hzOf(inst, f.written)
      const sounds = other.near(open, meant * 1.06, 500)
      const plain = other.near(other.openness(system, f.touches), meant, 300)
      // A fault that nobody could hear in the pitch is none that a pitch can tell.
      if (!sounds || !plain || Math.abs(cents(sounds, plain)) < 25) continue
      all++
      const found = faultsOf(inst, f.written, sounds * 2 ** ((5 * random.normal()) / 1200))
      const at = found.findIndex((x) => x.touch === touch && (x.fault === 'leaks' || x.fault === 'missing'))
      if (at === 0) first++
      if (at >= 0 && at < 3) three++
    }
    return {
      what: `fault from one pitch on the ${inst.id}, instrument disturbed: first / among the first three, of ${all}`,
      target: `75 % / ${inst.family === 'bassoon' ? 90 : 95} %`,
      found: `${((100 * first) / Math.max(1, all)).toFixed(0)} % / ${((100 * three) / Math.max(1, all)).toFixed(0)} %`,
      met: first / all >= 0.75 && three / all >= (inst.family === 'bassoon' ? 0.9 : 0.95),
    }
  })
}
