import { midiOfHz } from '../pitch/index.ts'
import type { LiveFrame } from './track.ts'

/** What ends a take, and which part of it counts; the stop that listens chooses one. */
export interface StopRule {
  /** Takes the frames that became complete. @returns true when the take is over */
  hear(frames: readonly LiveFrame[]): boolean
  /** The longest stretch that counts so far, s since the stream began; undefined while nothing counts. */
  readonly counted: { startS: number; endS: number } | undefined
}

/** Times of frames are sums of steps: differences smaller than this are none. */
const CLOCK_GRAIN_S = 1e-6

/** Chosen by Halitus, after trials with talk before and after the tone. */
export const TONE_RULE = {
  /** Talk has no pitch that stays for a second: a tone counts from here. */
  countsFromS: 1,
  /** It is over after this much of anything else. */
  overS: 1,
  /** A gap this short doesn't end a stretch. */
  gapS: 0.06,
  /** A step this large between neighbouring frames, or away from the stretch, is another sound. Semitones. */
  stepSemitones: 1,
} as const

/**
 * A take of one long tone: waits through talk, counts a pitch that stays for a second, and ends a second after it. A
 * squeak inside a tone breaks the stretch that counts, but not the take.
 * @param mayGlide follow a pitch that is bent on purpose: only a step ends the stretch, not the distance it has gone
 */
export function untilToneEnds(mayGlide = false): StopRule {
  const { countsFromS, overS, gapS, stepSemitones } = TONE_RULE
  let longest: { startS: number; endS: number } | undefined
  let startS = -1
  let lastS = -1
  let lastMidi = 0
  let centre = 0
  let count = 0
  /** When the counted tone was last heard. */
  let heardS = -1
  let heardMidi = 0
  return {
    get counted() {
      return longest
    },
    hear(frames) {
      for (const { timeS, hz } of frames) {
        if (hz > 0) {
          const midi = midiOfHz(hz)
          const away = mayGlide ? Math.abs(midi - lastMidi) : Math.abs(midi - centre)
          if (startS < 0 || timeS - lastS > gapS + CLOCK_GRAIN_S || away > stepSemitones) {
            startS = timeS
            count = 0
          }
          count++
          centre = count === 1 ? midi : centre + (midi - centre) / Math.min(count, 30)
          lastS = timeS
          lastMidi = midi
          const lengthS = timeS - startS
          if (lengthS >= countsFromS - CLOCK_GRAIN_S) {
            heardS = timeS
            heardMidi = midi
            if (!longest || lengthS > longest.endS - longest.startS) longest = { startS, endS: timeS }
          } else if (longest && Math.abs(midi - heardMidi) <= stepSemitones) heardS = timeS
        }
        if (longest && timeS - heardS > overS) return true
      }
      return false
    },
  }
}

/**
 * A take of something without a note, or of several: breath, strokes, two notes back and forth. It begins with the first
 * frame louder than `loudDb` and is over after `overS` of less.
 */
export function untilQuiet(loudDb: number, overS: number): StopRule {
  let counted: { startS: number; endS: number } | undefined
  return {
    get counted() {
      return counted
    },
    hear(frames) {
      for (const { timeS, db } of frames) {
        if (db >= loudDb) counted = { startS: counted?.startS ?? timeS, endS: timeS }
        else if (counted && timeS - counted.endS > overS) return true
      }
      return false
    },
  }
}

/** A take that is over as soon as one of several rules says so; what counts is told by the first. */
export function firstOf(...rules: readonly [StopRule, ...StopRule[]]): StopRule {
  return {
    get counted() {
      return rules[0].counted
    },
    hear(frames) {
      // Each has to hear everything, so none is passed over once another has ended.
      return rules.map((rule) => rule.hear(frames)).some(Boolean)
    },
  }
}

/** A take of a length that is given: an answer within its bars. Silence counts too. */
export function forSeconds(seconds: number): StopRule {
  let counted: { startS: number; endS: number } | undefined
  return {
    get counted() {
      return counted
    },
    hear(frames) {
      for (const { timeS } of frames) {
        const startS = counted?.startS ?? timeS
        counted = { startS, endS: Math.min(timeS, startS + seconds) }
        if (timeS - startS >= seconds) return true
      }
      return false
    },
  }
}
