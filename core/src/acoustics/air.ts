import { OutOfRange } from '../errors/index.ts'
import {
  fingerSystem,
  handConflicts,
  type FingerSystem,
  type Instrument,
  type TouchId,
} from '../instruments/index.ts'
import { hzOfMidi, parseNote } from '../pitch/index.ts'
import { CALIBRATED } from './measures/index.ts'
import { Model, type Measures } from './model.ts'
import { PARTIALS } from './regime.ts'
import { Table } from './table.ts'

/** A finger that doesn't close its hole. */
export interface Leak {
  touch: TouchId
  /** How far the hole stands open, 0 to 1. */
  open: number
}

/** The air of one instrument, made ready once. */
export interface Air {
  inst: Instrument
  system: FingerSystem
  measures: Measures
  model: Model
  table: Table
  /** How far the model is off at each written note of the chart, cents, by semitone number. */
  errors: ReadonlyMap<number, number>
}
const READY = new Map<string, Air>()

/** Beyond an instrument's range by so many semitones nobody plays. */
const BEYOND = 1.5

/** Whether the air of an instrument has been calibrated, with the holes of the system that is taught on it. */
export const hasAir = (inst: Instrument): boolean => inst.id in CALIBRATED && !inst.systems[0].otherHoles

/** @throws OutOfRange while the instrument's tube hasn't been calibrated */
export function airOf(inst: Instrument): Air {
  const calibrated = CALIBRATED[inst.id]
  if (!calibrated || !hasAir(inst))
    throw new OutOfRange(`The air of the ${inst.name} hasn’t been calibrated.`)
  const known = READY.get(inst.id)
  if (known?.inst === inst) return known
  const model = new Model(inst.bore, calibrated.measures)
  const [low, high] = rangeHz(inst)
  const air = {
    inst,
    system: fingerSystem(inst),
    measures: calibrated.measures,
    model,
    table: new Table(model, low * 2 ** (-BEYOND / 12), high * 2 ** (BEYOND / 12), PARTIALS),
    errors: new Map(Object.entries(calibrated.errors).map(([n, e]) => [parseNote(n).midi, e])),
  }
  READY.set(inst.id, air)
  return air
}

/** Lowest and highest note of an instrument as they sound, Hz. */
export const rangeHz = (inst: Instrument, a4Hz = 440): [low: number, high: number] =>
  inst.range.full.map((n) => hzOfMidi(parseNote(n).midi + inst.transposition, a4Hz)) as [number, number]

/**
 * Typical error of a prediction on an instrument, cents: what half, and what nine of ten of its notes are off where the tube
 * was calibrated without them.
 */
export function typicalError(inst: Instrument): { half: number; most: number } {
  airOf(inst)
  const all = Object.values(CALIBRATED[inst.id]!.heldOut)
    .map(Math.abs)
    .sort((a, b) => a - b)
  const at = (q: number) => all[Math.floor(q * (all.length - 1))]!
  return { half: at(0.5), most: at(0.9) }
}

/** Checks touches and leaks. @throws OutOfRange naming what is wrong and what is allowed */
export function checkTouches(
  system: FingerSystem,
  touches: readonly TouchId[],
  leaks: readonly Leak[] = [],
): void {
  const known = new Set(system.touches.map((t) => t.id))
  const odd = [...touches, ...leaks.map((l) => l.touch)].find((t) => !known.has(t))
  if (odd) throw new OutOfRange(`There is no touch “${odd}”; touches are: ${[...known].join(', ')}.`)
  const [conflict] = handConflicts(system, touches)
  if (conflict) throw new OutOfRange(conflict)
  for (const { touch, open } of leaks) {
    if (!(open >= 0 && open <= 1)) throw new OutOfRange(`The leak at ${touch} is ${open}; allowed: 0 to 1.`)
    if (!touches.includes(touch)) throw new OutOfRange(`${touch} isn’t held, so it can’t leak.`)
  }
}

/** How far each hole is open, with leaks under fingers. */
export function openWith(air: Air, touches: readonly TouchId[], leaks: readonly Leak[] = []): Float64Array {
  const open = air.model.openness(air.system, touches)
  for (const leak of leaks) {
    const without = air.model.openness(
      air.system,
      touches.filter((t) => t !== leak.touch),
    )
    // A leak opens what the finger closes, in proportion; what the touch opens stays.
    for (let i = 0; i < open.length; i++)
      if (without[i]! > open[i]!) open[i] = open[i]! + (without[i]! - open[i]!) * leak.open
  }
  return open
}
