import { describe, expect, it } from 'vitest'
import { allInstruments, instrument, underSchools } from '@halitus/core/instruments'

describe('the mouth in order', () => {
  for (const { id } of allInstruments())
    it(`on the ${id}: five steps of up to sixteen words, the sound last; each that fails is a sign of its own there`, () => {
      const { order, model, seen, heard } = instrument(id).mouth
      expect(order).toHaveLength(5)
      expect(new Set(order.map((s) => s.id)).size).toBe(5)
      expect(new Set(order.map((s) => s.fails)).size).toBe(5)
      for (const { say, fails } of order) {
        expect(say, id).toMatch(/^[A-Z].*\.$/)
        expect(say.split(' ').length, say).toBeLessThanOrEqual(16)
        expect(
          model.questions.some((q) => q.id === fails),
          fails,
        ).toBe(true)
        expect([...seen, ...heard], fails).toContain(fails)
      }
      // A chanter's player renews the breath after the sound has begun.
      expect(order.map((s) => s.id).indexOf('blow')).toBe(order.some((s) => s.id === 'renew') ? 3 : 4)
    })
  it('is said as the learner’s school says it, and asks for nothing that it teaches as right', () => {
    const say = (schools: Record<string, string>) =>
      underSchools(instrument('clarinet'), schools).mouth.order.map((s) => s.say)
    expect(say({})).toContain('Top teeth on the mouthpiece, with the head’s own weight.')
    expect(say({})).toContain('Corners in: no air beside the mouthpiece.')
    expect(say({ 'upper-lip': 'double-lip' })[1]).toBe(
      'Upper lip over the upper teeth, as firm as the lower.',
    )
    expect(say({ 'clarinet-mouth': 'v' })[3]).toBe(
      'The sides of the reed free: no air beside the mouthpiece.',
    )
    expect(say({ 'clarinet-mouth': 'rounded' })[3]).toBe('Lips round: no air beside the mouthpiece.')
    const smile = underSchools(instrument('clarinet'), { 'clarinet-mouth': 'smile' }).mouth
    expect(smile.order[3]!.say).toBe('Corners a little back and firm: no air beside the mouthpiece.')
    for (const s of smile.order) expect(smile.model.questions.map((q) => q.id)).toContain(s.fails)
  })
})
