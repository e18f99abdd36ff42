import { describe, expect, it } from 'vitest'
import { playPhrase, seeded } from '@halitus/core/player'
import { airOf, HISS_RULE, trackPitch, untilAirEnds } from '@halitus/core/sound'

const HOP = 0.005
/** Levels with the scatter that noise has, dB. */
const levels = (...parts: [seconds: number, db: number][]) => {
  const random = seeded(4)
  return parts.flatMap(([s, db]) =>
    Array.from({ length: Math.round(s / HOP) }, () => db + 1.2 * random.normal()),
  )
}
const air = (...parts: [number, number][]) => {
  const db = levels(...parts)
  return airOf(
    db.map((_, i) => i * HOP),
    db,
  )
}

describe('a breath out, heard as air', () => {
  it('is timed from where it begins to where it has fallen back', () => {
    const found = air([1, -62], [7, -44], [1.5, -62])!
    expect(found.startS).toBeCloseTo(1, 1)
    expect(found.endS - found.startS).toBeGreaterThan(6.9)
    expect(found.endS - found.startS).toBeLessThan(7.15)
    expect(found.aboveDb).toBeCloseTo(18, 0)
  })
  it('may sink towards its end, and may waver', () => {
    expect(air([0.5, -62], [3, -44], [2, -52], [2, -55], [1, -62])!.endS).toBeCloseTo(7.5, 0)
    expect(air([0.5, -62], [3, -44], [0.3, -61], [3, -44], [1, -62])!.endS).toBeCloseTo(6.8, 1)
  })
  it('ends at a pause of four tenths', () => {
    expect(air([0.5, -62], [3, -44], [0.7, -62], [3, -44], [1, -62])!.endS).toBeCloseTo(3.5, 1)
  })
  it('is none in a quiet room, and a short puff isn’t one', () => {
    expect(air([4, -62])).toBeUndefined()
    expect(air([1, -62], [0.2, -44], [2, -62])).toBeUndefined()
    expect(air([1, -62], [0.2, -44], [1, -62], [5, -44], [1, -62])!.startS).toBeCloseTo(2.2, 1)
  })
  it('stands out of the room by eight decibels', () => {
    expect(HISS_RULE.aboveDb).toBe(8)
    expect(air([1, -62], [4, -55.5], [1, -62])).toBeUndefined()
    expect(air([1, -62], [4, -52], [1, -62])).toBeDefined()
  })
  it('is the same live, piece by piece, and says when it is over', () => {
    const db = levels([1, -62], [4, -44], [2, -62])
    const rule = untilAirEnds()
    let over = -1
    for (let i = 0; i < db.length && over < 0; i += 4)
      if (rule.hear(db.slice(i, i + 4).map((x, k) => ({ timeS: (i + k) * HOP, db: x })))) over = i * HOP
    expect(over).toBeGreaterThan(5.3)
    expect(over).toBeLessThan(5.7)
    expect(rule.air!.endS - rule.air!.startS).toBeCloseTo(4, 1)
    expect(rule.counted).toBe(rule.air)
  })
  it('is heard of the simulated player’s breath', () => {
    const { samples } = playPhrase(
      {
        instrument: 'flute',
        leadS: 0.8,
        tailS: 1.2,
        notes: [{ written: 'A4', lengthS: 5, begins: 'breath', attack: { kind: 'airy', lengthMs: 5000 } }],
        around: { pinkDb: -50 },
      },
      24000,
    )
    const track = trackPitch(samples, 24000)
    const found = airOf(track.timeS, track.db)!
    expect(found.endS - found.startS).toBeCloseTo(5, 0)
  })
})
