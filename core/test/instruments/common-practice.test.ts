import { describe, expect, it } from 'vitest'
import { heldFor, moveFinder } from '@halitus/core/fingering'
import {
  allInstruments,
  fingeringsOf,
  fingerSystem,
  instrument,
  setupSequence,
  standardFingering,
  type InstrumentId,
} from '@halitus/core/instruments'
import { hzOfMidi, midiOfHz, parseNote, partialDeviationCents } from '@halitus/core/pitch'
import { ADVICE_WORDS, BREAK_IN_MINUTES } from '@halitus/core/reeds'

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
    const away = setupSequence(inst, 'first', [], 'end')
    expect(setupSequence(inst, 'first').length + away.length).toBeGreaterThanOrEqual(6)
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

describe('what teachers say (common practice, no source; in our own words)', () => {
  const all = (id: InstrumentId) =>
    [
      ...instrument(id).setup.flatMap((s) => [
        s.title,
        s.look,
        ...s.faults.map((f) => `${f.what}: ${f.effect}`),
      ]),
      ...instrument(id).teaching.embouchure.map((e) => `${e.point}: ${e.listen}`),
    ].join('\n')
  it('more of a double reed in the mouth is sharper, less is flatter', () => {
    expect(all('bassoon')).toMatch(/Too little reed: Thin and flat/)
    expect(all('bassoon')).toMatch(/Less reed is thin and flat, more is wild and sharp/)
    expect(all('bassoon')).not.toMatch(/[Ll]ess reed is thin and sharp|little reed: Thin and sharp/)
    expect(all('oboe')).toMatch(/Too much reed: Wild, sharp/)
  })
  it.each(['oboe', 'bassoon'] as const)(
    'the %s’s reed gapes from too much water, not from too little',
    (id) => {
      expect(all(id)).toMatch(/Left in for too long: The tip gapes/)
      expect(all(id)).not.toMatch(/Too short in the water: [^\n]*gapes/)
    },
  )
  it('the two wires of a bassoon reed work opposite ways', () => {
    const of = (id: string) => instrument('bassoon').reed!.adjustments.find((a) => a.id === id)!.changes
    expect(of('first-wire')).toMatch(/Rounder opens the tip/)
    expect(of('second-wire')).toMatch(/rounder closes the tip/)
  })
  it('a baritone’s mouthpiece may sound E flat too, and not every baritone has a low A', () => {
    const baritone = instrument('baritone-sax')
    expect(baritone.teaching.smallParts[0]).toMatchObject({ concert: 'D5', also: ['Eb5'] })
    expect(baritone.range.some).toContain('A3')
    expect(instrument('alto-sax').range.some).toBeUndefined()
  })
  it('the neck has a pitch of its own on alto and tenor (from memory)', () => {
    const neck = (id: InstrumentId) => instrument(id).teaching.smallParts.find((p) => p.id === 'neck')!
    expect(neck('alto-sax').concert).toBe('Ab4')
    expect(neck('tenor-sax').concert).toBe('E4')
    expect(neck('alto-sax').source).toBe('from memory')
  })
  it('loud is sharp on flute and recorder, flat on reeds', () => {
    for (const inst of allInstruments())
      if (inst.reed === null) expect(inst.teaching.loudTendency, inst.id).toBe('sharp')
    expect(instrument('clarinet').teaching.loudTendency).toBe('flat')
  })
  it('the flute’s break closes six fingers and lifts two', () => {
    const flute = instrument('flute')
    const move = moveFinder(fingerSystem(flute)).move(heldFor(flute, 'C5'), heldFor(flute, 'D5'))
    expect([move.press.length, move.lift.length]).toEqual([6, 2])
    const words = fingerSystem(flute).breaks.find((b) => b.from === 'C5')!.preparation
    expect(words).toContain('Six fingers close, left index and right little finger lift')
  })
  it('the clarinet’s altissimo is fingered a major sixth above, the left index lifted', () => {
    const clarinet = instrument('clarinet')
    for (const [high, low] of [
      ['C#6', 'E5'],
      ['E6', 'G5'],
      ['F#6', 'A5'],
    ] as const) {
      expect(parseNote(high).midi - parseNote(low).midi).toBe(9)
      const kept = standardFingering(clarinet, high).touches.filter((t) => t !== 'R4:G#')
      expect(kept).toEqual(standardFingering(clarinet, low).touches.filter((t) => t !== 'L1'))
    }
  })
  it('the clarinet goes up to C7 for those who get there, and says that it is in doubt', () => {
    for (const note of ['G#6', 'A6', 'Bb6', 'B6', 'C7'])
      expect(standardFingering(instrument('clarinet'), note).confidence).toBe('medium')
    // 7:5 is a tritone less 17.5 cents (exact arithmetic): each is fingered as the note a tritone below.
    expect(1200 * Math.log2(7 / 5)).toBeCloseTo(582.512, 3)
    for (const [high, low] of [
      ['G#6', 'D6'],
      ['C7', 'F#6'],
    ] as const)
      expect(standardFingering(instrument('clarinet'), high).touches).toEqual(
        standardFingering(instrument('clarinet'), low).touches,
      )
  })
  it.each([
    ['clarinet', 'A4', 'B4'],
    ['clarinet', 'A4', 'C5'],
    ['clarinet', 'G4', 'C5'],
    ['clarinet', 'C6', 'D6'],
    ['clarinet', 'E3', 'B4'],
    ['clarinet', 'F4', 'C6'],
    ['flute', 'C#5', 'D5'],
    ['flute', 'C6', 'D6'],
  ] as const)(
    '%s: there is advice on %s to %s, and it begins from a fingering of the chart',
    (id, from, to) => {
      const inst = instrument(id)
      const found = fingerSystem(inst).breaks.find((b) => b.from === from && b.to === to)!
      expect(found.preparation.length).toBeGreaterThan(20)
      if (found.start)
        expect(fingeringsOf(inst, from).map((f) => f.touches.join(' '))).toContain(found.start.join(' '))
    },
  )
  it('twelfths need the register key alone', () => {
    const clarinet = instrument('clarinet')
    const twelfths = fingerSystem(clarinet).breaks.filter((b) =>
      b.preparation.startsWith('The register key alone'),
    )
    expect(twelfths).toHaveLength(9)
    for (const { from, to } of twelfths) {
      const move = moveFinder(fingerSystem(clarinet)).move(heldFor(clarinet, from), heldFor(clarinet, to))
      expect([move.press, move.lift], `${from} ${to}`).toEqual([['LT:reg'], []])
    }
  })
  it('a held B flat 4 is made fuller with fingers of both hands', () =>
    expect(fingeringsOf(instrument('clarinet'), 'Bb4').map((f) => f.touches.join(' '))).toContain(
      'LT:reg L1:A L2 L3 R2 R3',
    ))
  it.each(['clarinet', 'alto-sax'] as const)('faults of the %s that every teacher meets are there', (id) => {
    const words = all(id)
    for (const fault of [
      /Round side down/,
      /slips into the chamber/,
      /Chin bunched up/,
      /Shifted while it was tightened/,
    ])
      expect(words).toMatch(fault)
    if (id === 'clarinet') expect(words).toMatch(/Barrel upside down/)
  })
  it('the saxophone’s strap is on before it is lifted, and its first lesson has neck and level hold', () => {
    const ids = setupSequence(instrument('alto-sax'), 'full').map((s) => s.step.id)
    expect(ids.indexOf('strap-on')).toBeLessThan(ids.indexOf('neck'))
    const first = setupSequence(instrument('alto-sax'), 'first').map((s) => s.step.id)
    expect(first).toEqual(expect.arrayContaining(['on-neck', 'angle']))
  })
})

describe('reeds', () => {
  it('go half a step, never more', () =>
    expect([ADVICE_WORDS.down, ADVICE_WORDS.up].every((w) => w.startsWith('Half a step '))).toBe(true))
  it('are broken in by a few minutes on the first days', () => {
    expect(BREAK_IN_MINUTES[0]).toBeLessThanOrEqual(5)
    expect(Math.max(...BREAK_IN_MINUTES)).toBeLessThanOrEqual(15)
  })
})
