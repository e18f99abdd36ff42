import { boolean, type InferType } from 'yup'
import { id, instrumentId, moment, strict, whole } from '../fields/index.ts'

export const lessonInput = strict({
  id: id(),
  instrument: instrumentId(),
  startsAt: moment(),
  minutes: whole(5, 180),
})
export type LessonInput = InferType<typeof lessonInput>
export const lessonRecord = lessonInput
  .shape({ learnerId: id(), finishedAt: moment().nullable().defined() })
  .noUnknown()
export type LessonRecord = InferType<typeof lessonRecord>
export const finishInput = strict({ finished: boolean().required() })
