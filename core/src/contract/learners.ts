import { array, boolean, number, string, type InferType } from 'yup'
import {
  day,
  id,
  instrumentId,
  moment,
  name,
  strict,
  text,
  uniqueBy,
  version,
  whole,
} from '../fields/index.ts'
import { allSchools, INSTRUMENT_IDS } from '../instruments/index.ts'
import { SESSION_MINUTES, SESSIONS } from '../practice/index.ts'
import { HURTS } from '../trouble/index.ts'
import { cardAnswer, cardRow, pdfQuery, report } from './cards.ts'
import { entryRecord } from './entries.ts'
import { lessonRecord, regular, type Regular } from './lessons.ts'
import { plan } from './plans.ts'

/** Chosen ways by the id of their school; schools and ways must be known. */
export const chosenSchools = () =>
  strict(
    Object.fromEntries(
      allSchools().map((school) => [
        school.id,
        string()
          .oneOf(school.choices.map((c) => c.id))
          .optional(),
      ]),
    ),
  ).required()
type Schools = { schools: Record<string, string> }

const learnerFields = {
  name: name(80),
  birthYear: whole(1900, 2100),
  instruments: uniqueBy(instrumentId(), (x: string) => x, 'instrument')
    .min(1)
    .max(INSTRUMENT_IDS.length),
  schools: chosenSchools(),
  minutesPerSession: whole(SESSION_MINUTES.low, SESSION_MINUTES.high),
  sessionsPerWeek: whole(SESSIONS.low, SESSIONS.high),
  note: text(1000),
}
/** Who agreed that these notes are kept, and on which day; nobody said so where it is null. */
export const consent = strict({
  by: string()
    .required()
    .oneOf(['learner', 'guardian'] as const),
  on: day(),
})
export type Consent = InferType<typeof consent>
const consentOrNone = consent.nullable()
/** Lessons of the coming weeks are made from it by themselves. */
const regularTime = regular.nullable()
/** With an id of the sender's making it may be sent twice; without one a new learner is made each time. */
export const learnerInput = strict({
  id: id().optional(),
  ...learnerFields,
  regular: regularTime.optional(),
  consent: consentOrNone.optional(),
})
export type LearnerInput = Omit<InferType<typeof learnerInput>, 'schools' | 'regular' | 'consent'> &
  Schools & { regular?: Regular | null; consent?: Consent | null }
/** With the `version` that the writer saw, what somebody else changed meanwhile isn’t written over. */
export const learnerPatch = strict(learnerFields)
  .partial()
  .shape({
    archived: boolean(),
    regular: regularTime.optional(),
    consent: consentOrNone.optional(),
    version: version().optional(),
  })
  .noUnknown()
export type LearnerPatch = Partial<LearnerRecord>

export const learnerRecord = strict({
  id: id(),
  ...learnerFields,
  regular: regularTime.defined(),
  archived: boolean().required(),
  createdAt: moment(),
  /** Files from before consent was noted don’t say. */
  consent: consentOrNone.default(null),
  version: version().optional().default(1),
})
export type LearnerRecord = Omit<
  InferType<typeof learnerRecord>,
  'schools' | 'regular' | 'consent' | 'version'
> &
  Schools & { regular: Regular | null; consent: Consent | null; version: number }

export const concern = strict({
  kind: string().required(),
  weight: number().required(),
  sentence: string().required(),
  from: string(),
})
export const aim = strict({
  kind: string().required(),
  about: string().required(),
  title: string().required(),
  value: number().required(),
  unit: string().required(),
  why: string().required(),
})

export const learnerList = strict({ learners: array().of(learnerRecord).required() })
export const learnerAnswer = strict({
  learner: learnerRecord.required(),
  lessons: array().of(lessonRecord).required(),
  entries: array().of(entryRecord).required(),
  cards: array().of(cardAnswer).required(),
  plans: array().of(plan).required(),
  concerns: array().of(concern).required(),
  aims: array()
    .of(strict({ instrument: instrumentId(), aims: array().of(aim).required() }))
    .required(),
})

