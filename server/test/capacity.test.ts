import { describe, expect, it } from 'vitest'
import { capacity } from '@halitus/core/breath'
import { instrument } from '@halitus/core/instruments'
import { blownOf, ofKind } from '@halitus/core/records'
import { demoStudio } from '../src/db/demo/story.ts'

describe('the capacity model on the invented learners', () => {
  it('holds 75 to 85 % of the next counts in its 80 % band', () => {
    let [inside, all] = [0, 0]
    const { entries } = demoStudio('2026-03-20T15:00:00')
    for (const learner of new Set(entries.map((e) => e.learnerId))) {
      const own = ofKind(entries, 'breath-count').filter((e) => e.learnerId === learner)
      const blown = blownOf(own, instrument(own[0]!.instrument))
      blown.forEach((b, k) => {
        // A learner of whom nothing is known has no number yet.
        if (k < 2) return
        const { low, high } = capacity(blown.slice(0, k), b)
        all++
        if (b.seconds >= low && b.seconds <= high) inside++
      })
    }
    expect(all).toBeGreaterThan(100)
    expect(inside / all).toBeGreaterThan(0.75)
    expect(inside / all).toBeLessThan(0.85)
  })
})
