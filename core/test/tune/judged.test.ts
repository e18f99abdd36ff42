import { describe, expect, it } from 'vitest'
import { judgePlayed, lineOf, type Part, type Played } from '@halitus/core/tune'
import { abc } from './files.ts'

/** The line as written, at a tempo. */
const asWritten = (part: Part, bpm: number): Played[] =>
  lineOf(part).notes.map((n) => ({
    onsetS: (n.onset * 60) / bpm,
    durationS: (n.duration * 55) / bpm,
    midi: n.midi,
  }))
const verdicts = (part: Part, played: Played[], bpm = 60) =>
  judgePlayed(part, played, bpm).notes.map((n) => n.verdict)
const all = (n: number, verdict: string) => Array.from({ length: n }, () => verdict)
const tune = abc('cdef|gage|fdef|c4|')

describe('what was played', () => {
  it('is right when it is what is written, at another tempo too', () => {
    for (const by of [0.7, 1, 1.3]) {
      const judged = judgePlayed(tune, asWritten(tune, 60 * by), 60)
      expect(judged.notes.map((n) => n.verdict)).toEqual(all(13, 'right'))
      expect(judged.bpm).toBeCloseTo(60 * by, 1)
    }
  })
  it('names the bar and the head', () => {
    expect(judgePlayed(tune, asWritten(tune, 60), 60).notes[5]).toMatchObject({ measure: 1, index: 1 })
  })
  it('sees another note, an octave and a quarter tone', () => {
    const heard = (midi: number) => asWritten(tune, 60).map((p, i) => (i === 5 ? { ...p, midi } : p))
    const written = lineOf(tune).notes[5]!.midi
    expect(verdicts(tune, heard(written + 2))[5]).toBe('wrong')
    expect(verdicts(tune, heard(written + 12))[5]).toBe('wrong')
    expect(verdicts(tune, heard(written + 0.49))[5]).toBe('right')
    expect(verdicts(tune, heard(written + 0.5))[5]).toBe('right')
    expect(verdicts(tune, heard(written + 0.51))[5]).toBe('wrong')
  })
  it('sees one left out, whether time goes on or closes up', () => {
    const gap = asWritten(tune, 60).filter((_, i) => i !== 5)
    const closed = gap.map((p, i) => (i >= 5 ? { ...p, onsetS: p.onsetS - 1 } : p))
    for (const played of [gap, closed]) {
      const found = verdicts(tune, played)
      expect(found[5]).toBe('missing')
      expect(found.filter((v) => v === 'right')).toHaveLength(12)
    }
  })
  it('sees one played twice', () => {
    const twice = asWritten(tune, 60).flatMap((p, i) =>
      i < 5 ? [p] : i === 5 ? [p, { ...p, onsetS: p.onsetS + 1 }] : [{ ...p, onsetS: p.onsetS + 1 }],
    )
    expect(verdicts(tune, twice)).toEqual([...all(5, 'right'), 'repeated', ...all(7, 'right')])
  })
  it('lets a player stop, go back a bar and go on', () => {
    const line = asWritten(tune, 60)
    const back = [...line.slice(0, 8), ...line.slice(4).map((p) => ({ ...p, onsetS: p.onsetS + 6 }))]
    expect(verdicts(tune, back)).toEqual([...all(4, 'right'), ...all(4, 'repeated'), ...all(5, 'right')])
  })
  it('lets a player begin in the middle and skip a bar', () => {
    const line = asWritten(tune, 60)
    expect(verdicts(tune, line.slice(4))).toEqual([...all(4, 'missing'), ...all(9, 'right')])
    const long = abc('cdef|gage|fdef|cege|dfdf|c4|')
    const skipped = asWritten(long, 60).filter((_, i) => i < 4 || i >= 12)
    expect(verdicts(long, skipped)).toEqual([...all(4, 'right'), ...all(8, 'missing'), ...all(9, 'right')])
  })
  it('says how late one came in the player’s own time', () => {
    const late = asWritten(tune, 60).map((p, i) => (i === 6 ? { ...p, onsetS: p.onsetS + 0.12 } : p))
    const judged = judgePlayed(tune, late, 60).notes
    expect(judged[6]!.lateS).toBeCloseTo(0.12, 2)
    expect(judged[5]!.lateS).toBeCloseTo(0, 2)
  })
  it('tells what is nowhere written', () => {
    const more = [...asWritten(tune, 60), { onsetS: 2.5, durationS: 0.1, midi: 95 }].sort(
      (a, b) => a.onsetS - b.onsetS,
    )
    expect(judgePlayed(tune, more, 60).extra).toEqual([3])
  })
  it('follows repeats, or plays without them, whichever was done', () => {
    const part = abc('cdef|gage:|fdef|')
    const line = asWritten(part, 60)
    const twice = [...line.slice(0, 8), ...line.map((p) => ({ ...p, onsetS: p.onsetS + 8 }))]
    expect(verdicts(part, twice)).toEqual(all(20, 'right'))
    expect(verdicts(part, line)).toEqual(all(12, 'right'))
  })
  it('is all missing when nothing was heard', () => {
    expect(verdicts(tune, [])).toEqual(all(13, 'missing'))
  })
  it('refuses a tempo of 0', () => {
    expect(() => judgePlayed(tune, [], 0)).toThrow('The tempo is 0; allowed: 10 to 400 quarters a minute.')
    expect(() => judgePlayed(tune, [], 9.9)).toThrow(/allowed/)
    expect(judgePlayed(tune, [], 10).notes).toHaveLength(13)
    expect(judgePlayed(tune, [], 400).notes).toHaveLength(13)
  })
})

describe('one tone that the ear took for two', () => {
  const split = (first: number, gap: number, second: number) =>
    asWritten(tune, 60).flatMap((p, i) =>
      i === 12
        ? [
            { ...p, durationS: first },
            { ...p, onsetS: p.onsetS + first + gap, durationS: second },
          ]
        : [p],
    )
  it.each([
    // The last note is written four seconds long; together they may last 4.6 s.
    [2, 0.02, 1.9, 'right'],
    [2, 0.07, 1.9, 'right'],
    [2, 0.09, 1.9, 'repeated'],
    [2, 0.02, 2.57, 'right'],
    [2, 0.02, 2.6, 'repeated'],
  ])('is one tone: %s s, a gap of %s s, %s s: %s', (first, gap, second, verdict) => {
    expect(verdicts(tune, split(first, gap, second))[12]).toBe(verdict)
  })
})

describe('who comes late', () => {
  it('makes nobody else early, also with a stray note before it', () => {
    const line = asWritten(tune, 60)
    const late = line.map((p, i) => (i === 6 ? { ...p, onsetS: p.onsetS + 0.2 } : p))
    const stray = [...late, { onsetS: 6.1, durationS: 0.08, midi: 90 }].sort((a, b) => a.onsetS - b.onsetS)
    for (const played of [late, stray]) {
      const { notes } = judgePlayed(tune, played, 60)
      expect(notes[6]!.lateS).toBeCloseTo(0.2, 2)
      for (const i of [5, 7, 8, 9]) expect(notes[i]!.lateS).toBeCloseTo(0, 2)
    }
  })
})
