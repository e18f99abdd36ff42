import { describe, expect, it } from 'vitest'
import {
  introduce,
  nextNotes,
  orderOfNotes,
  rangeWords,
  registerMap,
  ventTouches,
} from '@halitus/core/fingering'
import { allInstruments, fingerSystem, instrument, underSystem } from '@halitus/core/instruments'
import { parseNote } from '@halitus/core/pitch'

const midi = (n: string) => parseNote(n).midi

describe('the range as terraces', () => {
  it.each(allInstruments().map((i) => [i.id]))(
    '%s: every charted note stands once, from low to high',
    (id) => {
      const inst = instrument(id)
      for (const { id: system } of inst.systems) {
        const notes = registerMap(inst, system)
          .flatMap((t) => t.notes)
          .map((n) => midi(n.written))
        const charted = new Set(
          fingerSystem(inst, system)
            .chart.filter((f) => f.kind === 'standard')
            .map((f) => midi(f.written)),
        )
        expect(new Set(notes)).toEqual(charted)
        expect(notes.length).toBe(charted.size)
      }
    },
  )
  it.each(allInstruments().map((i) => [i.id]))('%s: what overblows lies at a whole partial', (id) => {
    for (const { from, written } of registerMap(instrument(id)).flatMap((t) => t.notes)) {
      if (!from) continue
      // Whole multiples of the fundamental (Fletcher & Rossing), to the nearest semitone.
      expect(midi(written) - midi(from.written)).toBe(Math.round(12 * Math.log2(from.partial)))
      if (id === 'clarinet') expect(from.partial % 2).toBe(1)
    }
  })
  it('knows the clarinet’s own names and twelfths', () => {
    const map = registerMap(instrument('clarinet'))
    expect(map.map((t) => t.name)).toEqual(['chalumeau', 'throat', 'clarion', 'altissimo', 'altissimo'])
    expect(map[2]!.above).toBe('a twelfth above')
    expect(map[3]!.above).toBe('two octaves and a third above')
    expect(map[0]!.above).toBe('')
    // Common practice: B4 is the fingering of E3, C6 that of F4, with the register key.
    expect(map[2]!.notes[0]!.from).toEqual({ written: 'E3', partial: 3, vent: 'key' })
    expect(map[2]!.notes.at(-1)!.from).toEqual({ written: 'F4', partial: 3, vent: 'key' })
  })
  // Common practice, no source: what helps each family over to its second register.
  it.each([
    ['flute', 'E5', { written: 'E4', partial: 2, vent: 'air' }],
    ['flute', 'D5', { written: 'D4', partial: 2, vent: 'finger' }],
    ['flute', 'D6', { written: 'G4', partial: 3, vent: 'finger' }],
    ['alto-sax', 'D5', { written: 'D4', partial: 2, vent: 'key' }],
    ['oboe', 'D5', { written: 'D4', partial: 2, vent: 'half' }],
    ['oboe', 'E5', { written: 'E4', partial: 2, vent: 'key' }],
    ['bassoon', 'G3', { written: 'G2', partial: 2, vent: 'half' }],
    ['soprano-recorder', 'E5', { written: 'E4', partial: 2, vent: 'pinch' }],
    ['alto-recorder', 'A5', { written: 'A4', partial: 2, vent: 'pinch' }],
  ] as const)('%s: %s', (id, note, from) => {
    const found = registerMap(instrument(id))
      .flatMap((t) => t.notes)
      .find((n) => n.written === note)
    expect(found?.from).toEqual(from)
  })
  it('says of a note what its tube is', () => {
    expect(rangeWords(instrument('clarinet'), 'B4')).toBe('The tube of E3, partial 3, by a vent.')
    expect(rangeWords(instrument('flute'), 'E5')).toBe('The tube of E4, partial 2, by the air.')
    // Partials 3 and 5 lie 2 and 14 cents off (exact arithmetic); a closed cylinder has no even ones.
    expect(rangeWords(instrument('clarinet'), 'E3')).toBe(
      'Its tube also sounds B4 (+2), G♯5 (−14): partials, cents from equal temperament.',
    )
    expect(rangeWords(instrument('alto-sax'), 'E6')).toBe('A note of its own: no low note overblows to it.')
    expect(rangeWords(instrument('pipe-chanter'), 'E5')).toContain(
      'In its scale 3:2 over A4, +2 cents from equal temperament.',
    )
    expect(rangeWords(instrument('chanter'), 'Bb4')).toBe('')
  })
  it('counts registers that have no names', () => {
    expect(registerMap(instrument('oboe')).map((t) => t.name)).toEqual([
      'first register',
      'second register',
      'third register',
    ])
  })
  it('tells vents from keys that shorten the tube', () => {
    expect([...ventTouches(fingerSystem(instrument('clarinet')))]).toEqual(['LT:reg'])
    expect(ventTouches(fingerSystem(instrument('oboe')))).toEqual(new Set(['LT:oct1', 'L1:oct2']))
  })
})

describe('first notes', () => {
  it.each(allInstruments().map((i) => [i.id]))(
    '%s: the school’s own first, then the whole beginner’s range once',
    (id) => {
      const inst = instrument(id)
      const order = orderOfNotes(inst)
      expect(order.slice(0, inst.teaching.firstNotes.length).map(midi)).toEqual(
        inst.teaching.firstNotes.map(midi),
      )
      expect(new Set(order.map(midi)).size).toBe(order.length)
      const [low, high] = inst.range.beginner.map(midi) as [number, number]
      if (!inst.graces)
        expect(order.map(midi).sort((a, b) => a - b)).toEqual(
          Array.from({ length: high - low + 1 }, (_, i) => low + i),
        )
    },
  )
  it('has each new note next to a known one, low register before the break', () => {
    const order = orderOfNotes(instrument('clarinet'))
    const firstHigh = order.findIndex((n) => midi(n) >= midi('B4'))
    const plainLow = order.filter((n) => midi(n) < midi('G4') && !/[#b]/.test(n))
    expect(plainLow.every((n) => order.indexOf(n) < firstHigh)).toBe(true)
  })
  it('goes on where the learner is', () => {
    const flute = instrument('flute')
    expect(nextNotes(flute, [])).toEqual(['B4'])
    expect(nextNotes(flute, ['B4', 'A4', 'G4'], 2)).toEqual(orderOfNotes(flute).slice(3, 5))
    expect(nextNotes(flute, orderOfNotes(flute))).toEqual([])
  })
  it('introduces a note by the fingers that differ', () => {
    const clarinet = instrument('clarinet')
    expect(introduce(clarinet, 'E4', ['F4', 'C5'])).toMatchObject({
      beside: { written: 'F4' },
      words: 'One finger from F4: the left index presses.',
    })
    expect(introduce(clarinet, 'G4', []).beside).toBeNull()
    expect(introduce(clarinet, 'G5', ['F5', 'C4']).words).toBe('One finger from F5: the right index lifts.')
    // Where keys are taken, they are named.
    expect(introduce(clarinet, 'F3', ['G3']).words).toBe(
      'One finger from G3: the right little on the F/C key presses.',
    )
    expect(introduce(instrument('oboe'), 'D5', ['C5']).words).toContain('left index to half')
    expect(introduce(instrument('flute'), 'E5', ['E4']).words).toBe(
      'No finger from E4: the air makes the change.',
    )
  })
  it('follows the fingering system', () => {
    const german = underSystem(instrument('soprano-recorder'), 'german')
    const f4 = (inst = german) => introduce(inst, 'F4', ['E4']).touches
    expect(f4()).not.toEqual(f4(instrument('soprano-recorder')))
  })
})
