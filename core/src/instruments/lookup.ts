import { Refusal } from '../errors/index.ts'
import { NoteError, noteName, parseNote, prettyNote } from '../pitch/index.ts'
import type { Chosen, School, Taught } from '../schools/index.ts'
import { choiceOf, retold } from '../schools/index.ts'
import { INSTRUMENTS } from './registry.ts'
import type { FingerSystem, Fingering, Instrument, SetupStep, TouchId, Variation } from './types.ts'

export type InstrumentId = (typeof INSTRUMENTS)[number]['id']
export const INSTRUMENT_IDS: readonly InstrumentId[] = INSTRUMENTS.map((i) => i.id)

/** An instrument, touch or chart that was asked for and isn't there; the message says what is. */
export class InstrumentError extends Refusal {
  override name = 'InstrumentError'
  constructor(message: string) {
    super('instrument', message)
  }
}

/** All instruments in the order teachers list them. */
export function allInstruments(): readonly Instrument[] {
  return INSTRUMENTS
}

/** An instrument’s name within a sentence: `clarinet in B♭`. */
export function spokenName(inst: Pick<Instrument, 'name'>): string {
  return inst.name.charAt(0).toLowerCase() + inst.name.slice(1)
}

/** @throws InstrumentError naming the known ids */
export function instrument(id: string): Instrument {
  const found = INSTRUMENTS.find((i) => i.id === id)
  if (!found)
    throw new InstrumentError(`There is no instrument “${id}”. Known: ${INSTRUMENT_IDS.join(', ')}.`)
  return found
}

const FIRST_OF_ALL = 'Does it begin the moment you want it to?'

/**
 * What the week is listened for: nothing is asked about notes that nobody has learnt.
 * @param known written notes
 * @example toListenFor(instrument('clarinet'), []) // 'Does it begin the moment you want it to?'
 */
export function toListenFor({ teaching }: Instrument, known: readonly string[]): string {
  // On the smallest part, before any note: that it begins is all there is.
  if (!known.length) return FIRST_OF_ALL
  const midis = new Set(known.map((n) => parseNote(n).midi))
  const { listenFor, listenFirst } = teaching
  return listenFirst?.until.some((n) => !midis.has(parseNote(n).midi)) ? listenFirst.words : listenFor
}

/** Every school that any instrument's teachers differ over, each once. */
export function allSchools(): School[] {
  return [...new Map(INSTRUMENTS.flatMap((i) => i.schools).map((s) => [s.id, s])).values()]
}

/** The steps of a set-up as a school does them. */
function setupUnder(steps: readonly SetupStep[], { steps: other, ahead, phases }: Variation): SetupStep[] {
  const told = steps.map((s) => ({ ...s, ...other?.[s.id] }))
  for (const [id, before] of Object.entries(ahead ?? {})) {
    const [moved] = told.splice(
      told.findIndex((s) => s.id === id),
      1,
    )
    if (moved)
      told.splice(
        told.findIndex((s) => s.id === before),
        0,
        moved,
      )
  }
  return phases ? phases.flatMap((phase) => told.filter((s) => s.phase === phase)) : told
}

/** An instrument with one of its fingering systems as the usual one. @throws InstrumentError for one that it doesn't have */
export function underSystem(inst: Instrument, id: string): Instrument {
  fingerSystem(inst, id)
  const first = inst.systems.find((s) => s.id === id)!
  return { ...inst, systems: [first, ...inst.systems.filter((s) => s !== first)] }
}

/**
 * An instrument as the chosen schools teach it: its fingering system, first notes, ratios of its scale, tolerances, and the steps of its set-up.
 * @param voices whose choice counts, the first that made one: learner, then studio
 */
