import { describe, expect, it } from 'vitest'
import {
  judgeTone,
  LADDER,
  nextTarget,
  STEADY_CENTS,
  stepBack,
  stepUp,
  toneWords,
  type Tone,
} from '@halitus/core/records'

const tone = (targetS: number, lengthS: number, steadinessCents = 6, more: Partial<Tone> = {}): Tone => ({
  targetS,
  lengthS,
  steadinessCents,
  driftCents: 0,
  wobbleCents: 2,
  wobbleHz: 5,
  hnrDb: 20,
  sagCents: 0,
  rangeDb: 2,
  ...more,
})

describe('a tone is judged once, by the numbers as they are shown', () => {
  // Thresholds chosen by Halitus: a case just below, at and just above each.
  it.each([
    [14.94, 14.9, false],
    [14.95, 15, true],
    [14.96, 15, true],
    [15, 15, true],
    [15.04, 15, true],
  ])('%f s against 15 s reads %f s: long enough %s', (lengthS, shown, long) =>
    expect(judgeTone(tone(15, lengthS))).toMatchObject({ lengthS: shown, long, held: long }),
  )
  it.each([
    [14.9, 15, true],
    [15, 15, true],
    [15.04, 15, true],
    [15.49, 15, true],
    [15.5, 16, false],
    [16, 16, false],
  ])('%f cents reads %i: steady %s', (cents, shown, steady) =>
    expect(judgeTone(tone(4, 5, cents))).toMatchObject({ steadinessCents: shown, steady, held: steady }),
  )
  it('holds only when both hold', () => {
    expect(judgeTone(tone(15, 14, STEADY_CENTS + 1)).held).toBe(false)
    expect(STEADY_CENTS).toBe(15)
  })
})

describe('a tone’s main fault', () => {
  const of = (more: Partial<Tone>, lengthS = 16) => tone(15, lengthS, 6, more)
  // Limits chosen by Halitus: a case below, at and above each, on both sides where there are two.
  it.each<[Partial<Tone>, string | undefined, boolean]>([
    [{}, undefined, true],
    [{ driftCents: -20.4 }, undefined, true],
    [{ driftCents: -20.5 }, undefined, true],
    [{ driftCents: -20.6 }, 'it sinks by 21 cents; 20 is the limit', false],
    [{ driftCents: -60 }, 'it sinks by 60 cents; 20 is the limit', false],
    [{ driftCents: 20 }, undefined, true],
    [{ driftCents: 21 }, 'it rises by 21 cents; 20 is the limit', false],
    [{ wobbleCents: 12.4 }, undefined, true],
    [{ wobbleCents: 12.5 }, 'it shakes by 13 cents, 5 times a second; 12 is the limit', false],
    [{ wobbleCents: 30, wobbleHz: null }, 'it shakes by 30 cents; 12 is the limit', false],
    [{ wobbleCents: null, wobbleHz: null }, undefined, true],
    [{ steadinessCents: 15.6 }, 'it wavers by 16 cents; 15 is the limit', false],
    [{ hnrDb: 11.5 }, undefined, true],
    [{ hnrDb: 11.4 }, 'it is airy: tone 11 dB above the noise', true],
    [{ sagCents: -15.4, rangeDb: 6 }, undefined, true],
    [{ sagCents: -16, rangeDb: 6 }, 'it goes 16 cents flat when loud', true],
    [{ sagCents: -16, rangeDb: 5.9 }, undefined, true],
    [{ sagCents: 16, rangeDb: 12 }, 'it goes 16 cents sharp when loud', true],
    [{ squeaks: 0 }, undefined, true],
    [{ squeaks: 1 }, 'it squeaked once', false],
    [{ squeaks: 3 }, 'it squeaked 3 times', false],
    // A squeak before all else; then what is furthest beyond its limit; air and loudness last.
    [{ squeaks: 1, driftCents: -150 }, 'it squeaked once', false],
    [{ driftCents: -30, wobbleCents: 30 }, 'it shakes by 30 cents, 5 times a second; 12 is the limit', false],
    [{ driftCents: -60, wobbleCents: 30 }, 'it sinks by 60 cents; 20 is the limit', false],
    [{ driftCents: -60, hnrDb: 3 }, 'it sinks by 60 cents; 20 is the limit', false],
    [{ hnrDb: 3, sagCents: -40, rangeDb: 20 }, 'it is airy: tone 3 dB above the noise', true],
  ])('%j: %s', (more, words, held) => {
    const verdict = judgeTone(of(more))
    expect(verdict.fault?.words).toBe(words)
    expect(verdict.held).toBe(held)
    expect(nextTarget([of(more)]).value > 15).toBe(held)
  })
  it.each<[Partial<Tone>, number, string]>([
    [{}, 16, 'Held: 16.0 of 15 s, within 6 cents.'],
    [{ driftCents: -9.4 }, 16, 'Held: 16.0 of 15 s, within 6 cents.'],
    [{ driftCents: -10 }, 16, 'Held: 16.0 of 15 s, within 6 cents, 10 lower at the end.'],
    [{ driftCents: 14 }, 16, 'Held: 16.0 of 15 s, within 6 cents, 14 higher at the end.'],
    [{ hnrDb: 8 }, 16, 'Held: 16.0 of 15 s, within 6 cents; it is airy: tone 8 dB above the noise.'],
    [{ driftCents: -60 }, 16, 'Long enough, but it sinks by 60 cents; 20 is the limit.'],
    [{ driftCents: -60 }, 9, '9.0 of 15 s, and it sinks by 60 cents; 20 is the limit.'],
    [{}, 14.94, '14.9 of 15 s, steady.'],
    [{ squeaks: 1 }, 8, '8.0 of 15 s, and it squeaked once.'],
  ])('%j, %f s: %s', (more, lengthS, words) => expect(toneWords(of(more, lengthS))).toBe(words))
})

