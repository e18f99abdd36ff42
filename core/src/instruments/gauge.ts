import { OutOfRange } from '../errors/index.ts'
import { airCents, hzOfMidi, noteName, parseNote, speedOfSound, type Air } from '../pitch/index.ts'
import { seriesOf } from './bore.ts'
import type { Gauge, Measure } from './placement.ts'
import type { Instrument, Register } from './types.ts'

export interface MeasureVerdict {
  measure: Measure
  value: number
  state: 'within' | 'below' | 'above'
  /** Beyond the tolerance by this much. */
  by: number
  heard: string
}

/**
 * Judges the values of a gauge.
 * @throws OutOfRange naming the measure when a value can't be
 */
export function judge(gauge: Gauge, values: Readonly<Record<string, number>>): MeasureVerdict[] {
  return gauge.measures.map((measure) => {
    const value = values[measure.id] ?? measure.start
    if (!(value >= measure.min && value <= measure.max))
      throw new OutOfRange(
        `${measure.label} is ${value} ${measure.unit}; allowed: ${measure.min} to ${measure.max} ${measure.unit}.`,
      )
    const [low, high] = measure.ideal
    if (value < low) return { measure, value, state: 'below', by: low - value, heard: measure.below }
    if (value > high) return { measure, value, state: 'above', by: value - high, heard: measure.above }
    return { measure, value, state: 'within', by: 0, heard: 'As it should be.' }
  })
}

/** mm that a placement adds to the tube, counted from the zero of each measure. */
export function addedMm(gauge: Gauge, values: Readonly<Record<string, number>>): number {
  return gauge.measures.reduce((sum, m) => sum + m.lengthens * ((values[m.id] ?? m.start) - m.zero.at), 0)
}

/** The tube's partial that a written note is sounded as. */
export function partialOf(inst: { registers: readonly Register[] }, writtenMidi: number): number {
  return inst.registers.reduce((now, r) => (writtenMidi >= parseNote(r.from).midi ? r.partial : now), 1)
}

/**
 * Acoustic length of the tube that sounds a written note, mm: n·c/2f for an open tube or a cone, n·c/4f for a closed
 * one, n being the partial it is sounded as. End corrections are part of it.
 * Source: Fletcher & Rossing, The Physics of Musical Instruments.
 */
export function effectiveLengthMm(inst: Instrument, writtenMidi: number, air: Air, a4Hz = 440): number {
  const hz = hzOfMidi(writtenMidi + inst.transposition, a4Hz)
  const n = partialOf(inst, writtenMidi)
  return (n * speedOfSound(air) * 1000) / ((seriesOf(inst.bore) === 'odd' ? 4 : 2) * hz)
}

/** Change of pitch when the tube of a note grows by `addMm`, cents; shorter tubes move more. */
export function lengthCents(lengthMm: number, addMm: number): number {
  return -1200 * Math.log2((lengthMm + addMm) / lengthMm)
}

/** The placement by which an instrument is tuned: its first gauge that is a length. */
export const tuningGauge = (inst: Instrument): { gauge: Gauge; measure: Measure } | undefined =>
  inst.gauges
    .flatMap((gauge) => gauge.measures.map((measure) => ({ gauge, measure })))
    .find(({ measure }) => measure.lengthens !== 0)

/** What a longer tube does to a written note, cents, by whatever model knows it; undefined where that model doesn't. */
export type Lengthening = (writtenMidi: number, addMm: number) => number | undefined

export interface NoteShift {
  written: string
  cents: number
}

/**
 * The shift of every written note of the full range when the tube grows by `addMm`.
 * @param by another model than the plain length of the tube, asked first
 */
export function shifts(inst: Instrument, addMm: number, air: Air, a4Hz = 440, by?: Lengthening): NoteShift[] {
  const [low, high] = inst.range.full.map((n) => parseNote(n).midi) as [number, number]
  return Array.from({ length: high - low + 1 }, (_, i) => ({
    written: noteName(low + i),
    cents: by?.(low + i, addMm) ?? lengthCents(effectiveLengthMm(inst, low + i, air, a4Hz), addMm),
  }))
}