export function underSchools(inst: Instrument, ...voices: (Chosen | undefined)[]): Instrument {
  const chosen = inst.variations.reduce((now, variation): Instrument => {
    const school = inst.schools.find((s) => s.id === variation.school)
    if (!school || choiceOf(school, ...voices) !== variation.choice) return now
    const { firstNotes, ideals, system, ratios, says = [], right = [] } = variation
    const setup = setupUnder(now.setup, variation)
    return {
      ...(system ? underSystem(now, system) : now),
      setup,
      ...((says.length > 0 || right.length > 0) && {
        taught: {
          says: [...(now.taught?.says ?? []), ...says],
          right: [...(now.taught?.right ?? []), ...right],
        },
      }),
      ...(ratios && now.just && { just: { ...now.just, ratios: { ...now.just.ratios, ...ratios } } }),
      ...(firstNotes && { teaching: { ...now.teaching, firstNotes } }),
      ...(ideals && {
        gauges: now.gauges.map((g) => ({
          ...g,
          measures: g.measures.map((m) => ({ ...m, ideal: ideals[`${g.id}.${m.id}`] ?? m.ideal })),
        })),
      }),
    }
  }, inst)
  return chosen.taught ? inTheWordsOf(chosen, chosen.taught) : chosen
}

/** Set-up, mouth, gauges and first teaching as the chosen ways say them; what they teach is no fault. */
function inTheWordsOf(inst: Instrument, { says, right }: Taught): Instrument {
  const { mouth } = inst
  const counts = ({ id }: { id: string }) => !right.includes(id)
  return {
    ...inst,
    setup: retold(inst.setup, says),
    teaching: retold(inst.teaching, says),
    gauges: retold(inst.gauges, says),
    mouth: retold(
      {
        ...mouth,
        model: {
          ...mouth.model,
          causes: mouth.model.causes.filter(counts),
          questions: mouth.model.questions.filter(counts),
        },
        seen: mouth.seen.filter((id) => counts({ id })),
        heard: mouth.heard.filter((id) => counts({ id })),
      },
      says,
    ),
  }
}

/**
 * The touches, holes and chart of an instrument.
 * @param system one of its fingering systems; the usual one when left out
 * @throws InstrumentError while the chart hasn't been written, or for a system that the instrument doesn't have
 */
export function fingerSystem(inst: Instrument, system?: string): FingerSystem {
  const named = system === undefined ? inst.systems[0] : inst.systems.find((s) => s.id === system)
  if (!named)
    throw new InstrumentError(
      `The ${spokenName(inst)} has no system “${system}”; it has: ${inst.systems.map((s) => s.id).join(', ')}.`,
    )
  if (!named.fingers)
    throw new InstrumentError(`The fingering chart of the ${spokenName(inst)} is not in yet.`)
  return named.fingers
}

/** Whether fingerings can be shown for an instrument (in its usual system). */
export const isCharted = (inst: Instrument): boolean => inst.systems[0].fingers !== null

/**
 * Reads a written note and checks that the instrument has it; gives the chart's own spelling.
 * @throws NoteError with the range when it lies outside
 */
export function writtenNote(inst: Instrument, text: string): { midi: number; text: string } {
  const note = parseNote(text)
  const [low, high] = inst.range.full
  if (note.midi < parseNote(low).midi || note.midi > parseNote(high).midi)
    throw new NoteError(
      `${prettyNote(text)} is outside the ${spokenName(inst)}: written ${prettyNote(low)} to ${prettyNote(high)}.`,
    )
  return { midi: note.midi, text }
}

/** Every fingering of a written note, the standard one first. Throws as {@link writtenNote} and {@link fingerSystem}. */
export function fingeringsOf(inst: Instrument, written: string, system?: string): Fingering[] {
  const { midi } = writtenNote(inst, written)
  return fingerSystem(inst, system)
    .chart.filter((f) => parseNote(f.written).midi === midi)
    .sort((a, b) => Number(b.kind === 'standard') - Number(a.kind === 'standard'))
}

/** The standard fingering of a written note. Throws as {@link fingeringsOf}. */
export function standardFingering(inst: Instrument, written: string, system?: string): Fingering {
  const [first] = fingeringsOf(inst, written, system)
  if (!first)
    throw new NoteError(`No fingering is charted for ${prettyNote(written)} on the ${spokenName(inst)}.`)
  return first
}

/**
 * Where a note of a just scale lies, with its ratio and how far it is from the tempered note, cents; null where the
 * instrument's scale is tempered or the note isn't in it. Exact arithmetic.
 * @example justNote(instrument('chanter'), 'C#5') // { ratio: '5:4', over: 'A4', cents: -13.7 }
 */
