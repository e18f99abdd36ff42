export const REED_STATES = ['new', 'breaking-in', 'rotation', 'concert', 'resting', 'retired'] as const
export type ReedState = (typeof REED_STATES)[number]

/** Once a reed was played: when, how long, and how it was found. */
export interface ReedUse {
  /** ISO date and time. */
  at: string
  minutes: number
  /** 1 (useless) to 5 (sings). */
  rating: number | null
}

/** A reed as the shelf knows it. Strength is on its maker's own scale and never converted to another's. */
export interface Reed {
  id: string
  name: string
  state: ReedState
  uses: readonly ReedUse[]
}

/** Minutes that a reed was played in all. */
export const minutesPlayed = (reed: Pick<Reed, 'uses'>): number => {
  let sum = 0
  for (const use of reed.uses) sum += use.minutes
  return sum
}

/** A reed is judged again after this many minutes (chosen by Halitus: fixed points make ratings comparable). */
export const RATE_EVERY_MINUTES = 60

/** Minutes played since the last rating; at {@link RATE_EVERY_MINUTES} it is time for the next. */
export function minutesSinceRating(reed: Pick<Reed, 'uses'>): number {
  const from = reed.uses.findLastIndex((u) => u.rating !== null) + 1
  return minutesPlayed({ uses: reed.uses.slice(from) })
}

/** The newest rating that was given, if any. */
export const lastRating = (reed: Pick<Reed, 'uses'>): number | null =>
  reed.uses.findLast((u) => u.rating !== null)?.rating ?? null
