import { describe, expect, it } from 'vitest'
import { BREATH_SIGNS, waysFor } from '@halitus/core/breath'
import { allInstruments, instrument, underSchools, type Instrument } from '@halitus/core/instruments'
import { EVERYBODYS, OVERTONES, retold } from '@halitus/core/schools'
import { knowledgeOf } from '@halitus/core/squeaks'

/** Everything that is said to a learner about set-up, mouth, first notes, squeaks and breath under some ways. */
function saidOn(inst: Instrument): string {
  const { setup, mouth, teaching, gauges, systems, just, taught } = inst
  const ways = retold(
    BREATH_SIGNS.map((sign) => [sign, waysFor(sign)]),
    taught?.says ?? [],
  )
  const system = systems[0].id
  return JSON.stringify([setup, mouth, teaching, gauges, system, just, knowledgeOf(inst), ways])
}
const own = (inst: Instrument) => inst.schools.filter((s) => !EVERYBODYS.includes(s) && s.id !== OVERTONES.id)
/**
 * Ways that act where something is played instead of in what is said: each names the place whose own test holds it.
 * Everybody's ways act there, too (breath, long tones, shaped tones, passages, numbers).
 */
const PLAYED = ['flute-tongue', 'recorder-tongue', 'bassoon-flicking']

describe('ways that teachers hold to', () => {
  for (const { id } of allInstruments())
    it(`on the ${id}: every choice of a family’s own changes what is said`, () => {
      const inst = instrument(id)
      const without: string[] = []
      for (const school of own(inst).filter((s) => !PLAYED.includes(s.id))) {
        const said = new Map(
          school.choices.map((c) => [c.id, saidOn(underSchools(inst, { [school.id]: c.id }))]),
        )
        if (new Set(said.values()).size < said.size)
          without.push(`${school.id}: ${school.choices.map((c) => c.id).join(', ')}`)
      }
      expect(without).toEqual([])
    })

  it('whatever a way says otherwise is said somewhere: no slip of the pen goes unseen', () => {
    const lost: string[] = []
    for (const { id } of allInstruments()) {
      const inst = instrument(id)
      const all = saidOn(inst)
      for (const { school, choice, says = [] } of inst.variations)
        for (const [from] of says)
          if (!all.includes(JSON.stringify(from).slice(1, -1)))
            lost.push(`${id} ${school} ${choice}: ${from}`)
    }
    expect(lost).toEqual([])
  })

  /** Words of one way that no other may speak. */
  const FOREIGN: [school: string, choice: string, never: RegExp][] = [
    ['saxophone-amount', 'two-thirds', /third to half/i],
    ['saxophone-mouth', 'v', /corners (come )?in\b|around a straw|like a ring/i],
    ['saxophone-mouth', 'rounded', /corners (come )?in\b|around a straw|like a ring/i],
    ['clarinet-mouth', 'v', /corners in\b|around a straw/i],
    ['clarinet-mouth', 'rounded', /corners in\b|around a straw/i],
    ['clarinet-mouth', 'smile', /corners in\b|around a straw|corners pulled back|corners are pulled back/i],
    ['upper-lip', 'double-lip', /top teeth on|single-lip|teeth rest on top/i],
    ['flute-lip', 'edge', /quarter to a third/i],
    ['upper-lip', 'teeth', /double-lip|double lip/i],
    [
      'flute-air',
      'slow',
      /cool(ing)? (the tip of )?one finger|cool soup|cooling soup|faster stream|cool stream/i,
    ],
  ]
  it.each(FOREIGN)('%s, %s: speaks no other way’s words', (school, choice, never) => {
    for (const { id } of allInstruments()) {
      const inst = instrument(id)
      if (!inst.schools.some((s) => s.id === school)) continue
      const said = saidOn(underSchools(inst, { [school]: choice }))
      expect(never.exec(said)?.[0], id).toBeUndefined()
    }
  })
  it('and the words are there where the way is another', () => {
    // Without this a pattern that matches nothing would pass above.
    for (const [school, choice, never] of FOREIGN) {
      const inst = allInstruments().find((i) => i.schools.some((s) => s.id === school))!
      const others = inst.schools.find((s) => s.id === school)!.choices.filter((c) => c.id !== choice)
      const said = [saidOn(inst), ...others.map((c) => saidOn(underSchools(inst, { [school]: c.id })))]
      expect(
        said.some((s) => never.test(s)),
        `${school} ${choice}`,
      ).toBe(true)
    }
  })

  it('two ways at once are both spoken', () => {
    const inst = underSchools(instrument('alto-sax'), {
      'saxophone-amount': 'two-thirds',
      'saxophone-mouth': 'v',
      'upper-lip': 'double-lip',
    })
    expect(inst.setup.find((s) => s.id === 'mouth')!.look).toBe(
      'About two thirds of the cut in the mouth, the lip a relaxed V with the reed’s sides free, both lips over the teeth, chin not bunched.',
    )
  })
  it('what a way teaches as right is neither seen nor named as a fault', () => {
    const inst = underSchools(instrument('clarinet'), { 'clarinet-mouth': 'smile' })
    expect(inst.mouth.seen).not.toContain('corners-back')
    expect(inst.mouth.model.questions.map((q) => q.id)).not.toContain('corners-back')
    const { causes, observations } = knowledgeOf(inst)
    for (const list of [causes, observations]) expect(list.map((x) => x.id)).not.toContain('smile')
    expect(knowledgeOf(instrument('clarinet')).causes.map((c) => c.id)).toContain('smile')
  })
  it('the studio’s way counts where a learner has none', () => {
    const look = (learner: object, studio: object) =>
      underSchools(instrument('clarinet'), learner as never, studio as never).mouth.look[0]
    expect(look({}, { 'clarinet-mouth': 'rounded' })).toBe('Lips round')
    expect(look({ 'clarinet-mouth': 'v' }, { 'clarinet-mouth': 'rounded' })).toBe('Sides of the reed free')
  })
})

describe('words put in the place of others', () => {
  it('in every text of plain data, in their order, and nowhere else', () => {
    const data = { a: 'one two', b: [{ c: 'two' }, 3, null], d: { e: undefined } }
    expect(
      retold(data, [
        ['two', 'three'],
        ['one three', 'four'],
      ]),
    ).toEqual({
      a: 'four',
      b: [{ c: 'three' }, 3, null],
      d: { e: undefined },
    })
    expect(data.a).toBe('one two')
    const set = new Set(['two'])
    expect(retold({ set }, [['two', 'x']]).set).toBe(set)
  })
})
