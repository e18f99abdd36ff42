import type {
  EntryData,
  EntryKind,
  EntryRecord,
  LessonRecord,
  Stage,
  StudioFile,
} from '@halitus/core/contract'
import { instrument } from '@halitus/core/instruments'
import { seeded, type Random } from '@halitus/core/player'
import { composeCard, nextTarget, type ToneResult } from '@halitus/core/practice'
import { localIso } from '../../http/index.ts'
import { PEOPLE, STUDIO, type Person } from './people.ts'
import { stockShelf } from './shelf.ts'

const WEEKS = 12
const DAY_MS = 86_400_000

type File = Required<Omit<StudioFile, 'format' | 'version' | 'exportedAt'>>

/** Day `days` away from `now`, at `time`, as local date and time. */
function at(now: Date, days: number, time: string): string {
  const day = localIso(new Date(now.getTime() + days * DAY_MS)).slice(0, 10)
  return `${day}T${time}`
}

const plusMinutes = (iso: string, minutes: number) =>
  localIso(new Date(new Date(iso).getTime() + minutes * 60_000))

/** Twelve weeks of lessons and practice before `now`, and this week's lessons still to come. */
export function demoStudio(now: Date): File {
  const file: File = {
    studio: STUDIO,
    learners: [],
    lessons: [],
    entries: [],
    cards: [],
    ticks: [],
    reports: [],
    plans: [],
    reeds: [],
    reedUses: [],
    pieces: [],
    services: [],
  }
  PEOPLE.forEach((person, i) => {
    tell(file, person, now, seeded(1000 + i * 77))
    stockShelf(file, person, now, seeded(5000 + i * 91))
  })
  return file
}

function tell(file: File, person: Person, now: Date, random: Random): void {
  const { id, day, time, plans } = person
  const instruments = [...person.instruments]
  file.learners.push({
    id,
    name: person.name,
    birthYear: now.getFullYear() - person.age,
    instruments,
    attitude: person.attitude,
    minutesPerSession: person.minutesPerSession,
    sessionsPerWeek: person.sessionsPerWeek,
    note: person.note,
    archived: false,
    createdAt: at(now, day - 7 * WEEKS, time),
  })
  for (const [stage, text] of Object.entries(plans))
    file.plans.push({ learnerId: id, stage: stage as Stage, text, version: 1 })

  const tones: ToneResult[] = []
  for (let week = WEEKS; week >= 0; week--) {
    const days = day - 7 * week
    const away = person.trouble === 'away' && week < 3 && week > 0
    const isFuture = days >= 0
    if (away) continue
    const lesson: LessonRecord = {
      id: `${id}-w${WEEKS - week + 1}`,
      learnerId: id,
      instrument: person.instruments[0],
      startsAt: at(now, days, time),
      minutes: person.age < 12 ? 20 : 30,
      finishedAt: isFuture ? null : plusMinutes(at(now, days, time), person.age < 12 ? 20 : 30),
    }
    file.lessons.push(lesson)
    if (!isFuture) teach(file, person, lesson, WEEKS - week, tones, random)
  }
}

