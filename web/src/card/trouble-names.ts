import type { Trouble } from '@halitus/core/contract'
import { TROUBLE_WORDS } from '@halitus/core/trouble'

/** How a learner reads what may trouble. */
export const TROUBLE_NAMES: Record<Trouble, string> = { ...TROUBLE_WORDS, other: 'Something else' }
