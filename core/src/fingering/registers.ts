import {
  fingerSystem,
  holeStates,
  justNote,
  type FingerSystem,
  type Fingering,
  type Instrument,
  type TouchId,
} from '../instruments/index.ts'
import { noteName, parseNote, prettyNote } from '../pitch/index.ts'
import { ladderOf, partialsOf } from './harmonics.ts'

/** A note of the range, with the low note whose tube it overblows. */
export interface RangeNote {
  written: string
  touches: TouchId[]
  /** The fingering that this one comes from, which partial of it sounds, and what is done beside it; null: a note of its own. */
  from: { written: string; partial: number; vent: Vent } | null
}

/** What helps a register to speak, beside the fingers of the low note. */
export type Vent = 'air' | 'key' | 'half' | 'pinch' | 'finger'

/** One register: a terrace of the range. */
export interface Terrace {
  register: number
  /** “clarion”, “second register”. */
  name: string
  /** “a twelfth above”; empty for the lowest. */
  above: string
  notes: RangeNote[]
}

const ORDINALS = ['', 'first', 'second', 'third', 'fourth', 'fifth']
/** Partials as intervals over the fundamental (exact ratios, named as usual). */
const ABOVE: Record<number, string> = {
  2: 'an octave above',
  3: 'a twelfth above',
  4: 'two octaves above',
  5: 'two octaves and a third above',
  6: 'two octaves and a fifth above',
  7: 'two octaves and a seventh above',
  8: 'three octaves above',
}
/** A fingering that differs from a low one by more touches than this isn't that one overblown. */
const MOST_APART = 2

/** A system's mechanism never changes; it is asked with every note that is judged. */
const VENTS = new WeakMap<FingerSystem, ReadonlySet<TouchId>>()

/** Touches that move vents and nothing else: they help a register and shorten no tube. */
export function ventTouches(system: FingerSystem): ReadonlySet<TouchId> {
  const known = VENTS.get(system) ?? findVents(system)
  VENTS.set(system, known)
  return known
}

function findVents(system: FingerSystem): Set<TouchId> {
  const moves = (id: TouchId) => {
    const rest = holeStates(system, new Set())
    return system.bore.holes.filter((h) => holeStates(system, new Set([id])).get(h.id) !== rest.get(h.id))
  }
  return new Set(
    system.touches
      .filter((t) => !t.halfOf)
      .filter((t) => {
        const moved = moves(t.id)
        return moved.length > 0 && moved.every((h) => h.role === 'vent')
      })
      .map((t) => t.id),
  )
}

/** How a fingering differs from a low one, if it may be that one overblown. */
function differs(system: FingerSystem, vents: ReadonlySet<TouchId>, low: Fingering, high: Fingering) {
  const whole = (id: TouchId) => system.touches.find((t) => t.id === id)?.halfOf ?? id
  const tube = (f: Fingering) => new Set(f.touches.map(whole).filter((t) => !vents.has(t)))
  const [a, b] = [tube(low), tube(high)]
  const apart = [...a].filter((t) => !b.has(t)).length + [...b].filter((t) => !a.has(t)).length
  const half = high.touches.map((id) => system.touches.find((t) => t.id === id)).find((t) => t?.halfOf)
  const key = high.touches.some((t) => vents.has(t) && !low.touches.includes(t))
  const lost = low.touches.some((t) => vents.has(t) && !high.touches.includes(t))
  const vent: Vent = half
    ? half.finger === 'thumb'
      ? 'pinch'
      : 'half'
    : key || lost
      ? 'key'
      : apart
        ? 'finger'
        : 'air'
  return { apart, vent }
}

/** Which low note a fingering overblows: the one with the same tube whose partial lies where the note is. */
function comesFrom(
  inst: Instrument,
  system: FingerSystem,
  vents: ReadonlySet<TouchId>,
  note: Fingering,
): RangeNote['from'] {
  if (note.register === 1) return null
  const { midi } = parseNote(note.written)
  const found = partialsOf(inst)
    .filter((p) => p > 1)
    .flatMap((partial) => {
      const low = midi - Math.round(12 * Math.log2(partial))
      return system.chart
        .filter((f) => f.register === 1 && parseNote(f.written).midi === low)
        .map((f) => ({ written: noteName(low), partial, kind: f.kind, ...differs(system, vents, f, note) }))
    })
    .filter((f) => f.apart <= MOST_APART)
    .sort((a, b) => a.apart - b.apart || a.partial - b.partial)[0]
  return found ? { written: found.written, partial: found.partial, vent: found.vent } : null
}

