import { describe, expect, it } from 'vitest'
import { allInstruments, fingerSystem, instrument } from '@halitus/core/instruments'
import { knowledgeOf, placeOf } from '@halitus/core/squeaks'

describe('where to look for a cause', () => {
  it.each(allInstruments().map((i) => i.id))('every cause of the %s has a place that can be drawn', (id) => {
    const inst = instrument(id)
    const { bore, touches } = fingerSystem(inst)
    const length = bore.endMm - bore.startMm
    for (const { id: cause, group } of knowledgeOf(inst).causes) {
      const { atMm, touches: on } = placeOf(inst, cause)
      expect(atMm, cause).toBeGreaterThanOrEqual(bore.startMm - 0.035 * length)
      expect(atMm, cause).toBeLessThanOrEqual(bore.endMm + 0.03 * length)
      // Mouth and breath lie where it is blown, never among the fingers.
      const upper = Math.min(...touches.map((t) => t.atMm), ...bore.holes.map((h) => h.atMm))
      if ((group === 'mouth' && cause !== 'window-touched') || group === 'air' || group === 'tongue')
        expect(atMm, cause).toBeLessThanOrEqual(0)
      if (group === 'reed') expect(atMm, cause).toBeLessThan(upper)
      // Each finger's causes lie on what that finger rests on, by its own name.
      const finger = /^(?:leak|soft|late)-(left|right)-(thumb|index|middle|ring)$/.exec(cause)
      if (!finger) continue
      const its = touches.filter((t) => t.hand === finger[1] && t.finger === finger[2])
      if (its.length)
        expect(
          its.map((t) => t.id),
          cause,
        ).toEqual(expect.arrayContaining([...on]))
    }
  })
  // The charts' own touches; joints as the bores have them.
  it.each([
    ['clarinet', 'leak-right-ring', ['R3'], 383],
    ['clarinet', 'leak-left-thumb', ['LT'], 194],
    ['clarinet', 'vent-late', ['LT:reg'], 160],
    ['clarinet', 'vent-blocked', [], 152],
    ['clarinet', 'bridge', [], 335],
    ['clarinet', 'joint-open', [], 71],
    ['oboe', 'half-closed', ['L1:half'], 236],
    ['bassoon', 'whisper-off', ['LT:whisper'], 590],
    ['bassoon', 'no-flick', ['LT:D', 'LT:C', 'LT:A'], 518],
    ['bassoon', 'vent-late', ['LT:whisper', 'LT:D', 'LT:C', 'LT:A'], 536],
    ['bassoon', 'crook-vent', [], 345],
    ['flute', 'eb-missing', ['R4:Eb'], 510],
    ['flute', 'head-cork', [], -58],
    ['flute', 'jet-misses', [], 0],
    ['soprano-recorder', 'half-closed', ['LT:half', 'R3:half', 'R4:half'], 163.5],
    ['soprano-recorder', 'leak-little', ['R4'], 278],
  ])('on the %s %s is looked for at %j', (id, cause, touches, atMm) =>
    expect(placeOf(instrument(id), cause)).toEqual({ touches, atMm }),
  )
  it('what isn’t on the instrument lies beyond its end, what nobody knows in its middle', () => {
    const inst = instrument('clarinet')
    expect(placeOf(inst, 'outside-buzz').atMm).toBeGreaterThan(fingerSystem(inst).bore.endMm)
    expect(placeOf(inst, 'no such cause')).toEqual({ touches: [], atMm: 332 })
  })
})
