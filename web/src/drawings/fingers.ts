import type { pictureOf } from '@halitus/core/instruments'

/** What a touch does, told by its shape: filled, ring, with a wedge down (pressing) or up (lifting). */
export type TouchState = 'held' | 'lifted' | 'pressing' | 'lifting'

/** A touch as it is drawn. */
export type TouchShown = ReturnType<typeof pictureOf>['touches'][number] & {
  state: TouchState
  /** Its letter is written: it is held, moves or is half. */
  spoken: boolean
  /** A key that nobody needs, drawn small. */
  small: boolean
  /** On the tube itself. */
  on: boolean
  /** Share of a whole touch. */
  size: number
}
