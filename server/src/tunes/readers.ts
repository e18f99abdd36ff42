import { capacity, type Capacity } from '@halitus/core/breath'
import type { LearnerRecord, TunePlayer } from '@halitus/core/contract'
import { Refusal } from '@halitus/core/errors'
import { fingerSystem, instrument, isCharted, type InstrumentId } from '@halitus/core/instruments'
import { parseNote } from '@halitus/core/pitch'
import { remembered } from '@halitus/core/recall'
import {
  breathAhead,
  latenessOf,
  notesKnown,
  ofKind,
  ofLearner,
  reviewsOfMoves,
  type EntryRecord,
} from '@halitus/core/records'
import { ALTERNATES, choiceOf } from '@halitus/core/schools'
import { wallClock } from '@halitus/core/time'
import type { Reader } from '../db/index.ts'
import type { Reading } from '../heavy/index.ts'
import { entriesOf, readLearner } from '../learners/index.ts'
import { readStudio } from '../studio/index.ts'

/** What a question about a part may name. */
export interface Asked {
  instrument?: string | undefined
  learner?: string | undefined
  known?: string | undefined
  tempo?: string | undefined
  system?: string | undefined
  as?: 'written' | 'sounding' | undefined
  octave?: string | undefined
  scheme?: string | undefined
  schemeFrom?: string | undefined
  schemeTo?: string | undefined
}

/** A finger that was late in so many takes is watched for. */
const LATE_TAKES = 2

/** What a learner’s own entries say of how a part will be read. */
function ownOf(entries: readonly EntryRecord[], on: InstrumentId) {
  const inst = instrument(on)
  const real = ofLearner(entries.filter((e) => e.instrument === on))
  const moves = ofKind(real, 'move')
  const shaky = remembered(reviewsOfMoves(moves))
    .filter((m) => m.last === 'again' || m.last === 'hard' || m.lapses > 0)
    .flatMap((m) => {
      const [, a, b] = m.about.split(' ')
      return [`${a} ${b}`, `${b} ${a}`]
    })
  const late = isCharted(inst) ? latenessOf(moves).filter((l) => l.takes >= LATE_TAKES) : []
  return {
    known: new Set(
      notesKnown(
        entries.filter((e) => e.instrument === on),
        inst,
      ).map((n) => parseNote(n).midi),
    ),
    late: new Set(late.map((l) => l.touch)),
    shaky: new Set(shaky),
  }
}

/** Notes listed in a query. @throws NoteError naming the one that is none */
const notesIn = (known: string) =>
  new Set(
    known
      .split(/[\s,]+/)
      .filter(Boolean)
      .map((n) => parseNote(n).midi),
  )

const numberIn = (text: string | undefined, name: string, low: number, high: number) => {
  if (text === undefined || text === '') return undefined
  const n = Number(text)
  if (!(n >= low && n <= high))
    throw new Refusal('range', `${name} is ${text}; allowed: ${low} to ${high}.`, name)
  return n
}

/** Everything that bears on how somebody reads a part: what was asked, then how they play it, then what is known of them. */
export async function readerOf(
  db: Reader,
  asked: Asked,
  player?: TunePlayer,
): Promise<{
  reading: Reading
  learner: LearnerRecord | undefined
  entries: EntryRecord[]
  on: InstrumentId | undefined
}> {
  const learner = asked.learner ? await readLearner(db, asked.learner) : undefined
  const on = (asked.instrument || player?.instrument || learner?.instruments[0]) as InstrumentId | undefined
  const entries = learner ? await entriesOf(db, learner.id) : []
  const studio = await readStudio(db)
  const own = learner && on ? ownOf(entries, on) : undefined
  const known = asked.known !== undefined ? notesIn(asked.known) : own?.known
  if (on) fingerSystem(instrument(on), asked.system || undefined)
  const school = choiceOf(ALTERNATES, learner?.schools, studio.schools)
  return {
    learner,
    entries,
    on,
    reading: {
      reader: {
        instrument: on,
        system: asked.system || undefined,
        as: asked.as ?? player?.as ?? 'written',
        octave: numberIn(asked.octave, 'octave', -2, 2) ?? player?.octave ?? 0,
      },
      tempo: numberIn(asked.tempo, 'tempo', 10, 400) ?? player?.tempo,
      known,
      ...(school && { school }),
      overrulings: player?.overrulings ?? [],
      ...(asked.scheme && {
        strokes: {
          scheme: asked.scheme,
          ...(asked.schemeFrom && { from: Number(asked.schemeFrom) }),
          ...(asked.schemeTo && { to: Number(asked.schemeTo) }),
        },
      }),
      late: own?.late,
      shaky: own?.shaky,
    },
  }
}

/** What a breath lasts that is taken for a middling note of the instrument; what a beginner usually has while nothing was measured. */
export function breathFor(
  entries: readonly EntryRecord[],
  on: InstrumentId | undefined,
  now: Date,
): Capacity {
  const at = wallClock(now)
  if (!on) return capacity([], { day: 0, upper: false, loud: 0 })
  const inst = instrument(on)
  const counts = ofKind(ofLearner(entries.filter((e) => e.instrument === on)), 'breath-count')
  const written = counts.at(-1)?.data.written ?? inst.teaching.firstNotes[0]!
  return breathAhead(counts, inst, { at, written, loudness: 'middling' })
}
