import { describe, expect, it } from 'vitest'
import { allInstruments, instrument } from '@halitus/core/instruments'

describe('loud and soft at one pitch', () => {
  it('is the saxophone’s way on saxophones and clarinets alone; on the bassoon it is the other way round', () => {
    const firmerForLoud = allInstruments().filter((i) => /firmer for loud/.test(i.teaching.loudAndSoft))
    expect(new Set(firmerForLoud.map((i) => i.family))).toEqual(new Set(['clarinet', 'saxophone']))
    expect(instrument('bassoon').teaching.loudAndSoft).toMatch(/^open .* for loud, closer .* for soft\.$/)
  })
  it('is said in one sentence by every family, and speaks of lips and reed only where there are some', () => {
    for (const { id, family, reed, teaching } of allInstruments()) {
      expect(teaching.loudAndSoft, id).toMatch(/^[a-z].*[a-z]\.$/)
      if (!reed) expect(teaching.loudAndSoft, family).not.toMatch(/reed|lips/)
    }
  })
})
