/**
 * What learners report from home, and how it is said. By itself, as the day's page needs nothing else of practising.
 *
 * @example
 * troubleWords('no-sound') // 'No sound'
 */

/** In the order in which they are asked. */
export const TROUBLES = ['dizzy', 'sore', 'no-sound', 'other'] as const
export type Trouble = (typeof TROUBLES)[number]

/** The same in words, as whoever looks back at it reads them. */
export const TROUBLE_WORDS: Readonly<Record<Trouble, string>> = {
  dizzy: 'Dizzy',
  sore: 'Sore',
  'no-sound': 'No sound',
  other: 'Trouble',
}

/** Reports after which nothing rises until a week went well. */
export const HURTS = ['dizzy', 'sore'] as const
export type Hurt = (typeof HURTS)[number]
/** Whether a report is of something that hurts. */
export const isHurt = (kind: string): kind is Hurt => (HURTS as readonly string[]).includes(kind)

/** What was reported, in words; what isn't known is trouble as well. */
export const troubleWords = (kind: string): string =>
  kind in TROUBLE_WORDS ? TROUBLE_WORDS[kind as Trouble] : TROUBLE_WORDS.other
