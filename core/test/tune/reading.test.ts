import { describe, expect, it } from 'vitest'
import {
  barsToLearn,
  inventTune,
  keyWords,
  playable,
  readPart,
  type Part,
  type Reader,
} from '@halitus/core/tune'
import { parseNote } from '@halitus/core/pitch'
import { abc, read } from './files.ts'

const on = (part: Part, reader: Partial<Reader> = {}) =>
  playable(part, { instrument: 'flute', as: 'written', octave: 0, ...reader })
const known = (...notes: string[]) => new Set(notes.map((n) => parseNote(n).midi))

describe('what the key does to this piece', () => {
  it('names only notes that come, with their bars', () => {
    const part = on(abc('DEFA|G4|F2c2|', 'M:4/4\nL:1/4\nK:D'))
    const reading = readPart(part)
    expect(reading.changedNotes).toEqual([
      { step: 'F', alter: 1, measures: [0, 2] },
      { step: 'C', alter: 1, measures: [2] },
    ])
    expect(keyWords(part, reading)).toBe('Every F and C is sharp.')
  })
  it('says which of its notes never come, and leaves out what an accidental undoes', () => {
    const part = on(abc('DE=FA|F4|', 'M:4/4\nL:1/4\nK:D'))
    const reading = readPart(part)
    expect(reading.changedNotes).toEqual([{ step: 'F', alter: 1, measures: [1] }])
    expect(keyWords(part, reading)).toBe('Every F is sharp; C never comes.')
    const plain = on(abc('c4|'))
    expect(keyWords(plain, readPart(plain))).toBe('No note is changed by the key.')
  })
})

describe('what is new, long, low, high', () => {
  it('tells each unknown note where it is met first', () => {
    const { newNotes } = readPart(on(abc('cdec|fdfe|g4|')), { known: known('C5', 'D5', 'E5') })
    expect(newNotes).toEqual([
      { written: 'F5', measure: 1 },
      { written: 'G5', measure: 2 },
    ])
  })
  it('measures the longest slur and held note at the tempo', () => {
    const { longest } = readPart(on(abc('(cd)ef|(gfed|c2)d2-|d4|')), { tempo: 60 })
    expect(longest.slur).toEqual({ measure: 1, onset: 4, quarters: 6, seconds: 6 })
    expect(longest.held).toEqual({ measure: 2, onset: 10, quarters: 6, seconds: 6 })
    expect(readPart(on(abc('c4|'))).longest.slur).toBeNull()
  })
  it('goes by the written tempo, by the asked one before it, by 120 without', () => {
    const part = on(abc('c4|', 'M:4/4\nL:1/4\nQ:1/4=80\nK:C'))
    expect(readPart(part).longest.held!.seconds).toBe(3)
    expect(readPart(part, { tempo: 60 }).longest.held!.seconds).toBe(4)
    expect(readPart(on(abc('c4|'))).tempo).toEqual({ bpm: 120, from: 'usual' })
  })
  it('gives the range as written and as it sounds', () => {
    const { range } = readPart(on(abc('EGce|'), { instrument: 'clarinet' }))
    expect(range).toEqual({
      lowest: { written: 'E4', sounding: 62 },
      highest: { written: 'E5', sounding: 74 },
    })
  })
  it('sees where the break is crossed', () => {
    // Clarinet: throat A4, then B4 in the next register (common practice).
    const { crossings } = readPart(on(abc('GABc|BAG2|'), { instrument: 'clarinet' }))
    expect(crossings).toEqual([
      { measure: 0, onset: 2 },
      { measure: 1, onset: 5 },
    ])
  })
  it('sees little fingers that collide', () => {
    // Clarinet: low E after low F sharp on the same side slides; a better way is taken where there is one.
    const { collisions } = readPart(
      on(abc('^G,^C^G,^C|', 'M:4/4\nL:1/4\nK:C'), { instrument: 'alto-sax', octave: 1 }),
    )
    expect(collisions.every((c) => c.words.length > 10)).toBe(true)
  })
})

describe('bars that are alike', () => {
  it('exactly, transposed, in rhythm, each told once at its strictest', () => {
    const { equalBars } = readPart(on(abc('cdef|defg|cdef|c2d2|e2g2|^cd^ef|')))
    expect(equalBars).toEqual([
      { kind: 'exact', measures: [0, 2] },
      { kind: 'rhythm', measures: [0, 1, 2, 5] },
      { kind: 'rhythm', measures: [3, 4] },
    ])
    const moved = readPart(on(abc('cde2|^fga2|^f^g^a2|'))).equalBars
    expect(moved[0]).toEqual({ kind: 'transposed', measures: [0, 2] })
  })
  it('counts bars to learn', () => {
    const part = on(abc('cdef|g4|cdef|z4|'))
    expect(barsToLearn(part, readPart(part).equalBars)).toBe(2)
  })
})

