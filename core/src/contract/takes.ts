import { array, string, type InferType } from 'yup'
import { finite, id, instrumentId, moment, strict, text, whole } from '../fields/index.ts'

/** A recording that was kept, with who agreed to it. The sound itself is a WAVE file beside the database. */
export const takeRecord = strict({
  id: id(),
  learnerId: id(),
  lessonId: id(),
  instrument: instrumentId(),
  /** What was played: “Long tone E4”. */
  label: text(80),
  at: moment(),
  seconds: finite().min(0),
  bytes: whole(44, 1e9),
  consent: string()
    .required()
    .oneOf(['learner', 'guardian'] as const),
})
export type TakeRecord = InferType<typeof takeRecord>
/** What is told with the sound: the sender makes the id, so that sending it twice does no harm. */
export const takeQuery = strict({
  id: id(),
  label: text(80).optional().default(''),
  consent: string()
    .required()
    .oneOf(['learner', 'guardian'] as const),
})
export type TakeQuery = InferType<typeof takeQuery>
export const takeList = strict({
  takes: array().of(takeRecord).required(),
  /** Of this learner, and the most that is kept. */
  bytes: whole(0, 1e12),
  mostBytes: whole(0, 1e12),
})
export type TakeList = InferType<typeof takeList>
