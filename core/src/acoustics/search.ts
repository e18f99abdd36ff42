import { OutOfRange } from '../errors/index.ts'
import { chartedAs, costOf, difficulty, weightsFor } from '../fingering/index.ts'
import {
  handConflicts,
  standardFingering,
  type FingerSystem,
  type Fingering,
  type Instrument,
  type TouchId,
} from '../instruments/index.ts'
import { centsInWords, hzOfMidi, parseNote, prettyNote } from '../pitch/index.ts'
import { airOf, openWith, type Air } from './air.ts'
import { intentOf, sounding } from './predict.ts'
import type { Row, Wave } from './table.ts'

/** What is looked for. */
export interface Wanted {
  written: string
  /** How far from the tempered note, cents: 0, 50 for a quarter tone, 10 to correct a long note. */
  cents?: number
  /** How far off a fingering may be, cents. */
  window?: number
  /** Notes before and after: fingerings that lie well between them come first. */
  from?: string
  to?: string
}

/** One fingering that was found. */
export interface Found {
  touches: TouchId[]
  /** Off the tempered note, cents, relative to what the model makes of the usual fingering. */
  cents: number
  /** How likely it sounds, meant like that, of 1. */
  likelihood: number
  /** What it costs in fingers from and to the neighbours, or from the usual fingering. */
  effort: number
  /** What the chart calls it, where it knows it. */
  charted: string | null
}

export interface Search {
  /** The best first; equivalent ones stand for one another. */
  found: Found[]
  /** How many fingerings there were to try, and how many different states of the holes. */
  tried: number
  states: number
  /** Where nothing was found: what came nearest, cents off what was asked. */
  nearest: number | null
}

/** A fingering may be off by so much where nothing else is asked, cents. */
const WINDOW = 25
const MOST_WINDOW = 60
const MOST_CENTS = 100
/** So many are given. */
const GIVEN = 24
/** Less likely than this nobody makes it sound. */
const SOUNDS = 0.25
/** Nearer than this two fingerings sound the same, cents. */
const SAME = 3
/** What a cent off, and a doubtful answer, count beside a finger that moves (chosen by Halitus). */
const A_CENT = 0.06
const A_DOUBT = 2
/** After so many states the caller is told and may stop. */
const SLICE = 2048

/**
 * Every fingering that sounds a pitch, the easiest first. A generator, so that whoever runs it can tell how far it is and
 * stop: it gives the share that is done, and returns what was found.
 *
 * All states of the fingers are put together from what each finger can do; those that leave the holes alike are one. The
 * states, in order of their holes from the bell up, share the walk up the tube as far as they agree.
 * @throws NoteError for a note outside the range, OutOfRange for cents or a window outside what is allowed
 */
