/** How likely something is, in five words; the numbers behind them stand here and nowhere else (chosen by Halitus). */
export const LIKELY = {
  'almost never': 0.03,
  seldom: 0.15,
  'now and then': 0.4,
  often: 0.75,
  'almost always': 0.95,
} as const
export type HowLikely = keyof typeof LIKELY

/** Something that may be the case. */
export interface Cause {
  id: string
  words: string
  /** How usual it is before anything is known. */
  usual: HowLikely
  /** So many times more, by what isn't a question's answer. */
  weight?: number
}

/** What can be seen, heard or measured. */
export interface Outcome {
  id: string
  words: string
  /** How likely it is under a cause; where it isn't named, `otherwise`. */
  under: Readonly<Partial<Record<string, HowLikely>>>
  otherwise: HowLikely
  /** Of two causes at once it takes both to show it, as that nothing changed; else either is enough. */
  takesBoth?: true
}

/**
 * Something to look at, listen to or try. With one outcome it is there or it isn't; several outcomes shut each other out.
 */
export interface Question {
  id: string
  /** What to do, to be said aloud; left out where it is only noticed or measured. */
  ask?: string
  /** How long that takes in a lesson. */
  seconds?: number
  /** How many times a second of it is worth another's: more where trying it is a cure, less where it never helped. */
  worth?: number
  outcomes: readonly [Outcome, ...Outcome[]]
}

/** One thing that is there or isn't, and how likely under each cause. */
export const sign = (
  id: string,
  words: string,
  under: Outcome['under'],
  otherwise: HowLikely,
  asked?: { ask: string; seconds: number },
): Question => ({ id, ...asked, outcomes: [{ id, words, under, otherwise }] })

/** Two causes that are often there at once. */
export interface Pair {
  both: readonly [string, string]
  /** How likely the second one is because of the first. */
  usual: HowLikely
}

export interface Model {
  causes: readonly Cause[]
  /** Causes that come together; any other two are taken for one too many. */
  pairs?: readonly Pair[]
  questions: readonly Question[]
  /** Share of what nobody has thought of, before anything is known. */
  otherShare: number
}
