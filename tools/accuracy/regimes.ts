import {
  CALIBRATED,
  firmness,
  hasAir,
  intentOf,
  reluctance,
  RULE,
  Table,
  Model,
  PARTIALS,
} from '@halitus/core/acoustics'
import { allInstruments, fingerSystem, type Fingering, type Instrument } from '@halitus/core/instruments'
import { hzOfMidi, parseNote } from '@halitus/core/pitch'
import type { Row } from './lines.ts'

/** A fingering with what its tube answers at each of its resonances. */
interface Item {
  inst: Instrument
  f: Fingering
  hz: number[]
  answers: number[][]
  /** Which of them the chart means; −1 where none is near it. */
  truth: number
}
const NEAR_CENTS = 150
const modelled = () => allInstruments().filter(hasAir)

function itemsOf(inst: Instrument): Item[] {
  const model = new Model(inst.bore, CALIBRATED[inst.id]!.measures)
  const system = fingerSystem(inst)
  const [low, high] = inst.range.full.map((n) => hzOfMidi(parseNote(n).midi + inst.transposition)) as [
    number,
    number,
  ]
  const table = new Table(model, low / 1.1, high * 1.1, PARTIALS)
  const places = new Float64Array(64)
  return system.chart
    .filter((f) => f.kind !== 'trill')
    .map((f) => {
      const fingers = table.fingers(model.openness(system, f.touches))
      const found = Array.from(places.subarray(0, table.resonances(fingers, places)))
      const meant = hzOfMidi(parseNote(f.written).midi + inst.transposition)
      const hz = found.map((p) => table.hzAt(p))
      const off = hz.map((h) => Math.abs(1200 * Math.log2(h / meant)))
      const least = Math.min(...off)
      return {
        inst,
        f,
        hz,
        answers: found.map((p) =>
          Array.from({ length: PARTIALS }, (_, k) => table.answer(p + table.placesUp(k + 1), fingers)),
        ),
        truth: least < NEAR_CENTS ? off.indexOf(least) : -1,
      }
    })
}

type Rule = Pick<typeof RULE, 'fall' | 'power' | 'octave'>
function chosen(item: Item, rule: Rule, written?: string, grip = 0.5): number {
  const intent = written ? intentOf(item.inst, written, grip) : undefined
  const all = item.hz.map(
    (hz, i) =>
      RULE.sharp * firmness((n) => item.answers[i]![n - 1]!, hz, rule) -
      (intent ? reluctance(intent, hz, item.inst.bore.mouth) : 0),
  )
  return all.indexOf(Math.max(...all))
}
const share = (items: readonly Item[], right: (i: Item) => boolean) =>
  items.length ? items.filter(right).length / items.length : 1

/** Second-register fingerings that are a first-register one with more touches: the vent opens, the fingers stay. */
const vented = (items: readonly Item[]) =>
  items.filter(
    ({ f }) =>
      f.register === 2 &&
      f.kind === 'standard' &&
      items.some(
        (o) =>
          o.f.register === 1 &&
          o.f.kind === 'standard' &&
          o.f.touches.length < f.touches.length &&
          o.f.touches.every((t) => f.touches.includes(t)),
      ),
  )

const RULES: Rule[] = [0.3, 0.5, 0.7, 0.85].flatMap((fall) =>
  [1, 1.5, 2, 3].flatMap((power) =>
    [-0.2, 0, 0.2, 0.4, 0.6, 0.8, 1.1].map((octave) => ({ fall, power, octave })),
  ),
)
/** How well a rule does on some instruments: charted registers as they are meant, vents and low notes left to the tube. */
function merit(groups: readonly Item[][], rule: Rule): number {
  return groups.reduce((sum, items) => {
    const reed = items[0]!.inst.bore.mouth === 'reed'
    const low = items.filter(({ f }) => f.register === 1 && f.kind === 'standard')
    return (
      sum +
      2 * share(items, (i) => chosen(i, rule, i.f.written) === i.truth) +
      (reed
        ? share(vented(items), (i) => chosen(i, rule) === i.truth) +
          share(low, (i) => chosen(i, rule) === i.truth)
        : 0)
    )
  }, 0)
}
const best = (groups: readonly Item[][]): Rule =>
  RULES.map((rule) => ({ rule, merit: merit(groups, rule) })).sort((a, b) => b.merit - a.merit)[0]!.rule

const percent = (x: number) => `${(100 * x).toFixed(1)} %`

/** Whether each charted fingering is given its register, and whether vents do what they are for. */
export function regimes(): Row[] {
  const groups = modelled().map(itemsOf)
  const over = best(groups)
  console.log(`rule that suits all best: fall ${over.fall}, power ${over.power}, octave ${over.octave}`)
  return groups.flatMap((items, g) => {
    const { inst } = items[0]!
    const asked = inst.family === 'bassoon' ? [0.9, 0.85] : [0.97, 0.95]
    const without = best(groups.filter((_, i) => i !== g))
    const own = share(items, (i) => chosen(i, RULE, i.f.written) === i.truth)
    const other = share(items, (i) => chosen(i, without, i.f.written) === i.truth)
    const rows: Row[] = [
      {
        what: `register of charted fingerings, meant as such, ${inst.id}, of ${items.length} / rule found without it`,
        target: `${percent(asked[0]!)} / ${percent(asked[1]!)}`,
        found: `${percent(own)} / ${percent(other)}`,
        met: own >= asked[0]! && other >= asked[1]!,
      },
    ]
    const opened = vented(items)
    if (opened.length && ['clarinet', 'saxophone', 'oboe'].includes(inst.family)) {
      const jumps = share(opened, (i) => chosen(i, RULE) === i.truth)
      // The vent closed again with the upper note held on to: the tube of the low fingering.
      const stays = share(opened, (i) => {
        const low = items.find(
          (o) =>
            o.f.register === 1 &&
            o.f.kind === 'standard' &&
            o.f.touches.length < i.f.touches.length &&
            o.f.touches.every((t) => i.f.touches.includes(t)),
        )!
        const meant = i.hz[i.truth] ?? NaN
        const at = low.hz[chosen(low, RULE, i.f.written, 1)]!
        return Math.abs(1200 * Math.log2(at / meant)) < 2 * NEAR_CENTS
      })
      rows.push({
        what: `vent opened, nothing meant: jumps / closed, held on to: stays, ${inst.id}, of ${opened.length}`,
        target: '95 % / 95 %',
        found: `${percent(jumps)} / ${percent(stays)}`,
        met: jumps >= 0.95 && stays >= 0.95,
      })
    }
    return rows
  })
}
