import { string, type InferType } from 'yup'
import { STAGES, strict, text, whole } from '../fields/index.ts'

const VERSION = 1_000_000_000
/** What is planned for a stop; `version` is the one the writer saw, 0 when there was none. */
export const planInput = strict({ text: text(1000), version: whole(0, VERSION) })
export const plan = strict({
  stage: string().required().oneOf(STAGES),
  text: text(1000),
  version: whole(0, VERSION),
})
export type Plan = InferType<typeof plan>
