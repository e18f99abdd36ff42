import { describe, expect, it } from 'vitest'
import { allInstruments, instrument, setupSequence, type InstrumentId } from '@halitus/core/instruments'
import { hzOfMidi, midiOfHz, parseNote, partialDeviationCents } from '@halitus/core/pitch'
import { BREAK_IN_MINUTES, SYMPTOMS } from '@halitus/core/reeds'

/** Values of the trade: common practice, no source. */
const step = (id: InstrumentId, stepId: string) => {
  const found = instrument(id).setup.find((s) => s.id === stepId)
  if (!found) throw new Error(`${id} has no step ${stepId}`)
  return found
}
const words = (id: InstrumentId, stepId: string) => JSON.stringify(step(id, stepId))

describe('set-up, as teachers agree on it', () => {
  it.each(['clarinet', 'soprano-sax', 'alto-sax', 'tenor-sax', 'baritone-sax'] as const)(
    '%s: single reed about 30 s a side, tip level to a hair below',
    (id) => {
      expect(step(id, 'soak').tolerance).toBe('about 30 s a side')
      expect(step(id, 'reed-height').tolerance).toBe('level to a hair below')
      expect(words(id, 'ligature')).toMatch(/Upside down/)
    },
  )
  it.each(['oboe', 'bassoon'] as const)('%s: double reed two to three minutes in water', (id) =>
    expect(step(id, 'soak').tolerance).toBe('2 to 3 min'),
  )
  it('saxophone: half to three quarters of the neck cork', () =>
    expect(step('alto-sax', 'neck-depth').tolerance).toBe('half to three quarters of the cork'))
  it('flute: a quarter to a third of the hole is covered', () =>
    expect(step('flute', 'lip').tolerance).toBe('a quarter to a third of the hole'))
  it('oboe crows C in octaves, the bassoon’s reed on the crook about C sharp', () => {
    expect(step('oboe', 'crow').title).toContain('octaves on C')
    expect(words('bassoon', 'on-crook')).toContain('C sharp')
  })
  it('chanter: deeper is sharper, the upper notes most', () =>
    expect(words('chanter', 'reed-seat')).toContain('Sharp, the upper notes most'))
})

describe.each(allInstruments().map((i) => [i.id, i] as const))('%s', (_, inst) => {
  const all = inst.setup.map((s) => JSON.stringify(s)).join(' ')
  it('begins with what is at hand and ends dry', () => {
    expect(inst.setup[0]!.id).toBe('list')
    expect(inst.setup.slice(-2).map((s) => s.phase)).toEqual(['after', 'after'])
    expect(inst.setup.some((s) => s.id === 'apart')).toBe(true)
  })
  it('defers repairs to a technician, and never asks for force', () => {
    expect(all).toMatch(/technician|No force/)
    expect(all).not.toMatch(/!/)
  })
  it('sends lasting pain to a doctor', () => expect(all).toMatch(/doctor|Dizzy|dizziness/))
  it('keeps small things from little children', () => expect(all).toMatch(/little children|swallow/))
  it('has a first lesson that is no longer than the full assembly', () => {
    expect(setupSequence(inst, 'first').length).toBeLessThanOrEqual(setupSequence(inst, 'full').length)
    expect(setupSequence(inst, 'first').length).toBeGreaterThanOrEqual(6)
  })
})

describe('small parts sound (common practice, no source)', () => {
  it.each([
    ['clarinet', 0, 'C6'],
    ['clarinet', 1, 'F#5'],
    ['soprano-sax', 0, 'C6'],
    ['alto-sax', 0, 'A5'],
    ['tenor-sax', 0, 'G5'],
    ['baritone-sax', 0, 'D5'],
    ['flute', 0, 'A5'],
    ['flute', 1, 'A4'],
    ['flute', 2, 'E6'],
  ] as const)('%s, part %i: %s', (id, part, concert) =>
    expect(instrument(id).teaching.smallParts[part]!.concert).toBe(concert),
  )
  it('the flute’s closed head overblows to about its third partial', () => {
    // Closed–open cylinder: odd multiples (Fletcher & Rossing); A4 × 3 is E6 within 2 cents.
    const [, closed, overblown] = instrument('flute').teaching.smallParts.map((p) =>
      hzOfMidi(parseNote(p.concert!).midi),
    )
    expect(Math.abs(1200 * Math.log2(overblown! / (3 * closed!)))).toBeLessThan(2)
  })
})

describe('saxophone overtones (common practice, no source)', () => {
  it('from low B flat one hears B flat 4, F5, B flat 5, D6, F6 as partials 2 to 6', () => {
    const low = hzOfMidi(parseNote('Bb3').midi)
    const heard = [2, 3, 4, 5, 6].map((n) => Math.round(midiOfHz(low * n)))
    expect(heard).toEqual(['Bb4', 'F5', 'Bb5', 'D6', 'F6'].map((n) => parseNote(n).midi))
    for (const n of [2, 3, 4, 5, 6]) expect(Math.abs(partialDeviationCents(n))).toBeLessThan(14)
  })
})

describe('reeds', () => {
  it('go half a step, never more', () =>
    expect(SYMPTOMS.every((s) => Object.values(s.weights).every((w) => Math.abs(w) <= 3))).toBe(true))
  it('are broken in by a few minutes on the first days', () => {
    expect(BREAK_IN_MINUTES[0]).toBeLessThanOrEqual(5)
    expect(Math.max(...BREAK_IN_MINUTES)).toBeLessThanOrEqual(15)
  })
})
