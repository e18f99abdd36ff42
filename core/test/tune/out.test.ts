import { describe, expect, it } from 'vitest'
import {
  addTo,
  asUtf8,
  engravedXml,
  inventTune,
  lineOf,
  midiOf,
  playable,
  readTune,
  type Part,
} from '@halitus/core/tune'
import { abc, fileOf, read, told, xmlNotes, xmlScore } from './files.ts'

const none = {
  breaths: new Set<number>(),
  fingerings: new Map<number, string>(),
  words: new Map<number, string>(),
}

describe('a file with something added', () => {
  const text = xmlScore([`${xmlNotes('C5 D5')}<!-- <note> -->`, xmlNotes('E5/2')]).replace('UTF-8', 'UTF-16')
  it('is letter for letter the same without', () => {
    expect(addTo(text, none)).toBe(text)
  })
  it('gets a comma, a fingering and words, and nothing else', () => {
    const added = addTo(text, {
      breaths: new Set([1]),
      fingerings: new Map([[0, 'LT L1']]),
      words: new Map([[2, 'a & b']]),
    })
    const plain = added
      .replace('<notations><articulations><breath-mark/></articulations></notations>', '')
      .replace('<notations><technical><fingering>LT L1</fingering></technical></notations>', '')
      .replace(
        '<direction placement="above"><direction-type><words>a &amp; b</words></direction-type></direction>',
        '',
      )
    expect(plain).toBe(text)
    // What was added is read back.
    expect(read(added).parts[0]!.bars[0]!.heads[1]!.marks).toEqual(['breath'])
    expect(read(added).parts[0]!.bars[1]!.words).toEqual(['a & b'])
  })
  it.each([
    ['none', '', '<notations><articulations><breath-mark/></articulations></notations>'],
    [
      'others',
      '<notations><fermata/></notations>',
      '<notations><fermata/><articulations><breath-mark/></articulations></notations>',
    ],
    [
      'articulations',
      '<notations><articulations><tenuto/></articulations></notations>',
      '<notations><articulations><tenuto/><breath-mark/></articulations></notations>',
    ],
    [
      'empty ones',
      '<notations><articulations/></notations>',
      '<notations><articulations><breath-mark/></articulations></notations>',
    ],
    ['an empty list', '<notations/>', '<notations><articulations><breath-mark/></articulations></notations>'],
    [
      'lyrics',
      '<lyric><text>la</text></lyric>',
      '<notations><articulations><breath-mark/></articulations></notations><lyric><text>la</text></lyric>',
    ],
  ])('puts a comma into a note with %s', (_, has, gets) => {
    const one = xmlScore([xmlNotes('C5/4').replace('</note>', `${has}</note>`)])
    expect(addTo(one, { ...none, breaths: new Set([0]) })).toBe(
      one.replace(`${has}</note>`, `${gets}</note>`),
    )
  })
  it('says that it is UTF-8', () => {
    expect(asUtf8(text)).toBe(text.replace('UTF-16', 'UTF-8'))
    expect(asUtf8(xmlScore([]))).toBe(xmlScore([]))
  })
})

const on = (part: Part) => playable(part, { instrument: 'flute', as: 'written', octave: 0 })
describe('a part engraved', () => {
  // The notation says what the line is: read back by the reader of MusicXML it is the same line.
  it.each([
    ['ties over bar lines', 'c2 d2-|d3 e|f4-|f4|'],
    ['lengths that need two signs', 'c5/2 d/2e|c7/4 d/4 e2|'],
    ['tuplets', '(3cde f2 (3g/a/b/ c|(5c/d/e/f/g/ a2 g|'],
    ['rests', 'z c z/ d/ e|z4|c2 z2|'],
    ['a pickup and another time', 'c|d2 e2|[M:3/4]f3|g3|'],
    ['repeats and endings', '|:c4|d4|1 e4:|2 f4|!fine!g4|a4!D.C.!|'],
    ['dynamics', '!p!c d !mf!e f|!sfz!g4|'],
    ['slurs and marks', '(cde)f|.c !tenuto!d !accent!e !fermata!f|{a}g4|'],
  ])('has %s', (_, music) => {
    const part = on(abc(music))
    const again = read(engravedXml(part, { clef: 'treble' })).parts[0]!
    const line = (p: Part) =>
      lineOf(p).notes.map((n) => [n.measure, n.onset, n.duration, n.written, n.slurred, [...n.marks].sort()])
    expect(line(again)).toEqual(line(part))
    expect(again.order).toEqual(part.order)
    expect(again.bars.map((b) => [b.number, b.fifths, b.time])).toEqual(
      part.bars.map((b) => [b.number, b.fifths, b.time]),
    )
    expect(again.bars.flatMap((b) => b.heads.filter((h) => h.grace).map((h) => h.written))).toEqual(
      part.bars.flatMap((b) => b.heads.filter((h) => h.grace).map((h) => h.written)),
    )
  })
  it('is the same line for tunes that were invented', () => {
    for (let seed = 31_100; seed < 31_130; seed++) {
      const part = on(
        read(
          inventTune(seed, 'x', {
            beats: ([2, 3, 4] as const)[seed % 3]!,
            fifths: (seed % 7) - 3,
            low: seed % 4,
            eighths: 0.4,
          }),
        ).parts[0]!,
      )
      const again = read(engravedXml(part, { clef: 'treble' })).parts[0]!
      expect(lineOf(again).notes.map((n) => [n.onset, n.duration, n.written])).toEqual(
        lineOf(part).notes.map((n) => [n.onset, n.duration, n.written]),
      )
    }
  })
  it('draws some bars, a breath, words and discs', () => {
    const part = on(abc('cdef|gfed|c4|'))
    const xml = engravedXml(part, {
      clef: 'treble',
      from: 1,
      to: 2,
      breaths: new Set([8]),
      over: new Map([[4, 'new & high']]),
      under: new Map([[5, 'ta']]),
      discs: new Map([[1, '1']]),
    })
    expect(xml.match(/<measure /g)).toHaveLength(2)
    const [bar] = read(xml).parts[0]!.bars
    expect(bar!.heads[3]!.marks).toEqual(['breath'])
    expect(bar!.words).toEqual(['new & high'])
    expect(bar!.heads[1]!.lyric).toBe('ta')
    expect(xml).toContain('<rehearsal enclosure="circle">1</rehearsal>')
  })
})

describe('a part as MIDI', () => {
  it('plays its repeats, as it sounds', () => {
    const part = abc('cd|e2:|', 'M:2/4\nL:1/4\nQ:1/4=90\nK:C')
    const { score } = readTune(midiOf(part))
    expect(told(score.parts[0]!).map((n) => n.replace(/\+.*? /, ' '))).toEqual([
      '0:0 C5',
      '0:1 D5',
      '0:2 E5',
      '1:4 C5',
      '1:5 D5',
      '1:6 E5',
    ])
    expect(score.parts[0]!.tempos[0]!.bpm).toBeCloseTo(90, 2)
  })
  it('parts tongued notes of one pitch, ties slurred ones', () => {
    const { score } = readTune(midiOf(abc('cc(de)|')))
    const heads = score.parts[0]!.bars[0]!.heads
    expect(heads.map((h) => h.duration.n / h.duration.d)).toEqual(
      [0.925, 0.925, 1, 0.925].map((d) => expect.closeTo(d, 1)),
    )
  })
})

it('reads what it writes', () => {
  expect(readTune(fileOf(inventTune(21_001, 'x'))).format).toBe('abc')
})