describe('the ladder (common practice, no source: first hold 4 s, home 15 s, three seconds a step, towards 60 s)', () => {
  it('begins with 4 s and says so', () =>
    expect(nextTarget([])).toEqual({ value: 4, why: 'No long tone on this note yet: begin with 4 s.' }))
  it('goes from 15 s in steps of three to 60 s and stays there', () => {
    const steps = [15]
    while (steps.at(-1)! < 60) steps.push(stepUp(steps.at(-1)!, steps.at(-1)!))
    expect(steps).toEqual([15, 18, 21, 24, 27, 30, 33, 36, 39, 42, 45, 48, 51, 54, 57, 60])
    expect(stepUp(60, 60)).toBe(60)
    expect(LADDER).toEqual({ firstHoldS: 4, homeS: 15, stepS: 3, topS: 60 })
  })
  it.each([
    // Below home: one second more than was held, at least one more than asked.
    [4, 4, 5],
    [4, 4.9, 5],
    [4, 6.7, 7],
    [4, 7, 8],
    [12, 12.5, 13],
    [12, 14.9, 15],
    [14, 14.2, 15],
    // From home on: the rung that isn't below what was held.
    [4, 15, 15],
    [4, 15.1, 18],
    [4, 22, 24],
    [15, 15, 18],
    [15, 16.2, 18],
    [15, 18, 18],
    [15, 18.1, 21],
    [15, 40, 42],
    [57, 57, 60],
    [57, 60, 60],
    [57, 60.2, 61],
    [60, 63.4, 64],
    // A target the teacher set between the rungs.
    [20, 20.5, 23],
    [70, 70, 70],
  ])('from %f s, held %f s, to %f s', (targetS, heldS, next) => {
    expect(stepUp(targetS, heldS)).toBe(next)
    expect(nextTarget([tone(targetS, heldS)]).value).toBe(next)
  })
  it('never asks for less than was just held, from any target', () => {
    for (let targetS = 4; targetS <= 60; targetS++)
      for (let heldS = targetS; heldS <= 100; heldS += 0.7) {
        const shown = judgeTone(tone(targetS, heldS)).lengthS
        expect(nextTarget([tone(targetS, heldS)]).value, `${targetS} ${heldS}`).toBeGreaterThanOrEqual(shown)
      }
  })
  it('says why, with the numbers that led to it', () => {
    expect(nextTarget([tone(15, 16.24, 6.4)]).why).toBe('Held 16.2 s of 15 s within 6 cents: one step up.')
    expect(nextTarget([tone(15, 31)]).why).toBe('Held 31 s of 15 s within 6 cents: on from there.')
    expect(nextTarget([tone(60, 61)]).why).toBe('61 s is held: the ladder ends here.')
    expect(nextTarget([tone(57, 57.5)]).why).toBe('Held 57.5 s of 57 s within 6 cents: one step up.')
    expect(nextTarget([tone(18, 19, 40)])).toEqual({
      value: 18,
      why: 'Long enough, but it wavers by 40 cents; 15 is the limit: same length again.',
    })
    expect(nextTarget([tone(21, 17.5)])).toEqual({ value: 21, why: '17.5 s of 21 s: same target again.' })
  })
  it.each([
    // Short by more than a fifth, twice on the same target: one step back.
    [[tone(20, 15.9), tone(20, 15.9)], 17],
    [[tone(20, 16), tone(20, 15.9)], 20],
    [[tone(20, 15.9), tone(20, 16)], 20],
    [[tone(20, 15.9), tone(20, 16.1)], 20],
    [[tone(20, 15.9)], 20],
    [[tone(18, 10), tone(20, 15)], 20],
    [[tone(4, 2), tone(4, 2)], 4],
    [[tone(5, 3), tone(5, 3)], 4],
    [[tone(21, 13), tone(21, 12)], 18],
  ])('after %j asks %f s', (history, next) => expect(nextTarget(history).value).toBe(next))
  it('says that it steps back', () =>
    expect(nextTarget([tone(21, 13), tone(21, 12)]).why).toBe(
      'Twice well short of 21 s (13 s, 12 s): one step back.',
    ))
  it.each([
    [4, 4],
    [5, 4],
    [15, 14],
    [16, 15],
    [17, 15],
    [18, 15],
    [19, 16],
    [60, 57],
  ])('one step back from %i s is %i s', (from, to) => expect(stepBack(from)).toBe(to))
})
