import { OutOfRange } from '../errors/index.ts'
import { parseNote } from '../pitch/index.ts'
import type { FingerSystem, Fingering, TouchId } from '../instruments/index.ts'

/** One moment between two fingerings, when some fingers have moved and others haven't. */
export interface Between {
  touches: TouchId[]
  /** Touches that have yet to move; with one of them late this is what sounds. */
  late: TouchId[]
  /** Touches that have moved already; with one of them early this is what sounds. */
  early: TouchId[]
  /** A charted note, or `unknown` where no chart says what these fingers sound. */
  sounds: string | 'unknown'
}

export interface Move {
  press: TouchId[]
  lift: TouchId[]
  stay: TouchId[]
  /** Every moment that sounds a charted note, then those with a single finger late or early. */
  between: Between[]
  /** How many orders of fingers lead through a moment of which the chart says nothing. */
  unknownStates: number
}

/** What is held at one end of a move; the written note, where known, tells registers of one fingering apart. */
export interface Held {
  touches: readonly TouchId[]
  written?: string
}

/** A finger system with its fingerings as bit sets, so that many moves can be computed quickly. */
export interface MoveFinder {
  /** Both touch lists must name known touches. @throws OutOfRange naming the unknown touch */
  move(from: Held, to: Held): Move
}

const bitCount = (n: number): number => {
  let count = 0
  for (let rest = n; rest !== 0; rest &= rest - 1) count++
  return count
}

/**
 * Prepares a chart for computing moves. Touches become bits (an instrument has fewer than 32), fingerings become
 * numbers; a charted fingering lies between two others when it agrees with both on every touch that doesn't move.
 * That finds every charted in-between note without walking all 2ⁿ orders of n moving fingers.
 */
export function moveFinder(system: FingerSystem): MoveFinder {
  const ids = system.touches.map((t) => t.id)
  if (ids.length > 31) throw new RangeError('An instrument may have at most 31 touches.')
  const bitOf = new Map(ids.map((id, i) => [id, 1 << i]))
  const bits = (touches: readonly TouchId[]) =>
    touches.reduce((sum, id) => {
      const bit = bitOf.get(id)
      if (bit === undefined) throw new OutOfRange(`There is no touch “${id}”. Known: ${ids.join(', ')}.`)
      return sum | bit
    }, 0)
  const list = (set: number) => ids.filter((_, i) => (set & (1 << i)) !== 0)

  const charted = new Map<number, Fingering[]>()
  for (const f of system.chart) {
    const key = bits(f.touches)
    charted.set(key, [...(charted.get(key) ?? []), f])
  }
  const chartedSets = [...charted.keys()]

  /** The charted note of a set; where one fingering gives several registers, the one nearest to both ends. */
  const soundOf = (set: number, near: number): string => {
    const options = charted.get(set)
    if (!options) return 'unknown'
    return options.reduce((best, f) =>
      Math.abs(parseNote(f.written).midi - near) < Math.abs(parseNote(best.written).midi - near) ? f : best,
    ).written
  }
  const midiOf = (held: Held, set: number) => {
    const written = held.written ?? charted.get(set)?.[0]?.written
    return written === undefined ? undefined : parseNote(written).midi
  }

  return {
    move(from, to) {
      const a = bits(from.touches)
      const b = bits(to.touches)
      const moving = a ^ b
      const count = bitCount(moving)
      const ends = [midiOf(from, a), midiOf(to, b)].filter((m) => m !== undefined)
      const near = ends.length ? ends.reduce((x, y) => x + y, 0) / ends.length : 67

      const states = new Set<number>()
      for (const set of chartedSets)
        if (((set ^ a) & ~moving) === 0 && set !== a && set !== b) states.add(set)
      const pitched = states.size
      if (count > 1)
        for (let i = 0; i < ids.length; i++)
          if (moving & (1 << i)) {
            states.add(b ^ (1 << i)) // everything moved but this finger
            states.add(a ^ (1 << i)) // only this finger moved
          }
      return {
        press: list(moving & b),
        lift: list(moving & a),
        stay: list(a & b),
        between: [...states].map((set) => ({
          touches: list(set),
          late: list(set ^ b),
          early: list(set ^ a),
          sounds: soundOf(set, near),
        })),
        unknownStates: count > 0 ? 2 ** count - 2 - pitched : 0,
      }
    },
  }
}