describe('rests and sections', () => {
  it('counts bars of rest, not those through which a note is held', () => {
    expect(readPart(on(abc('c4|Z2|d4-|d4|z4|e4|'))).rests).toEqual([
      { measure: 1, bars: 2 },
      { measure: 5, bars: 1 },
    ])
  })
  it('parts at repeats, double bars and names', () => {
    const { sections } = readPart(on(abc('c4|d4:|e4|f4||[P:B]g4|a4|]')))
    expect(sections.map(({ from, to, label }) => [from, to, label])).toEqual([
      [0, 1, undefined],
      [2, 3, undefined],
      [4, 5, 'B'],
    ])
  })
  it('parts where it becomes twice as dense, and says which is fast', () => {
    const { sections } = readPart(on(abc('c4|d4|e4|f4|cdef|gfed|cdef|gfed|')))
    expect(sections).toEqual([
      { from: 0, to: 3, pace: 'slow' },
      { from: 4, to: 7, pace: 'fast' },
    ])
  })
})

describe('hard moves', () => {
  it('puts the change of many fingers first, with all its bars', () => {
    // Clarinet: over the break from A4 to B4 nine fingers move.
    const { hardMoves } = readPart(on(abc('GFGA|BAGF|GABc|'), { instrument: 'clarinet' }))
    expect([hardMoves[0]!.from, hardMoves[0]!.to].sort()).toEqual(['A4', 'B4'])
    expect(hardMoves.find((m) => m.from === 'A4' && m.to === 'B4')!.measures).toEqual([1, 2])
    expect(hardMoves[0]!.why).toContain('moving fingers')
  })
  it('weighs what went wrong before, and less time', () => {
    const part = on(abc('GABG|'))
    const plain = readPart(part, { tempo: 60 }).hardMoves
    const hard = (options: Parameters<typeof readPart>[1]) =>
      readPart(part, { tempo: 60, ...options }).hardMoves.find((m) => m.from === 'A4' && m.to === 'B4')!
    const usual = plain.find((m) => m.from === 'A4' && m.to === 'B4')!.difficulty
    expect(hard({ shaky: new Set(['A4 B4']) }).difficulty).toBeGreaterThan(usual)
    expect(hard({ late: new Set(['L2']) }).difficulty).toBeGreaterThan(usual)
    expect(hard({ tempo: 120 }).difficulty).toBeGreaterThan(usual)
    expect(hard({ tempo: 30 }).difficulty).toBe(usual)
  })
})

describe('onto an instrument', () => {
  it('keeps what is written, or what sounds', () => {
    const part = abc('c4|', 'M:4/4\nL:1/4\nK:C')
    const head = (reader: Partial<Reader>) => {
      const moved = on(part, { instrument: 'clarinet', ...reader })
      return [moved.bars[0]!.heads[0]!.written, moved.bars[0]!.heads[0]!.midi, moved.bars[0]!.fifths]
    }
    expect(head({})).toEqual(['C5', 70, 0])
    expect(head({ as: 'sounding' })).toEqual(['D5', 72, 2])
    expect(head({ octave: -1 })).toEqual(['C4', 58, 0])
  })
  it('spells in the new key', () => {
    const part = abc('EB|', 'M:4/4\nL:1/4\nK:Bb')
    const moved = on(part, { instrument: 'alto-sax', as: 'sounding', octave: 0 })
    // B flat major a sixth up is G major.
    expect(moved.bars[0]!.fifths).toBe(1)
    expect(moved.bars[0]!.heads.map((h) => h.written)).toEqual(['C5', 'G5'])
  })
  it('names what lies outside, and the octave under which all fits', () => {
    expect(() => on(abc('G,4|c4|'))).toThrow(
      'The Flute has no G3 (bar 1); it goes from C4 to C7. An octave up or two octaves up all notes fit.',
    )
    expect(() => on(abc("C,4|c''''4|"))).toThrow(
      /has no C3 \(bar 1\), C9 \(bar 2\); it goes from C4 to C7. C3 is there an octave up, not all notes are\./,
    )
  })
  it('says that a silent part is silent', () => {
    const { parts } = read('X:1\nM:4/4\nL:1/4\nV:1\nV:2 name=Oboe\nK:C\nV:1\nc4|\nV:2\nz4|\n')
    expect(() => readPart(on(parts[1]!))).toThrow('Oboe is silent: it has no note.')
  })
})

describe('invented tunes', () => {
  it('are what their seed makes them, in their key and within their span', () => {
    const text = inventTune(31_007, 'Sheet', { fifths: 2, low: 1, span: 8 })
    expect(inventTune(31_007, 'Sheet', { fifths: 2, low: 1, span: 8 })).toBe(text)
    const part = on(read(text).parts[0]!)
    const { range, changedNotes } = readPart(part)
    expect(part.bars).toHaveLength(16)
    expect(parseNote(range.lowest.written).midi).toBeGreaterThanOrEqual(parseNote('D4').midi)
    expect(parseNote(range.highest.written).midi).toBeLessThanOrEqual(parseNote('E5').midi)
    expect(changedNotes.map((c) => c.step)).toEqual(expect.arrayContaining(['F', 'C']))
  })
})
