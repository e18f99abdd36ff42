import { describe, expect, it } from 'vitest'
import { type Turns } from '@halitus/core/tune'
import { read, xmlNotes, xmlScore } from './files.ts'
import { unfold } from '../../src/tune/order.ts'

// How repeats, endings and jumps are played: common practice of notation, no source.
const back: Turns = { endsRepeat: 2 }
describe('bars in the order of playing', () => {
  it.each<[string, Turns[], number[]]>([
    ['straight', [{}, {}, {}], [0, 1, 2]],
    ['a repeat without a start', [{}, back, {}], [0, 1, 0, 1, 2]],
    ['two of them: the second begins after the first', [back, {}, back], [0, 0, 1, 2, 1, 2]],
    ['a repeat with a start', [{}, { startsRepeat: true, endsRepeat: 2 }, {}], [0, 1, 1, 2]],
    ['three times', [{ endsRepeat: 3 }, {}], [0, 0, 0, 1]],
    ['two endings', [{}, { ending: [1], endsRepeat: 2 }, { ending: [2] }, {}], [0, 1, 0, 2, 3]],
    [
      'an ending for passes 1 and 2, another for 3',
      [{}, { ending: [1, 2], endsRepeat: 2 }, { ending: [3] }],
      [0, 1, 0, 1, 0, 2],
    ],
    [
      'an ending of two bars',
      [{}, { ending: [1] }, { ending: [1], endsRepeat: 2 }, { ending: [2] }],
      [0, 1, 2, 0, 3],
    ],
    ['from the head to the end', [{}, { fine: true }, { jump: 'capo' }], [0, 1, 2, 0, 1]],
    [
      'after a jump nothing is repeated',
      [{ startsRepeat: true }, back, { fine: true }, { jump: 'capo' }],
      [0, 1, 0, 1, 2, 3, 0, 1, 2],
    ],
    [
      'after a jump the last ending is taken',
      [{}, { ending: [1], endsRepeat: 2 }, { ending: [2], fine: true }, { jump: 'capo' }],
      [0, 1, 0, 2, 3, 0, 2],
    ],
    [
      'from the sign to the coda',
      [{}, { segno: true }, { toCoda: true }, { jump: 'segno' }, { coda: true }],
      [0, 1, 2, 3, 1, 2, 4],
    ],
    [
      'two coda signs: one leaves, one arrives',
      [{ segno: true }, { coda: true }, { jump: 'segno' }, { coda: true }],
      [0, 1, 2, 0, 1, 3],
    ],
    ['to a sign that isn’t there', [{}, { jump: 'segno' }, {}], [0, 1, 2]],
    [
      'a new repeat after endings begins there',
      [{}, { ending: [1], endsRepeat: 2 }, { ending: [2] }, {}, back],
      [0, 1, 0, 2, 3, 4, 3, 4],
    ],
  ])('%s', (_, turns, order) => {
    expect(unfold(turns)).toEqual(order)
  })
  it('refuses what repeats without end', () => {
    const many: Turns[] = Array.from({ length: 6000 }, () => ({}))
    expect(() => unfold([...many, { endsRepeat: 20 }])).toThrow(/more than 100000 bars/)
  })
})

describe('signs as MusicXML writes them', () => {
  const bar = xmlNotes('C4/4')
  const line = (inner: string, at = 'right') => `<barline location="${at}">${inner}</barline>`
  const words = (text: string) =>
    `<direction><direction-type><words>${text}</words></direction-type></direction>`
  const order = (bars: string[]) => read(xmlScore(bars)).parts[0]!.order
  it('endings named together, and stopped where they say', () => {
    const first = line('<ending number="1, 2" type="start"/>', 'left')
    const stop = line('<ending number="1, 2" type="stop"/><repeat direction="backward" times="3"/>')
    const second = line('<ending number="3" type="start"/>', 'left')
    expect(
      order([bar, first + bar + stop, second + bar + line('<ending number="3" type="discontinue"/>'), bar]),
    ).toEqual([0, 1, 0, 1, 0, 2, 3])
  })
  it('jumps by what sounds and by words', () => {
    expect(order([bar, bar + '<sound fine="yes"/>', bar + '<sound dacapo="yes"/>'])).toEqual([0, 1, 2, 0, 1])
    expect(order([bar, bar + words('Fine'), bar + words('D.C. al Fine')])).toEqual([0, 1, 2, 0, 1])
    const segno = '<direction><direction-type><segno/></direction-type></direction>'
    const coda = '<direction><direction-type><coda/></direction-type></direction>'
    expect(
      order([bar, segno + bar, bar + words('To Coda'), bar + words('D.S. al Coda'), coda + bar]),
    ).toEqual([0, 1, 2, 3, 1, 2, 4])
  })
  it('doesn’t take a chord name or a word that begins alike for a jump', () => {
    expect(order([bar, bar + words('Dolce'), bar + words('finely')])).toEqual([0, 1, 2])
  })
})