export function* searching(inst: Instrument, wanted: Wanted): Generator<number, Search> {
  const { written, cents = 0, window = WINDOW } = wanted
  if (!(Math.abs(cents) <= MOST_CENTS))
    throw new OutOfRange(`${cents} cents off a note; allowed: −${MOST_CENTS} to ${MOST_CENTS}.`)
  if (!(window > 0 && window <= MOST_WINDOW))
    throw new OutOfRange(`A window of ${window} cents; allowed: above 0, at most ${MOST_WINDOW}.`)
  const air = airOf(inst)
  const usual = standardFingering(inst, written)
  const { midi } = parseNote(written)
  // Relative to what the model makes of the usual fingering: what it is off by there it is off by nearby.
  const off = air.errors.get(midi) ?? 0
  const hz = hzOfMidi(midi + inst.transposition, 440) * 2 ** ((cents + off) / 1200)
  const centsOf = (other: number) => 1200 * Math.log2(other / hz) + cents
  const all = statesOf(air)
  const hits: Hit[] = []
  let nearest = Infinity
  let states = 0
  const walk = walker(air, hz, Math.max(window, MOST_WINDOW))
  const holes = new Uint8Array(air.table.holes)
  for (let i = 0; i < all.packed.length;) {
    if (states++ % SLICE === 0) yield (SHARE * i) / all.packed.length
    const key = all.keyAt(i)
    const first = i
    while (i < all.packed.length && all.keyAt(i) === key) i++
    all.holesOf(key, holes)
    const at = walk(holes)
    if (Number.isNaN(at)) continue
    const away = centsOf(at)
    if (Math.abs(away - cents) < Math.abs(nearest)) nearest = away - cents
    if (Math.abs(away - cents) > window) continue
    hits.push({ cents: away, fingerings: all.simplest(first, i) })
  }
  const neighbours = [wanted.from, wanted.to].flatMap((n) => (n ? [standardFingering(inst, n)] : []))
  const beside = neighbours.length ? neighbours : [usual]
  const told = hits.map((h) => ({ ...h, ...easiest(air, h.fingerings, beside, usual.register) }))
  const cost = (f: Omit<Found, 'likelihood'>) =>
    f.effort + A_CENT * Math.abs(f.cents - cents) - (f.charted ? CHARTED : 0)
  told.sort((a, b) => cost(a) - cost(b))
  const intent = [intentOf(inst, written)]
  let found: Found[] = []
  for (const [i, { touches, effort, charted }] of told.entries()) {
    if (i % ASKED === 0) yield SHARE + ((1 - SHARE) * found.length) / (2 * GIVEN)
    // The easiest come first: what follows can only be worse than what is there.
    if (found.length >= 2 * GIVEN) break
    const near = sounding(air, air.table.fingers(openWith(air, touches)), intent)
      .filter((s) => Math.abs(centsOf(s.hz) - cents) <= window)
      .sort((a, b) => b.likelihood - a.likelihood)[0]
    if (!near || near.likelihood < SOUNDS) continue
    found = merged([
      ...found,
      { touches, effort, charted, cents: centsOf(near.hz), likelihood: near.likelihood },
    ])
  }
  const doubt = (f: Found) => cost(f) + A_DOUBT * (1 - f.likelihood)
  return {
    found: found.sort((a, b) => doubt(a) - doubt(b)).slice(0, GIVEN),
    tried: all.packed.length,
    states,
    nearest: found.length || nearest === Infinity ? null : nearest,
  }
}
/** A state of the holes that sounds within the window, with fingerings that make it. */
interface Hit {
  cents: number
  fingerings: TouchId[][]
}
/** A fingering that the chart knows is worth so much effort; between so many hits the caller is told. */
const CHARTED = 0.5
const ASKED = 32
/** Going through the states is so much of the work. */
const SHARE = 0.4

/** The same at one go. */
export function search(inst: Instrument, wanted: Wanted): Search {
  const run = searching(inst, wanted)
  for (;;) {
    const step = run.next()
    if (step.done) return step.value
  }
}

/**
 * How some fingers differ from the usual ones, in words.
 * @example differsWords(clarinet, ['L1:A'], ['L1:A', 'R1:side2']) // 'adds right index: side key'
 */
export function differsWords(
  system: FingerSystem,
  usual: readonly TouchId[],
  touches: readonly TouchId[],
): string {
  const named = (ids: readonly TouchId[]) =>
    ids.map((id) => system.touches.find((t) => t.id === id)?.name ?? id).join(', ')
  const more = touches.filter((t) => !usual.includes(t))
  const less = usual.filter((t) => !touches.includes(t))
  const parts = [more.length ? `adds ${named(more)}` : '', less.length ? `without ${named(less)}` : '']
  return parts.filter(Boolean).join('; ') || 'the usual fingers'
}

/** In words where nothing was found. @example nothingWords('G4', 24.6) // 'No fingering for G4 within this window; the nearest is 25 cents sharp of it.' */
export function nothingWords(written: string, nearest: number | null): string {
  const name = prettyNote(written)
  if (nearest === null) return `No fingering sounds near ${name}.`
  const by = `${centsInWords(Math.abs(Math.round(nearest)))} ${nearest < 0 ? 'flat' : 'sharp'}`
  return `No fingering for ${name} within this window; the nearest is ${by} of it.`
}

