/** How likely, in a letter: n almost never, s seldom, w now and then, o often, a almost always. */
export type Letter = 'n' | 's' | 'w' | 'o' | 'a'

/** Where a cause lies. */
export type Group = 'fingers' | 'vent' | 'reed' | 'mouth' | 'air' | 'tongue' | 'body' | 'instrument'

/** Why an accident happens, and everything that is known of it. */
export interface SqueakCause {
  id: string
  words: string
  group: Group
  /** Families that have it; all where it isn't said. */
  on?: readonly string[]
  /** How usual it is in the first weeks, and after a year. */
  usual: readonly [first: Letter, later: Letter]
  /** What it shows, and which checks make it better: `id:letter`. What isn't named is as likely as without it. */
  shows: string
  /** What to do now, in a sentence. */
  remedy: string
  /** What to practise at home. */
  drill: string
  /** Where in the program that is done. */
  stop?: 'setup' | 'breath' | 'sound' | 'tongue' | 'fingers'
  caution?: string
  /** Who says so; common practice without a source where it isn't said. */
  source?: string
}

/** One line of data as a cause. */
export const cause = (
  id: string,
  group: Group,
  words: string,
  usual: string,
  shows: string,
  remedy: string,
  drill: string,
  more: Pick<SqueakCause, 'on' | 'stop' | 'caution' | 'source'> = {},
): SqueakCause => ({
  id,
  group,
  words,
  usual: [usual[0] as Letter, usual[1] as Letter],
  shows,
  remedy,
  drill,
  ...more,
})

/** Families by what they have. */
export const SINGLE = ['clarinet', 'saxophone'] as const
export const DOUBLE = ['oboe', 'bassoon'] as const
export const BEAKED = ['clarinet', 'saxophone', 'oboe', 'bassoon'] as const
export const REEDED = [...BEAKED, 'chanter'] as const
export const HOLED = ['clarinet', 'oboe', 'bassoon', 'recorder', 'chanter'] as const
/** Where the tongue begins notes: a chanter's are told apart by gracenotes. */
export const TONGUED = ['flute', 'clarinet', 'saxophone', 'oboe', 'bassoon', 'recorder'] as const
export const KEYED = ['flute', 'clarinet', 'saxophone', 'oboe', 'bassoon'] as const
