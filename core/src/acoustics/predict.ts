import { OutOfRange } from '../errors/index.ts'
import {
  fingerSystem,
  handConflicts,
  type FingerSystem,
  type Instrument,
  type TouchId,
} from '../instruments/index.ts'
import { heardNote, hzOfMidi, parseNote } from '../pitch/index.ts'
import { CALIBRATED } from './measures/index.ts'
import { Model } from './model.ts'

/** A finger that doesn't close its hole. */
export interface Leak {
  touch: TouchId
  /** How far the hole stands open, 0 to 1. */
  open: number
}

/** One pitch that some fingers may sound. */
export interface Candidate {
  written: string
  hz: number
  /** From the tempered note, sharp is positive. */
  cents: number
  register: number
  /** How likely it sounds, of 1 over all candidates. */
  likelihood: number
}

/** The air of one instrument, made ready once. */
interface Ready {
  inst: Instrument
  system: FingerSystem
  model: Model
  /** How far the model is off at each written note of the chart, cents, by semitone number. */
  errors: ReadonlyMap<number, number>
}
const READY = new Map<string, Ready>()

/** Whether the air of an instrument has been calibrated, with the holes of the system that is taught on it. */
export const hasAir = (inst: Instrument): boolean => inst.id in CALIBRATED && !inst.systems[0].otherHoles

/** @throws OutOfRange while the instrument's tube hasn't been calibrated */
export function airOf(inst: Instrument): Ready {
  const calibrated = CALIBRATED[inst.id]
  if (!calibrated || !hasAir(inst))
    throw new OutOfRange(`The air of the ${inst.name} hasn’t been calibrated.`)
  const known = READY.get(inst.id)
  if (known?.inst === inst) return known
  const ready = {
    inst,
    system: fingerSystem(inst),
    model: new Model(inst.bore, calibrated.measures),
    errors: new Map(Object.entries(calibrated.errors).map(([n, e]) => [parseNote(n).midi, e])),
  }
  READY.set(inst.id, ready)
  return ready
}

/** Typical error of a prediction on an instrument, cents: what half, and what nine of ten charted notes are off. */
export function typicalError(inst: Instrument): { half: number; most: number } {
  const all = [...airOf(inst).errors.values()].map(Math.abs).sort((a, b) => a - b)
  const at = (q: number) => all[Math.floor(q * (all.length - 1))]!
  return { half: at(0.5), most: at(0.9) }
}

/** Partials that a reed or jet listens to, and how fast they count less (chosen by Halitus, held against the charts). */
const PARTIALS = 5
const FALL = 0.8
/** How sharply the strongest wins. */
const SHARP = 3

/**
 * How well a pitch is held by the tube: for a reed the real part of the impedance summed over the partials of the pitch,
 * for a jet that of the admittance (J. Backus, Input impedance curves for the reed woodwind instruments, J. Acoust. Soc.
 * Am. 56 (1974), as an idea; from memory).
 */
function support(model: Model, open: ArrayLike<number>, hz: number, z = { re: 0, im: 0 }): number {
  let sum = 0
  for (let n = 1; n <= PARTIALS; n++) {
    model.at(hz * n, open, z)
    const m = z.re * z.re + z.im * z.im
    sum += (model.way === 'greatest' ? z.re : z.re / m) * FALL ** (n - 1)
  }
  return sum
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
export function openWith(air: Ready, touches: readonly TouchId[], leaks: readonly Leak[] = []): Float64Array {
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

/** Which register a written pitch belongs to. */
export function registerAt(inst: Instrument, midi: number): number {
  return 1 + inst.registers.filter((r) => parseNote(r.from).midi <= Math.round(midi)).length
}

/** Beyond an instrument's range by so many semitones nobody plays. */
const BEYOND = 1.5

/**
 * What some fingers sound: every resonance within the instrument's range, the likeliest first.
 * @param leaks fingers that don't close their holes
 * @throws OutOfRange for touches that aren't there or that one finger can't hold at once, for leaks outside 0 to 1
 */
export function predict(
  inst: Instrument,
  touches: readonly TouchId[],
  leaks: readonly Leak[] = [],
  a4Hz = 440,
): Candidate[] {
  const air = airOf(inst)
  checkTouches(air.system, touches, leaks)
  return candidatesOf(air, openWith(air, touches, leaks), a4Hz)
}

/** The same for an openness that is known already. */
export function candidatesOf(air: Ready, open: ArrayLike<number>, a4Hz = 440): Candidate[] {
  const { inst, model } = air
  const [low, high] = inst.range.full.map((n) => parseNote(n).midi + inst.transposition) as [number, number]
  const found = model.resonances(open, hzOfMidi(low - BEYOND), hzOfMidi(high + BEYOND))
  const held = found.map((hz) => support(model, open, hz))
  const most = Math.max(1e-30, ...held)
  const weight = held.map((s) => (Math.max(0, s) / most) ** SHARP)
  const sum = weight.reduce((a, b) => a + b, 0) || 1
  // An instrument is built for the pitch of its studio: all of it moves with A4.
  const scale = a4Hz / 440
  return found
    .map((own, i) => {
      const hz = own * scale
      const { written, cents, writtenMidi } = heardNote(hz, inst.transposition, a4Hz)
      return { written, hz, cents, register: registerAt(inst, writtenMidi), likelihood: weight[i]! / sum }
    })
    .sort((a, b) => b.likelihood - a.likelihood)
}
