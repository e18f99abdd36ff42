import { describe, expect, it } from 'vitest'
import { YIN } from 'pitchfinder'
import { trackPitch } from '@halitus/core/sound'
import { perform, type Performance } from '@halitus/core/player'
import { centsBetween } from '@halitus/core/pitch'

/**
 * Our track uses the method of McLeod & Wyvill 2005. Here it is held against another published method, YIN
 * (de Cheveigné & Kawahara 2002), as a general-purpose library implements it.
 */
const RATE = 48000
const yin = YIN({ sampleRate: RATE, threshold: 0.1 })

/** YIN over the same moments: windows of 4096 samples around each. */
function yinAt(samples: Float32Array, timeS: number): number {
  const from = Math.round(timeS * RATE) - 2048
  return yin(samples.slice(from, from + 4096)) ?? 0
}

const CASES: [string, Performance][] = [
  ['a low clarinet tone', { instrument: 'clarinet', written: 'F3', lengthS: 1.2 }],
  ['a throat tone with wander', { instrument: 'clarinet', written: 'A4', lengthS: 1.2, unsteadyCents: 8 }],
  ['an airy flute tone', { instrument: 'flute', written: 'G4', lengthS: 1.2, breathDb: -26 }],
  ['a high flute tone', { instrument: 'flute', written: 'D6', lengthS: 1.2 }],
  ['an oboe tone whose first partial is weak', { instrument: 'oboe', written: 'A4', lengthS: 1.2 }],
  ['a low bassoon tone', { instrument: 'bassoon', written: 'C2', lengthS: 1.2 }],
  ['a baritone saxophone tone', { instrument: 'baritone-sax', written: 'C4', lengthS: 1.2 }],
]

describe('pitch against YIN', () => {
  it.each(CASES)('%s', (_, performance) => {
    const samples = perform(performance, RATE)
    const track = trackPitch(samples, RATE)
    const apart: number[] = []
    for (let t = 0.55; t < 1.25; t += 0.05) {
      const ours = track.hz[track.timeS.findIndex((x) => x >= t)]!
      const theirs = yinAt(samples, t)
      expect(theirs, `YIN hears something at ${t}`).toBeGreaterThan(0)
      apart.push(Math.abs(centsBetween(theirs, ours)))
    }
    apart.sort((a, b) => a - b)
    // YIN interpolates over whole samples; several cents apart at the top of the range is its own rounding.
    expect(apart[apart.length >> 1]).toBeLessThan(6)
  })
})
