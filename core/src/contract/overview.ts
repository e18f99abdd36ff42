import { array, string, type InferType } from 'yup'
import { day, id, instrumentId, moment, strict, whole } from '../fields/index.ts'

const who = strict({ id: id(), name: string().required() })
/** What a teacher looks at between lessons: who needs what, what helped, what to order and to have repaired. */
export const overviewAnswer = strict({
  from: day(),
  /** Lessons of the next seven days, what weighs most first. */
  needs: array()
    .of(
      strict({
        lessonId: id(),
        startsAt: moment(),
        learner: who.required(),
        on: string().required(),
        sentence: string().required(),
        more: whole(0, 1000),
      }),
    )
    .required(),
  advised: array()
    .of(
      strict({
        words: string().required(),
        kind: string().required(),
        helped: whole(0, 1e6),
        tried: whole(1, 1e6),
        learners: whole(1, 1e6),
      }),
    )
    .required(),
  /** Reeds that won't last, what is needed first at the top. */
  order: array()
    .of(
      strict({
        learner: who.required(),
        instrument: instrumentId(),
        on: string().required(),
        sentence: string().required(),
        orderBy: day().nullable().defined(),
        now: string().oneOf(['now', 'soon']).required(),
      }),
    )
    .required(),
  /** Instruments with faults, or words for the technician, that no service came after. */
  service: array()
    .of(
      strict({
        learner: who.required(),
        pieceId: id(),
        name: string().required(),
        on: string().required(),
        open: array().of(string().required()).required(),
      }),
    )
    .required(),
})
export type OverviewAnswer = InferType<typeof overviewAnswer>
