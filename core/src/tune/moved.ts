import { fingeringsOf, instrument, type Instrument, type InstrumentId } from '../instruments/index.ts'
import { parseNote, prettyNote } from '../pitch/index.ts'
import type { Part } from './model.ts'
import { TuneError } from './refused.ts'
import { spelledIn } from './spelled.ts'

/** How a part is read on an instrument. */
export interface Reader {
  instrument: InstrumentId
  system?: string | undefined
  /** The notes are read as they stand, or written anew so that they sound as they would. */
  as: 'written' | 'sounding'
  /** Octaves up, or down as a negative number. */
  octave: number
}

/** Keys are written with no more signs than this. */
const MOST_SIGNS = 6

/** A key that moves by semitones, with the fewest signs. @example movedKey(0, 2) // 2 */
export function movedKey(fifths: number, semitones: number): number {
  let moved = fifths + ((((semitones * 7) % 12) + 12) % 12)
  while (moved > MOST_SIGNS) moved -= 12
  while (moved < -MOST_SIGNS) moved += 12
  return moved
}

/** Semitones by which what is written moves. */
const stepsFor = (part: Part, reader: Reader) =>
  12 * reader.octave +
  (reader.as === 'sounding' ? part.transposition - instrument(reader.instrument).transposition : 0)

/**
 * A part as it is read on an instrument: moved, spelled in its new key, sounding as that instrument sounds. The bars, their
 * heads and the order of playing stay what they were.
 */
export function movedTo(part: Part, reader: Reader): Part {
  const steps = stepsFor(part, reader)
  const { transposition } = instrument(reader.instrument)
  const key = (fifths: number) => (steps % 12 ? movedKey(fifths, steps) : fifths)
  const moved = (written: string, midi: number, fifths: number) =>
    steps === 0
      ? written
      : steps % 12 === 0
        ? written.replace(/-?\d+$/, (octave) => String(Number(octave) + steps / 12))
        : spelledIn(midi + steps, key(fifths))
  return {
    ...part,
    instrument: reader.instrument,
    transposition,
    keys: part.keys.map((k) => ({ ...k, fifths: key(k.fifths) })),
    bars: part.bars.map((bar) => ({
      ...bar,
      fifths: key(bar.fifths),
      heads: bar.heads.map((head) => ({
        ...head,
        written: moved(head.written, head.writtenMidi, bar.fifths),
        writtenMidi: head.writtenMidi + steps,
        midi: head.writtenMidi + steps + transposition,
      })),
    })),
  }
}

/** Whether an instrument has a fingering for a written note; a spelling that charts don't know sounds like one that they do. */
function charted(inst: Instrument, midi: number, system?: string): boolean {
  const [low, high] = inst.range.full.map((n) => parseNote(n).midi)
  return midi >= low! && midi <= high! && fingeringsOf(inst, spelledIn(midi, 0), system).length > 0
}

/** Octave moves that are tried. */
const MOVES = [1, -1, 2, -2] as const

/** What of a part an instrument doesn't have, with the octave moves under which all of it fits. */
export interface Fit {
  outside: { written: string; measure: number }[]
  octaves: number[]
}

/** Which notes lie outside an instrument, and which moves by octaves bring all of them in. @param part as it is read there */
export function fitOf(part: Part, reader: Reader): Fit {
  const inst = instrument(reader.instrument)
  const has = new Map<number, boolean>()
  const known = (midi: number) => {
    if (!has.has(midi)) has.set(midi, charted(inst, midi, reader.system))
    return has.get(midi)!
  }
  const first = new Map<number, { written: string; measure: number }>()
  part.bars.forEach((bar, measure) => {
    for (const head of bar.heads)
      if (!first.has(head.writtenMidi)) first.set(head.writtenMidi, { written: head.written, measure })
  })
  const midis = [...first.keys()]
  return {
    outside: midis.filter((m) => !known(m)).map((m) => first.get(m)!),
    octaves: MOVES.filter((by) => midis.every((m) => known(m + 12 * by))),
  }
}

const times = (by: number) => `${Math.abs(by) === 1 ? 'an octave' : 'two octaves'} ${by > 0 ? 'up' : 'down'}`

/** The most notes that a sentence names. */
const NAMED = 3

/**
 * A part that can be played on the instrument as it is read there.
 * @throws TuneError naming the notes outside, their bars and the octaves under which all fit
 */
export function playable(part: Part, reader: Reader): Part {
  const moved = movedTo(part, reader)
  const { outside, octaves } = fitOf(moved, reader)
  if (!outside.length) return moved
  const inst = instrument(reader.instrument)
  const [low, high] = inst.range.full.map((n) => prettyNote(n))
  const named = outside
    .slice(0, NAMED)
    .map((o) => `${prettyNote(o.written)} (bar ${part.bars[o.measure]!.number})`)
    .join(', ')
  const more = outside.length > NAMED ? ` and ${outside.length - NAMED} more` : ''
  const nearest = outside
    .slice(0, 1)
    .flatMap(({ written }) =>
      MOVES.filter((by) => charted(inst, parseNote(written).midi + 12 * by, reader.system)).slice(0, 1),
    )
    .map((by) => ` ${prettyNote(outside[0]!.written)} is there ${times(by)}, not all notes are.`)
  throw new TuneError(
    `The ${inst.name} has no ${named}${more}; it goes from ${low} to ${high}.${
      octaves.length ? ` ${sentence(octaves.map(times).join(' or '))} all notes fit.` : (nearest[0] ?? '')
    }`,
  )
}
const sentence = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)
