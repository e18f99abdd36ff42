import { OutOfRange } from '../errors/index.ts'
import { parseNote } from '../pitch/index.ts'
import type { FingerSystem, Fingering, TouchId } from '../instruments/index.ts'
import { columnReader } from './column.ts'

/** One moment between two fingerings, when some fingers have moved and others haven't. */
export interface Between {
  touches: TouchId[]
  /** Touches that have yet to move; with one of them late this is what sounds. */
  late: TouchId[]
  /** Touches that have moved already; with one of them early this is what sounds. */
  early: TouchId[]
  /** A written note, or `unknown`. */
  sounds: string | 'unknown'
  /** Who says so: a chart; where no chart has these fingers the column of open holes, or a model of the tube. */
  source: Source
}

/** Where the name of a note comes from. */
export type Source = 'chart' | 'column' | 'model' | 'unknown'
export interface Sound {
  sounds: string | 'unknown'
  source: Source
}

export interface Move {
  press: TouchId[]
  lift: TouchId[]
  stay: TouchId[]
  /** Every moment that sounds a charted note, then those with a single finger late or early. */
  between: Between[]
  /** How many moments between there are of which the chart says nothing. */
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
  /** What some touches sound during a move between two fingerings. */
  sound(from: Held, to: Held, touches: readonly TouchId[]): Sound
}

/** Where nobody knows how high an end is, a middle note is meant. */
const MIDDLE = 67

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
  const lists = new Map<number, readonly TouchId[]>()
  /** Touches of a set; each is asked for again and again, and belongs to who asks. */
  const list = (set: number): TouchId[] => {
    let known = lists.get(set)
    if (!known) lists.set(set, (known = ids.filter((_, i) => (set & (1 << i)) !== 0)))
    return known.slice()
  }

  const charted = new Map<number, (Fingering & { midi: number })[]>()
  for (const f of system.chart) {
    const key = bits(f.touches)
    charted.set(key, [...(charted.get(key) ?? []), { ...f, midi: parseNote(f.written).midi }])
  }
  const chartedSets = [...charted.keys()]
  const everyRegister: ReadonlySet<number> = new Set(system.chart.map((f) => f.register))

  const vented = system.bore.holes.some((hole) => hole.role === 'vent')
  const columns = columnReader(system, bitOf)
  /** Registers that an end may be in; undefined when nobody knows. */
  const registersOf = (held: Held, set: number): number[] | undefined => {
    const options = charted.get(set)
    const own = options?.filter((f) => f.written === held.written)
    return (own?.length ? own : options)?.map((f) => f.register)
  }
  const midiOf = (held: Held, set: number) => {
    const written = held.written ?? charted.get(set)?.[0]?.written
    return written === undefined ? undefined : parseNote(written).midi
  }
  /** What lies between two ends is heard in the registers of those ends, near to them. */
  const ear = (from: Held, to: Held) => {
    const [a, b] = [bits(from.touches), bits(to.touches)]
    const ends = [midiOf(from, a), midiOf(to, b)].filter((m) => m !== undefined)
    const near = ends.length ? ends.reduce((x, y) => x + y, 0) / ends.length : MIDDLE
    const [one, other] = [registersOf(from, a), registersOf(to, b)]
    const registers = one && other ? new Set([...one, ...other]) : everyRegister
    const away = (f: { midi: number }) => Math.abs(f.midi - near)
    const heard = (set: number) => charted.get(set)?.filter((f) => registers.has(f.register)) ?? []
    // Fingers that a chart has in a lower register only have no vent open: a tone that needs one falls down there. Lips hold a
    // second register without vents, so of such tubes this holds from the third on.
    const lowest = Math.min(...registers)
    const fallen = (set: number) =>
      vented || lowest > 2
        ? (charted.get(set)?.filter((f) => f.kind === 'standard' && f.register < lowest) ?? [])
        : []
    return {
      charts: (set: number) => heard(set).length > 0,
      soundOf(set: number): Sound {
        const inReach = heard(set)
        const options = inReach.length ? inReach : fallen(set)
        if (options.length)
          return {
            sounds: options.reduce((best, f) => (away(f) < away(best) ? f : best)).written,
            source: 'chart',
          }
        const column = columns.read(set, registers, near)
        return column ? { sounds: column, source: 'column' } : { sounds: 'unknown', source: 'unknown' }
      },
    }
  }

  return {
    move(from, to) {
      const a = bits(from.touches)
      const b = bits(to.touches)
      const moving = a ^ b
      const count = bitCount(moving)
      const { charts, soundOf } = ear(from, to)

      const states = new Set<number>()
      for (const set of chartedSets)
        if (((set ^ a) & ~moving) === 0 && set !== a && set !== b && charts(set)) states.add(set)
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
          ...soundOf(set),
        })),
        unknownStates: count > 0 ? 2 ** count - 2 - pitched : 0,
      }
    },
    sound: (from, to, touches) => ear(from, to).soundOf(bits(touches)),
  }
}
