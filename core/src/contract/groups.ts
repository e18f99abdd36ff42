import { array, boolean, number, string, type InferType } from 'yup'
import { id, instrumentId, moment, name, strict, text, uniqueBy, whole } from '../fields/index.ts'
import { lessonRecord } from './lessons.ts'
import { minutesText } from './plans.ts'

/** Who has lessons together, and on what. */
export const groupInput = strict({
  id: id(),
  name: name(80),
  members: uniqueBy(
    strict({ learnerId: id(), instrument: instrumentId() }),
    (m: { learnerId: string }) => m.learnerId,
    'member',
  )
    .min(2)
    .max(8),
})
export const groupRecord = groupInput
export type GroupRecord = InferType<typeof groupRecord>

/** A time without lessons. */
export const awayInput = strict({ id: id(), from: moment(), to: moment(), words: text(120) }).test(
  'order',
  ({ value }) => `to is “${(value as { to?: string }).to}”; it comes after from.`,
  (value) => !value?.from || !value.to || value.from < value.to,
)
export const awayRecord = awayInput
  .shape({
    source: string()
      .required()
      .oneOf(['holiday', 'calendar'] as const),
  })
  .noUnknown()
export const awayList = strict({ away: array().of(awayRecord).required() })
export type AwayInput = InferType<typeof awayInput>
export type AwayRecord = InferType<typeof awayRecord>

/** A group as it is written; its id stands in the address. */
export const groupBody = strict({ name: groupInput.fields.name, members: groupInput.fields.members })
export type GroupBody = Omit<GroupRecord, 'id'>
export const groupList = strict({ groups: array().of(groupRecord).required() })
/** Minutes, and who isn't there: ids with commas between. */
export const groupPlanQuery = strict({
  minutes: minutesText(),
  absent: string().max(600),
})
export type GroupPlanQuery = { minutes?: string | undefined; absent?: string | undefined }
export const groupPlanAnswer = strict({
  group: groupRecord.required(),
  /** The lessons of a lesson together that is under way; empty where none is. */
  begun: array().of(lessonRecord).required(),
  minutes: whole(1, 180),
  /** In concert pitch, without its octave; null where nobody knows a note. */
  concert: string().nullable().defined(),
  blocks: array()
    .of(
      strict({
        id: string().required(),
        title: string().required(),
        fromS: number().required(),
        toS: number().required(),
        together: boolean().required(),
      }),
    )
    .required(),
  threads: array()
    .of(
      strict({
        learner: strict({ id: id(), name: string().required() }).required(),
        on: string().required(),
        instrument: instrumentId(),
        /** As this one reads the note. */
        written: string().nullable().defined(),
        /** What the next long tone on it is to last, s; null where it isn’t known yet. */
        aimS: number().nullable().defined(),
        /** Whether numbers may be compared. */
        races: boolean().required(),
        eased: string().nullable().defined(),
        airS: number().required(),
        spans: array()
          .of(
            strict({
              fromS: number().required(),
              toS: number().required(),
              does: string().required().oneOf(['plays', 'fingers', 'listens', 'does']),
            }),
          )
          .required(),
      }),
    )
    .required(),
})
export type GroupPlanAnswer = InferType<typeof groupPlanAnswer>
/** A lesson together: each who is there gets a lesson of their own, with its line and card; who isn't, a cancelled one. */
export const groupLessonInput = strict({
  startsAt: moment(),
  minutes: whole(5, 180),
  absent: uniqueBy(id(), (x: string) => x, 'learner').max(8),
})
export const groupLessonAnswer = strict({ lessons: array().of(lessonRecord).required() })
