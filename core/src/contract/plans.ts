import { string, type InferType } from 'yup'
import { STAGES, strict, text, version } from '../fields/index.ts'

/** What is planned for a stop; `version` is the one the writer saw, 0 when there was none. */
export const planInput = strict({ text: text(1000), version: version(0) })
export const plan = strict({
  stage: string().required().oneOf(STAGES),
  text: text(1000),
  version: version(0),
})
export type Plan = InferType<typeof plan>
