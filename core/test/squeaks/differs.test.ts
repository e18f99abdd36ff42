import { describe, expect, it } from 'vitest'
import { allInstruments, fingerSystem, instrument } from '@halitus/core/instruments'
import { diagnose, differencesOn, type Accident } from '@halitus/core/squeaks'

/**
 * Which finger differs from the picture of a note. Fingerings from the product's charts; what a finger that is up or down stands for is
 * common practice, no source.
 */
const of = (id: string, written: string, differs: string[], more: Partial<Accident> = {}) =>
  diagnose(instrument(id), {
    complaint: 'wrong-note',
    weeksPlaying: 12,
    observations: [],
    written,
    differs,
    ...more,
  })
const words = (id: string, written: string) => differencesOn(instrument(id), written).map((d) => d.words)

describe('how a finger can differ from the picture', () => {
  it('names what should be down first, then what should be up', () => {
    expect(words('clarinet', 'C4').slice(0, 6)).toEqual([
      'left thumb is up',
      'left index is up',
      'left middle is up',
      'left ring is up',
      'left thumb: register key is down',
      'left index: A key is down',
    ])
  })
  it('half a hole is its own way', () => {
    expect(words('oboe', 'D5')[0]).toBe('left index isn’t half open')
    expect(words('oboe', 'D5')).toContain('left index is down')
    expect(words('oboe', 'B4').some((w) => w.includes('half open'))).toBe(false)
  })
  it('every touch of every note of every instrument once', () => {
    for (const inst of allInstruments())
      for (const written of inst.teaching.firstNotes) {
        const all = differencesOn(inst, written)
        expect(new Set(all.map((d) => d.touch)).size).toBe(all.length)
        const plain = fingerSystem(inst).touches.filter((t) => !t.halfOf)
        expect(all.length).toBeGreaterThanOrEqual(plain.length)
        for (const { touch } of all)
          expect(
            of(inst.id, written, [touch]).causes.some((c) => c.for.some((w) => w.startsWith('Seen on'))),
          ).toBe(true)
      }
  })
})

describe('a finger that was seen to differ', () => {
  it.each([
    // A register key that is up is a register key that wasn't opened.
    ['clarinet', 'C5', 'LT:reg', 'vent-unopened', 'drops-down'],
    ['oboe', 'D5', 'L1:half', 'half-closed', 'drops-down'],
    ['soprano-recorder', 'E5', 'LT', 'half-closed', 'drops-down'],
    // A key where a hand rests.
    ['alto-sax', 'G4', 'L4:G#', 'brushed-key', 'shriek'],
    ['clarinet', 'E4', 'LT:reg', 'vent-touched', 'jumps-up'],
    // A finger on its own hole is another fingering.
    ['flute', 'D5', 'L1', 'not-learnt', 'wrong-note'],
  ])('%s %s, %s: %s', (id, written, touch, cause, complaint) =>
    expect(of(id, written, [touch], { complaint }).causes[0]!.id).toBe(cause),
  )
  it('points at that finger and no other', () => {
    const belief = (differs: string[], cause: string) =>
      of('clarinet', 'C4', differs, { complaint: 'shriek' }).causes.find((c) => c.id === cause)!.belief
    expect(belief(['L3'], 'leak-left-ring')).toBeGreaterThan(4 * belief([], 'leak-left-ring'))
    expect(belief(['L3'], 'leak-left-middle')).toBeLessThan(belief([], 'leak-left-middle'))
  })
  it('is late in a change of notes', () => {
    const at = (complaint: string) =>
      of('clarinet', 'C4', ['L3'], { complaint }).causes.find((c) => c.id === 'late-left-ring')!.for
    expect(at('between')).toContain('Seen on C4: left ring is up (counts 40.0 times more).')
    expect(at('shriek').filter((w) => w.startsWith('Seen'))).toEqual([])
  })
  it('isn’t asked after any more', () => {
    const asked = ({ look, next }: ReturnType<typeof of>) => [look?.id, next?.id]
    const facts = [{ words: 'Another fingering, by what is known', times: { 'not-learnt': 40 } }]
    expect(asked(of('flute', 'D5', [], { facts }))).toContain('fingers-differ')
    expect(asked(of('flute', 'D5', ['L1']))).not.toContain('fingers-differ')
  })
})

describe('what can’t be asked so', () => {
  it('a touch that there isn’t, with those that there are', () =>
    expect(() => of('flute', 'D5', ['L9'])).toThrow(
      /^The Flute has no touch “L9” on D5\. It has LT, L2, L3,/,
    ))
  it('without a note there is no picture', () =>
    expect(() =>
      diagnose(instrument('flute'), {
        complaint: 'shriek',
        weeksPlaying: 1,
        observations: [],
        differs: ['L1'],
      }),
    ).toThrow('Name the written note whose picture the fingers differ from.'))
})