export function justNote(
  inst: Instrument,
  written: string,
): { ratio: string; over: string; cents: number } | null {
  const { midi } = parseNote(written)
  const [name, ratio] =
    Object.entries(inst.just?.ratios ?? {}).find(([note]) => parseNote(note).midi === midi) ?? []
  if (!inst.just || !name || !ratio) return null
  const [up, down] = ratio
  const tempered = 100 * (midi - parseNote(inst.just.over).midi)
  return {
    ratio: `${up}:${down}`,
    over: inst.just.over,
    cents: Math.round(10 * (1200 * Math.log2(up / down) - tempered)) / 10 + 0,
  }
}

export type HoleState = 'open' | 'half' | 'closed'

/** How every hole stands under a set of held touches: moved by fingers themselves, by half of one, or through a linkage. */
export function holeStates(system: FingerSystem, held: ReadonlySet<TouchId>): Map<string, HoleState> {
  const halved = new Set(
    system.touches.filter((t) => t.halfOf && held.has(t.id) && !held.has(t.halfOf)).map((t) => t.halfOf!),
  )
  const linked = new Set(
    system.linkages
      .filter(
        (l) =>
          l.by.some((t) => held.has(t)) &&
          (l.needs ?? []).every((t) => held.has(t)) &&
          !l.unless?.some((t) => held.has(t)),
      )
      .flatMap((l) => l.moves),
  )
  return new Map(
    system.bore.holes.map((hole) => {
      const moved = linked.has(hole.id) || hole.movedBy.some((t) => held.has(t))
      if (moved) return [hole.id, hole.rest === 'open' ? 'closed' : 'open']
      if (hole.movedBy.some((t) => halved.has(t))) return [hole.id, 'half']
      return [hole.id, hole.rest]
    }),
  )
}

/** Which holes stand fully open under a set of held touches. */
export function openHoles(system: FingerSystem, held: ReadonlySet<TouchId>): Set<string> {
  return new Set([...holeStates(system, held)].filter(([, state]) => state === 'open').map(([id]) => id))
}

/**
 * Where the sounding column ends in a drawing, mm: the first open tone hole, or the end of the tube. A vent or a half-open
 * hole lets another register speak and doesn't end the column.
 */
export function columnEndMm(system: FingerSystem, held: ReadonlySet<TouchId>): number {
  const open = openHoles(system, held)
  return Math.min(
    system.bore.endMm,
    ...system.bore.holes.filter((h) => h.role === 'tone' && open.has(h.id)).map((h) => h.atMm),
  )
}

/**
 * What is asked of one finger that it can't do at once, a sentence each; none for a fingering that a hand can hold.
 * @example handConflicts(system, ['R4:E', 'R4:F']) // ['The right little finger can’t hold R4:E and R4:F at once.']
 */
export function handConflicts(system: FingerSystem, touches: readonly TouchId[]): string[] {
  const goes = (a: TouchId, b: TouchId) =>
    system.together.some(([x, y]) => (x === a && y === b) || (x === b && y === a))
  const found: string[] = []
  touches.forEach((a, i) => {
    for (const b of touches.slice(i + 1)) {
      const one = system.touches.find((t) => t.id === a)
      const other = system.touches.find((t) => t.id === b)
      if (!one || !other || one.hand !== other.hand || one.finger !== other.finger || goes(a, b)) continue
      const finger = one.finger === 'little' || one.finger === 'index' ? `${one.finger} finger` : one.finger
      found.push(`The ${one.hand} ${finger} can’t hold ${a} and ${b} at once.`)
    }
  })
  return found
}

/** The same concert pitch on every instrument that has it in a beginner's or the full range: several players on one note. */
export function playersOn(concertMidi: number): { inst: Instrument; written: string }[] {
  return INSTRUMENTS.flatMap((inst: Instrument) => {
    const midi = concertMidi - inst.transposition
    const [low, high] = inst.range.full.map((n) => parseNote(n).midi) as [number, number]
    return midi >= low && midi <= high ? [{ inst, written: noteName(midi) }] : []
  })
}
