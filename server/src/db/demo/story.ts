import type { LearnerRecord, Stage, StudioInput, StudioParts } from '@halitus/core/contract'
import { seeded, seedOf } from '@halitus/core/player'
import { plusDays, weekdayOf } from '@halitus/core/time'
import { inventCards } from './cards.ts'
import { inventLessons, lessonMinutes } from './lessons.ts'
import { PEOPLE, STUDIO, WEEKS, type Person } from './people.ts'
import { inventPieces } from './pieces.ts'
import { inventReeds } from './reeds.ts'
import { inventTunes } from './tunes.ts'

/** Twelve weeks of a whole studio before `now`; each word of each person has its own random stream. */
export function demoStudio(now: string): { studio: StudioInput } & StudioParts {
  const file: StudioParts = {
    learners: [],
    lessons: [],
    entries: [],
    cards: [],
    ticks: [],
    reports: [],
    numbers: [],
    groups: [],
    away: [],
    plans: [],
    reeds: [],
    reedUses: [],
    pieces: [],
    services: [],
    ...inventTunes(now),
  }
  for (const person of PEOPLE) {
    const learner = learnerOf(person, now)
    const { lessons, entries } = inventLessons(person, now, file.entries.length + 1)
    file.learners.push(learner)
    file.lessons.push(...lessons)
    file.entries.push(...entries)
    for (const [stage, text] of Object.entries(person.plans))
      file.plans.push({ learnerId: person.id, stage: stage as Stage, text, version: 1 })
    const cards = inventCards(person, learner, lessons, entries, seeded(seedOf(person.id, 'cards')))
    file.cards.push(...cards.cards)
    file.ticks.push(...cards.ticks)
    file.reports.push(...cards.reports)
    file.numbers.push(...cards.numbers)
    const shelf = inventReeds(person, now, seeded(seedOf(person.id, 'reeds')))
    file.reeds.push(...shelf.reeds)
    file.reedUses.push(...shelf.reedUses)
    const owned = inventPieces(person, now)
    file.pieces.push(...owned.pieces)
    file.services.push(...owned.services)
  }
  return { studio: STUDIO, ...file }
}

/** Those younger than this had it said by a guardian. */
const ADULT = 18
const firstLessonOf = (person: Person, now: string) => plusDays(now, person.day - 7 * WEEKS).slice(0, 10)

const learnerOf = (person: Person, now: string): LearnerRecord => ({
  id: person.id,
  name: person.name,
  birthYear: Number(now.slice(0, 4)) - person.age,
  instruments: [...person.instruments],
  schools: person.schools,
  minutesPerSession: person.minutesPerSession,
  sessionsPerWeek: person.sessionsPerWeek,
  note: person.note,
  regular:
    person.trouble === 'away'
      ? null
      : {
          weekday: weekdayOf(plusDays(now, person.day)),
          time: person.time,
          minutes: lessonMinutes(person),
          instrument: person.instruments[0],
        },
  archived: false,
  createdAt: `${firstLessonOf(person, now)}T${person.time}:00`,
  consent: { by: person.age < ADULT ? 'guardian' : 'learner', on: firstLessonOf(person, now) },
  version: 1,
})
