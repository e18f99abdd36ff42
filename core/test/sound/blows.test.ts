import { describe, expect, it } from 'vitest'
import { playPhrase, seeded, type PhraseNote } from '@halitus/core/player'
import { blowsOf, BLOW_RULE, phrasesOf, trackPitch } from '@halitus/core/sound'

const HOP = 0.005
type Part = [seconds: number, db: number, hz?: number]
/** Frames with the scatter that noise has. */
function frames(...parts: Part[]) {
  const random = seeded(6)
  const list = parts.flatMap(([s, db, hz = 0]) =>
    Array.from({ length: Math.round(s / HOP) }, () => ({ db: db + 1.2 * random.normal(), hz })),
  )
  return [list.map((_, i) => i * HOP), list.map((f) => f.db), list.map((f) => f.hz)] as const
}
const ROOM = -65
const blows = (...parts: Part[]) => blowsOf(...frames(...parts))
const phrases = (...parts: Part[]) => phrasesOf(...frames(...parts))

describe('goes at blowing', () => {
  it('are counted, with how soon each spoke', () => {
    const found = blows(
      [1, ROOM],
      [1, -30, 440],
      [1, ROOM],
      [0.4, -45],
      [1, -30, 440],
      [1, ROOM],
      [0.8, -45],
      [1, ROOM],
    )
    expect(found).toHaveLength(3)
    expect(found[0]!.spokeAfterS).toBeLessThan(0.03)
    expect(found[1]!.spokeAfterS).toBeCloseTo(0.4, 1)
    expect(found[2]!.spokeAfterS).toBeNull()
    expect(found[1]!.pitchedS).toBeCloseTo(1, 1)
  })
  it('don’t come of a quiet room, a click, or a pitch too short to have spoken', () => {
    expect(blows([3, ROOM])).toEqual([])
    expect(blows([1, ROOM], [0.1, -30], [1, ROOM])).toEqual([])
    expect(blows([1, ROOM], [0.6, -45], [0.2, -30, 440], [1, ROOM])[0]!.spokeAfterS).toBeNull()
    expect(blows([1, ROOM], [0.6, -45], [0.4, -30, 440], [1, ROOM])[0]!.spokeAfterS).toBeCloseTo(0.6, 1)
  })
  it('go on over a gap of a tenth, not of a quarter', () => {
    const apart = (gap: number) =>
      blows([1, ROOM], [0.5, -30, 440], [gap, ROOM], [0.5, -30, 440], [1, ROOM]).length
    expect(BLOW_RULE.gapS).toBe(0.15)
    expect([apart(0.1), apart(0.25)]).toEqual([1, 2])
  })
  it('are eight decibels above the room', () => {
    expect(blows([1, ROOM], [1, ROOM + 5], [1, ROOM])).toEqual([])
    expect(blows([1, ROOM], [1, ROOM + 13], [1, ROOM])).toHaveLength(1)
  })
  it('are heard of the simulated player: ten tries, seven of which speak', () => {
    const speaks = [1, 0, 1, 1, 0, 1, 1, 1, 0, 1]
    const notes = speaks.flatMap((s): PhraseNote[] => [
      {
        written: 'A4',
        lengthS: 0.8,
        begins: 'breath',
        ...(s === 0 && { attack: { kind: 'airy', lengthMs: 800 } }),
      },
      { written: null, lengthS: 0.6 },
    ])
    const { samples } = playPhrase({ instrument: 'flute', notes, around: { pinkDb: -55 } }, 24000)
    const track = trackPitch(samples, 24000)
    const found = blowsOf(track.timeS, track.db, track.hz)
    expect(found.map((b) => (b.spokeAfterS === null ? 0 : 1))).toEqual(speaks)
  })
})

describe('phrases and the breaths between them', () => {
  it('are measured each against the first', () => {
    const found = phrases(
      [1, ROOM],
      [4, -30, 440],
      [0.5, ROOM],
      [0.6, -50],
      [0.5, ROOM],
      [3, -30, 440],
      [2, ROOM],
      [2, -30, 440],
      [1, ROOM],
    )
    expect(found.lengthsS.map((s) => Math.round(s))).toEqual([4, 3, 2])
    expect(found.pausesS[0]).toBeCloseTo(1.6, 1)
    expect(found.pausesS[1]).toBeCloseTo(2, 1)
    expect(found.intakes[0]!.lengthS).toBeCloseTo(0.6, 1)
    expect(found.intakes[0]!.aboveDb).toBeGreaterThan(12)
    expect(found.intakes[1]).toBeNull()
  })
  it('have several notes; only a pause of a quarter parts them', () => {
    const apart = (gap: number) =>
      phrases([1, ROOM], [1, -30, 440], [gap, -40], [1, -30, 494], [1, ROOM]).lengthsS.length
    expect([apart(0.2), apart(0.3)]).toEqual([1, 2])
  })
  it('are none in talk’s pauses or a quiet room', () =>
    expect(phrases([3, ROOM])).toEqual({ lengthsS: [], pausesS: [], intakes: [] }))
})
