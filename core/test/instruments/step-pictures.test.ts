import { describe, expect, it } from 'vitest'
import { allInstruments, instrument, judge, stepPicture, underSchools } from '@halitus/core/instruments'

describe('steps as pictures', () => {
  it.each(allInstruments().map((i) => i.id))(
    'what the %s shows as wrong is wrong to that side, and right is right',
    (id) => {
      const inst = instrument(id)
      const drawn = inst.setup.flatMap((s) => stepPicture(inst, s.id) ?? [])
      for (const { gauge, measure, right, below, above } of drawn) {
        expect(judge(gauge, right).map((v) => v.state)).toEqual(gauge.measures.map(() => 'within'))
        for (const [side, state] of [
          [below, 'below'],
          [above, 'above'],
        ] as const)
          if (side) {
            const verdicts = judge(gauge, { ...right, [measure.id]: side.value })
            expect(verdicts.filter((v) => v.state !== 'within').map((v) => [v.measure.id, v.state])).toEqual([
              [measure.id, state],
            ])
          }
        // One picture alone would be no choice.
        expect(below ?? above).toBeDefined()
      }
      // Every family has a step that is looked at rather than read.
      expect(drawn.length).toBeGreaterThan(0)
    },
  )
  it('a clarinet’s reed too low lies at the left, one that stands above at the right', () => {
    const picture = stepPicture(instrument('clarinet'), 'reed-height')!
    expect([picture.below?.faultId, picture.above?.faultId]).toEqual(['low', 'high'])
    // From a hair below to the end of what can be entered is 2.7 mm on either side: half of it.
    expect(picture.below?.value).toBeCloseTo(-1.65)
    expect(picture.above?.value).toBeCloseTo(1.5)
    expect(picture.right).toEqual({ height: -0.15, side: 0, tilt: 0 })
  })
  it.each([
    ['clarinet', 'bridge'],
    ['clarinet', 'ligature'],
    ['clarinet', 'look-again'],
    ['alto-sax', 'neck-depth'],
    ['oboe', 'tip'],
    ['oboe', 'reed-in'],
    ['bassoon', 'on-crook'],
    ['chanter', 'reed-seat'],
    ['flute', 'head-line'],
    ['flute', 'body'],
    ['soprano-recorder', 'pull'],
  ])('on the %s %s is answered by a picture', (id, step) =>
    expect(stepPicture(instrument(id), step)).toBeDefined(),
  )
  it('follows the school: with a hair of reed above, that is drawn as right', () => {
    const inst = underSchools(instrument('clarinet'), { 'reed-tip': 'reed' }, {})
    expect(stepPicture(inst, 'reed-height')!.right.height).toBeCloseTo(0.15)
  })
  it('a step that isn’t a position has none', () => {
    expect(stepPicture(instrument('clarinet'), 'soak')).toBeUndefined()
    expect(stepPicture(instrument('flute'), 'reed-height')).toBeUndefined()
    expect(stepPicture(instrument('clarinet'), 'no such step')).toBeUndefined()
  })
})
