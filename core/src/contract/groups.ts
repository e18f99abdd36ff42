import { array, string, type InferType } from 'yup'
import { id, instrumentId, moment, name, strict, text, uniqueBy } from '../fields/index.ts'

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
