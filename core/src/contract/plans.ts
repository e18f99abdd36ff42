import { array, boolean, number, string, type InferType } from 'yup'
import { id, STAGES, strict, text, uniqueBy, version, whole } from '../fields/index.ts'

/** What is planned for a stop; `version` is the one the writer saw, 0 when there was none. */
export const planInput = strict({ text: text(1000), version: version(0) })
export const plan = strict({
  stage: string().required().oneOf(STAGES),
  text: text(1000),
  version: version(0),
})
export type Plan = InferType<typeof plan>

/** What a teacher changed in a lesson's plan: minutes, order, what is left for next time and what is brought in. */
export const changedPlan = strict({
  minutes: uniqueBy(strict({ id: id(), minutes: whole(1, 60) }), (m: { id: string }) => m.id, 'item').max(60),
  order: uniqueBy(id(), (x: string) => x, 'item').max(60),
  out: uniqueBy(id(), (x: string) => x, 'item').max(60),
  in: uniqueBy(id(), (x: string) => x, 'item').max(60),
})
export type ChangedPlan = InferType<typeof changedPlan>
/** As many minutes as there are; the lesson's own when left out. */
export type LessonPlanQuery = { minutes?: string | undefined }
/** Minutes of a lesson as they stand in an address. */
export const minutesText = () =>
  string().matches(
    /^([1-9]\d?|1[0-7]\d|180)$/,
    ({ path, value }) => `${path} is “${value}”; it is whole minutes, 1 to 180.`,
  )
export const lessonPlanQuery = strict({ minutes: minutesText() })

const planItem = strict({
  id: id(),
  stage: string().required().oneOf(STAGES),
  part: string().required(),
  title: string().required(),
  minutes: whole(1, 180),
  /** Whether lips and breath work. */
  air: boolean().required(),
  /** Written notes that it asks for. */
  notes: array().of(string().required()).required(),
  about: string(),
  aim: strict({ value: number().required(), unit: string().required() }).optional().default(undefined),
  why: string().required(),
})
export const lessonPlanAnswer = strict({
  items: array().of(planItem).required(),
  /** What isn't reached, and why; it comes first next time. */
  left: array()
    .of(strict({ id: id(), title: string().required(), why: string().required() }))
    .required(),
})
export type LessonPlanAnswer = InferType<typeof lessonPlanAnswer>
