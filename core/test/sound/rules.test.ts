import { describe, expect, it } from 'vitest'
import { hzOfMidi } from '@halitus/core/pitch'
import {
  forSeconds,
  TONE_RULE,
  untilQuiet,
  untilToneEnds,
  type LiveFrame,
  type StopRule,
} from '@halitus/core/sound'

/** Frames every 10 ms; each part is so many frames of a pitch (semitones; 0 for none) at a level. */
function frames(
  ...parts: [count: number, midi: number | ((i: number) => number), db?: number][]
): LiveFrame[] {
  const out: LiveFrame[] = []
  for (const [count, midi, db = -20] of parts)
    for (let i = 0; i < count; i++) {
      const m = typeof midi === 'function' ? midi(i) : midi
      const timeS = out.length / 100
      const hz = m ? hzOfMidi(m) : 0
      out.push({
        timeS,
        newestS: timeS + 0.04,
        hz,
        aloneHz: hz,
        looseHz: hz,
        db,
        levelDb: db,
        upperDb: db,
        clarity: m ? 0.95 : 0.1,
        confidence: m ? 1 : 0,
        hnrDb: 20,
        brightness: 3,
        oddEvenDb: 0,
        overblown: 0,
        overHz: 0,
      })
    }
  return out
}
/** When a rule ends a take, s; undefined when it never does. */
function endOf(rule: StopRule, all: LiveFrame[]): number | undefined {
  for (const f of all) if (rule.hear([f])) return f.timeS
  return undefined
}
const length = (rule: StopRule) => (rule.counted ? rule.counted.endS - rule.counted.startS : 0)

describe('a take of one long tone (numbers chosen by Halitus)', () => {
  it('counts from one second, and ends a second after the tone', () => {
    expect(TONE_RULE).toEqual({ countsFromS: 1, overS: 1, gapS: 0.06, stepSemitones: 1 })
    const rule = untilToneEnds()
    expect(endOf(rule, frames([50, 0], [300, 62], [300, 0]))).toBeCloseTo(4.5, 2)
    expect(rule.counted!.startS).toBeCloseTo(0.5, 6)
    expect(length(rule)).toBeCloseTo(2.99, 6)
  })
  it.each([
    [100, false],
    [101, true],
    [102, true],
  ])('%i frames of ten milliseconds count: %s', (count, counts) => {
    const rule = untilToneEnds()
    expect(endOf(rule, frames([count, 62], [300, 0])) !== undefined).toBe(counts)
    expect(rule.counted !== undefined).toBe(counts)
  })
  it('waits through talk before the tone, however long', () => {
    // Syllables of 0.3 s that glide over a fifth, as speech does, with pauses between.
    const talk = Array.from({ length: 20 }, (): [number, (i: number) => number][] => [
      [30, (i) => 48 + (7 * i) / 30],
      [15, () => 0],
    ]).flat()
    const rule = untilToneEnds()
    expect(endOf(rule, frames(...talk))).toBeUndefined()
    expect(rule.counted).toBeUndefined()
    expect(endOf(untilToneEnds(), frames(...talk, [400, 62], [200, 0]))).toBeCloseTo(9 + 4 + 1, 1)
  })
  it('ends though talk follows the tone at once', () => {
    const talk = frames(
      [200, 62],
      ...Array.from({ length: 12 }, (): [number, (i: number) => number] => [30, (i) => 45 + i / 4]),
    )
    expect(endOf(untilToneEnds(), talk)).toBeLessThan(3.2)
  })
  it.each([
    [5, 2.24],
    [6, 1.09],
    [7, 1.09],
  ])('a gap of %i frames leaves %f s as the longest stretch', (gap, longest) => {
    const rule = untilToneEnds()
    endOf(rule, frames([110, 62], [gap, 0], [110, 62], [200, 0]))
    // A gap of six frames is seventy milliseconds from sound to sound.
    expect(length(rule)).toBeCloseTo(longest, 2)
  })
  it('goes on through a squeak inside the tone', () => {
    const rule = untilToneEnds()
    expect(endOf(rule, frames([200, 62], [18, 90], [300, 62], [200, 0]))).toBeCloseTo(6.18, 1)
    expect(length(rule)).toBeCloseTo(2.99, 2)
  })
  it('takes a step of more than a semitone for another sound', () => {
    const step = (by: number) => {
      const rule = untilToneEnds()
      endOf(rule, frames([150, 62], [150, 62 + by], [200, 0]))
      return length(rule)
    }
    expect(step(0.9)).toBeGreaterThan(2.9)
    expect(step(1.1)).toBeLessThan(1.6)
  })
  it('follows a bend as far as it glides when it may', () => {
    const bend = frames(
      [50, 62],
      [150, (i) => 62 - (3 * i) / 150],
      [150, (i) => 59 + (3 * i) / 150],
      [200, 0],
    )
    const may = untilToneEnds(true)
    endOf(may, bend)
    expect(length(may)).toBeGreaterThan(3.4)
  })
})

describe('a take without a note', () => {
  it.each([
    [-40.1, false],
    [-40, true],
    [-39, true],
  ])('begins at its loudness: %f dB, %s', (db, begins) => {
    const rule = untilQuiet(-40, 0.5)
    expect(endOf(rule, frames([100, 0, db], [100, 0, -70])) !== undefined).toBe(begins)
  })
  it('is over after so much quiet, not after less', () => {
    const rule = untilQuiet(-40, 0.5)
    expect(
      endOf(rule, frames([50, 0, -70], [100, 0, -30], [45, 0, -70], [100, 0, -30], [200, 0, -70])),
    ).toBeCloseTo(3.46, 1)
    expect(rule.counted!.startS).toBeCloseTo(0.5, 6)
    expect(length(rule)).toBeCloseTo(2.44, 2)
  })
})

describe('a take of a given length', () => {
  it('ends there, silence counting too', () => {
    const rule = forSeconds(2)
    expect(rule.counted).toBeUndefined()
    expect(endOf(rule, frames([500, 0, -70]))).toBeCloseTo(2, 6)
    expect(length(rule)).toBeCloseTo(2, 6)
  })
})