export const lessonAnswer = strict({
  lesson: lessonRecord.required(),
  learner: learnerRecord.required(),
  /** What this learner did in this and earlier lessons on this instrument, oldest first. */
  entries: array().of(entryRecord).required(),
  plans: array().of(plan).required(),
  concerns: array().of(concern).required(),
  aims: array().of(aim).required(),
  /** What home says that bears on aims: what hurt there and isn't over, and numbers. */
  home: strict({
    eased: strict({ at: moment(), by: string().required().oneOf(HURTS) })
      .optional()
      .default(undefined),
    numbers: array()
      .of(
        strict({
          goal: string().required(),
          about: string().defined(),
          value: number().required(),
          unit: string().required(),
          measured: boolean().required(),
          at: moment(),
        }),
      )
      .optional(),
    asked: array()
      .of(
        strict({
          on: string().required(),
          goal: string().required(),
          about: string().defined(),
          value: number().required(),
        }),
      )
      .optional(),
  }).required(),
  /** What found no room on the card, and why. */
  left: array()
    .of(strict({ title: string().required(), why: string().defined() }))
    .required(),
  /** Card given in this lesson, if composed already. */
  card: cardAnswer
    .shape({ leftOut: array().of(cardRow).required().max(100) })
    .noUnknown()
    .nullable()
    .defined(),
  /** Card that the learner brings along. */
  lastCard: cardAnswer.nullable().defined(),
})

export const todayQuery = strict({
  date: day().optional(),
  /** Any day of the week to show; the date's own when left out. */
  week: day().optional(),
})
export const todayAnswer = strict({
  date: day(),
  studio: strict({ name: string().defined(), place: string().defined() }).required(),
  lessons: array()
    .of(
      strict({
        lesson: lessonRecord.required(),
        /** The instrument's name: a day can be shown without all that is known of instruments. */
        on: string().required(),
        learner: strict({ id: id(), name: string().required(), birthYear: number().required() }).required(),
        concern: concern.required(),
        more: whole(0, 1000),
        done: whole(0, 7),
        /** What was done at home of the card before, item by item. */
        home: array()
          .of(
            strict({
              title: string().required(),
              done: whole(0, 7),
              of: whole(1, 7),
              /** The best number that came back, its unit as one says it; null where none did, or who has it observes. */
              best: number().nullable().defined(),
              unit: string().defined(),
            }),
          )
          .required(),
      }),
    )
    .required(),
  /** Seven days from Monday on: who comes when. */
  week: array()
    .of(
      strict({
        date: day(),
        lessons: array()
          .of(
            strict({
              lesson: lessonRecord.required(),
              name: string().required(),
              /** What it falls into: a holiday, or what another calendar says. */
              clash: string().nullable().defined(),
            }),
          )
          .required(),
      }),
    )
    .required(),
  /** Trouble from home that nobody has seen yet, oldest first. */
  reports: array()
    .of(
      strict({
        report: report.required(),
        cardId: id(),
        learner: strict({ id: id(), name: string().required() }).required(),
      }),
    )
    .required(),
  /** Who has not been seen for long and isn't expected. */
  gaps: array()
    .of(
      strict({
        learner: strict({ id: id(), name: string().required() }).required(),
        lastLesson: day().nullable().defined(),
      }),
    )
    .required(),
  /** Day of the next lessons when there are none today. */
  next: day().nullable().defined(),
})

export const weekQuery = strict({ instrument: instrumentId().optional() })
export const weekAnswer = strict({ minutesPerSession: whole(1, 600), sessions: whole(1, 7), why: text(400) })
/** On the learner's first instrument when left out. */
export const termQuery = pdfQuery.shape({ instrument: instrumentId().optional() }).noUnknown()