/** Everything that one finger can do: nothing, or touches that it can hold at once. */
function optionsOf(system: FingerSystem): TouchId[][][] {
  const byFinger = new Map<string, TouchId[]>()
  for (const t of system.touches) {
    const finger = `${t.hand} ${t.finger}`
    byFinger.set(finger, [...(byFinger.get(finger) ?? []), t.id])
  }
  return [...byFinger.values()].map((own) => {
    let sets: TouchId[][] = [[]]
    for (const id of own)
      sets = [...sets, ...sets.map((s) => [...s, id]).filter((s) => !handConflicts(system, s).length)]
    return sets
  })
}

/** Every fingering there is, as one number each: how it leaves the holes from the bell up, then its touches as bits. */
interface States {
  /** In order of the holes. */
  packed: Float64Array
  keyAt(i: number): number
  /** Of the fingerings from one place to another those with the fewest touches. */
  simplest(from: number, to: number): TouchId[][]
  /** A key's holes from the bell up, 0 closed, 1 open, 2 half, written into `out`. */
  holesOf(key: number, out: Uint8Array): void
  rowsOf(holes: Uint8Array): Row[]
}
const STATES = new WeakMap<Air, States>()
/** Of fingerings that leave the holes alike so many are looked at. */
const SHARED = 5
/** How many bits of a mask are set. */
function ones(mask: number): number {
  let n = 0
  for (let m = mask; m; m &= m - 1) n++
  return n
}

function statesOf(air: Air): States {
  const known = STATES.get(air)
  if (known) return known
  const { system, table, model } = air
  const { holes } = system.bore
  const { touches } = system
  const index = new Map(touches.map((t, i) => [t.id, i]))
  const bitOf = new Map(holes.map((h, i) => [h.id, 1 << i]))
  const bits = (ids: readonly TouchId[] = []) => ids.reduce((m, id) => m | (1 << index.get(id)!), 0)
  // What each touch moves, what it half opens, and what rods move, as bits that are put together.
  const moves = touches.map((t) =>
    holes.reduce((m, h) => (h.movedBy.includes(t.id) ? m | bitOf.get(h.id)! : m), 0),
  )
  const halves = touches.map((t) => (t.halfOf ? moves[index.get(t.halfOf)!]! : 0))
  const linkages = system.linkages.map((l) => ({
    by: bits(l.by),
    needs: bits(l.needs),
    unless: bits(l.unless),
    moves: l.moves.reduce((m, id) => m | bitOf.get(id)!, 0),
  }))
  const rest = holes.reduce((m, h) => (h.rest === 'open' ? m | bitOf.get(h.id)! : m), 0)
  const anyHalf = halves.reduce((a, b) => a | b, 0)
  const order = Array.from(table.order, (hole) => bitOf.get(model.ids[hole]!)!)
  const radix = order.map((bit) => (anyHalf & bit ? 3 : 2))
  const room = 2 ** touches.length
  if (
    radix.reduce((a, b) => a * b, room) > Number.MAX_SAFE_INTEGER ||
    touches.length > 31 ||
    holes.length > 31
  )
    throw new RangeError(`The ${air.inst.name} has more touches and holes than a number holds.`)
  const keyOf = (mask: number) => {
    let moved = 0
    let half = 0
    for (let t = 0; t < touches.length; t++)
      if (mask & (1 << t)) {
        moved |= moves[t]!
        half |= halves[t]!
      }
    for (const l of linkages)
      if (mask & l.by && (mask & l.needs) === l.needs && !(mask & l.unless)) moved |= l.moves
    const open = rest ^ moved
    half &= ~moved
    let key = 0
    for (let h = 0; h < order.length; h++)
      key = key * radix[h]! + (half & order[h]! ? 2 : open & order[h]! ? 1 : 0)
    return key
  }
  let masks = [0]
  for (const sets of optionsOf(system)) masks = masks.flatMap((m) => sets.map((set) => m | bits(set)))
  const packed = Float64Array.from(masks, (m) => keyOf(m) * room + m).sort()
  const rows = Array.from(table.order, (hole, h) =>
    [0, 1, model.halfOf(model.ids[hole]!)].map((share) => table.row(h, share)),
  )
  const keyAt = (i: number) => Math.floor(packed[i]! / room)
  const states: States = {
    packed,
    keyAt,
    simplest(from, to) {
      const own = Array.from({ length: to - from }, (_, k) => packed[from + k]! - keyAt(from + k) * room)
      return own
        .sort((a, b) => ones(a) - ones(b))
        .slice(0, SHARED)
        .map((mask) => touches.filter((_, t) => mask & (1 << t)).map((t) => t.id))
    },
    holesOf(key, out) {
      for (let h = order.length - 1; h >= 0; h--) {
        const up = Math.floor(key / radix[h]!)
        out[h] = key - up * radix[h]!
        key = up
      }
    },
    rowsOf: (of) => rows.map((row, h) => row[of[h]!]!),
  }
  STATES.set(air, states)
  return states
}

