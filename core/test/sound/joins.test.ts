import { describe, expect, it } from 'vitest'
import { analyse } from '@halitus/core/sound'

const RATE = 32_000

/**
 * Exact sums of sines, one after the other with no gap, each joined to the next within so many ms: what sounds when is known
 * without any ear.
 * @param parts Hz and length in s of each
 */
function joined(parts: readonly (readonly [hz: number, lengthS: number])[], joinMs: number): Float32Array {
  const half = joinMs / 2000
  const x = new Float32Array(Math.round(RATE * parts.reduce((sum, [, s]) => sum + s, 0)))
  let from = 0
  parts.forEach(([hz, lengthS], part) => {
    const to = from + lengthS
    for (let i = 0; i < x.length; i++) {
      const t = i / RATE
      const share =
        Math.min(1, Math.max(0, (t - from + half) / (2 * half))) *
        Math.min(1, Math.max(0, (to + half - t) / (2 * half)))
      if (share > 0)
        for (let k = 1; k <= 7; k++)
          x[i]! += (0.15 * share * Math.sin(2 * Math.PI * hz * k * t + k * k + part)) / k
    }
    from = to
  })
  return x
}
const accidents = (x: Float32Array) => {
  const { report } = analyse(x, RATE)
  return {
    notes: report.notes.map((n) => Math.round(n.hz)),
    wrong: [...report.cracks, ...report.squeaks, ...report.gurgles].map((a) => [
      Math.round(a.fromHz),
      Math.round(a.toHz),
    ]),
  }
}

describe('one note after the other without a gap', () => {
  // Fifths, fourths and sixths have a common measure far below that a window across both reads as a pitch.
  it.each([
    [5, 'a fourth up'],
    [7, 'a fifth up'],
    [9, 'a sixth up'],
    [-5, 'a fourth down'],
    [-7, 'a fifth down'],
    [-12, 'an octave down'],
    [12, 'an octave up'],
    [2, 'a tone up'],
  ])('by %i semitones (%s) is a clean slur, however quick', (semitones) => {
    for (const hz of [208, 370, 523])
      for (const ms of [3, 12]) {
        const other = hz * 2 ** (semitones / 12)
        const heard = accidents(
          joined(
            [
              [hz, 0.45],
              [other, 0.45],
            ],
            ms,
          ),
        )
        expect(heard, `${hz} Hz in ${ms} ms`).toEqual({
          notes: [hz, Math.round(other)],
          wrong: [],
        })
      }
  })
  it('with a low sound of its own in between, that is heard', () => {
    // D5, D4 for a moment, A5: the low one has its own fundamental and odd partials.
    const { wrong } = accidents(
      joined(
        [
          [587.3, 0.45],
          [293.7, 0.09],
          [880, 0.45],
        ],
        5,
      ),
    )
    expect(wrong).toHaveLength(1)
    expect(Math.abs(wrong[0]![1]! - 294)).toBeLessThan(4)
  })
})
