import { describe, expect, it } from 'vitest'
import { heldFor, timeline } from '@halitus/core/fingering'
import { fingerSystem, instrument } from '@halitus/core/instruments'

const clarinet = instrument('clarinet')
const along = (offsets: Record<string, number>) =>
  timeline(fingerSystem(clarinet), heldFor(clarinet, 'G5'), heldFor(clarinet, 'D5'), offsets).stretches

describe('a move in time', () => {
  it('sounds nothing in between when all fingers move together', () => expect(along({})).toEqual([]))
  it('walks down the chart when three fingers fall one after another', () => {
    // G5 without any right finger; index alone gives F5, index and middle E5, all three D5 (chart).
    expect(along({ R1: -40, R2: 0, R3: 60 }).map((s) => [s.fromMs, s.toMs, s.sounds])).toEqual([
      [-40, 0, 'F5'],
      [0, 60, 'E5'],
    ])
  })
  it('reads the open holes where the chart is silent, and says so', () =>
    expect(along({ R3: -50 })).toMatchObject([{ sounds: 'F#5', source: 'column' }]))
})