export interface Tuning {
  /** What would bring the note to zero, mm; negative: push in. */
  wantedMm: number
  /** As much of it as the placement allows without leaving what is right, mm. */
  pullMm: number
  /** Where the placement then stands, in its own unit. */
  to: number
  /** What of the sharpness is left on the note, cents. */
  remainsCents: number
  /** How many of the cents are the air's warmth or cold against 20 °C; never more than there are. */
  warmthCents: number
  /** Where all notes come out, taking them to be as sharp now. */
  then: NoteShift[]
}

/**
 * How far to pull so that a note that is `sharpCents` sharp comes out right, no further than the tolerance of the
 * placement, and where that leaves all the others.
 * @param from where the placement stands now, in its own unit
 * @param by another model than the plain length of the tube, asked first
 * @example
 * // A clarinet's barrel at 26 °C, 22 cents sharp: only 1.5 mm of the 7.6 it would take
 * tune(clarinet, barrel, 0, 69, 22, warm).pullMm // 1.5
 */
export function tune(
  inst: Instrument,
  measure: Measure,
  from: number,
  writtenMidi: number,
  sharpCents: number,
  air: Air,
  a4Hz = 440,
  by?: Lengthening,
): Tuning {
  const length = effectiveLengthMm(inst, writtenMidi, air, a4Hz)
  // Another model's cents go with the millimetres: pulls are short against the tube.
  const perMm = by?.(writtenMidi, 1)
  const wantedMm = perMm ? -sharpCents / perMm : length * (2 ** (sharpCents / 1200) - 1)
  const [low, high] = measure.ideal
  const wanted = from + wantedMm / measure.lengthens
  // A placement that is already outside may stay there, but goes no further out.
  const to = Math.max(Math.min(low, from), Math.min(Math.max(high, from), wanted))
  const pullMm = (to - from) * measure.lengthens
  const then = shifts(inst, pullMm, air, a4Hz, by).map((s) => ({ ...s, cents: s.cents + sharpCents }))
  const warm = airCents(air)
  return {
    wantedMm,
    pullMm,
    to,
    remainsCents: sharpCents + (by?.(writtenMidi, pullMm) ?? lengthCents(length, pullMm)),
    warmthCents:
      Math.sign(warm) === Math.sign(sharpCents)
        ? Math.sign(warm) * Math.min(Math.abs(warm), Math.abs(sharpCents))
        : 0,
    then,
  }
}

const whole = (cents: number) => Math.abs(Math.round(cents))
const share = (measure: Measure, to: number) =>
  measure.unit === '%' ? `, to ${Math.round(to)} % covered` : measure.unit === 'mm' ? '' : ` to ${to}`

/**
 * What to do about a note that is out of tune, in sentences: how far to move, what that leaves, what else to do, and how
 * much of it is the air.
 * @param sharpCents as heard; negative is flat
 * @example tuningWords(barrel, gap, tune(clarinet, gap, 0, 69, 22, warm), 22)
 * // ['Pull out 1.5 mm.', '18 of the 22 cents remain. Pull a little at the middle joint too, …', '19 of the 22 cents are …']
 */
export function tuningWords(gauge: Gauge, measure: Measure, tuning: Tuning, sharpCents: number): string[] {
  const { pullMm, to, remainsCents, warmthCents } = tuning
  const sharp = sharpCents > 0
  const moves = Math.abs(pullMm) >= 0.05
  const beyond = gauge.beyond ?? ''
  const words = [
    moves
      ? `${pullMm > 0 ? 'Pull out' : 'Push in'} ${Math.abs(pullMm).toFixed(1)} mm${share(measure, to)}.`
      : `Leave the ${gauge.parts[1]} where it is: it is as far ${sharp ? 'out' : 'in'} as is right.`,
  ]
  if (whole(remainsCents) >= 1)
    words.push(
      `${whole(remainsCents)} of the ${whole(sharpCents)} cents remain.${beyond ? ` ${beyond}` : ''}`,
    )
  if (whole(warmthCents) >= 1)
    words.push(
      `${whole(warmthCents)} of the ${whole(sharpCents)} cents are the ${sharp ? 'warm' : 'cold'} air.`,
    )
  return words
}
