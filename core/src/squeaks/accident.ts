import type { Fact, PastAccident } from './facts.ts'

/** What is known when a diagnosis is asked for. */
export interface Accident {
  weeksPlaying: number
  complaint: string
  /** The written note that was meant. */
  written?: string
  /** The written note before it, in a change of notes. */
  from?: string
  /** Touches that were seen to differ from the picture of the written note: up where they should be down, or down. */
  differs?: readonly string[]
  heard?: { hz?: number; partial?: number; at?: 'stroke' | 'crossing' | 'held' }
  /**
   * Ids of what was noticed (`low`, or `low:yes`, `low:no`), and of checks with how they went: `freeze:better`,
   * `freeze:same`, `freeze:worse`; `pain` ends the search.
   */
  observations: readonly string[]
  absent?: readonly string[]
  /** Checks that can't be done here. */
  unavailable?: readonly string[]
  /** What A4 is here, Hz; 440 where it isn't said. */
  a4Hz?: number
  /** What is known of learner, reed and instrument. */
  facts?: readonly Fact[]
  /** How earlier accidents ended: what never helped is asked for later. */
  past?: readonly PastAccident[]
}
