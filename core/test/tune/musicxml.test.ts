import { strToU8, zipSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import { quarters, readTune } from '@halitus/core/tune'
import { fileOf, read, told, xmlNotes, xmlScore } from './files.ts'

// What elements mean: MusicXML 4.0 (W3C Music Notation Community Group), from memory.
const tempo = (inner: string) => `<direction><direction-type>${inner}</direction-type></direction>`
const metronome = (unit: string, perMinute: string, dot = '') =>
  tempo(`<metronome><beat-unit>${unit}</beat-unit>${dot}<per-minute>${perMinute}</per-minute></metronome>`)

describe('notes of MusicXML', () => {
  it('adds lengths up bar by bar, a short bar as short as it is', () => {
    const [part] = read(xmlScore([xmlNotes('G4'), xmlNotes('C4 D4/2 E4'), xmlNotes('C5/4')])).parts
    expect(told(part!)).toEqual(['0:0+1 G4', '1:1+1 C4', '1:2+2 D4', '1:4+1 E4', '2:5+4 C5'])
    expect(part!.bars.map((b) => quarters(b.length))).toEqual([1, 4, 4])
  })
  it('keeps the numbers that are written: a pickup is bar 0', () => {
    const text = xmlScore([xmlNotes('G4'), xmlNotes('C4/4')])
      .replace('number="1"', 'number="0" implicit="yes"')
      .replace('number="2"', 'number="1"')
    expect(read(text).parts[0]!.bars.map((b) => b.number)).toEqual(['0', '1'])
  })
  it('lays voices over one another: backup, forward, chords', () => {
    const bar = `${xmlNotes('C5/2 +E5/2 D5/2')}<backup><duration>4</duration></backup><forward><duration>1</duration></forward>${xmlNotes('C4/3').replace('<voice>1', '<voice>2')}`
    expect(told(read(xmlScore([bar])).parts[0]!)).toEqual(['0:0+2 C5', '0:0+2 E5', '0:1+3 C4', '0:2+2 D5'])
  })
  it('joins a tie where pitch and end fit, and no other', () => {
    const part = read(xmlScore([xmlNotes('C4/2 D4/2~'), xmlNotes('~D4/2 ~E4/2')])).parts[0]!
    expect(told(part)).toEqual(['0:0+2 C4', '0:2+2 D4', '1:4+2 ~D4', '1:6+2 E4'])
    const late = read(xmlScore([xmlNotes('D4/2~ C4/2'), xmlNotes('~D4/4')])).parts[0]!
    expect(told(late).at(-1)).toBe('1:4+4 D4')
  })
  it('leaves out cues and unpitched notes, keeps graces without length', () => {
    const cue = xmlNotes('A4/2').replace('<note>', '<note><cue/>')
    const drum = '<note><unpitched/><duration>1</duration></note>'
    const grace = '<note><grace/><pitch><step>B</step><octave>4</octave></pitch></note>'
    expect(told(read(xmlScore([cue + drum + grace + xmlNotes('C5')])).parts[0]!)).toEqual([
      '0:3g B4',
      '0:3+1 C5',
    ])
  })
  it('sounds where the instrument does: a clarinet’s tone below, a recorder’s octave above', () => {
    const at = (transpose: string) =>
      read(xmlScore([xmlNotes('C5/4')], transpose)).parts[0]!.bars[0]!.heads[0]!.midi
    expect(at('')).toBe(72)
    expect(at('<transpose><diatonic>-1</diatonic><chromatic>-2</chromatic></transpose>')).toBe(70)
    expect(at('<transpose><chromatic>0</chromatic><octave-change>1</octave-change></transpose>')).toBe(84)
    expect(at('<transpose><chromatic>-9</chromatic><octave-change>-1</octave-change></transpose>')).toBe(51)
  })
  it('counts the pulse in quarters whatever note it names', () => {
    const bpm = (mark: string) => read(xmlScore([mark + xmlNotes('C4/4')])).parts[0]!.tempos.map((t) => t.bpm)
    expect(bpm(metronome('quarter', '72'))).toEqual([72])
    expect(bpm(metronome('half', '60'))).toEqual([120])
    expect(bpm(metronome('quarter', '80', '<beat-unit-dot/>'))).toEqual([120])
    expect(bpm(metronome('eighth', 'c. 96'))).toEqual([48])
    expect(bpm(tempo('<words>Allegro</words>'))).toEqual([])
    expect(bpm('<sound tempo="90"/>')).toEqual([90])
  })
  it('leaves a tempo of nothing out and says so', () => {
    const { parts, warnings } = read(xmlScore([`<sound tempo="0"/>${xmlNotes('C4/4')}`]))
    expect(parts[0]!.tempos).toEqual([])
    expect(warnings).toEqual(['Bar 1 of Flute: a tempo of 0 is left out; it must be above 0.'])
  })
  it('reads bar by bar what others write part by part', () => {
    const timewise = `<score-timewise><part-list><score-part id="A"><part-name>Oboe</part-name></score-part><score-part id="B"><part-name>Bassoon</part-name></score-part></part-list>
<measure number="1"><part id="A"><attributes><divisions>1</divisions></attributes>${xmlNotes('C5/4')}</part><part id="B"><attributes><divisions>2</divisions></attributes>${xmlNotes('C3/8')}</part></measure>
<measure number="2"><part id="A">${xmlNotes('D5/4')}</part></measure></score-timewise>`
    const { parts } = read(timewise)
    expect(parts.map((p) => [p.instrument, told(p)])).toEqual([
      ['oboe', ['0:0+4 C5', '1:4+4 D5']],
      ['bassoon', ['0:0+4 C3']],
    ])
  })
})

describe('files as programs really write them', () => {
  const text = xmlScore([xmlNotes('C4/4')]).replace('Trial', 'Übung')
  const wide = (mark: boolean, swap: boolean) => {
    const units = [...(mark ? '\uFEFF' : ''), ...text.replace('UTF-8', 'UTF-16')].map((c) => c.charCodeAt(0))
    return new Uint8Array(units.flatMap((u) => (swap ? [u >> 8, u & 255] : [u & 255, u >> 8])))
  }
  it.each([
    ['UTF-8', fileOf(text)],
    ['UTF-8 with a mark', fileOf(`\uFEFF${text}`)],
    ['UTF-16 with a mark', wide(true, false)],
    ['UTF-16, the other way round', wide(true, true)],
    ['UTF-16 without a mark', wide(false, false)],
    ['UTF-16 declared on UTF-8 bytes', fileOf(text.replace('UTF-8', 'UTF-16'))],
    ['Latin 1 declared', Uint8Array.from(text.replace('UTF-8', 'ISO-8859-1'), (c) => c.charCodeAt(0))],
    ['Latin 1 that calls itself UTF-8', Uint8Array.from(text, (c) => c.charCodeAt(0))],
  ])('reads %s', (_, bytes) => {
    expect(readTune(bytes).score.title).toBe('Übung')
  })
  it('reads the score that a compressed file’s container names, UTF-16 too', () => {
    const container = strToU8(
      '<container><rootfiles><rootfile full-path="music/two.xml"/></rootfiles></container>',
    )
    const bytes = zipSync({
      'one.xml': strToU8(xmlScore([xmlNotes('D4/4')])),
      'META-INF/container.xml': container,
      'music/two.xml': wide(true, false),
    })
    expect(readTune(bytes)).toMatchObject({ format: 'mxl', score: { title: 'Übung' } })
  })
  it('takes repeats that stand in one part only for all', () => {
    const repeat = '<barline location="right"><repeat direction="backward"/></barline>'
    const bar = xmlNotes('C4/4')
    const two = xmlScore([bar + repeat, bar])
      .replace('</part-list>', '<score-part id="P2"><part-name>Oboe</part-name></score-part></part-list>')
      .replace(
        '</score-partwise>',
        `<part id="P2"><measure number="1"><attributes><divisions>1</divisions></attributes>${bar}</measure><measure number="2">${bar}</measure></part></score-partwise>`,
      )
    expect(read(two).parts.map((p) => p.order)).toEqual([
      [0, 0, 1],
      [0, 0, 1],
    ])
  })
})

describe('what can’t be read is said with its place', () => {
  const refusal = (text: string | Uint8Array) => {
    try {
      readTune(typeof text === 'string' ? fileOf(text) : text)
      return 'read'
    } catch (error) {
      return (error as Error).message
    }
  }
  it.each([
    [
      'divisions of 0',
      xmlScore([xmlNotes('C4')]).replace('<divisions>1<', '<divisions>0<'),
      'Bar 1 of Flute: divisions are “0”; there must be at least one in a quarter.',
    ],
    [
      'a negative length',
      xmlScore([xmlNotes('C4').replace('>1</duration', '>-1</duration')]),
      'Bar 1 of Flute: a duration is “-1”; it must be a number from 0 up.',
    ],
    [
      'a pitch that is none',
      xmlScore([xmlNotes('C4').replace('>C<', '>H<')]),
      'Bar 1 of Flute: a pitch is “H4”; a step from A to G and an octave from 0 to 9 are needed.',
    ],
    [
      'percussion only',
      xmlScore(['<note><unpitched/><duration>4</duration></note>']),
      'The file holds percussion only; a part with pitched notes is needed.',
    ],
    [
      'rests only',
      xmlScore([xmlNotes('r/4')]),
      'The file has no notes; a part with at least one note is needed.',
    ],
    [
      'own entities',
      xmlScore([]).replace(
        '<score-partwise',
        '<!DOCTYPE score-partwise [<!ENTITY a "aaaa">]>\n<score-partwise',
      ),
      'Line 2: the file defines its own entities, which no score needs; take the part in [ ] out of its DOCTYPE.',
    ],
    [
      'another document',
      '<html></html>',
      'The file is XML, but its root is “html”; a score is score-partwise or score-timewise.',
    ],
    ['a picture', '\u0089PNG', 'none of the kinds that are read'],
    ['nothing', '', 'The file is empty.'],
  ])('%s', (_, text, sentence) => {
    expect(refusal(text)).toContain(sentence)
  })
  it('a file that is cut off, with the line', () => {
    const text = xmlScore([xmlNotes('C4/4'), xmlNotes('D4/4')])
    expect(refusal(text.slice(0, -200))).toMatch(/^(Line \d+: the|The) file isn’t well-formed XML/)
  })
  it('elements within elements without end', () => {
    expect(refusal(`<score-partwise>${'<a>'.repeat(61)}`)).toMatch(
      /^Line 1: more than 60 elements lie within one another/,
    )
  })
  it('an archive that unpacks without end, by what really comes out of it', () => {
    const bomb = zipSync({ 'a.xml': new Uint8Array(60_000_000) })
    expect(bomb.length).toBeLessThan(100_000)
    expect(refusal(bomb)).toMatch(/unpacks to more than 16 MB/)
  })
  it('an archive that is damaged', () => {
    const zip = zipSync({ 'a.xml': strToU8(xmlScore([xmlNotes('C4/4')])) })
    zip.fill(0x55, 40, 120)
    expect(refusal(zip)).toMatch(/damaged|holds no score/)
  })
})