/** One past lesson: set-up, long tones, moves, card, and the week of practice that followed. */
function teach(
  file: File,
  person: Person,
  lesson: LessonRecord,
  week: number,
  tones: ToneResult[],
  random: Random,
): void {
  let minute = 1
  let count = 0
  const add = <K extends EntryKind>(stage: Stage, kind: K, data: EntryData[K]) => {
    file.entries.push({
      id: `${lesson.id}-e${++count}`,
      lessonId: lesson.id,
      learnerId: person.id,
      instrument: lesson.instrument,
      stage,
      kind,
      at: plusMinutes(lesson.startsAt, minute),
      data,
    } as EntryRecord)
    minute += 2
  }

  const inst = instrument(lesson.instrument)
  const faults: { title: string; what: string }[] = []
  for (const step of inst.setup.filter((s) => s.sequences.includes(week < 3 ? 'first' : 'full'))) {
    const often =
      (person.trouble === 'reed' && step.id === 'reed-height') ||
      (person.id === 'pim-askerud' && step.id === 'stand')
    const wrong = random.chance(often ? (week >= WEEKS - 3 ? 1 : 0.6) : 0.3 / (week + 2))
    const fault = wrong ? step.faults[Math.floor(random() * step.faults.length)] : undefined
    if (fault) {
      faults.push({ title: step.title, what: fault.what })
      add('setup', 'setup', {
        stepId: step.id,
        verdict: 'wrong',
        faultId: often ? step.faults[0]!.id : fault.id,
      })
    } else if (random.chance(0.85)) add('setup', 'setup', { stepId: step.id, verdict: 'ok' })
  }

  const tries = 1 + Math.floor(random() * 2.4)
  for (let i = 0; i < tries; i++) {
    const { targetS } = nextTarget(tones)
    const tone = longTone(person, week, targetS, random)
    tones.push({ at: plusMinutes(lesson.startsAt, minute), ...tone })
    add('sound', 'long-tone', tone)
  }

  const progress = Math.min(1, week / WEEKS)
  const moves = person.moves.slice(0, week > 5 ? 2 : 1).map(([from, to]) => {
    const tried = 8
    const clean = Math.max(0, Math.min(tried, Math.round(tried * (0.25 + 0.55 * progress) + random.normal())))
    return {
      from,
      to,
      clean,
      tries: tried,
      late: clean < tried && inst.fingers ? random.pick(['R3', 'L3', 'R4:Eb']) : null,
    }
  })
  for (const move of moves)
    add('fingers', 'move', {
      ...move,
      late: inst.fingers?.touches.some((t) => t.id === move.late) ? move.late : null,
    })
  if (random.chance(0.4)) add('breath', 'note', { text: random.pick(BREATH_NOTES) })
  if (random.chance(0.25)) add('tongue', 'note', { text: random.pick(TONGUE_NOTES) })

  const card = composeCard({
    minutesPerSession: person.minutesPerSession,
    sessions: person.sessionsPerWeek,
    setupFaults: faults,
    longTone: {
      written: person.tone,
      targetS: nextTarget(tones).targetS,
      observes: person.attitude === 'observe',
    },
    moves,
    notes: [],
    plans: (['breath', 'tongue', 'tune'] as const).flatMap((stage) =>
      person.plans[stage] ? [{ stage, text: person.plans[stage] }] : [],
    ),
    listenFor: inst.teaching.listenFor,
  })
  const cardId = `${lesson.id}-card`
  const from = lesson.startsAt.slice(0, 10)
  file.cards.push({
    id: cardId,
    learnerId: person.id,
    lessonId: lesson.id,
    instrument: lesson.instrument,
    from,
    version: 1,
    sessions: card.sessions,
    listenFor: card.listenFor,
    rows: card.rows,
  })
  const done = practised(person, week, card.sessions, random)
  for (let session = 1; session <= done; session++)
    for (const row of card.rows)
      if (random.chance(0.9) || row === card.rows[0])
        file.ticks.push({
          cardId,
          rowId: row.id,
          session,
          at: plusMinutes(lesson.startsAt, session * 1440 - 90),
        })
  if (person.trouble === 'dizzy' && week === WEEKS - 1)
    file.reports.push({
      id: `${cardId}-r1`,
      cardId,
      at: plusMinutes(lesson.startsAt, 3 * 1440),
      kind: 'dizzy',
      text: 'after the third long tone, went away when I sat down',
    })
}

const BREATH_NOTES = [
  'Shoulders stay low when reminded',
  'Belly moves outwards now',
  'Gasps before long notes',
] as const
const TONGUE_NOTES = [
  'Jaw still moves a little',
  'Four even strokes in a breath',
  'Tongue too far back',
] as const

function practised(person: Person, week: number, planned: number, random: Random): number {
  const lately = person.trouble === 'away' && week > 8 ? 0.2 : person.diligence
  return Math.max(0, Math.min(planned, Math.round(planned * lately + 0.8 * random.normal())))
}

/** A long tone as this person plays it in this week, with the curves that a measurement would have left. */
function longTone(person: Person, week: number, targetS: number, random: Random): EntryData['long-tone'] {
  const plateau = person.trouble === 'stuck' ? 18.6 : Infinity
  const able = Math.min(person.startS + person.gainS * week, plateau)
  const lengthS = Math.max(
    1.5,
    Math.min(able + random.normal() * (person.trouble === 'stuck' ? 0.5 : 1), targetS * 1.25 + 1),
  )
  const relapse = person.trouble === 'unsteady' && week >= WEEKS - 2 ? 3 : 1
  const steadinessCents = Math.max(2.5, person.steady * 0.93 ** week * relapse * (1 + 0.12 * random.normal()))
  const { loudTendency } = instrument(person.instruments[0]).teaching
  const sagCents =
    (loudTendency === 'flat' ? -1 : 1) *
    Math.abs(8 + 4 * random.normal()) *
    (person.trouble === 'reed' ? 2 : 1)
  const points = 60
  let wander = 0
  const raw = Array.from({ length: points }, () => (wander = 0.8 * wander + random.normal()))
  const scale = steadinessCents / Math.sqrt(raw.reduce((sum, x) => sum + x * x, 0) / points)
  const round = (x: number) => Math.round(x * 10) / 10
  return {
    written: person.tone,
    targetS,
    lengthS: round(lengthS),
    cents: round(Math.max(-45, Math.min(45, 6 * random.normal()))),
    steadinessCents: round(steadinessCents),
    driftCents: round(-4 + 5 * random.normal()),
    sagCents: round(sagCents),
    rangeDb: round(6 + 3 * random()),
    hnrDb: round(14 + week * 0.4 + random.normal()),
    wobbleCents: round(steadinessCents * 0.4),
    wobbleHz: round(4.5 + random()),
    source: 'microphone',
    centsCurve: raw.map((x) => round(x * scale)),
    dbCurve: Array.from({ length: points }, (_, i) =>
      round(-14 - 5 * (i / points) ** 2 + 0.6 * random.normal()),
    ),
  }
}
