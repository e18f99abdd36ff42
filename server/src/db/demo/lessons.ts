import type { EntryRecord, LessonRecord, Stage, StudioParts } from '@halitus/core/contract'
import { instrument } from '@halitus/core/instruments'
import { seeded, seedOf } from '@halitus/core/player'
import { aimFor, inventLesson, type EntryKind } from '@halitus/core/records'
import { plusDays, plusMinutes } from '@halitus/core/time'
import { WEEKS, type Person } from './people.ts'

/** From one thing noted to the next, minutes: a step of the set-up is looked at in a few seconds. */
const MINUTES_APART: Partial<Record<Stage, number>> = { setup: 0.2, fingers: 0.5, breath: 0.7 }

/** Children come for a shorter time. */
export const lessonMinutes = (person: Person) => (person.age < 12 ? 20 : 30)

/** Twelve weeks of lessons before `now`, and this week's still to come; the first note of what happened is `firstSeq`. */
export function inventLessons(
  person: Person,
  now: string,
  firstSeq: number,
): Pick<StudioParts, 'lessons' | 'entries'> {
  const lessons: LessonRecord[] = []
  const entries: EntryRecord[] = []
  const minutes = lessonMinutes(person)
  for (let week = WEEKS; week >= 0; week--) {
    if (person.trouble === 'away' && week < 3 && week > 0) continue
    const daysAway = person.day - 7 * week
    const startsAt = `${plusDays(now, daysAway).slice(0, 10)}T${person.time}:00`
    const isFuture = daysAway >= 0
    const lesson: LessonRecord = {
      id: `${person.id}-w${WEEKS - week + 1}`,
      learnerId: person.id,
      instrument: person.instruments[0],
      startsAt,
      minutes,
      finishedAt: isFuture ? null : plusMinutes(startsAt, minutes),
      cancelled: false,
      regularDay: startsAt.slice(0, 10),
      groupId: null,
      changedPlan: null,
    }
    lessons.push(lesson)
    if (!isFuture) teach(person, lesson, WEEKS - week, entries, firstSeq)
  }
  return { lessons, entries }
}

/** One past lesson, kind by kind, each kind from its own random stream. */
function teach(
  person: Person,
  lesson: LessonRecord,
  week: number,
  entries: EntryRecord[],
  firstSeq: number,
): void {
  const inst = instrument(lesson.instrument)
  const story = {
    inst,
    week,
    weeks: WEEKS,
    startS: person.startS,
    gainS: person.gainS,
    steady: person.steady,
    tone: person.tone,
    moves: person.moves,
    trouble: person.trouble,
    habits: person.habits ?? [],
    aim: (kind: string, about: string) => aimFor(entries, inst, kind as EntryKind, about).value,
  }
  const randomFor = (kind: EntryKind) => seeded(seedOf(person.id, kind, String(week)))
  let count = 0
  let minute = 1
  for (const happened of inventLesson(story, randomFor))
    entries.push({
      ...happened,
      id: `${lesson.id}-e${++count}`,
      lessonId: lesson.id,
      learnerId: person.id,
      instrument: lesson.instrument,
      provenance: PROVENANCE[happened.kind] ?? 'tapped',
      seq: firstSeq + entries.length,
      at: plusMinutes(lesson.startsAt, (minute += MINUTES_APART[happened.stage] ?? 1)),
    } as EntryRecord)
}

/** How the invented entries came in; what isn't named was tapped. */
const PROVENANCE: Partial<Record<EntryKind, EntryRecord['provenance']>> = {
  'long-tone': 'microphone',
  bend: 'microphone',
  'shaped-tone': 'microphone',
  'first-minutes': 'microphone',
  overtone: 'microphone',
  interval: 'microphone',
  'small-part': 'microphone',
  'both-ends': 'microphone',
  'breath-count': 'microphone',
  exhale: 'microphone',
  phrases: 'microphone',
  note: 'typed',
}
