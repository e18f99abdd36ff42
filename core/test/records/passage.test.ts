import { describe, expect, it } from 'vitest'
import { pathsOf } from '@halitus/core/fingering'
import { fingeringsOf, instrument } from '@halitus/core/instruments'
import { overrulingsOf, RECORDS } from '@halitus/core/records'

const sax = instrument('alto-sax')
const note = (written: string, touches: string, overruled = false) => ({
  written,
  touches: touches.split(' '),
  overruled,
})
const passage = (...notes: ReturnType<typeof note>[]) => ({ tempo: 'slow' as const, notes })
const check = (data: ReturnType<typeof passage>) => () => RECORDS.passage.check(sax, data, () => undefined)

describe('a passage with its fingerings', () => {
  const whole = passage(note('A4', 'L1 L2'), note('Bb4', 'L1 L1:bis', true), note('A4', 'L1 L2'))
  it('is told by its notes, and by what was chosen', () => {
    expect(RECORDS.passage.noted(whole, sax)).toBe('Passage A4 B♭4 A4, own fingering for B♭4')
    expect(RECORDS.passage.noted(passage(note('A4', 'L1 L2'), note('B4', 'L1')), sax)).toBe('Passage A4 B4')
  })
  it('is refused where the instrument doesn’t have it, naming the place', () => {
    expect(check(whole)).not.toThrow()
    expect(check(passage(note('A4', 'L1 L2'), note('A2', 'L1')))).toThrow('A2 is outside the alto saxophone')
    expect(check(passage(note('A4', 'L1 L2'), note('B4', 'L9')))).toThrow(
      'data.notes[1].touches: the instrument has no touch “L9”.',
    )
    expect(check(passage(note('B4', 'L4:C# L4:B'), note('B4', 'L1')))).toThrow(
      'data.notes[0].touches: The left little finger can’t hold L4:C# and L4:B at once.',
    )
  })
  it('comes home with what isn’t standard in words', () => {
    const rows = (data: ReturnType<typeof passage>) =>
      RECORDS.passage.rows!({
        inst: sax,
        entries: [{ data, at: '2026-01-05T18:00:00' }],
        before: [],
        observes: false,
        dizzy: false,
        aim: () => ({ value: 0, unit: '', why: '' }),
      } as never)
    expect(rows(whole)[0]).toMatchObject({
      title: 'The passage, in its fingerings',
      aim: 'B♭4: left: index, bis key; right: none',
      notes: ['A4', 'Bb4'],
    })
    expect(rows(passage(note('A4', 'L1 L2'), note('B4', 'L1')))[0]!.aim).toBe(
      'Standard fingerings throughout; no finger slides.',
    )
  })
  it('what was chosen against the offer is offered next time', () => {
    const before = pathsOf(sax, ['A4', 'Bb4', 'A4'])[0]!.fingerings[1]!.touches
    expect(before).toEqual(fingeringsOf(sax, 'Bb4')[0]!.touches)
    const overrulings = overrulingsOf([whole])
    expect(overrulings).toEqual([{ written: 'Bb4', touches: ['L1', 'L1:bis'], takes: true, beside: 'A4' }])
    expect(pathsOf(sax, ['A4', 'Bb4', 'A4'], { overrulings })[0]!.fingerings[1]!.touches).toEqual([
      'L1',
      'L1:bis',
    ])
    expect(overrulingsOf([passage(note('A4', 'L1 L2'), note('B4', 'L1'))])).toEqual([])
  })
})
