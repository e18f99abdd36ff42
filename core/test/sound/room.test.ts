import { describe, expect, it } from 'vitest'
import { playPhrase, type PhraseNote } from '@halitus/core/player'
import { analyse, RINGS_FROM_S, roomWords } from '@halitus/core/sound'

const RATE = 24000
/** Tones that die away evenly, 60 dB in so many seconds: exact, of six partials. */
function dying(decayS: number, tones: number, gapS = 1): Float32Array {
  const each = 0.6 + gapS
  return Float32Array.from({ length: Math.round((0.3 + tones * each) * RATE) }, (_, i) => {
    const t = i / RATE - 0.3
    const s = t - Math.floor(t / each) * each
    if (t < 0) return 0
    const level = Math.min(1, s / 0.02) * 10 ** ((-3 * Math.max(0, s - 0.6)) / decayS)
    let sum = 0
    for (let n = 1; n <= 6; n++) sum += Math.sin(2 * Math.PI * 262 * n * t + n) / n
    return 0.15 * level * sum
  })
}
const saidOf = (samples: Float32Array) =>
  analyse(samples, RATE).report.doubts.filter((d) => d.startsWith('The room rings'))
const secondsOf = (samples: Float32Array) => Number(/about ([\d.]+) s/.exec(saidOf(samples)[0] ?? '')?.[1])

describe('a room that rings', () => {
  it('is said with the seconds that a tone takes to be 60 dB down', () => {
    for (const decayS of [0.5, 0.6, 0.8, 1.2])
      expect(Math.abs(secondsOf(dying(decayS, 4)) - decayS)).toBeLessThanOrEqual(0.051)
    expect(saidOf(dying(0.36, 4))).toEqual([])
    expect(saidOf(dying(0.1, 4))).toEqual([])
  })
  it('is told by three ends, none of which the next note covers', () => {
    expect(saidOf(dying(0.7, 2))).toEqual([])
    expect(saidOf(dying(0.7, 3))).toHaveLength(1)
    expect(saidOf(dying(0.9, 4, 0.2))).toEqual([])
  })
  it('is one around every instrument, and none of a dry player', () => {
    const notes = Array.from({ length: 4 }, (): PhraseNote => ({
      written: 'C5',
      lengthS: 1.6,
      begins: 'tongue',
      gapS: 0.9,
    }))
    for (const instrument of ['flute', 'clarinet', 'oboe', 'alto-recorder']) {
      const phrase = { instrument, notes, seed: 3, manner: { breathDb: -45 } }
      expect(saidOf(playPhrase(phrase, RATE).samples)).toEqual([])
      expect(
        saidOf(playPhrase({ ...phrase, around: { room: { decayS: 0.9, wetDb: -5 } } }, RATE).samples),
      ).toHaveLength(1)
    }
  })
  it('is said from its bound on, with what helps', () => {
    expect(roomWords(undefined)).toBeUndefined()
    expect(roomWords(RINGS_FROM_S - 0.001)).toBeUndefined()
    expect(roomWords(RINGS_FROM_S)).toMatch(/^The room rings: a tone takes about 0\.4 s .*less sure.*curtain/)
  })
})
