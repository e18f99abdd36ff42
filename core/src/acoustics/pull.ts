import { diameterAt, fingeringsOf, type Instrument } from '../instruments/index.ts'
import { hzOfMidi, noteName } from '../pitch/index.ts'
import { airOf, type Air } from './air.ts'
import { Model, type Measures } from './model.ts'

/** The tube is drawn out by so much to see what that does, mm. */
const TRIED_MM = 2
/** The resonance of a note is looked for within so many cents. */
const WITHIN = 120

const KNOWN = new WeakMap<Air, Map<number, number | undefined>>()

/**
 * What drawing the tube out does to a written note, cents, by the model: the joint that is drawn is the last one above the
 * holes. Short tubes move more, and a note by a vent differently from the tube below it.
 * @returns undefined for a note without a fingering or a resonance, and where a mouthpiece is drawn: what is inside it, the
 * model has as one volume, and the plain length knows better
 * @throws OutOfRange while the instrument's tube hasn't been calibrated
 * @example pullCents(instrument('clarinet'), 55, 1) // about −4: G3, the barrel out by 1 mm
 */
export function pullCents(inst: Instrument, writtenMidi: number, addMm: number): number | undefined {
  const air = airOf(inst)
  let known = KNOWN.get(air)
  if (!known) KNOWN.set(air, (known = new Map()))
  if (!known.has(writtenMidi)) known.set(writtenMidi, perMm(air, writtenMidi))
  const cents = known.get(writtenMidi)
  return cents === undefined ? undefined : cents * addMm
}

const DRAWN = new WeakMap<Air, Model>()

function perMm(air: Air, writtenMidi: number): number | undefined {
  const { inst, model, system } = air
  let drawn = DRAWN.get(air)
  if (!drawn) {
    const longer = drawnOut(inst, air.measures, TRIED_MM)
    if (!longer) return undefined
    DRAWN.set(air, (drawn = new Model(inst.bore, longer)))
  }
  const [fingering] = fingeringsOf(inst, noteName(writtenMidi))
  if (!fingering) return undefined
  const hz = hzOfMidi(writtenMidi + inst.transposition, 440)
  const open = model.openness(system, fingering.touches)
  const now = model.follow(open, hz, WITHIN)
  const then = now && drawn.follow(open, now, WITHIN)
  return now && then ? (1200 * Math.log2(then / now)) / TRIED_MM : undefined
}

/** The measures with a piece of cylinder put in where the tube is drawn out; undefined where it's the mouthpiece that is. */
function drawnOut(inst: Instrument, measures: Measures, mm: number): Measures | undefined {
  const first = Math.min(...Object.values(measures.holes).map(([at]) => at))
  const at = inst.bore.jointsMm.filter((j) => j < first).at(-1)
  if (at === undefined) return undefined
  const sections = measures.profile.map(([atMm, diameterMm]) => ({ atMm, diameterMm }))
  const own = diameterAt(sections, at)
  const above = measures.profile.filter(([a]) => a < at)
  const below = measures.profile.filter(([a]) => a > at)
  return {
    ...measures,
    profile: [
      ...above,
      [at, own] as const,
      [at + mm, own] as const,
      ...below.map(([a, d]) => [a + mm, d] as const),
    ],
    holes: Object.fromEntries(
      Object.entries(measures.holes).map(([id, [a, d, t]]) => [id, [a + mm, d, t] as const]),
    ),
  }
}