/** No state of a hole. */
const NONE = 255

/**
 * A walk up the tube that begins where a state differs from the one before it, at the few frequencies about a pitch.
 * @returns for each state the resonance nearest to the pitch, Hz, within so many cents; NaN where there is none
 */
function walker(air: Air, hz: number, within: number) {
  const { table } = air
  const middle = table.placeOf(hz)
  const reach = table.placesUp(2 ** (within / 1200))
  const first = Math.max(0, Math.floor(middle - reach))
  const last = Math.min(table.sounding - 1, Math.ceil(middle + reach))
  const n = last - first + 1
  const stride = 4 * (table.holes + 1)
  // The wave below each hole at each frequency.
  const waves: Wave = new Float64Array(n * stride)
  const top: Wave = new Float64Array(4)
  for (let k = 0; k < n; k++) table.start(first + k, waves, k * stride)
  const before = new Uint8Array(table.holes).fill(NONE)
  const rowsOf = statesOf(air).rowsOf
  return (holes: Uint8Array): number => {
    let from = 0
    while (from < holes.length && before[from] === holes[from]) from++
    before.set(holes)
    const rows = rowsOf(holes)
    let best = NaN
    let last = 0
    for (let k = 0; k < n; k++) {
      const i = first + k
      const base = k * stride
      for (let h = from; h < rows.length; h++)
        table.past(i, rows[h]!, waves, base + 4 * h, base + 4 * (h + 1))
      for (let c = 0; c < 4; c++) top[c] = waves[base + 4 * rows.length + c]!
      table.withMouth(i, top)
      const now = table.rising(top)
      if (k > 0 && last < 0 && now >= 0) {
        const found = i - 1 + last / (last - now)
        if (Number.isNaN(best) || Math.abs(found - middle) < Math.abs(best - middle)) best = found
      }
      last = now
    }
    return Number.isNaN(best) ? NaN : table.hzAt(best)
  }
}

/** Of fingerings that leave the holes alike: one that the chart knows, else the one that costs least. */
function easiest(
  air: Air,
  fingerings: readonly TouchId[][],
  neighbours: readonly Fingering[],
  register: number,
): Pick<Found, 'touches' | 'effort' | 'charted'> {
  const weights = weightsFor('simplest')
  const all = fingerings.map((touches) => ({
    touches,
    charted: chartedAs(air.system, touches)[0]?.use ?? null,
    effort: neighbours.reduce(
      (sum, n) => sum + costOf(difficulty(air.system, n, { touches, register }), weights) / neighbours.length,
      0,
    ),
  }))
  return all.sort(
    (a, b) =>
      Number(!a.charted) - Number(!b.charted) || a.effort - b.effort || a.touches.length - b.touches.length,
  )[0]!
}

/** Leaves out what only adds fingers to a better one without changing the pitch. */
function merged(found: readonly Found[]): Found[] {
  const kept: Found[] = []
  for (const f of found) {
    const same = kept.some(
      (k) => Math.abs(k.cents - f.cents) < SAME && k.touches.every((t) => f.touches.includes(t)),
    )
    if (!same || f.charted) kept.push(f)
  }
  return kept
}
