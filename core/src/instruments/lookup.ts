import { NoteError, parseNote, prettyNote } from '../pitch/index.ts'
import { INSTRUMENTS } from './registry.ts'
import {
  INSTRUMENT_IDS,
  type Body,
  type FingerSystem,
  type Fingering,
  type Instrument,
  type InstrumentId,
  type TouchId,
} from './types.ts'

/** An instrument, touch or chart that was asked for and isn't there; the message says what is. */
export class InstrumentError extends Error {
  override name = 'InstrumentError'
}

/** All instruments in the order teachers list them. */
export function allInstruments(): Instrument[] {
  return INSTRUMENT_IDS.map((id) => INSTRUMENTS[id])
}

/** An instrument’s name within a sentence: `clarinet in B♭`. */
export function spokenName(inst: Pick<Instrument, 'name'>): string {
  return inst.name.charAt(0).toLowerCase() + inst.name.slice(1)
}

/** @throws InstrumentError naming the known ids */
export function instrument(id: string): Instrument {
  if (!Object.hasOwn(INSTRUMENTS, id))
    throw new InstrumentError(`There is no instrument “${id}”. Known: ${INSTRUMENT_IDS.join(', ')}.`)
  return INSTRUMENTS[id as InstrumentId]
}

/** @throws InstrumentError while the instrument's chart hasn't been written */
export function fingerSystem(inst: Instrument): FingerSystem {
  if (!inst.fingers)
    throw new InstrumentError(`The fingering chart of the ${spokenName(inst)} is not in yet.`)
  return inst.fingers
}

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

/** Every fingering of a written note, the standard one first. Throws as {@link writtenNote}. */
export function fingeringsOf(inst: Instrument, written: string): Fingering[] {
  const { midi } = writtenNote(inst, written)
  return fingerSystem(inst)
    .chart.filter((f) => parseNote(f.written).midi === midi)
    .sort((a, b) => Number(b.kind === 'standard') - Number(a.kind === 'standard'))
}

/** The standard fingering of a written note. Throws as {@link writtenNote}. */
export function standardFingering(inst: Instrument, written: string): Fingering {
  const [first] = fingeringsOf(inst, written)
  if (!first)
    throw new NoteError(`No fingering is charted for ${prettyNote(written)} on the ${spokenName(inst)}.`)
  return first
}

/** Which holes stand open under a set of held touches. */
export function openHoles(body: Body, held: ReadonlySet<TouchId>): Set<string> {
  return new Set(
    body.holes.filter((h) => (h.rest === 'open') !== h.movedBy.some((t) => held.has(t))).map((h) => h.id),
  )
}

/** Where the sounding column ends in a drawing, mm: the first open tone hole, or the end of the tube. */
export function columnEndMm(body: Body, held: ReadonlySet<TouchId>): number {
  const open = openHoles(body, held)
  return Math.min(
    body.endMm,
    ...body.holes.filter((h) => h.role === 'tone' && open.has(h.id)).map((h) => h.atMm),
  )
}
