import { OutOfRange } from '../errors/index.ts'
import { hzOfMidi, noteName, parseNote, speedOfSound, type Air } from '../pitch/index.ts'
import { seriesOf } from './bore.ts'
import type { Instrument, Register, Source } from './types.ts'

/** What of a placement is measured: a distance, an angle, a share. */
export interface Measure {
  id: string
  label: string
  unit: 'mm' | '°' | '%'
  /** What can be entered at all. */
  min: number
  max: number
  step: number
  start: number
  /** Within this it is right. */
  ideal: [number, number]
  below: string
  above: string
  /** mm of tube that one unit adds; 0 where the placement isn't a length. */
  lengthens: number
}

export interface Gauge {
  id: string
  name: string
  drawing: 'single-reed' | 'ligature' | 'depth' | 'rotation' | 'gap' | 'tip'
  /** What stays (left) and what is moved (right) in the drawing. */
  parts: [string, string]
  measures: Measure[]
  caution?: string
  source: Source
}

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

/** mm that a placement adds to the tube beyond the middle of what is right. */
export function addedMm(gauge: Gauge, values: Readonly<Record<string, number>>): number {
  return gauge.measures.reduce((sum, m) => {
    const middle = (m.ideal[0] + m.ideal[1]) / 2
    return sum + m.lengthens * ((values[m.id] ?? m.start) - middle)
  }, 0)
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

export interface NoteShift {
  written: string
  cents: number
}

/** The shift of every written note of the full range, or of some, when the tube grows by `addMm`. */
export function shifts(inst: Instrument, addMm: number, air: Air, a4Hz = 440): NoteShift[] {
  const [low, high] = inst.range.full.map((n) => parseNote(n).midi) as [number, number]
  return Array.from({ length: high - low + 1 }, (_, i) => ({
    written: noteName(low + i),
    cents: lengthCents(effectiveLengthMm(inst, low + i, air, a4Hz), addMm),
  }))
}

/**
 * The other way round: how far to pull so that a note that is `sharpCents` sharp comes out right, and where that leaves
 * all the others, taking them to be as sharp now. Negative means push in.
 */
export function pullFor(
  inst: Instrument,
  writtenMidi: number,
  sharpCents: number,
  air: Air,
  a4Hz = 440,
): { pullMm: number; then: NoteShift[] } {
  const length = effectiveLengthMm(inst, writtenMidi, air, a4Hz)
  const pullMm = length * (2 ** (sharpCents / 1200) - 1)
  return { pullMm, then: shifts(inst, pullMm, air, a4Hz).map((s) => ({ ...s, cents: s.cents + sharpCents })) }
}