/**
 * The range as terraces, from low to high: every note with its standard fingering, and which low note it overblows.
 * @param system one of its fingering systems @throws InstrumentError as `fingerSystem`
 * @example registerMap(instrument('clarinet'))[2].notes[0].from // { written: 'E3', partial: 3, vent: 'key' }
 */
export function registerMap(inst: Instrument, system = inst.systems[0].id): Terrace[] {
  const known = MAPS.get(inst)?.get(system)
  if (known) return known
  const map = computedMap(inst, system)
  MAPS.set(inst, (MAPS.get(inst) ?? new Map<string, Terrace[]>()).set(system, map))
  return map
}
/** Kept as long as the instrument: it is looked at for every step over a break. */
const MAPS = new WeakMap<Instrument, Map<string, Terrace[]>>()

function computedMap(inst: Instrument, system: string): Terrace[] {
  const fingers = fingerSystem(inst, system)
  const vents = ventTouches(fingers)
  const seen = new Set<number>()
  const standards = fingers.chart.filter((f) => {
    const { midi } = parseNote(f.written)
    return f.kind === 'standard' && !seen.has(midi) && seen.add(midi)
  })
  const named = inst.terraces ?? []
  const nameOf = (f: Fingering) =>
    named.findLast((t) => parseNote(t.from).midi <= parseNote(f.written).midi)?.name ??
    `${ORDINALS[f.register] ?? `${f.register}th`} register`
  const terraces: Terrace[] = []
  for (const f of [...standards].sort((a, b) => parseNote(a.written).midi - parseNote(b.written).midi)) {
    const name = nameOf(f)
    let terrace = terraces.find((t) => t.name === name && t.register === f.register)
    if (!terrace) terraces.push((terrace = { register: f.register, name, above: '', notes: [] }))
    terrace.notes.push({
      written: noteName(parseNote(f.written).midi),
      touches: f.touches,
      from: comesFrom(inst, fingers, vents, f),
    })
  }
  for (const terrace of terraces) terrace.above = usual(terrace.notes)
  return terraces
}

const VENT_WORDS: Record<Vent, string> = {
  air: 'by the air',
  key: 'by a vent',
  half: 'by the half-hole',
  pinch: 'by the thumb’s pinch',
  finger: 'by a finger that vents',
}
/** So many partials of a low tube are named. */
const NAMED_PARTIALS = 5
const signed = (cents: number) => `${cents > 0 ? '+' : cents < 0 ? '−' : ''}${Math.abs(cents)}`

/**
 * What there is to know of a note's place in the range, in sentences: the tube that it overblows, or what its own tube also
 * sounds; and its ratio where the scale has whole-number ones.
 * @example rangeWords(instrument('clarinet'), 'B4') // 'The tube of E3, partial 3, by a vent.'
 */
export function rangeWords(inst: Instrument, written: string): string {
  const { midi } = parseNote(written)
  const map = registerMap(inst)
  const terrace = map.find((t) => t.notes.some((n) => parseNote(n.written).midi === midi))
  const note = terrace?.notes.find((n) => parseNote(n.written).midi === midi)
  if (!terrace || !note) return ''
  const { from } = note
  // Where nothing overblows nobody hears the tube's other partials.
  const alone = map.length === 1
  const tube = from
    ? `The tube of ${prettyNote(from.written)}, partial ${from.partial}, ${VENT_WORDS[from.vent]}.`
    : terrace.register > 1
      ? 'A note of its own: no low note overblows to it.'
      : alone
        ? ''
        : `Its tube also sounds ${ladderOf(inst, note.written, NAMED_PARTIALS)
            .slice(1)
            .map((r) => `${prettyNote(r.written)} (${signed(Math.round(r.cents))})`)
            .join(', ')}: partials, cents from equal temperament.`
  const just = justNote(inst, note.written)
  if (!just) return tube
  return `${tube ? `${tube} ` : ''}In its scale ${just.ratio} over ${prettyNote(just.over)}, ${signed(just.cents)} cents from equal temperament.`
}

/** The partial that most notes of a terrace are, as an interval. */
function usual(notes: readonly RangeNote[]): string {
  const counts = new Map<number, number>()
  for (const { from } of notes) if (from) counts.set(from.partial, (counts.get(from.partial) ?? 0) + 1)
  const [most] = [...counts].sort((a, b) => b[1] - a[1])
  return most ? (ABOVE[most[0]] ?? '') : ''
}
