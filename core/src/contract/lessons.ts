import { boolean, string, type InferType } from 'yup'
import { day, id, instrumentId, moment, strict, whole } from '../fields/index.ts'
import { changedPlan } from './plans.ts'

export const lessonInput = strict({
  id: id(),
  instrument: instrumentId(),
  startsAt: moment(),
  minutes: whole(5, 180),
})
export type LessonInput = InferType<typeof lessonInput>
export const lessonRecord = lessonInput
  .shape({
    learnerId: id(),
    finishedAt: moment().nullable().defined(),
    /** It doesn't take place; what was noted in it stays. */
    cancelled: boolean().required(),
    /** The day of a learner's regular lessons that this one stands for, wherever it was moved to. */
    regularDay: day().nullable().defined(),
    /** The group that has it together; each member has a lesson of their own at that time. */
    groupId: id().nullable().notRequired().default(null),
    changedPlan: changedPlan.nullable().notRequired().default(null),
  })
  .noUnknown()
export type LessonRecord = InferType<typeof lessonRecord>
/** Moves a lesson, makes it longer or shorter, cancels it or takes that back. */
export const lessonPatch = strict({
  startsAt: moment().optional(),
  minutes: whole(5, 180).optional(),
  cancelled: boolean().optional(),
})
export type LessonPatch = Partial<Pick<LessonRecord, 'startsAt' | 'minutes' | 'cancelled'>>

/** When a learner comes every week; Monday is 1. */
export const regular = strict({
  weekday: whole(1, 7),
  time: string()
    .required()
    .matches(
      /^([01]\d|2[0-3]):[0-5]\d$/,
      ({ path, value }) => `${path} is “${value}”; it is a time like 16:30.`,
    ),
  minutes: whole(5, 180),
  instrument: instrumentId(),
})
export type Regular = InferType<typeof regular>
export const finishInput = strict({ finished: boolean().required() })
