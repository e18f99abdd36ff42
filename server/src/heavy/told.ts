import type { RefusalCode } from '@halitus/core/errors'

/** Something that can't be done, told as data: errors lose what they are on the way between threads. */
export interface Told {
  refused: string
  /** What kind of refusal it is, where there are several. */
  code?: RefusalCode
  field?: string
}
