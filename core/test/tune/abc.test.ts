import { describe, expect, it } from 'vitest'
import { quarters } from '@halitus/core/tune'
import { abc, read, told } from './files.ts'

// What signs mean: ABC standard 2.1 (2011), from memory.
describe('ABC', () => {
  it('counts octaves from C, one stroke each', () => {
    expect(told(abc("C,CcC'c'|"))).toEqual(['0:0+1 C3', '0:1+1 C4', '0:2+1 C5', '0:3+1 C5', '0:4+1 C6'])
  })
  it('carries an accidental through the bar, over octaves, and no further', () => {
    expect(told(abc('^F f =f F | F'))).toEqual(['0:0+1 F#4', '0:1+1 F#5', '0:2+1 F5', '0:3+1 F4', '1:4+1 F4'])
    const octave = read('X:1\nL:1/4\n%%propagate-accidentals octave\nK:C\n^F f|').parts[0]!
    expect(told(octave)).toEqual(['0:0+1 F#4', '0:1+1 F5'])
    const none = read('X:1\nL:1/4\n%%propagate-accidentals not\nK:C\n^F F|').parts[0]!
    expect(told(none)).toEqual(['0:0+1 F#4', '0:1+1 F4'])
  })
  it('carries it over a bar line along a tie', () => {
    expect(told(abc('A3 ^F- | F F'))).toEqual(['0:0+3 A4', '0:3+1 F#4', '1:4+1 ~F#4', '1:5+1 F4'])
  })
  it('reads broken rhythm, triplets, chords and graces', () => {
    expect(told(abc('A>B c<d | (3ABc {g}[CE]2'))).toEqual([
      '0:0+1.5 A4',
      '0:1.5+0.5 B4',
      '0:2+0.5 C5',
      '0:2.5+1.5 D5',
      `1:4+${2 / 3} A4`,
      `1:${14 / 3}+${2 / 3} B4`,
      `1:${16 / 3}+${2 / 3} C5`,
      '1:6g G5',
      '1:6+2 C4',
      '1:6+2 E4',
    ])
  })
  it('rests for several bars', () => {
    const part = abc('c4 | Z3 | d4')
    expect(part.bars.map((b) => quarters(b.length))).toEqual([4, 4, 4, 4, 4])
    expect(told(part)).toEqual(['0:0+4 C5', '4:16+4 D5'])
  })
  it('numbers a first bar that isn’t full 0', () => {
    expect(abc('G | c4 | d4').bars.map((b) => b.number)).toEqual(['0', '1', '2'])
    expect(abc('G4 | c4').bars.map((b) => b.number)).toEqual(['1', '2'])
  })
  it('ends a full bar with its line where no bar line stands', () => {
    expect(abc('cdef\ngabc').bars).toHaveLength(2)
    expect(abc('cd\nef').bars).toHaveLength(1)
  })
  it('repeats, endings, and words in quotes', () => {
    expect(abc('c4 |: d4 |1 e4 :|2 f4 || g4').order).toEqual([0, 1, 2, 1, 3, 4])
    expect(abc('c4 | "_Fine"d4 | "D.C."e4 |').order).toEqual([0, 1, 2, 0, 1])
    expect(abc('!segno!c4 | !fine!d4 | e4 !D.S.! |').order).toEqual([0, 1, 2, 0, 1])
  })
  it('plays its parts in the order that its head gives', () => {
    const order = (p: string) =>
      read(`X:1\nP:${p}\nM:4/4\nL:1/4\nK:C\nP:A\nc4|d4:|\nP:B\ne4|\n`).parts[0]!.order
    expect(order('AB')).toEqual([0, 1, 0, 1, 2])
    expect(order('BA')).toEqual([2, 0, 1, 0, 1])
    expect(order('B2(AB)2')).toEqual([2, 2, 0, 1, 0, 1, 2, 0, 1, 0, 1, 2])
    // A part that isn’t there: as written.
    expect(order('AC')).toEqual([0, 1, 0, 1, 2])
  })
  it('gives each voice a part, with its own key and clef', () => {
    const { parts } = read(
      'X:1\nM:4/4\nL:1/4\nV:1 name=Oboe\nV:2 name=Bassoon clef=bass\nK:F\nV:1\nB4|\nV:2\nB,4|\n',
    )
    expect(parts.map((p) => [p.name, p.instrument, told(p)])).toEqual([
      ['Oboe', 'oboe', ['0:0+4 Bb4']],
      ['Bassoon', 'bassoon', ['0:0+4 Bb3']],
    ])
  })
  it('counts the pulse in quarters', () => {
    const bpm = (q: string) => abc('c4', `M:4/4\nL:1/4\n${q}\nK:C`).tempos.map((t) => t.bpm)
    expect(bpm('Q:1/4=72')).toEqual([72])
    expect(bpm('Q:3/8=80')).toEqual([120])
    expect(bpm('Q:"slowly"')).toEqual([])
  })
  it('takes one tune of a book, by its number or its place', () => {
    const book = 'X:3\nT:One\nL:1/4\nK:C\nc4|\n\nX:8\nT:Two\nL:1/4\nK:C\nd4|\n'
    expect(read(book).title).toBe('One')
    expect(read(book, 8).title).toBe('Two')
    expect(read(book, 1).title).toBe('Two')
    expect(read(book).warnings[0]).toBe('The file holds 2 tunes; this is “One”.')
    expect(() => read(book, 5)).toThrow('The file has no tune 5; it has 2 (X: 3, 8).')
  })
  it('says what is missing', () => {
    expect(() => read('X:1\nT:No key\ncdef|')).toThrow('The text has no line K: (the key)')
    expect(() => read('X:1\nK:C\nz4|')).toThrow('The file has no notes')
  })
})
