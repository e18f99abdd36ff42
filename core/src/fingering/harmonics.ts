import { OutOfRange } from '../errors/index.ts'
import {
  fingerSystem,
  seriesOf,
  standardFingering,
  type Instrument,
  type TouchId,
} from '../instruments/index.ts'
import { heardNote, hzOfMidi, parseNote } from '../pitch/index.ts'

/** A low fingering that has a pitch as one of its partials. */
export interface Harmonic {
  /** The low note, its touches, and which partial of it sounds. */
  written: string
  touches: TouchId[]
  partial: number
  /** The pitch against that partial, cents: positive is sharp. */
  cents: number
}

/** Partials above this are nobody's exercise. */
const HIGHEST = 12
/** Further away than this it is another partial's or another note's, cents. */
const NEAR_CENTS = 50

const lowFingerings = (inst: Instrument, system?: string) =>
  fingerSystem(inst, system).chart.filter((f) => f.kind === 'standard' && f.register === 1)
/** Which partials a tube has, up to the twelfth: all, or the odd ones of a cylinder closed by a reed. */
export const partialsOf = (inst: Instrument) => {
  const all = Array.from({ length: HIGHEST }, (_, i) => i + 1)
  return seriesOf(inst.bore) === 'odd' ? all.filter((n) => n % 2) : all
}

/**
 * Every low fingering that has a heard pitch as a partial, nearest first. Partials are whole multiples, odd ones only on a
 * cylinder closed by a reed (Fletcher & Rossing, The Physics of Musical Instruments).
 * @param hz as it sounds, above 0 @throws OutOfRange for anything else
 */
export function harmonicsOf(inst: Instrument, hz: number, a4Hz = 440): Harmonic[] {
  if (!(hz > 0 && Number.isFinite(hz))) throw new OutOfRange('A pitch is a number of Hz above 0.')
  const partials = partialsOf(inst)
  return lowFingerings(inst)
    .flatMap((f) => {
      const own = hzOfMidi(parseNote(f.written).midi + inst.transposition, a4Hz)
      return partials.map((partial) => ({
        written: f.written,
        touches: f.touches,
        partial,
        cents: 1200 * Math.log2(hz / (partial * own)),
      }))
    })
    .filter((h) => Math.abs(h.cents) < NEAR_CENTS)
    .sort((a, b) => a.partial - b.partial || Math.abs(a.cents) - Math.abs(b.cents))
}

/** One rung: the partial, the written note nearest to it, and how far from equal temperament it lies, cents. */
export interface Rung {
  partial: number
  written: string
  cents: number
}

/**
 * The ladder of a low fingering: what it can be made to sound without moving a finger. Throws as `standardFingering`.
 * @param highest partial, 1 to 12
 * @example ladderOf(instrument('flute'), 'C4', 3).map((r) => r.written) // ['C4', 'C5', 'G5']
 */
export function ladderOf(inst: Instrument, written: string, highest = 8): Rung[] {
  const low = standardFingering(inst, written)
  if (low.register !== 1)
    throw new OutOfRange(
      `A ladder stands on a note of the lowest register; ${written} is in register ${low.register}.`,
    )
  const hz = hzOfMidi(parseNote(written).midi)
  return partialsOf(inst)
    .filter((n) => n <= highest)
    .map((partial) => {
      const { written: name, cents } = heardNote(partial * hz, 0)
      return { partial, written: partial === 1 ? written : name, cents }
    })
}
