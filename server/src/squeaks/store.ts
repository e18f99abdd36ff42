import { and, desc, eq, inArray, ne } from 'drizzle-orm'
import type { EntryRecord, PastAnswer } from '@halitus/core/contract'
import { allInstruments, instrument, type Instrument, type InstrumentId } from '@halitus/core/instruments'
import { backgroundOf } from '@halitus/core/practice'
import { factsOf, notedWords, pastOf } from '@halitus/core/records'
import type { PastAccident } from '@halitus/core/squeaks'
import { tables, type Reader } from '../db/index.ts'
import { entriesOf } from '../learners/index.ts'
import { readLesson } from '../lessons/index.ts'
import { piecesOf } from '../pieces/index.ts'
import { shelvesOf } from '../reeds/index.ts'

/** Older ones say little of today's learners. */
const MOST_PAST = 300

type AccidentEntry = Extract<EntryRecord, { kind: 'accident' }>

/** How accidents ended on a family of instruments, newest first; simulated ones are nobody's. */
async function accidents(
  db: Reader,
  { family }: Instrument,
  learner?: string,
): Promise<{ entry: AccidentEntry; name: string }[]> {
  const { entries, learners } = tables
  const ids = allInstruments()
    .filter((i) => i.family === family)
    .map((i) => i.id as InstrumentId)
  const rows = await db
    .select({ entry: entries, name: learners.name })
    .from(entries)
    .innerJoin(learners, eq(entries.learnerId, learners.id))
    .where(
      and(
        eq(entries.kind, 'accident'),
        ne(entries.provenance, 'simulated'),
        inArray(entries.instrument, ids),
        ...(learner ? [eq(entries.learnerId, learner)] : []),
      ),
    )
    .orderBy(desc(entries.seq))
    .limit(MOST_PAST)
  return rows as { entry: AccidentEntry; name: string }[]
}

/** How accidents ended, of one learner or all, in words. */
export async function pastAccidents(
  db: Reader,
  inst: Instrument,
  learner?: string,
): Promise<PastAnswer['past']> {
  const found = await accidents(db, inst, learner)
  return found.map(({ entry, name }) => {
    const { complaint, notes, cause, ended, tried, seconds, tell } = entry.data
    return {
      id: entry.id,
      at: entry.at,
      learner: { id: entry.learnerId, name },
      instrument: entry.instrument,
      complaint,
      notes,
      cause,
      words: notedWords(entry, instrument(entry.instrument)) ?? '',
      solved: ended === 'helped',
      tried,
      seconds,
      ...(tell && { tell }),
    }
  })
}

/** What bears on an accident in a lesson: reed, set-up, instrument, fingers, and how earlier ones ended. */
export async function backgroundIn(
  db: Reader,
  lessonId: string,
  now: string,
): Promise<ReturnType<typeof backgroundOf> & { weeksPlaying: number }> {
  const lesson = await readLesson(db, lessonId)
  const inst = instrument(lesson.instrument)
  const [all, shelves, pieces, others] = await Promise.all([
    entriesOf(db, lesson.learnerId),
    shelvesOf(db, lesson.learnerId, now),
    piecesOf(db, lesson.learnerId),
    accidents(db, inst),
  ])
  const entries = all.filter((e) => e.instrument === lesson.instrument)
  const shelf = shelves.find((s) => s.instrument === lesson.instrument)
  const reed =
    shelf?.reeds.find((r) => r.inMouthpiece) ?? shelf?.reeds.find((r) => r.id === shelf.rotation[0]?.reedId)
  const studio: PastAccident[] = pastOf(
    others.filter((o) => o.entry.learnerId !== lesson.learnerId).map((o) => o.entry),
  )
  return {
    weeksPlaying: factsOf(entries).weeksPlaying,
    ...backgroundOf({
      inst,
      entries,
      lessonId,
      today: now,
      ...(reed && {
        reed: {
          name: reed.name,
          minutes: reed.minutes,
          firstUse: reed.firstUse,
          ...(reed.life && { lastsMinutes: reed.minutes + reed.life.medianMinutes }),
        },
      }),
      services: pieces.filter((p) => p.instrument === lesson.instrument).flatMap((p) => p.services),
      studio,
    }),
  }
}
