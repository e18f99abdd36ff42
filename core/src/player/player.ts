import { OutOfRange } from '../errors/index.ts'
import type { Around, Manner, Phrase, PhraseNote } from './asked.ts'
import { playPhrase } from './phrase.ts'
import { seeded } from './random.ts'

/** What a simulated player does. Cents: sharp is positive. Everything but note and length may be left out. */
export interface Performance extends Manner {
  instrument: string
  written: string
  /** Length of the tone (of all strokes together), s. */
  lengthS: number
  seed?: number
  a4Hz?: number
  /** Silence before and after, s. */
  leadS?: number
  tailS?: number
  start?: 'tongue' | 'air'
  /** Repeated strokes instead of one long tone. */
  strokes?: { rateHz: number; jitterMs: number }
  /** A squeak to the given partial at a time after the start, s. */
  squeak?: { atS: number; lengthS: number; partial: number }
  /** What is played instead of one tone, by the note and the length that were asked for. */
  notes?: (written: string, lengthS: number) => PhraseNote[]
  around?: Around
  peak?: number
}

/**
 * One tone of a simulated player: the stand-in for a learner with an instrument, repeatable by its seed.
 * @param sampleRate Hz
 * @throws NoteError when the instrument doesn't have the note; OutOfRange for a length outside 0 to 120 s
 */
export function perform(p: Performance, sampleRate: number): Float32Array {
  return playPhrase(phraseOf(p), sampleRate).samples
}

/** A performance as the phrase that it is. */
export function phraseOf(p: Performance): Phrase {
  if (!(p.lengthS > 0 && p.lengthS <= 120))
    throw new OutOfRange('A simulated tone lasts more than 0 and at most 120 s.')
  const {
    instrument,
    written,
    lengthS,
    seed,
    a4Hz,
    leadS,
    tailS,
    peak,
    start,
    strokes,
    squeak,
    notes,
    around,
  } = p
  const { detuneCents, driftCents, bendCents, dynamics, rangeDb, sagCents } = p
  const { wobble, tremor, unsteadyCents, breathDb, dronesDb } = p
  return {
    instrument,
    notes: notes?.(written, lengthS) ?? (strokes ? repeated(p, strokes) : [single(p, start, squeak)]),
    manner: given({
      detuneCents,
      driftCents,
      bendCents,
      dynamics,
      rangeDb,
      sagCents,
      wobble,
      tremor,
      unsteadyCents,
      breathDb,
      dronesDb,
    }),
    ...given({ seed, a4Hz, leadS, tailS, peak, around }),
  }
}

/** What isn't told stays untold. */
function given<T extends object>(from: T): { [K in keyof T]?: Exclude<T[K], undefined> } {
  return Object.fromEntries(Object.entries(from).filter(([, v]) => v !== undefined)) as {
    [K in keyof T]?: Exclude<T[K], undefined>
  }
}

function single(p: Performance, start: Performance['start'], squeak: Performance['squeak']): PhraseNote {
  return {
    written: p.written,
    lengthS: p.lengthS,
    begins: start === 'air' ? 'breath' : 'tongue',
    ...(squeak && {
      happens: [{ kind: 'squeak', atS: squeak.atS, lengthS: squeak.lengthS, ratio: squeak.partial }],
    }),
  }
}

/** Strokes of four fifths tone and one fifth gap; all but the first are early or late by chance. */
function repeated(p: Performance, { rateHz, jitterMs }: { rateHz: number; jitterMs: number }): PhraseNote[] {
  const random = seeded((p.seed ?? 1) ^ 0x51ed27)
  const period = 1 / rateHz
  const count = Math.ceil(p.lengthS * rateHz - 1e-9)
  const starts = Array.from({ length: count }, (_, k) => {
    const shift = k === 0 ? 0 : ((random() + random() + random()) * 2 - 3) * (jitterMs / 1000)
    return Math.max(0, k * period + shift)
  })
  return starts.map((from, k) => {
    const to = starts[k + 1] ?? p.lengthS
    const lengthS = Math.max(0.02, to - from)
    return { written: p.written, lengthS, begins: 'tongue', gapS: Math.max(0.01, lengthS - 0.8 * period) }
  })
}
